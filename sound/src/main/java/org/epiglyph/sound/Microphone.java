package org.epiglyph.sound;

import java.io.IOException;
import org.epiglyph.core.Problem;

/** Records sound. */
public interface Microphone {
    /**
     * Starts listening.
     *
     * @throws Problem if there is no device, another program uses it, or permission is missing; says which
     */
    Listening open() throws Problem;

    /** An open microphone. For one thread. */
    interface Listening extends AutoCloseable {
        /** Samples per second. */
        int rate();

        /**
         * Waits for the next samples.
         *
         * @return number of samples put into the buffer; -1 if there will be no more
         * @throws IOException if the device is gone
         */
        int read(short[] buffer) throws IOException;

        @Override
        void close();
    }
}

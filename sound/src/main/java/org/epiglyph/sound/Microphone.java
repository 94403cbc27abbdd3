package org.epiglyph.sound;

import java.io.IOException;
import org.epiglyph.core.Problem;

/** Where sound comes from. */
public interface Microphone {
    /**
     * Begins to listen.
     *
     * @throws Problem where there is no such device, another program has it, or it may not be used; says which
     */
    Listening open() throws Problem;

    /** A microphone that is being listened to. Used by one thread. */
    interface Listening extends AutoCloseable {
        /** Samples a second. */
        int rate();

        /**
         * Waits for the next samples.
         *
         * @return how many were put into the buffer; -1 where no more will come
         * @throws IOException where the device is gone
         */
        int read(short[] buffer) throws IOException;

        @Override
        void close();
    }
}

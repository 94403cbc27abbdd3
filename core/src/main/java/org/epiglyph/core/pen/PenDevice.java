package org.epiglyph.core.pen;

import java.util.function.Consumer;

/** A pen tablet, or anything that behaves like one. */
public interface PenDevice extends AutoCloseable {
    /**
     * Starts reporting to a listener until the device is closed.
     *
     * @param listener receives each sample in order, on a thread of the device; an exception it throws ends the reports
     */
    void reportTo(Consumer<PenSample> listener);

    /** Ends all reports; returns at once. */
    @Override
    void close();
}

package org.epiglyph.core.pen;

import java.util.function.Consumer;

/** A pen tablet, or something that behaves as one. */
public interface PenDevice extends AutoCloseable {
    /**
     * Has the device report to a listener until it is closed.
     *
     * @param listener hears each sample in order, on a thread of the device; what it throws ends the reports
     */
    void reportTo(Consumer<PenSample> listener);

    /** Ends all reports; returns at once. */
    @Override
    void close();
}

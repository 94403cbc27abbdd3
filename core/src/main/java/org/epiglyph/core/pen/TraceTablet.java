package org.epiglyph.core.pen;

import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;

/** The simulated pen tablet: plays a recorded trace in real time. */
public final class TraceTablet implements PenDevice {
    private final PenTrace trace;
    private final double haste;
    private volatile boolean closed;
    private Thread playing;

    /** @param haste how many times faster than it was recorded; above 0 */
    public TraceTablet(PenTrace trace, double haste) {
        if (!(haste > 0)) {
            throw new IllegalArgumentException("A trace plays at a speed above 0, not " + haste);
        }
        this.trace = trace;
        this.haste = haste;
    }

    @Override
    public void reportTo(Consumer<PenSample> listener) {
        playing = Thread.ofVirtual().name("simulated tablet").start(() -> play(listener));
    }

    private void play(Consumer<PenSample> listener) {
        long began = System.nanoTime();
        try {
            for (PenSample sample : trace.samples()) {
                long due = began + (long) (sample.millis() * 1e6 / haste);
                TimeUnit.NANOSECONDS.sleep(Math.max(0, due - System.nanoTime()));
                if (closed) {
                    return;
                }
                listener.accept(sample);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Waits until the trace has been played to its end. */
    public void await() throws InterruptedException {
        playing.join();
    }

    @Override
    public void close() {
        closed = true;
    }
}

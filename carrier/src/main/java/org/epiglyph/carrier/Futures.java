package org.epiglyph.carrier;

import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;
import org.epiglyph.core.Problem;

/** Waits for work on another thread and rethrows its exceptions. */
final class Futures {
    private Futures() {}

    /**
     * Waits.
     *
     * @throws Problem if the work threw one
     * @throws CancellationException if this thread is interrupted
     */
    static <T> T get(Future<T> work) throws Problem {
        try {
            return work.get();
        } catch (ExecutionException e) {
            switch (e.getCause()) {
                case Problem p -> throw p;
                case RuntimeException r -> throw r;
                case Error r -> throw r;
                default -> throw new IllegalStateException(e.getCause());
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new CancellationException();
        }
    }
}

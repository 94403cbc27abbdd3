package org.epiglyph.places;

import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;

/** Of several threads that make one file, one works and the others wait their turn. */
public final class OneAtATime {
    /** What is being made now, under the set's own lock. */
    private static final Set<Path> BUSY = new HashSet<>();

    private OneAtATime() {}

    /** What makes a file. */
    @FunctionalInterface
    public interface Work<T, E extends Exception> {
        T run() throws E;
    }

    /** Does the work when nobody else is at that file. A thread that is interrupted goes on waiting and stays interrupted. */
    public static <T, E extends Exception> T at(Path file, Work<T, E> work) throws E {
        Path name = file.toAbsolutePath().normalize();
        begin(name);
        try {
            return work.run();
        } finally {
            end(name);
        }
    }

    private static void begin(Path name) {
        boolean interrupted = false;
        synchronized (BUSY) {
            while (!BUSY.add(name)) {
                try {
                    BUSY.wait();
                } catch (InterruptedException e) {
                    interrupted = true;
                }
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    private static void end(Path name) {
        synchronized (BUSY) {
            BUSY.remove(name);
            BUSY.notifyAll();
        }
    }
}

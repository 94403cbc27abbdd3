package org.epiglyph.places;

import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;

/** Lets only one of several threads make a file while the others wait. */
public final class OneAtATime {
    /** The files being made, guarded by the set's own lock. */
    private static final Set<Path> BUSY = new HashSet<>();

    private OneAtATime() {}

    /** Makes a file. */
    @FunctionalInterface
    public interface Work<T, E extends Exception> {
        T run() throws E;
    }

    /**
     * Does the work when nobody else is working on that file. An interrupted thread keeps waiting and stays
     * interrupted.
     */
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

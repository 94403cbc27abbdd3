package org.epiglyph.carrier;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;

/**
 * Walks through a class in the background: first the wanted student, then the following ones; when nothing is left it
 * waits until a student is wanted again. One thread walks; any thread may call want and end.
 */
final class RollWalk {
    private final Supplier<Batch> batch;
    private Optional<StudentKey> wanted = Optional.empty();
    /** The position of the walk, and how many students are left; for the walking thread only. */
    private int at;
    private int left = Integer.MAX_VALUE;
    private boolean ended;
    private long pause;
    private Optional<Runnable> again = Optional.empty();

    /** @param batch returns the class as it is now */
    RollWalk(Supplier<Batch> batch) {
        this.batch = batch;
    }

    /** Restarts at a student, once the current work is done. */
    synchronized void want(StudentKey student) {
        wanted = Optional.of(student);
        notifyAll();
    }

    synchronized void end() {
        ended = true;
        notifyAll();
    }

    synchronized boolean isEnded() {
        return ended;
    }

    /**
     * Walks through the whole class once more, a while after reaching its end, so that what failed delays nobody else.
     * For the walking thread.
     *
     * @param first called before that walk
     */
    synchronized void again(long millis, Runnable first) {
        pause = millis;
        again = Optional.of(first);
    }

    /**
     * The next piece of work; searches outside the lock, so that a thread that wants a student never waits for the
     * disk.
     *
     * @param of returns what is to be done for a submission; empty once nothing is left
     * @return empty at the end
     */
    <T> Optional<T> next(Function<Submission, Optional<T>> of) throws InterruptedException {
        while (begin()) {
            List<Submission> all = batch.get().submissions();
            left = Math.min(left, all.size());
            if (left == 0) {
                continue;
            }
            Optional<T> next = of.apply(all.get(at % all.size()));
            if (next.isPresent()) {
                return next;
            }
            at++;
            left--;
        }
        return Optional.empty();
    }

    private synchronized boolean begin() throws InterruptedException {
        while (!ended && left == 0 && wanted.isEmpty()) {
            wait(again.isPresent() ? pause : 0); // 0 means without end
            if (!ended && wanted.isEmpty() && again.isPresent()) {
                again.get().run();
                again = Optional.empty();
                left = Integer.MAX_VALUE;
            }
        }
        wanted.ifPresent(student -> {
            at = Math.max(0, batch.get().position(student));
            left = Integer.MAX_VALUE;
        });
        wanted = Optional.empty();
        return !ended;
    }
}

package org.epiglyph.carrier;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;

/**
 * A walk through a class in the background: the student who is wanted first, then those who follow; where nothing is left it waits
 * until somebody is wanted again. One thread walks; any may want and end.
 */
final class RollWalk {
    private final Supplier<Batch> batch;
    private Optional<StudentKey> wanted = Optional.empty();
    /** Where the walk is, and how many students are left of it; for the walking thread alone. */
    private int at;
    private int left = Integer.MAX_VALUE;
    private boolean ended;
    private long pause;
    private Optional<Runnable> again = Optional.empty();

    /** @param batch gives the class as it is */
    RollWalk(Supplier<Batch> batch) {
        this.batch = batch;
    }

    /** Begins anew with a student, once what is being done is done. */
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
     * Walks through the whole class once more, a while after the walk has reached its end, so that what failed keeps nobody else
     * waiting. For the walking thread.
     *
     * @param first done before that walk
     */
    synchronized void again(long millis, Runnable first) {
        pause = millis;
        again = Optional.of(first);
    }

    /**
     * The next piece of work; looks for it outside of the lock, so that whoever wants a student never waits for the disk.
     *
     * @param of gives what is to be done about a submission; what was given once it gives no more
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
            wait(again.isPresent() ? pause : 0); // 0 is without end
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

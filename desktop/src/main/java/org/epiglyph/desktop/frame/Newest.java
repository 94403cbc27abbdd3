package org.epiglyph.desktop.frame;

import java.util.function.Consumer;
import org.epiglyph.desktop.frame.SerialExecutor.Work;

/**
 * Work of which only what was asked for last counts: what has not begun when something newer is asked for is passed over, and
 * what comes of it then is dropped. Asked on the interface thread.
 */
public final class Newest {
    private final SerialExecutor executor;
    private volatile long asked;

    public Newest(SerialExecutor executor) {
        this.executor = executor;
    }

    /** One piece of work as seen from itself. */
    public final class Turn {
        private final long number;

        private Turn(long number) {
            this.number = number;
        }

        /** False once something newer was asked for, or nothing. */
        public boolean isWanted() {
            return number == asked;
        }

        /** Does something on the interface thread, if it is still wanted when it gets there. */
        public void tell(Runnable what) {
            executor.back(() -> {
                if (isWanted()) {
                    what.run();
                }
            });
        }
    }

    /**
     * Starts work in the place of all that was asked for before.
     *
     * @param done   takes its result
     * @param failed takes what went wrong, in words
     */
    public <T> void start(Work<T> work, Consumer<T> done, Consumer<String> failed) {
        Turn turn = turn();
        executor.start(() -> {
            if (turn.isWanted()) {
                T result = work.run();
                turn.tell(() -> done.accept(result));
            }
            return turn;
        }, _ -> {}, text -> turn.tell(() -> failed.accept(text)));
    }

    /** Starts work that tells by itself what it finds. @param failed takes what went wrong, in words */
    public void startLong(Consumer<Turn> work, Consumer<String> failed) {
        Turn turn = turn();
        executor.start(() -> {
            if (turn.isWanted()) {
                work.accept(turn);
            }
            return turn;
        }, _ -> {}, text -> turn.tell(() -> failed.accept(text)));
    }

    /** Nothing is wanted any more. */
    public void drop() {
        asked++;
    }

    private Turn turn() {
        return new Turn(++asked);
    }
}

package org.epiglyph.desktop.frame;

import java.util.function.Consumer;
import org.epiglyph.desktop.frame.SerialExecutor.Work;

/**
 * Work of which only the last request counts: what has not begun when something newer is requested is skipped, and its
 * result is dropped. Requested on the interface thread.
 */
public final class Newest {
    private final SerialExecutor executor;
    private volatile long asked;

    public Newest(SerialExecutor executor) {
        this.executor = executor;
    }

    /** One piece of work, as it sees itself. */
    public final class Turn {
        private final long number;

        private Turn(long number) {
            this.number = number;
        }

        /** False once something newer was requested, or nothing. */
        public boolean isWanted() {
            return number == asked;
        }

        /** Runs something on the interface thread, if it is still wanted by then. */
        public void report(Runnable what) {
            executor.back(() -> {
                if (isWanted()) {
                    what.run();
                }
            });
        }
    }

    /**
     * Starts work that replaces all earlier requests.
     *
     * @param done   receives its result
     * @param failed receives the error message
     */
    public <T> void start(Work<T> work, Consumer<T> done, Consumer<String> failed) {
        Turn turn = turn();
        executor.start(() -> {
            if (turn.isWanted()) {
                T result = work.run();
                turn.report(() -> done.accept(result));
            }
            return turn;
        }, _ -> {}, text -> turn.report(() -> failed.accept(text)));
    }

    /**
     * Starts work that reports its findings itself.
     *
     * @param failed receives the error message
     */
    public void startLong(Consumer<Turn> work, Consumer<String> failed) {
        Turn turn = turn();
        executor.start(() -> {
            if (turn.isWanted()) {
                work.accept(turn);
            }
            return turn;
        }, _ -> {}, text -> turn.report(() -> failed.accept(text)));
    }

    /** Cancels all requests. */
    public void drop() {
        asked++;
    }

    private Turn turn() {
        return new Turn(++asked);
    }
}

package org.epiglyph.workspace;

import java.io.IOException;
import java.sql.SQLException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Entry;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Writes edits asynchronously, in order, on a thread of its own that only {@link #end} stops. What cannot be written
 * waits and is retried; if the disk is not to blame, or too much is waiting, the writer is stuck and no more edits may
 * be made.
 */
final class HistoryWriter {
    private static final Logger LOG = LoggerFactory.getLogger(HistoryWriter.class);
    private static final int RETRY_MILLIS = 1000;
    private static final int MOST_WAITING = 20_000;
    private static final int PATIENCE_WITH_FAULTS = 3;
    private final Sink sink;
    private final Notifier telling;
    private final Deque<List<Entry>> waiting = new ArrayDeque<>();
    private final Thread thread;
    private int faults;
    private boolean ending;
    private boolean ended;
    /** True if the next attempt is wanted at once. */
    private boolean hurried;
    /** How many attempts have begun. */
    private long begun;
    /** The last attempt that failed, if nothing was written since. */
    private Optional<Failure> failure = Optional.empty();

    /** @param attempt counted from 1 */
    private record Failure(long attempt, Message why) {}

    /** Where edits are written; when it returns they are on the disk. */
    interface Sink {
        void append(List<Entry> entries) throws SQLException, Problem;

        /** Records that all edits up to this number are there. */
        void mark(long number) throws IOException;
    }

    HistoryWriter(String name, Sink sink, Notifier telling) {
        this.sink = sink;
        this.telling = telling;
        this.thread = Thread.ofPlatform().name(name).start(this::work);
    }

    /** Adds edits that are written in one transaction. */
    synchronized void add(List<Entry> together) {
        waiting.add(together);
        notifyAll();
    }

    /** Why no more edits may be made; empty if all is well. */
    synchronized Optional<Message> stuck() {
        if (faults >= PATIENCE_WITH_FAULTS) {
            return Optional.of(Message.of(HistoryWriter.class, "noMoreAccepted"));
        }
        if (waiting.size() >= MOST_WAITING) {
            return Optional.of(Message.of(HistoryWriter.class, "tooManyWait", MOST_WAITING));
        }
        return Optional.empty();
    }

    /**
     * Waits until everything added before is written. If an attempt begun earlier fails, the next is made at once:
     * there may be room by now.
     *
     * @throws Problem if it cannot be written now
     */
    synchronized void flush() throws Problem {
        long before = begun;
        hurried = !waiting.isEmpty();
        notifyAll();
        try {
            while (!waiting.isEmpty()) {
                if (ended || failure.filter(f -> f.attempt() > before).isPresent()) {
                    throw new Problem(failure.map(Failure::why)
                            .orElseGet(() -> Message.of(HistoryWriter.class, "nothingCanBeWritten")));
                }
                wait();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Problem(Message.of(HistoryWriter.class, "stopped"), e);
        }
    }

    /** Writes what is waiting, stops, and returns what could not be written. */
    List<Entry> end() throws InterruptedException {
        synchronized (this) {
            ending = true;
            notifyAll();
        }
        thread.join();
        synchronized (this) {
            List<Entry> left = new ArrayList<>();
            waiting.forEach(left::addAll);
            return left;
        }
    }

    private void work() {
        boolean more = true;
        while (more) {
            try {
                more = writeNext();
            } catch (Throwable e) { // of any kind: only this thread saves what the marker does
                failed(e);
            }
        }
        synchronized (this) {
            ended = true;
            notifyAll();
        }
    }

    /** @return false if there is nothing more to do */
    private boolean writeNext() throws SQLException, InterruptedException {
        List<Entry> next;
        boolean lastTry;
        synchronized (this) {
            while (waiting.isEmpty() && !ending) {
                wait();
            }
            if (waiting.isEmpty()) {
                return false;
            }
            next = waiting.peek();
            lastTry = ending;
            hurried = false;
            begun++;
        }
        try {
            sink.append(next);
        } catch (SQLException | Problem | RuntimeException | Error e) {
            failed(e);
            return !lastTry;
        }
        written(next.getLast());
        return true;
    }

    private void written(Entry newest) {
        try {
            sink.mark(newest.number());
        } catch (IOException e) {
            LOG.info("The number of the last change could not be noted");
        }
        synchronized (this) {
            waiting.poll();
            faults = 0;
            failure = Optional.empty();
            notifyAll();
        }
        telling.line(o -> o.saved(newest.number(), newest.at()));
        telling.tell();
    }

    private void failed(Throwable e) {
        try {
            Optional<Message> said = e instanceof Problem refusal ? Optional.of(refusal.asMessage()) : Optional.empty();
            synchronized (this) {
                faults = e instanceof SQLException || said.isPresent() ? 0 : faults + 1;
                failure = Optional.of(new Failure(begun,
                        said.orElseGet(() -> Message.of(HistoryWriter.class, "nothingCanBeWritten"))));
                notifyAll();
            }
            log(e);
            Problem problem = new Problem(stuck().or(() -> said)
                    .orElseGet(() -> Message.of(HistoryWriter.class, "notYetWritten")));
            telling.line(o -> o.notSaved(problem));
            telling.tell();
        } catch (Throwable again) { // reporting it may run out of memory too; the next attempt reports it
            faults++;
        } finally {
            pause();
        }
    }

    private static void log(Throwable e) {
        switch (e) {
            case SQLException refused ->
                LOG.warn("An edit could not be written (SQLite code {})", refused.getErrorCode());
            case Problem _ -> LOG.warn("An edit could not be written, since the batch is not in its place");
            default -> LOG.error("An edit could not be written ({})", e.getClass());
        }
    }

    /**
     * Waits before the next attempt, however many edits are added meanwhile; returns early when the writer is asked to
     * end or to flush.
     */
    private synchronized void pause() {
        long until = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(RETRY_MILLIS);
        for (long left = RETRY_MILLIS; left > 0
                && !ending && !hurried; left = TimeUnit.NANOSECONDS.toMillis(until - System.nanoTime())) {
            try {
                wait(left);
            } catch (InterruptedException e) {
                return; // unexpected; the next attempt is early
            }
        }
    }
}

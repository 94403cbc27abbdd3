package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;
import org.junit.jupiter.api.Test;

class HistoryWriterTest {
    private final Sink sink = new Sink();
    private final Semaphore refusals = new Semaphore(0);
    private final Notifier telling = telling();
    private final HistoryWriter writer = new HistoryWriter("a test", sink, telling);

    /** Accepts edits, or fails as configured. */
    private static final class Sink implements HistoryWriter.Sink {
        private final List<Long> taken = Collections.synchronizedList(new ArrayList<>());
        private final Semaphore pause = new Semaphore(1);
        private volatile Throwable failure;

        @Override
        public void append(List<Entry> entries) throws SQLException {
            pause.acquireUninterruptibly();
            pause.release();
            switch (failure) {
                case null -> entries.forEach(e -> taken.add(e.number()));
                case SQLException e -> throw e;
                case Error e -> throw e;
                case RuntimeException e -> throw e;
                default -> throw new IllegalStateException();
            }
        }

        @Override
        public void mark(long number) throws IOException {
            if (number % 2 == 0) {
                throw new IOException("no room for the mark, which stops nothing");
            }
        }
    }

    private Notifier telling() {
        Notifier made = new Notifier(Runnable::run);
        made.add(new WorkspaceObserver() {
            @Override
            public void notSaved(Problem problem) {
                refusals.release();
                throw new OutOfMemoryError("an observer's own");
            }
        });
        return made;
    }

    private static Entry entry(long number) {
        return new Entry(number, Instant.EPOCH, Entry.Kind.DONE, new Edit.RemovePhrase("p"));
    }

    private void awaitRefusals(int count) throws InterruptedException {
        assertThat(refusals.tryAcquire(count, 30, TimeUnit.SECONDS)).isTrue();
    }

    @Test
    void noErrorEndsTheWriterOrLosesEdits() throws Exception {
        sink.failure = new OutOfMemoryError("for a moment");
        writer.add(List.of(entry(1)));
        writer.add(List.of(entry(2), entry(3)));
        awaitRefusals(1);
        sink.failure = null;
        for (int i = 0; i < 200 && sink.taken.size() < 3; i++) {
            TimeUnit.MILLISECONDS.sleep(50);
        }
        assertThat(sink.taken).containsExactly(1L, 2L, 3L);
        assertThat(writer.stuck()).isEmpty();
        assertThat(writer.end()).isEmpty();
    }

    @Test
    void aPersistentFaultStopsFurtherEditsAndReturnsPendingOnes() throws Exception {
        sink.failure = new StackOverflowError();
        writer.add(List.of(entry(1)));
        awaitRefusals(3);
        assertThat(writer.stuck()).hasValueSatisfying(w -> assertThat(w.text()).contains("no more are accepted"));
        writer.add(List.of(entry(2)));
        assertThat(writer.end()).extracting(Entry::number).containsExactly(1L, 2L);
    }

    @Test
    void waitsForAFullDiskWithoutStoppingTheDesk() throws Exception {
        sink.failure = new SQLException("full");
        writer.add(List.of(entry(1)));
        awaitRefusals(4);
        assertThat(writer.stuck()).isEmpty();
        sink.failure = null;
        assertThat(writer.end()).as("the last try comes with the wish to end").isEmpty();
        assertThat(sink.taken).containsExactly(1L);
    }

    @Test
    void reportsInOrderWithAnswersAfterTheirQuestions() {
        Notifier one = new Notifier(Runnable::run);
        List<String> heard = new ArrayList<>();
        one.add(new WorkspaceObserver() {
            @Override
            public void saved(long number, Instant at) {
                heard.add("first " + number);
                if (number == 1) {
                    one.line(o -> o.saved(2, at));
                    one.tell();
                }
            }
        });
        one.add(new WorkspaceObserver() {
            @Override
            public void saved(long number, Instant at) {
                heard.add("second " + number);
            }
        });
        one.line(o -> o.saved(1, Instant.EPOCH));
        one.tell();
        assertThat(heard).containsExactly("first 1", "second 1", "first 2", "second 2");
    }

    @Test
    void flushReturnsAfterEarlierEditsAreWritten() throws Exception {
        writer.flush();
        for (long number = 1; number <= 50; number++) {
            writer.add(List.of(entry(number)));
        }
        writer.flush();
        assertThat(sink.taken).hasSize(50);
        Thread.currentThread().interrupt();
        writer.flush(); // nothing to wait for
        assertThat(Thread.interrupted()).isTrue();
        assertThat(writer.end()).isEmpty();
    }

    @Test
    void flushReportsWhatCannotBeWrittenAndKeepsItPending() throws Exception {
        sink.failure = new SQLException("full");
        writer.add(List.of(entry(1)));
        assertThatThrownBy(writer::flush).isInstanceOf(Problem.class)
                .hasMessage(Message.of(HistoryWriter.class, "nothingCanBeWritten").text());
        awaitRefusals(1);
        sink.failure = null;
        assertThat(writer.end()).isEmpty();
        assertThat(sink.taken).containsExactly(1L);
    }

    @Test
    void flushReportsAnInterrupt() throws Exception {
        sink.pause.acquire();
        writer.add(List.of(entry(1)));
        Thread.currentThread().interrupt();
        assertThatThrownBy(writer::flush).isInstanceOf(Problem.class)
                .hasMessage(Message.of(HistoryWriter.class, "stopped").text());
        assertThat(Thread.interrupted()).isTrue();
        sink.pause.release();
        assertThat(writer.end()).isEmpty();
    }

    @Test
    void refusesMoreEditsOnceTooManyArePending() throws Exception {
        sink.pause.acquire();
        for (long number = 1; number < 20_000; number++) {
            writer.add(List.of(entry(number)));
        }
        assertThat(writer.stuck()).isEmpty();
        writer.add(List.of(entry(20_000)));
        assertThat(writer.stuck()).contains(Message.of(HistoryWriter.class, "tooManyWait", 20_000));
        sink.pause.release();
        assertThat(writer.end()).isEmpty();
        assertThat(writer.stuck()).isEmpty();
        assertThat(sink.taken).hasSize(20_000).isSorted();
    }

    @Test
    void aWaitingFlushLearnsOfARefusal() throws Exception {
        sink.pause.acquire();
        sink.failure = new SQLException("full");
        writer.add(List.of(entry(1)));
        CompletableFuture<Problem> refused = CompletableFuture.supplyAsync(() -> {
            try {
                writer.flush();
                return null;
            } catch (Problem e) {
                return e;
            }
        });
        sink.pause.release();
        assertThat(refused.get(30, TimeUnit.SECONDS)).isNotNull();
        sink.failure = null;
        assertThat(writer.end()).isEmpty();
    }

    @Test
    void flushRetriesInsteadOfRepeatingAnEarlierRefusal() throws Exception {
        sink.failure = new SQLException("full");
        writer.add(List.of(entry(1)));
        awaitRefusals(1);
        sink.failure = null;
        writer.flush();
        assertThat(sink.taken).containsExactly(1L);
        assertThat(writer.end()).isEmpty();
    }

    @Test
    void flushAfterClosingReportsUnwrittenEdits() throws Exception {
        sink.failure = new SQLException("full");
        writer.add(List.of(entry(1)));
        assertThat(writer.end()).hasSize(1);
        assertThatThrownBy(writer::flush).isInstanceOf(Problem.class);
    }

    @Test
    void moreEditsDoNotHastenTheNextRetry() throws Exception {
        sink.failure = new SQLException("full");
        long from = System.nanoTime();
        writer.add(List.of(entry(1)));
        awaitRefusals(1);
        for (long number = 2; number <= 20; number++) {
            writer.add(List.of(entry(number)));
        }
        awaitRefusals(2);
        assertThat(System.nanoTime() - from).as("two pauses of a second").isGreaterThan(1_900_000_000L);
        sink.failure = null;
        assertThat(writer.end()).isEmpty();
    }
}

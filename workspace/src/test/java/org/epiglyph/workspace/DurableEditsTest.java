package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Checkpoint;
import org.epiglyph.core.batch.EarlierLines;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.History;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mockito.ArgumentCaptor;

/** When checkpoints are taken, and what happens to edits that were not written at closing. */
class DurableEditsTest {
    private static final String TEMPORARY = System.getProperty("java.io.tmpdir");
    @TempDir
    private Path root;
    private BatchFolder folder;
    private Database database;
    private History history;
    private final CheckpointKeeper checkpoints = mock(CheckpointKeeper.class);
    private final Notifier telling = new Notifier(Runnable::run);
    private boolean sound = true;
    private DurableEdits edits;

    @BeforeEach
    void open() throws Exception {
        folder = new BatchFolder(Examples.batch(root));
        database = Database.open(folder.database());
        history = HistoryReading.open(database, folder).history();
        edits = new DurableEdits(folder, database, history, checkpoints, () -> sound, telling);
    }

    @AfterEach
    void close() throws Exception {
        System.setProperty("java.io.tmpdir", TEMPORARY);
        edits.end();
        edits.close();
    }

    private Entry recorded(String note) {
        return history.record(new Edit.WritePrivately(Examples.ADA, note), Instant.EPOCH);
    }

    private void write(Entry... entries) throws Problem {
        edits.add(List.of(entries));
        edits.flush();
    }

    private void verifyCheckpoint(long number, List<Entry> since) {
        ArgumentCaptor<Checkpoint> taken = ArgumentCaptor.captor();
        verify(checkpoints).put(taken.capture(), eq(database.chain()), eq(since));
        assertThat(taken.getValue().number()).isEqualTo(number);
        assertThat(taken.getValue().batch()).isEqualTo(history.batch());
    }

    private void verifyNoCheckpoint() {
        verify(checkpoints, never()).put(any(), any(), any());
    }

    @Test
    void aDueCheckpointHoldsTheLinesSinceThePrevious() throws Exception {
        Entry one = recorded("one");
        Entry two = recorded("two");
        write(one, two);
        verifyNoCheckpoint();
        when(checkpoints.isDue(3)).thenReturn(true);
        when(checkpoints.asked()).thenReturn(1L);
        Entry three = recorded("three");
        write(three);
        verifyCheckpoint(3, List.of(two, three));
        assertThat(LastMark.read(folder.lastMark())).as("beside the database").contains(3L);
    }

    @Test
    void aCheckpointIsWrittenWithTheLastOfManyQueuedEdits() throws Exception {
        when(checkpoints.isDue(anyLong())).thenReturn(true, false);
        Entry one = recorded("one");
        Entry two = recorded("two");
        write(one);
        verifyNoCheckpoint();
        write(two);
        verifyCheckpoint(2, List.of(one, two));
    }

    @Test
    void aCheckpointOvertakenByLaterEditsIsReplaced() throws Exception {
        when(checkpoints.isDue(anyLong())).thenReturn(true);
        Entry one = recorded("one");
        Entry two = recorded("two");
        write(one);
        write(two, recorded("three"));
        verifyNoCheckpoint();
        write(recorded("four"));
        verifyCheckpoint(4, history.lines());
    }

    @Test
    void aDamagedBatchGetsNoCheckpoint() throws Exception {
        sound = false;
        when(checkpoints.isDue(anyLong())).thenReturn(true);
        write(recorded("one"));
        verifyNoCheckpoint();
    }

    @Test
    void aFailedCheckpointStopsNothing() throws Exception {
        when(checkpoints.isDue(anyLong())).thenReturn(true);
        doThrow(new OutOfMemoryError("a test's own")).when(checkpoints).put(any(), any(), any());
        write(recorded("one"));
        write(recorded("two"));
        assertThat(edits.stuck()).isEmpty();
        assertThat(edits.end()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void closingWritesAWorthwhileCheckpoint(boolean worthwhile) throws Exception {
        when(checkpoints.isWorthwhile(1)).thenReturn(worthwhile);
        Entry one = recorded("one");
        write(one);
        assertThat(edits.end()).isEmpty();
        edits.endCheckpoints();
        if (worthwhile) {
            verifyCheckpoint(1, List.of(one));
        } else {
            verifyNoCheckpoint();
        }
        verify(checkpoints).end();
    }

    @Test
    void aCheckpointExcludesUnwrittenEdits() throws Exception {
        when(checkpoints.isWorthwhile(anyLong())).thenReturn(true);
        Files.move(folder.database(), root.resolve("elsewhere"));
        edits.add(List.of(recorded("one")));
        assertThat(edits.end()).hasValueSatisfying(p -> assertThat(p.asMessage().key()).endsWith("keptElsewhere"));
        edits.endCheckpoints();
        verifyNoCheckpoint();
        assertThat(Files.readString(folder.root().resolve("edits-not-written.jsonl"))).contains("one");
    }

    @Test
    void countsEditsThatCouldNotBeStoredAnywhere() throws Exception {
        System.setProperty("java.io.tmpdir", Files.writeString(root.resolve("file"), "").toString());
        Files.createDirectories(folder.root().resolve("edits-not-written.jsonl.part/held"));
        Files.move(folder.database(), root.resolve("elsewhere"));
        edits.add(List.of(recorded("one"), recorded("two")));
        assertThat(edits.end()).hasValueSatisfying(p -> {
            assertThat(p.asMessage().key()).endsWith("lost");
            assertThat(p.asMessage().values()).containsExactly("2");
        });
    }

    @Test
    void closingWaitsForWritesDespiteAnInterrupt() throws Exception {
        AtomicReference<Optional<Problem>> outcome = new AtomicReference<>();
        AtomicReference<Boolean> interrupted = new AtomicReference<>();
        Entry one = recorded("one");
        Thread closing = new Thread(() -> {
            Thread.currentThread().interrupt();
            edits.add(List.of(one));
            outcome.set(edits.end());
            interrupted.set(Thread.interrupted());
        });
        closing.start();
        closing.join();
        assertThat(outcome.get()).isEmpty();
        assertThat(interrupted.get()).as("whoever interrupted it is not forgotten").isTrue();
        assertThat(database.highest()).hasValue(1);
    }

    @Test
    void theReserveExistsFromTheStart() {
        assertThat(folder.reserve()).exists();
    }

    @Test
    void aSessionStartedFromACheckpointWritesOnlyLaterLines() throws Exception {
        write(recorded("one"), recorded("two"));
        History later = new History(history.checkpoint(), mock(EarlierLines.class));
        DurableEdits continued = new DurableEdits(folder, database, later, checkpoints, () -> sound, telling);
        when(checkpoints.isDue(anyLong())).thenReturn(true);
        when(checkpoints.asked()).thenReturn(2L);
        history = later;
        Entry three = recorded("three");
        continued.add(List.of(three));
        continued.flush();
        verifyCheckpoint(3, List.of(three));
        assertThat(continued.end()).isEmpty();
    }

    private Path leftCopy(Entry... entries) throws IOException {
        return new LastCopy(folder).write(List.of(entries));
    }

    private static Entry entry(long number, Edit edit) {
        return new Entry(number, Instant.EPOCH, Entry.Kind.DONE, edit);
    }

    @Test
    void deletesTheEmergencyCopyOnceItsEditsAreWritten() throws Exception {
        Path copy = leftCopy(entry(1, new Edit.WritePrivately(Examples.ADA, "one")),
                entry(2, new Edit.WritePrivately(Examples.ADA, "two")));
        edits.recoverLastCopy();
        edits.flush();
        assertThat(database.highest()).hasValue(2);
        assertThat(history.batch().submission(Examples.ADA).privately()).isEqualTo("two");
        assertThat(copy).doesNotExist();
    }

    @Test
    void deletesAnEmergencyCopyOfEditsWrittenAfterAll() throws Exception {
        Entry one = recorded("one");
        write(one);
        Path copy = leftCopy(one);
        edits.recoverLastCopy();
        assertThat(copy).doesNotExist();
    }

    @Test
    void keepsTheRestOfAPartlyApplicableCopy() throws Exception {
        Path copy = leftCopy(entry(1, new Edit.WritePrivately(Examples.ADA, "one")),
                entry(2, new Edit.RemoveMark(Examples.ADA, "never made")));
        edits.recoverLastCopy();
        edits.flush();
        assertThat(database.highest()).hasValue(1);
        assertThat(copy).doesNotExist();
        assertThat(copy.resolveSibling("edits-not-written (2).jsonl")).content().contains("never made");
    }

    @Test
    void setsAsideACopyThatDoesNotApply() throws Exception {
        Path copy = leftCopy(entry(1, new Edit.RemoveMark(Examples.ADA, "never made")));
        edits.recoverLastCopy();
        assertThat(copy).doesNotExist();
        assertThat(copy.resolveSibling("edits-not-written (2).jsonl")).exists();
        assertThat(history.last()).isZero();
    }
}

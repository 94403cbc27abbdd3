package org.epiglyph.workspace;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executor;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.History;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * An open batch. An edit takes effect at once and is written asynchronously by one thread, in order, each in a
 * transaction of its own; observers are notified when it is saved. Edits that cannot be written wait and are retried. A
 * damaged batch can be read as far as it is intact and accepts no edits. Thread-safe.
 */
public final class Workspace implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(Workspace.class);
    private final BatchFolder folder;
    private final Clock clock;
    private final BatchLock lock;
    private final History history;
    private final Lines lines;
    private final Notifier telling;
    private final DurableEdits durable;
    private volatile Damage damage;
    private volatile boolean closed;
    private int held;

    private Workspace(BatchFolder folder, Clock clock, BatchLock lock, Database database, Executor observers)
            throws IOException, Problem {
        this.folder = folder;
        this.clock = clock;
        this.lock = lock;
        HistoryReading.Found found = HistoryReading.open(database, folder);
        this.history = found.history();
        this.damage = found.damage();
        this.lines = new Lines(history, found.earlier());
        this.telling = new Notifier(observers);
        durable = new DurableEdits(folder, database, history, new CheckpointKeeper(folder, found.from()),
                () -> damage.isNone(), telling);
        if (damage.isNone()) {
            durable.recoverLastCopy();
            Staging.recover(folder, lines::find);
        }
    }

    /** Opens a batch whose observers are notified on the thread that makes or saves an edit, one at a time. */
    public static Workspace open(Path root, Clock clock) throws Problem {
        return open(root, clock, Runnable::run);
    }

    /**
     * Opens the batch in a folder for this program alone.
     *
     * @param observers runs tasks on the thread on which observers are notified; immediately if called on that thread
     * @throws Problem if there is no batch, another program has it open, it was made by a newer version, or not even
     *         what was collected can be read
     */
    public static Workspace open(Path root, Clock clock, Executor observers) throws Problem {
        BatchFolder folder = new BatchFolder(root);
        if (!Files.isRegularFile(folder.database())) {
            throw new Problem(Message.of(Database.class, "noBatch", root));
        }
        BatchLock lock = BatchLock.take(folder, clock);
        Database database = null;
        try {
            database = Database.open(folder.database());
            return new Workspace(folder, clock, lock, database, observers);
        } catch (SQLException | IOException | RuntimeException | Error e) {
            release(lock, database);
            throw HistoryReading.unreadable(folder, e);
        } catch (Problem e) {
            release(lock, database);
            throw e;
        }
    }

    private static void release(BatchLock lock, Database database) {
        try (lock) {
            if (database != null) {
                database.close();
            }
        } catch (IOException | SQLException e) {
            LOG.warn("A batch that cannot be opened could not be closed in order");
        }
    }

    public BatchFolder folder() {
        return folder;
    }

    /** The batch's damage. If there is any, it accepts no edits. */
    public Damage damage() {
        return damage;
    }

    /** The batch as it is now, including edits that are still being written. */
    public Batch batch() {
        synchronized (history) {
            return history.batch();
        }
    }

    /**
     * The batch as collected, before any edit.
     *
     * @throws Problem if it cannot be read
     */
    public Batch collected() throws Problem {
        return lines.collected();
    }

    /**
     * The lines of its history so far, in order; early ones may have to be read from the disk.
     *
     * @throws Problem if they cannot be read
     */
    public List<Entry> lines() throws Problem {
        return lines.all();
    }

    /**
     * The lines that may have changed a student's submission, in order.
     *
     * @throws Problem if they cannot be read
     */
    public List<Entry> lines(StudentKey student) throws Problem {
        return lines.of(student);
    }

    /** The newest line of a kind among those of this session and some thousands before; empty if there is none. */
    public Optional<Entry> newest(Predicate<Entry> kind) {
        return lines.newest(kind);
    }

    /**
     * Reads what opening from a checkpoint skipped, and reports damage; if there is any, no more edits are accepted.
     * Takes long for a long history; stops when the batch is closed.
     */
    public Damage checkEarlier() {
        if (damage.isNone()) {
            Damage found = lines.check(() -> !closed);
            if (!closed && !found.isNone()) {
                damage = found;
            }
        }
        return damage;
    }

    public void observe(WorkspaceObserver observer) {
        telling.add(observer);
    }

    public void forget(WorkspaceObserver observer) {
        telling.remove(observer);
    }

    /**
     * Changes the batch and queues the edit for writing.
     *
     * @throws EditRefused if the batch does not allow it, is closed or damaged, or edits cannot be written; it is
     *         unchanged then
     */
    public Entry edit(Edit edit) {
        return editAll(List.of(edit)).getFirst();
    }

    /**
     * Makes several edits, which are written in one transaction: after a crash all are there or none.
     *
     * @return their lines, in order
     * @throws EditRefused if one is not allowed; then none is made
     */
    public List<Entry> editAll(List<Edit> edits) {
        List<Entry> entries = new ArrayList<>();
        synchronized (history) {
            refuseWhenStuck();
            Batch after = history.batch();
            for (Edit edit : edits.size() > 1 ? edits : List.<Edit>of()) {
                after.inverse(edit);
                after = after.apply(edit);
            }
            for (Edit edit : edits) {
                entries.add(recorded(history.record(edit, clock.instant())));
            }
            if (!entries.isEmpty()) {
                durable.add(entries);
            }
        }
        telling.tell();
        return entries;
    }

    /**
     * Makes edits and moves staged files into the batch's folder, atomically.
     *
     * @throws EditRefused if an edit is not allowed; then nothing has changed and the staged files are deleted
     * @throws Problem if the disk is full now; the act is completed automatically, at the latest at the next opening
     */
    public List<Entry> editAll(List<Edit> edits, Staging staging) throws Problem {
        try {
            List<Entry> entries;
            synchronized (history) {
                long last = history.last();
                List<Entry> expected = new ArrayList<>();
                for (int i = 0; i < edits.size(); i++) {
                    expected.add(new Entry(last + 1 + i, clock.instant(), Entry.Kind.DONE, edits.get(i)));
                }
                staging.intend(expected);
                try {
                    entries = editAll(edits);
                } catch (EditRefused e) {
                    staging.discard();
                    throw e;
                }
            }
            flush();
            staging.moveIntoPlace();
            return entries;
        } catch (IOException e) {
            throw new Problem(Message.of(Workspace.class, "filesCannotBePut"), e);
        }
    }

    private Entry recorded(Entry entry) {
        Batch after = history.batch();
        telling.line(o -> o.changed(entry, after));
        return entry;
    }

    private void refuseWhenStuck() {
        if (closed) {
            throw new EditRefused(Message.of(Workspace.class, "closed"));
        }
        if (!damage.isNone()) {
            throw new EditRefused(
                    Message.of(Workspace.class, "damaged", damage.describe()));
        }
        durable.stuck().ifPresent(why -> {
            throw new EditRefused(why);
        });
    }

    /** Undoes the last edit of a student's submission, or of the batch; empty if there is nothing to undo. */
    public Optional<Entry> undo(Optional<StudentKey> scope) {
        return undo(scope, _ -> {});
    }

    /** Like {@link History#undo(Optional, java.time.Instant, Consumer)}. */
    public Optional<Entry> undo(Optional<StudentKey> scope, Consumer<EditRefused> passedOver) {
        return step(() -> history.undo(scope, clock.instant(), passedOver));
    }

    /** Redoes what was last undone; empty if there is nothing to redo. */
    Optional<Entry> redo(Optional<StudentKey> scope) {
        return redo(scope, _ -> {});
    }

    /** Like {@link History#redo(Optional, java.time.Instant, Consumer)}. */
    public Optional<Entry> redo(Optional<StudentKey> scope, Consumer<EditRefused> passedOver) {
        return step(() -> history.redo(scope, clock.instant(), passedOver));
    }

    public boolean canUndo(Optional<StudentKey> scope) {
        synchronized (history) {
            return history.canUndo(scope);
        }
    }

    public boolean canRedo(Optional<StudentKey> scope) {
        synchronized (history) {
            return history.canRedo(scope);
        }
    }

    private Optional<Entry> step(Supplier<Optional<Entry>> step) {
        Optional<Entry> entry;
        synchronized (history) {
            refuseWhenStuck();
            entry = step.get();
            entry.ifPresent(e -> {
                recorded(e);
                durable.add(List.of(e));
            });
        }
        telling.tell();
        return entry;
    }

    /**
     * Waits until all edits so far are on the disk.
     *
     * @throws Problem if they cannot be written
     */
    public void flush() throws Problem {
        durable.flush();
    }

    /** Keeps the batch open for background work; closing waits until the returned hold is closed. */
    public Hold hold() {
        synchronized (history) {
            refuseWhenStuck();
            held++;
        }
        return new Hold();
    }

    /** True while background work keeps the batch open. */
    public boolean isHeld() {
        synchronized (history) {
            return held > 0;
        }
    }

    /** Background work that keeps the batch open until this is closed. */
    public final class Hold implements AutoCloseable {
        private boolean released;

        private Hold() {}

        @Override
        public void close() {
            synchronized (history) {
                held -= released ? 0 : 1;
                released = true;
                history.notifyAll();
            }
        }
    }

    /** Names of documents whose bytes are no longer what was received, including missing ones. Reads every original. */
    public List<String> changedOriginals() {
        return batch().submissions()
                .stream()
                .flatMap(s -> Originals
                        .changed(folder, s,
                                Stream.concat(s.handIns().stream().flatMap(h -> h.documents().stream()), s.ownFiles()))
                        .stream())
                .toList();
    }

    /** Like {@link #changedOriginals()}, of a student's counting hand-in and the attached documents. */
    public List<String> changedOriginals(StudentKey student) {
        Submission submission = batch().submission(student);
        return Originals.changed(folder, submission,
                Stream.concat(submission.documents().stream(), submission.ownFiles()));
    }

    /** Waits for background work and until all edits are written, then releases the batch. */
    @Override
    public void close() throws Problem {
        synchronized (history) {
            if (closed) {
                return;
            }
            awaitWork();
            closed = true;
        }
        Optional<Problem> problem = durable.end();
        try (lock; durable; lines) {
            durable.endCheckpoints();
        } catch (SQLException | IOException e) {
            problem = problem.or(() -> Optional.of(new Problem(Message.of(Workspace.class, "notClosedInOrder"), e)));
        }
        if (problem.isPresent()) {
            throw problem.get();
        }
        if (damage.isNone() || lines.reachesBack()) { // damage before a checkpoint is found again only by a full check
            SummaryFile.update(folder, () -> new Overview(Summary.of(history.batch(), history.lines()), damage));
        }
    }

    private void awaitWork() throws Problem {
        try {
            while (held > 0) {
                history.wait();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Problem(Message.of(Workspace.class, "stillAtWork"), e);
        }
    }
}

package org.epiglyph.workspace;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.History;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.roster.StudentKey;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * An open batch. An edit changes it at once and is written behind by one thread, in order, each in a transaction of
 * its own; observers hear when it is kept. Edits that cannot be written wait and are tried again.
 * Safe for several threads.
 */
public final class Workspace implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(Workspace.class);
    private static final long RETRY_MILLIS = 1000;
    private static final Entry END = new Entry(Long.MAX_VALUE, Instant.MAX, Entry.Kind.DONE,
            new Edit.RemovePhrase("end"));
    private final BatchFolder folder;
    private final Clock clock;
    private final BatchLock lock;
    private final Database database;
    private final History history;
    private final BlockingQueue<Entry> waiting = new LinkedBlockingQueue<>();
    private final List<WorkspaceObserver> observers = new CopyOnWriteArrayList<>();
    private final Thread writer;
    private volatile boolean closing;
    private volatile int unkept;
    private boolean closed;

    private Workspace(BatchFolder folder, Clock clock, BatchLock lock, Database database) throws SQLException, Problem {
        this.folder = folder;
        this.clock = clock;
        this.lock = lock;
        this.database = database;
        this.history = database.read();
        this.writer = Thread.ofPlatform().name("keeping " + folder.root().getFileName()).start(this::writeAll);
    }

    /**
     * Opens the batch in a folder for this program alone.
     *
     * @throws Problem where there is none, another program has it, or it was made by a newer version
     */
    public static Workspace open(Path root, Clock clock) throws Problem {
        BatchFolder folder = new BatchFolder(root);
        if (!Files.isRegularFile(folder.database())) {
            throw new Problem("There is no batch in " + root + ". Choose a folder that holds a batch.sqlite.");
        }
        BatchLock lock = BatchLock.take(folder, clock);
        try {
            return new Workspace(folder, clock, lock, Database.open(folder.database()));
        } catch (SQLException e) {
            letGo(lock);
            throw new Problem("The batch in " + root
                    + " cannot be read. Restore the folder from a copy; the originals in it are untouched.", e);
        } catch (Problem e) {
            letGo(lock);
            throw e;
        }
    }

    /** Reads a batch as it is on the disk now, without holding it. */
    public static Batch peek(Path root) throws Problem {
        try (Database database = Database.open(new BatchFolder(root).database())) {
            return database.read().batch();
        } catch (SQLException e) {
            throw new Problem("The batch in " + root
                    + " cannot be read. Restore the folder from a copy; the originals in it are untouched.", e);
        }
    }

    private static void letGo(BatchLock lock) {
        try {
            lock.close();
        } catch (IOException e) {
            LOG.warn("A batch's lock could not be let go", e);
        }
    }

    public BatchFolder folder() {
        return folder;
    }

    /** The batch as it is now, edits that are still being written included. */
    public Batch batch() {
        synchronized (history) {
            return history.batch();
        }
    }

    /** The batch as it was collected, before any edit. */
    public Batch collected() {
        return history.collected();
    }

    /** The lines of its history so far, in order. */
    public List<Entry> lines() {
        synchronized (history) {
            return history.lines();
        }
    }

    public void observe(WorkspaceObserver observer) {
        observers.add(observer);
    }

    public void forget(WorkspaceObserver observer) {
        observers.remove(observer);
    }

    /**
     * Changes the batch and has the edit written.
     *
     * @throws EditRefused where the batch does not allow it; the batch is as before
     */
    public Entry edit(Edit edit) {
        Entry entry;
        Batch after;
        synchronized (history) {
            if (closed) {
                throw new IllegalStateException("The batch is closed");
            }
            entry = history.record(edit, clock.instant());
            after = history.batch();
            waiting.add(entry);
        }
        tell(o -> o.changed(entry, after));
        return entry;
    }

    /** Takes back the last edit of a student's submission, or of the batch alone; empty where nothing is left. */
    public Optional<Entry> undo(Optional<StudentKey> scope) {
        return again(() -> history.undo(scope, clock.instant()));
    }

    /** Does again what was last taken back; empty where there is nothing. */
    public Optional<Entry> redo(Optional<StudentKey> scope) {
        return again(() -> history.redo(scope, clock.instant()));
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

    private Optional<Entry> again(java.util.function.Supplier<Optional<Entry>> step) {
        Optional<Entry> entry;
        Batch after;
        synchronized (history) {
            entry = step.get();
            after = history.batch();
            entry.ifPresent(waiting::add);
        }
        entry.ifPresent(e -> tell(o -> o.changed(e, after)));
        return entry;
    }

    /**
     * A digest of everything that a student would be handed: documents, marks for the student, result and feedback.
     * The same work has the same fingerprint on every machine and at every time.
     *
     * @return SHA-256, 64 lower-case hexadecimal digits
     */
    public String fingerprint(StudentKey student) {
        Batch now = batch();
        Submission submission = now.submission(student);
        List<Object> handed = new ArrayList<>(
                List.of(student, submission.documents().stream().map(Document::sha256).toList(),
                        submission.marksForStudent(), now.result(student).value().stripTrailingZeros(),
                        Feedback.text(now, submission)));
        if (!submission.attached().isEmpty()) {
            handed.add(submission.attached().stream().map(a -> a.document().sha256()).toList());
        }
        return HexFormat.of()
                .formatHex(NewBatch.sha256().digest(BatchJson.write(handed).getBytes(StandardCharsets.UTF_8)));
    }

    /** Names of documents whose bytes are no longer what was received, missing ones included. Reads every original. */
    public List<String> changedOriginals() {
        List<String> changed = new ArrayList<>();
        for (Submission submission : batch().submissions()) {
            for (HandIn handIn : submission.handIns()) {
                handIn.documents().stream().filter(d -> !isIntact(d)).map(Document::name).forEach(changed::add);
            }
        }
        return changed;
    }

    private boolean isIntact(Document document) {
        MessageDigest digest = NewBatch.sha256();
        try (InputStream in = Files.newInputStream(folder.original(document))) {
            byte[] buffer = new byte[1 << 16];
            for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                digest.update(buffer, 0, n);
            }
            return HexFormat.of().formatHex(digest.digest()).equals(document.sha256());
        } catch (IOException e) {
            LOG.warn("An original cannot be read", e);
            return false;
        }
    }

    private void writeAll() {
        try {
            for (Entry entry = waiting.take(); entry != END; entry = waiting.take()) {
                write(entry);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void write(Entry entry) throws InterruptedException {
        while (true) {
            try {
                database.append(entry);
                tell(o -> o.kept(entry.number(), entry.at()));
                return;
            } catch (SQLException e) {
                LOG.warn("An edit could not be written (SQLite code {})", e.getErrorCode());
                tell(o -> o.notKept(new Problem(
                        "Your last change is not on the disk yet. See that the disk has room; it is tried again by itself.")));
                if (closing) {
                    unkept = unkept + 1;
                    return;
                }
                TimeUnit.MILLISECONDS.sleep(RETRY_MILLIS);
            }
        }
    }

    private void tell(Consumer<WorkspaceObserver> what) {
        for (WorkspaceObserver observer : observers) {
            try {
                what.accept(observer);
            } catch (RuntimeException e) {
                LOG.error("An observer failed", e);
            }
        }
    }

    /** Waits until all edits are written, then lets go of the batch. */
    @Override
    public void close() throws Problem {
        synchronized (history) {
            if (closed) {
                return;
            }
            closed = true;
            waiting.add(END);
        }
        closing = true;
        try {
            writer.join();
            database.close();
            lock.close();
            if (unkept > 0) {
                throw new Problem("The last changes (" + unkept
                        + ") could not be written before closing. See that the disk has room; what was shown as kept is kept.");
            }
        } catch (SQLException | IOException e) {
            throw new Problem("The batch could not be closed in order; everything shown as kept is kept.", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}

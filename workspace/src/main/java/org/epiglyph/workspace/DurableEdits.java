package org.epiglyph.workspace;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Checkpoint;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.History;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Writes the edits of an open batch into its database on a thread of its own, with a checkpoint from time to time. What
 * cannot be written by the end goes into a copy beside the batch, which the next opening takes in.
 */
final class DurableEdits implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(DurableEdits.class);
    private final BatchFolder folder;
    private final Database database;
    private final History history;
    private final CheckpointKeeper checkpoints;
    private final BooleanSupplier sound;
    private final LastMark lastMark;
    private final LastCopy lastCopy;
    private final HistoryWriter writer;
    /** The last edit that came from a copy and is not written yet; 0 for none. */
    private volatile long copied;
    /** True if the whole copy was taken in. */
    private volatile boolean copyFits;
    private boolean allWritten;
    /** The checkpoint to be written as soon as all of it is on the disk. */
    private Optional<Awaited> awaited = Optional.empty();

    /** @param since the lines since the previous checkpoint */
    private record Awaited(Checkpoint checkpoint, List<Entry> since) {}

    /**
     * @param history what is written; also the lock under which it is read
     * @param sound   true as long as the batch is undamaged and so worth a checkpoint
     * @param telling notifies observers of what was saved
     */
    DurableEdits(BatchFolder folder, Database database, History history, CheckpointKeeper checkpoints,
            BooleanSupplier sound, Notifier telling) throws IOException {
        this.folder = folder;
        this.database = database;
        this.history = history;
        this.checkpoints = checkpoints;
        this.sound = sound;
        this.lastCopy = new LastCopy(folder);
        lastCopy.reserve();
        this.lastMark = LastMark.open(folder.lastMark());
        this.writer = new HistoryWriter("keeping a batch", new DatabaseSink(), telling);
    }

    private final class DatabaseSink implements HistoryWriter.Sink {
        @Override
        public void append(List<Entry> entries) throws SQLException, Problem {
            database.append(entries);
        }

        @Override
        public void mark(long number) throws IOException {
            lastMark.set(number);
            putCheckpoint(number, checkpoints.isDue(number));
            if (copied > 0 && number >= copied) {
                copied = 0;
                settleCopy();
            }
        }
    }

    /**
     * Writes a checkpoint if one is due: it is taken of the batch as it is now, and written when all of it is on the
     * disk, so that edits arriving faster than they are written never prevent it. Only the writing thread, or no
     * thread, may run at the same time. Whatever goes wrong, edits go on being written and the batch can be closed.
     */
    private void putCheckpoint(long kept, boolean due) {
        try {
            if (awaited.isEmpty() && due) {
                awaited = takeCheckpoint();
            }
            if (awaited.isPresent() && awaited.get().checkpoint().number() <= kept) {
                Awaited now = awaited.get();
                awaited = Optional.empty();
                if (now.checkpoint().number() == kept && sound.getAsBoolean()) {
                    checkpoints.put(now.checkpoint(), database.chain(), now.since());
                }
            }
        } catch (RuntimeException | Error e) {
            LOG.info("A checkpoint could not be put down ({})", e.getClass());
        }
    }

    private Optional<Awaited> takeCheckpoint() {
        synchronized (history) {
            List<Entry> lines = history.lines();
            return Optional.of(new Awaited(history.checkpoint(),
                    lines.subList((int) (checkpoints.asked() - history.base()), lines.size())));
        }
    }

    /**
     * Writes edits that an earlier closing could not write. Their copy is deleted once they are written, or renamed if
     * not all of it applies; until then it stays as it is.
     */
    void recoverLastCopy() {
        synchronized (history) {
            List<Entry> after = lastCopy.after(history.last());
            List<Entry> fitting = replayed(after);
            copyFits = fitting.size() == after.size();
            if (after.isEmpty()) {
                lastCopy.deleteIfWritten(database::holds);
            } else if (fitting.isEmpty()) {
                settleCopy();
            } else {
                copied = fitting.getLast().number();
                writer.add(fitting);
            }
        }
    }

    /**
     * Replays edits up to the first that does not apply.
     *
     * @return those that did
     */
    private List<Entry> replayed(List<Entry> edits) {
        List<Entry> fitting = new ArrayList<>();
        for (Entry entry : edits) {
            try {
                history.replay(entry);
            } catch (RuntimeException e) {
                return fitting;
            }
            fitting.add(entry);
        }
        return fitting;
    }

    private void settleCopy() {
        if (copyFits) {
            lastCopy.delete();
        } else {
            lastCopy.deleteIfWritten(_ -> false);
        }
    }

    /** Queues edits for writing, in order. */
    void add(List<Entry> entries) {
        writer.add(entries);
    }

    /** Why no more edits are accepted; empty if they are. */
    Optional<Message> stuck() {
        return writer.stuck();
    }

    void flush() throws Problem {
        writer.flush();
    }

    /**
     * Accepts no more edits and waits until the queued ones are written, or copied.
     *
     * @return a problem if some were not written
     */
    Optional<Problem> end() {
        List<Entry> unwritten = unwritten();
        allWritten = unwritten.isEmpty();
        return allWritten ? Optional.empty() : Optional.of(copy(unwritten));
    }

    /** Closing is never interrupted, or the batch would stay locked. */
    private List<Entry> unwritten() {
        boolean interrupted = false;
        try {
            while (true) {
                try {
                    return writer.end();
                } catch (InterruptedException e) {
                    interrupted = true;
                }
            }
        } finally {
            if (interrupted) {
                Thread.currentThread().interrupt();
            }
        }
    }

    private Problem copy(List<Entry> unwritten) {
        try {
            Path copy = lastCopy.write(unwritten);
            boolean there = Files.exists(folder.database());
            return new Problem(there
                    ? Message.of(DurableEdits.class, "keptBeside", unwritten.size(), copy)
                    : Message.of(DurableEdits.class, "keptElsewhere", unwritten.size(), folder.root(), copy));
        } catch (IOException | RuntimeException | Error e) {
            LOG.error("A copy of edits could not be written ({})", e.getClass());
            return new Problem(Message.of(DurableEdits.class, "lost", unwritten.size()));
        }
    }

    /** Writes the last checkpoint, after {@link #end()}, and waits for it. */
    void endCheckpoints() {
        if (allWritten && checkpoints.isWorthwhile(history.last())) {
            putCheckpoint(history.last(), true);
        }
        checkpoints.end();
    }

    @Override
    public void close() throws SQLException, IOException {
        try (lastMark; database) {
            // both are closed even if one fails
        }
    }
}

package org.epiglyph.workspace;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.History;
import org.epiglyph.core.batch.Submission;
import org.slf4j.LoggerFactory;

/** Reads a batch as far as it is intact, and reports the damage. */
final class HistoryReading implements Database.Rows {
    private final List<Message> findings = new ArrayList<>();
    /** Number of lines that are decoded in parallel. */
    private static final int AT_ONCE = 1_024;
    private final boolean chained;
    private final List<Waiting> waiting = new ArrayList<>();
    private boolean begun;
    private boolean broken;
    private int copies;
    private boolean copyChanged;
    private Optional<String> body = Optional.empty();
    private String bodyDigest = "";
    private History history;
    private long last;
    private String chain = "";

    private HistoryReading(boolean chained) {
        this.chained = chained;
    }

    /**
     * The history as far as it is intact, and the damage.
     *
     * @param from    the checkpoint it continues from; the lines before it have not been read
     * @param earlier those lines
     */
    record Found(History history, Damage damage, Optional<CheckpointFile.Found> from,
            Optional<EarlierHistory> earlier) {
        Found(History history, Damage damage) {
            this(history, damage, Optional.empty(), Optional.empty());
        }
    }

    /**
     * Reads a batch that is being opened, from its newest checkpoint if it has one.
     *
     * @throws Problem if not even what was collected can be read
     */
    static Found open(Database database, BatchFolder folder) throws Problem {
        Optional<Found> found = fromCheckpoint(database, folder, RecentCheckpoints.read(folder));
        return found.isPresent() ? found.get() : read(database, folder);
    }

    /**
     * Reads the whole history, and checks the rest of the file too.
     *
     * @throws Problem if not even what was collected can be read
     */
    static Found read(Database database, BatchFolder folder) throws Problem {
        Found found = replayed(database, folder);
        if (!found.damage().isNone() || database.isWhole()) {
            return found;
        }
        return new Found(found.history(), new Damage(
                List.of(Message.of(HistoryReading.class, "damagedElsewhere"))));
    }

    /** Like {@link #open}, without reading the parts that hold no lines. */
    static Found glance(Database database, BatchFolder folder) throws Problem {
        Optional<Found> found = fromCheckpoint(database, folder, CheckpointFile.read(folder));
        return found.isPresent() ? found.get() : replayed(database, folder);
    }

    private static Found replayed(Database database, BatchFolder folder) throws Problem {
        return new HistoryReading(database.isChained()).readFrom(database, folder, 0);
    }

    /** Empty if there is no checkpoint, or if anything after it is damaged: a full read then reports what. */
    private static Optional<Found> fromCheckpoint(Database database, BatchFolder folder,
            Optional<CheckpointFile.Found> checkpoint) throws Problem {
        Optional<CheckpointFile.Found> from = checkpoint
                .filter(c -> database.isChained() && belongsTo(database, c));
        if (from.isEmpty()) {
            return Optional.empty();
        }
        HistoryReading reading = new HistoryReading(true);
        EarlierHistory earlier = new EarlierHistory(folder, from.get());
        reading.history = new History(from.get().checkpoint(), earlier);
        reading.last = from.get().checkpoint().number();
        reading.chain = from.get().chain();
        Found found = reading.readFrom(database, folder, reading.last);
        return Optional.of(new Found(found.history(), found.damage(), from, Optional.of(earlier)))
                .filter(f -> f.damage().isNone());
    }

    private static boolean belongsTo(Database database, CheckpointFile.Found found) {
        try {
            return database.hasChain(found.checkpoint().number(), found.chain());
        } catch (SQLException e) {
            return false;
        }
    }

    private Found readFrom(Database database, BatchFolder folder, long after) throws Problem {
        try {
            database.read(this, after);
            replayWaiting();
        } catch (SQLException e) {
            LoggerFactory.getLogger(HistoryReading.class)
                    .warn("A batch's file is damaged (SQLite code {})", e.getErrorCode());
            if (replayWaiting()) {
                findings.add(Message.of(HistoryReading.class, "damagedBehind", last));
            }
        }
        begin(folder);
        Optional<Long> marked = LastMark.read(folder.lastMark());
        if (findings.isEmpty() && marked.isPresent() && marked.get() > last) {
            String log = folder.database().getFileName() + "-wal";
            findings.add(marked.get() - last == 1
                    ? Message.of(HistoryReading.class, "lastOneMissing", log)
                    : Message.of(HistoryReading.class, "lastMissing", marked.get() - last, log));
        }
        return new Found(history, new Damage(findings));
    }

    @Override
    public void collected(String text, String digest) {
        copies++;
        String start = body.equals(Optional.of(text)) ? bodyDigest : Chain.start(text);
        boolean whole = !chained || start.equals(digest);
        copyChanged |= !whole;
        if (whole && body.isEmpty()) {
            body = Optional.of(text);
            bodyDigest = start;
        }
    }

    private void begin(BatchFolder folder) throws Problem {
        if (begun) {
            return;
        }
        if (body.isEmpty()) {
            throw unreadable(folder, null);
        }
        if (history == null) {
            history = new History(batch(body.get(), folder));
            chain = bodyDigest;
        }
        if (copyChanged || chained && copies < 2) {
            findings.add(Message.of(HistoryReading.class, "copyDamaged"));
        }
        begun = true;
    }

    static Batch batch(String collected, BatchFolder folder) throws Problem {
        try {
            return batch(BatchJson.read(collected, BatchJson.Collected.class));
        } catch (JsonProcessingException | RuntimeException | StackOverflowError e) {
            throw unreadable(folder, null); // the cause may quote the text, which must not be logged
        }
    }

    static Problem unreadable(BatchFolder folder, Throwable cause) {
        return new Problem(Message.of(HistoryReading.class, "unreadable", folder.root()),
                cause);
    }

    @Override
    public boolean line(StoredLine line, String digest) {
        try {
            begin(new BatchFolder(java.nio.file.Path.of("")));
        } catch (Problem e) {
            return false; // reported by read, with the folder's name
        }
        waiting.add(new Waiting(line, digest));
        return waiting.size() < AT_ONCE || replayWaiting();
    }

    private record Waiting(StoredLine line, String digest) {
        /** The line decoded; empty if it cannot be read. */
        Decoded decoded() {
            try {
                return new Decoded(this, Optional.of(line.entry()), false);
            } catch (JsonProcessingException e) {
                return new Decoded(this, Optional.empty(), true);
            } catch (RuntimeException | StackOverflowError e) {
                return new Decoded(this, Optional.empty(), false);
            }
        }
    }

    /** @param otherVersion true if it may come from a version that this one cannot read */
    private record Decoded(Waiting from, Optional<Entry> entry, boolean otherVersion) {}

    /**
     * Replays the waiting lines, which are decoded in parallel.
     *
     * @return false from the first damaged line on
     */
    private boolean replayWaiting() {
        List<Decoded> decoded = waiting.parallelStream().map(Waiting::decoded).toList();
        waiting.clear();
        for (Decoded one : decoded) {
            Optional<Message> fault = broken ? Optional.empty() : fault(one);
            fault.ifPresent(findings::add);
            broken |= fault.isPresent();
        }
        return !broken;
    }

    private Optional<Message> fault(Decoded decoded) {
        StoredLine line = decoded.from().line();
        if (line.number() != last + 1) {
            return Optional.of(Message.of(HistoryReading.class, "changeMissing", last + 1));
        }
        String next = Chain.next(chain, line);
        if (chained && !next.equals(decoded.from().digest())) {
            return damaged();
        }
        if (decoded.entry().isEmpty()) {
            return decoded.otherVersion() ? ofOtherVersion() : damaged();
        }
        try {
            history.replay(decoded.entry().get());
            chain = next;
            last = line.number();
            return Optional.empty();
        } catch (EditRefused e) {
            return ofOtherVersion();
        } catch (RuntimeException | StackOverflowError e) {
            return damaged();
        }
    }

    private Optional<Message> damaged() {
        return Optional.of(Message.of(HistoryReading.class, "changeDamaged", last + 1));
    }

    private Optional<Message> ofOtherVersion() {
        return Optional.of(Message.of(HistoryReading.class, "changeOfOtherVersion", last + 1));
    }

    static Batch batch(BatchJson.Collected collected) {
        List<Submission> submissions = collected.received()
                .stream()
                .map(r -> Submission.untouched(r.student(), r.handIns()))
                .toList();
        return Batch.collected(collected.task(), collected.scheme(), collected.phrasebook(), submissions);
    }
}

package org.epiglyph.workspace;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.History;
import org.epiglyph.core.batch.Submission;
import org.slf4j.LoggerFactory;

/** Reads a batch as far as it is whole, and says what is not. */
final class HistoryReading implements Database.Rows {
    private final List<String> findings = new ArrayList<>();
    /** Lines that are decoded side by side. */
    private static final int AT_ONCE = 1_024;
    private final boolean chained;
    private final List<Waiting> waiting = new ArrayList<>();
    private boolean broken;
    private int copies;
    private boolean copyChanged;
    private Optional<String> body = Optional.empty();
    private History history;
    private long last;
    private String chain = "";

    private HistoryReading(boolean chained) {
        this.chained = chained;
    }

    /** The history as far as it is whole, and what is not. */
    record Found(History history, Damage damage) {}

    /**
     * @throws Problem where not even what was collected can be read
     */
    static Found read(Database database, BatchFolder folder) throws Problem {
        Found found = glance(database, folder);
        if (!found.damage().isNone() || database.isWhole()) {
            return found;
        }
        return new Found(found.history(), new Damage(
                List.of("The batch's file is damaged in a place that holds none of its changes.")));
    }

    /** As {@link #read}, without reading what holds no lines. */
    static Found glance(Database database, BatchFolder folder) throws Problem {
        HistoryReading reading = new HistoryReading(database.isChained());
        try {
            database.read(reading);
            reading.replayWaiting();
        } catch (SQLException e) {
            LoggerFactory.getLogger(HistoryReading.class)
                    .warn("A batch's file is damaged (SQLite code {})", e.getErrorCode());
            if (reading.replayWaiting()) {
                reading.findings.add("The batch's file is damaged behind change " + reading.last + ".");
            }
        }
        reading.begin(folder);
        Optional<Long> marked = LastMark.read(folder.lastMark());
        if (reading.findings.isEmpty() && marked.isPresent() && marked.get() > reading.last) {
            reading.findings.add("The last " + (marked.get() - reading.last) + " changes are missing: the file "
                    + folder.database().getFileName()
                    + "-wal was not copied with the others. Put it beside them if you still have it.");
        }
        return new Found(reading.history, new Damage(reading.findings));
    }

    @Override
    public void collected(String text, String digest) {
        copies++;
        boolean whole = !chained || Chain.start(text).equals(digest);
        copyChanged |= !whole;
        if (whole && body.isEmpty()) {
            body = Optional.of(text);
        }
    }

    private void begin(BatchFolder folder) throws Problem {
        if (history != null) {
            return;
        }
        if (body.isEmpty()) {
            throw unreadable(folder, null);
        }
        try {
            history = new History(batch(BatchJson.read(body.get(), BatchJson.Collected.class)));
            chain = Chain.start(body.get());
        } catch (JsonProcessingException | RuntimeException | StackOverflowError e) {
            throw unreadable(folder, null); // the cause may quote the text, which is not for the log
        }
        if (copyChanged || chained && copies < 2) {
            findings.add("One of the two copies of what was collected is damaged; the other is whole.");
        }
    }

    static Problem unreadable(BatchFolder folder, Throwable cause) {
        return new Problem("The batch in " + folder.root()
                + " cannot be read. Restore the folder from a copy, or collect it anew; the originals in it are untouched.",
                cause);
    }

    @Override
    public boolean line(StoredLine line, String digest) {
        try {
            begin(new BatchFolder(java.nio.file.Path.of("")));
        } catch (Problem e) {
            return false; // said by read, with the folder's name
        }
        waiting.add(new Waiting(line, digest));
        return waiting.size() < AT_ONCE || replayWaiting();
    }

    private record Waiting(StoredLine line, String digest) {
        /** What the line says; nothing where it cannot be read. */
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

    /** @param otherVersion true where it may be of a version that this one cannot read */
    private record Decoded(Waiting from, Optional<Entry> entry, boolean otherVersion) {}

    /** Replays the lines that wait, which are decoded side by side. @return false from the first that is not whole on */
    private boolean replayWaiting() {
        List<Decoded> decoded = waiting.parallelStream().map(Waiting::decoded).toList();
        waiting.clear();
        for (Decoded one : decoded) {
            Optional<String> fault = broken ? Optional.empty() : fault(one);
            fault.ifPresent(f -> findings.add("Change " + (last + 1) + " " + f
                    + ". The batch is shown as it was before it; what came later is kept in the folder."));
            broken |= fault.isPresent();
        }
        return !broken;
    }

    private Optional<String> fault(Decoded decoded) {
        StoredLine line = decoded.from().line();
        if (line.number() != last + 1) {
            return Optional.of("is missing");
        }
        String next = Chain.next(chain, line);
        if (chained && !next.equals(decoded.from().digest())) {
            return Optional.of("is damaged");
        }
        if (decoded.entry().isEmpty()) {
            return Optional.of(decoded.otherVersion() ? "cannot be read by this version" : "is damaged");
        }
        try {
            history.replay(decoded.entry().get());
            chain = next;
            last = line.number();
            return Optional.empty();
        } catch (EditRefused e) {
            return Optional.of("cannot be read by this version");
        } catch (RuntimeException | StackOverflowError e) {
            return Optional.of("is damaged");
        }
    }

    static Batch batch(BatchJson.Collected collected) {
        List<Submission> submissions = collected.received()
                .stream()
                .map(r -> Submission.untouched(r.student(), r.handIns()))
                .toList();
        return Batch.collected(collected.task(), collected.scheme(), collected.phrasebook(), submissions);
    }
}

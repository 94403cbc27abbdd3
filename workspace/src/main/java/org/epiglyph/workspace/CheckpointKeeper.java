package org.epiglyph.workspace;

import java.io.IOException;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Checkpoint;
import org.epiglyph.core.batch.Entry;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Writes a checkpoint every so many lines, on a thread of its own, so that opening takes as long as the last lines and
 * not the whole history. If one cannot be written, opening is slower and nothing is lost.
 */
final class CheckpointKeeper {
    private static final Logger LOG = LoggerFactory.getLogger(CheckpointKeeper.class);
    /** Tests that kill the program use a smaller number. */
    private static final int EVERY = Integer.getInteger("epiglyph.checkpoint.every", 2_000);
    private static final int WORTH_ONE = 250;
    private final BatchFolder folder;
    private final ExecutorService thread = Executors
            .newSingleThreadExecutor(Thread.ofPlatform().name("keeping a checkpoint").daemon().factory());
    private LineIndex index = new LineIndex();
    /** True while the index has every line since the beginning. */
    private boolean whole;
    private long asked;
    private CheckpointFile file;
    private Optional<CheckpointFile.Found> resumed;
    private Optional<CheckpointFile.Found> written = Optional.empty();

    /** @param from what the batch was opened from; empty if its whole history was read */
    CheckpointKeeper(BatchFolder folder, Optional<CheckpointFile.Found> from) {
        this.folder = folder;
        this.resumed = from;
        this.whole = from.isEmpty();
        this.asked = from.map(f -> f.checkpoint().number()).orElse(0L);
    }

    /** The line of the newest requested checkpoint; the next one holds the lines after it. */
    synchronized long asked() {
        return asked;
    }

    /** True if enough lines are on the disk for the next checkpoint. */
    synchronized boolean isDue(long number) {
        return number - asked >= EVERY;
    }

    /** True if a checkpoint is worthwhile when the batch is closed. */
    synchronized boolean isWorthwhile(long number) {
        return number - asked >= WORTH_ONE;
    }

    /**
     * Requests a checkpoint.
     *
     * @param chain the digest of the history up to it, which is on the disk
     * @param since the lines since {@link #asked()}
     */
    synchronized void put(Checkpoint checkpoint, String chain, List<Entry> since) {
        asked = checkpoint.number();
        thread.execute(() -> write(checkpoint, chain, since));
    }

    private void write(Checkpoint checkpoint, String chain, List<Entry> since) {
        index.add(since);
        try {
            if (file == null) {
                open(checkpoint.number());
            }
            whole = false; // lines that the file takes are no longer in the index
            Optional<Batch> before = written.map(w -> w.checkpoint().batch());
            written = Optional.of(file.write(checkpoint, chain, index, before));
        } catch (SQLException | IOException | Problem | RuntimeException | Error e) {
            LOG.info("A checkpoint could not be written ({})", e.getClass());
            close();
        }
    }

    private void open(long number) throws SQLException, IOException, Problem {
        if (resumed.isPresent()) {
            file = CheckpointFile.open(folder, resumed.get());
            written = resumed;
            resumed = Optional.empty();
        } else {
            if (!whole) {
                index = new LineIndex();
                index.add(EarlierHistory.lines(folder, number));
                whole = true;
            }
            file = CheckpointFile.create(folder);
            written = Optional.empty();
        }
    }

    /** The next one is written from scratch. */
    private void close() {
        try {
            if (file != null) {
                file.close();
            }
        } catch (SQLException | RuntimeException e) {
            LOG.info("A checkpoint's file could not be closed");
        }
        file = null;
        resumed = Optional.empty();
        written = Optional.empty();
    }

    /** Waits until what was requested is written; gives up if interrupted. */
    void end() {
        thread.close();
        Optional<CheckpointFile.Found> last = written;
        close();
        last.ifPresent(found -> RecentCheckpoints.remember(folder, found));
    }
}

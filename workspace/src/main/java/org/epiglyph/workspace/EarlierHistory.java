package org.epiglyph.workspace;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.EarlierLines;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.roster.StudentKey;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The lines of a batch before the checkpoint that it was opened from, read on a connection of its own. Thread-safe. */
final class EarlierHistory implements EarlierLines, AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(EarlierHistory.class);
    private static final Message UNREADABLE = Message.of(EarlierHistory.class, "unreadable");
    private static final int AT_ONCE = 250;
    private static final int LOOK_BACK = 4_000;
    private final BatchFolder folder;
    private final CheckpointFile.Found from;
    private Database reader;
    private Batch collected;
    private List<Entry> shared;

    EarlierHistory(BatchFolder folder, CheckpointFile.Found from) {
        this.folder = folder;
        this.from = from;
    }

    private long base() {
        return from.checkpoint().number();
    }

    private Database reader() throws SQLException, Problem {
        if (reader == null) {
            reader = Database.look(folder.database());
        }
        return reader;
    }

    /** Collects the rows read, without judging them. */
    private static class RowCollector implements Database.Rows {
        private final List<Entry> entries = new ArrayList<>();
        private Optional<String> body = Optional.empty();

        @Override
        public void collected(String text, String digest) {
            if (Chain.start(text).equals(digest)) {
                body = Optional.of(text);
            }
        }

        @Override
        public boolean line(StoredLine line, String digest) {
            try {
                entries.add(line.entry());
            } catch (JsonProcessingException | RuntimeException | StackOverflowError e) {
                LOG.warn("A line of a history cannot be read");
            }
            return true;
        }
    }

    @Override
    public synchronized Batch collected() {
        try {
            if (collected == null) {
                RowCollector rows = new RowCollector();
                reader().read(rows, Long.MAX_VALUE);
                collected = HistoryReading.batch(rows.body.orElseThrow(() -> HistoryReading.unreadable(folder, null)),
                        folder);
            }
            return collected;
        } catch (SQLException | Problem e) {
            throw new EditRefused(UNREADABLE);
        }
    }

    @Override
    public synchronized List<Entry> of(StudentKey student) {
        try {
            if (shared == null) {
                shared = linesOf(Optional.empty());
            }
            List<Entry> all = new ArrayList<>(linesOf(Optional.of(student)));
            all.addAll(shared);
            all.sort(Comparator.comparing(Entry::number));
            return all;
        } catch (SQLException | Problem e) {
            throw new EditRefused(UNREADABLE);
        }
    }

    /** By the numbers in the checkpoint file; if it lacks them or has wrong ones, by searching all lines. */
    private List<Entry> linesOf(Optional<StudentKey> whose) throws SQLException, Problem {
        Optional<long[]> numbers = CheckpointFile.lines(folder, whose);
        if (numbers.isPresent()) {
            List<Entry> found = lines(numbers.get());
            if (found.stream().allMatch(e -> e.edit().soleStudent().equals(whose))) {
                return found;
            }
        }
        return all().stream().filter(e -> e.edit().soleStudent().equals(whose)).toList();
    }

    /** The file keeps growing; lines after the checkpoint do not belong here. */
    private List<Entry> lines(long... numbers) throws SQLException, Problem {
        RowCollector rows = new RowCollector();
        for (long number : numbers) {
            if (number <= base()) {
                reader().readLine(number, rows);
            }
        }
        return rows.entries;
    }

    /** One line up to the checkpoint. */
    synchronized Optional<Entry> line(long number) {
        try {
            return lines(number).stream().findFirst();
        } catch (SQLException | Problem e) {
            throw new EditRefused(UNREADABLE);
        }
    }

    /**
     * The newest line of a kind among the last ones up to the checkpoint; empty if there is none, or they cannot be
     * read.
     */
    synchronized Optional<Entry> newest(Predicate<Entry> kind) {
        try {
            for (long to = base(); to > Math.max(0, base() - LOOK_BACK); to -= AT_ONCE) {
                RowCollector rows = new RowCollector();
                for (long number = Math.max(1, to - AT_ONCE + 1); number <= to; number++) {
                    reader().readLine(number, rows);
                }
                Optional<Entry> found = rows.entries.reversed().stream().filter(kind).findFirst();
                if (found.isPresent()) {
                    return found;
                }
            }
            return Optional.empty();
        } catch (SQLException | Problem e) {
            return Optional.empty();
        }
    }

    /**
     * All lines up to the checkpoint, in order.
     *
     * @throws Problem if they cannot be read
     */
    List<Entry> all() throws Problem {
        return lines(folder, base());
    }

    /**
     * The lines of a batch up to a number, in order.
     *
     * @throws Problem if they cannot be read
     */
    static List<Entry> lines(BatchFolder folder, long upTo) throws Problem {
        RowCollector rows = new RowCollector();
        try (Database all = Database.look(folder.database())) {
            all.read(rows);
            return rows.entries.stream().filter(e -> e.number() <= upTo).toList();
        } catch (SQLException e) {
            throw HistoryReading.unreadable(folder, e);
        }
    }

    /**
     * Reads every line up to the checkpoint and reports damage to them or to the rest of the file.
     *
     * @param stillWanted called at each line; returns false to stop
     */
    Damage check(BooleanSupplier stillWanted) {
        try (Database all = Database.look(folder.database())) {
            Links links = new Links(stillWanted);
            all.read(links);
            if (!stillWanted.getAsBoolean()) {
                return Damage.NONE;
            }
            if (links.reached < base()) {
                return new Damage(
                        List.of(Message.of(EarlierHistory.class, "changeDamaged", links.reached + 1)));
            }
            return all.isWhole() ? Damage.NONE : damagedFile();
        } catch (SQLException e) {
            return damagedFile();
        } catch (Problem e) {
            return new Damage(List.of(e.asMessage()));
        }
    }

    private static Damage damagedFile() {
        return new Damage(List.of(Message.of(EarlierHistory.class, "damaged")));
    }

    /** Follows the chain of digests as far as it is intact. */
    private final class Links implements Database.Rows {
        private final BooleanSupplier stillWanted;
        private String chain = "";
        private long reached;

        Links(BooleanSupplier stillWanted) {
            this.stillWanted = stillWanted;
        }

        @Override
        public void collected(String body, String digest) {
            chain = Chain.start(body).equals(digest) ? digest : chain;
        }

        @Override
        public boolean line(StoredLine line, String digest) {
            chain = Chain.next(chain, line);
            boolean fits = line.number() == reached + 1 && chain.equals(digest);
            reached = fits ? line.number() : reached;
            return fits && reached < base() && stillWanted.getAsBoolean();
        }
    }

    @Override
    public synchronized void close() throws SQLException {
        if (reader != null) {
            reader.close();
            reader = null;
        }
    }
}

package org.epiglyph.workspace;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Chronicle;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.History;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.places.FolderTree;
import org.epiglyph.places.TemporaryFolder;
import org.slf4j.LoggerFactory;

/** Finds out what of a batch is intact, and writes a sound copy of that. */
public final class BatchRepair {
    private static final int MISSING_IN_A_ROW = 2000;
    private static final Set<String> OWN = Set.of("batch.sqlite", "batch.sqlite-wal", "batch.sqlite-shm", "batch.lock",
            "batch.last", "batch.reserve", "edits-not-written.jsonl", "checkpoint.sqlite", "checkpoint.sqlite-journal");
    private final BatchFolder folder;

    private BatchRepair(BatchFolder folder) {
        this.folder = folder;
    }

    /**
     * How many of a batch's changes are in a sound copy.
     *
     * @param kept    how many are in it
     * @param leftOut how many could not be read or no longer apply; their lines are stored beside the copy
     */
    public record Outcome(int kept, int leftOut) {}

    /** The damage of a batch, including its originals, which are all read. The batch must not be open elsewhere. */
    public static Damage check(Path root, Clock clock) throws Problem {
        BatchFolder folder = existing(root);
        try (BatchLock _ = BatchLock.take(folder, clock); Database database = Database.look(folder.database())) {
            HistoryReading.Found found = HistoryReading.read(database, folder);
            List<Message> findings = new ArrayList<>(found.damage().findings());
            Batch batch = found.history().batch();
            for (Submission submission : batch.submissions()) {
                submission.handIns().stream().flatMap(h -> h.documents().stream()).forEach(document -> {
                    if (!Originals.isIntact(folder, document)) {
                        findings.add(Message.of(BatchRepair.class, "originalChanged", submission.displayName(document),
                                submission.student().name()));
                    }
                });
                submission.ownFiles().filter(d -> !Originals.isIntact(folder, d)).forEach(document -> {
                    findings.add(Message.of(BatchRepair.class, "ownFileChanged", submission.displayName(document),
                            submission.student().name()));
                });
            }
            return new Damage(findings);
        } catch (SQLException | IOException e) {
            throw HistoryReading.unreadable(folder, e);
        }
    }

    /**
     * Writes a sound copy with every change that can be read and still applies; the damaged batch stays as it is.
     *
     * @param target the folder of the copy; must not exist
     * @throws Problem if not even what was collected can be read, or the copy cannot be written; then there is no copy
     */
    public static Outcome write(Path root, Path target, Clock clock) throws Problem {
        BatchFolder folder = existing(root);
        if (Files.exists(target)) {
            throw new Problem(Message.of(BatchRepair.class, "taken", target));
        }
        try (BatchLock _ = BatchLock.take(folder, clock)) {
            Path parent = target.toAbsolutePath().getParent();
            Files.createDirectories(parent);
            Path growing = TemporaryFolder.makeIn(parent, "repairing").path();
            try {
                Outcome outcome = new BatchRepair(folder).write(growing);
                Files.move(growing, target, StandardCopyOption.ATOMIC_MOVE);
                return outcome;
            } finally {
                FolderTree.delete(growing);
            }
        } catch (IOException | SQLException e) {
            throw new Problem(Message.of(BatchRepair.class, "cannotBeWritten", target), e);
        }
    }

    private static BatchFolder existing(Path root) throws Problem {
        BatchFolder folder = new BatchFolder(root);
        if (!Files.isRegularFile(folder.database())) {
            throw new Problem(Message.of(Database.class, "noBatch", root));
        }
        return folder;
    }

    private Outcome write(Path growing) throws IOException, SQLException, Problem {
        copyFiles(growing);
        Salvage salvage = salvaged();
        BatchJson.Collected collected = salvage.collected().orElseThrow(() -> HistoryReading.unreadable(folder, null));
        History history = new History(HistoryReading.batch(collected));
        List<String> leftOut = new ArrayList<>(salvage.unreadable);
        salvage.entries.values().forEach(entry -> {
            Entry renumbered = new Entry(history.last() + 1, entry.at(), entry.kind(), entry.edit());
            try {
                history.replay(renumbered);
            } catch (RuntimeException e) {
                leftOut.add(BatchJson.write(entry));
            }
        });
        int salvaged = (int) history.last();
        known().ifPresent(batch -> bringBack(batch, history));
        try (Database database = Database.create(growing.resolve(folder.database().getFileName()), collected)) {
            database.append(history.lines());
        }
        if (!leftOut.isEmpty()) {
            Files.write(growing.resolve("changes-left-out.jsonl"), leftOut);
        }
        return new Outcome(salvaged, leftOut.size() + salvage.missing);
    }

    /** The batch as rebuilt from a checkpoint, the lines after it and a copy of the last edits, if they are intact. */
    private Optional<Batch> known() throws SQLException {
        try (Database database = Database.look(folder.database())) {
            HistoryReading.Found found = HistoryReading.glance(database, folder);
            if (found.from().isEmpty()) {
                return Optional.empty();
            }
            History history = found.history();
            try {
                new LastCopy(folder).after(history.last()).forEach(history::replay);
            } catch (RuntimeException e) {
                LoggerFactory.getLogger(BatchRepair.class).info("A copy of edits fits only in part");
            }
            return Optional.of(history.batch());
        } catch (Problem e) {
            return Optional.empty();
        }
    }

    /** Restores from an intact batch what the remaining lines no longer make of a submission. */
    private static void bringBack(Batch known, History history) {
        Instant at = history.lines().isEmpty() ? Instant.EPOCH : history.lines().getLast().at();
        for (Submission was : known.submissions()) {
            StudentKey student = was.student().key();
            if (history.batch().position(student) < 0) {
                continue;
            }
            Submission now = history.batch().submission(student);
            Edit back = Chronicle.bringBack(was);
            if (!back.equals(Chronicle.bringBack(now)) || was.sealed() != now.sealed()) {
                List<Edit> edits = new ArrayList<>(now.sealed() ? List.of(new Edit.OpenAgain(student)) : List.of());
                edits.add(back);
                edits.addAll(was.sealed() ? List.of(new Edit.Seal(student)) : List.of());
                edits.forEach(e -> attempt(e, at, history));
            }
        }
    }

    private static void attempt(Edit edit, Instant at, History history) {
        try {
            history.record(edit, at);
        } catch (EditRefused e) {
            LoggerFactory.getLogger(BatchRepair.class).info("A submission could not be brought back as it was");
        }
    }

    private void copyFiles(Path growing) throws IOException {
        Files.walkFileTree(folder.root(), new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult preVisitDirectory(Path from, BasicFileAttributes attributes) throws IOException {
                if (from.equals(folder.outgoing())) {
                    return FileVisitResult.SKIP_SUBTREE; // made again when it is handed back
                }
                Files.createDirectories(growing.resolve(folder.root().relativize(from).toString()));
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
                boolean own = file.getParent().equals(folder.root()) && OWN.contains(file.getFileName().toString());
                if (!own && attributes.isRegularFile()) {
                    copy(file, growing.resolve(folder.root().relativize(file).toString()));
                }
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFileFailed(Path file, IOException failure) {
                return FileVisitResult.CONTINUE; // a failing disk: what can be read is copied, check reports the rest
            }
        });
    }

    /** A file that cannot be read to its end is left out; failing to write ends everything. */
    private static void copy(Path file, Path to) throws IOException {
        try {
            Files.copy(file, to, StandardCopyOption.COPY_ATTRIBUTES);
        } catch (IOException e) {
            if (isReadable(file)) {
                throw e;
            }
            Files.deleteIfExists(to);
        }
    }

    private static boolean isReadable(Path file) {
        try {
            Files.copy(file, OutputStream.nullOutputStream());
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    /** Everything that can be read, line by line. */
    private final class Salvage implements Database.Rows {
        private final boolean chained;
        private final List<String> bodies = new ArrayList<>();
        private final TreeMap<Long, Entry> entries = new TreeMap<>();
        private final List<String> unreadable = new ArrayList<>();
        private final TreeMap<Long, String> digests = new TreeMap<>();
        private int missing;

        Salvage(boolean chained) {
            this.chained = chained;
        }

        @Override
        public void collected(String body, String digest) {
            boolean whole = !chained || Chain.start(body).equals(digest);
            bodies.add(whole ? 0 : bodies.size(), body);
        }

        Optional<BatchJson.Collected> collected() {
            for (String body : bodies) {
                try {
                    BatchJson.Collected found = BatchJson.read(body, BatchJson.Collected.class);
                    HistoryReading.batch(found);
                    return Optional.of(found);
                } catch (JsonProcessingException | RuntimeException | StackOverflowError e) {
                    // the other copy may be better
                }
            }
            return Optional.empty();
        }

        /** A line is intact if its digest continues the one before it; if that line is gone, if it can be read. */
        @Override
        public boolean line(StoredLine line, String digest) {
            if (entries.containsKey(line.number())) {
                return true;
            }
            String before = line.number() == 1
                    ? bodies.isEmpty() ? null : Chain.start(bodies.getFirst())
                    : digests.get(line.number() - 1);
            digests.put(line.number(), digest);
            try {
                if (chained && before != null && !Chain.next(before, line).equals(digest)) {
                    unreadable.add(BatchJson.write(line));
                } else {
                    entries.put(line.number(), line.entry());
                }
            } catch (JsonProcessingException | RuntimeException | StackOverflowError e) {
                unreadable.add(BatchJson.write(line));
            }
            return true;
        }
    }

    private Salvage salvaged() throws SQLException, Problem {
        try (Database database = Database.look(folder.database())) {
            Salvage salvage = new Salvage(database.isChained());
            try {
                database.read(salvage);
            } catch (SQLException e) {
                byNumber(database, salvage);
            }
            new LastCopy(folder).after(salvage.entries.isEmpty() ? 0 : salvage.entries.lastKey())
                    .forEach(e -> salvage.entries.put(e.number(), e));
            return salvage;
        }
    }

    /** Continues after a place that cannot be read. */
    private void byNumber(Database database, Salvage salvage) {
        long highest = Math.max(database.highest().orElse(0), LastMark.read(folder.lastMark()).orElse(0L));
        int inARow = 0;
        for (long n = salvage.digests.isEmpty() ? 1 : salvage.digests.lastKey() + 1; inARow < MISSING_IN_A_ROW
                && (highest == 0 || n <= highest); n++) {
            boolean there = false;
            try {
                there = database.readLine(n, salvage);
            } catch (SQLException e) {
                // counted below
            }
            inARow = there ? 0 : inARow + 1;
            salvage.missing += there ? 0 : 1;
        }
        salvage.missing -= highest == 0 ? inARow : 0;
    }
}

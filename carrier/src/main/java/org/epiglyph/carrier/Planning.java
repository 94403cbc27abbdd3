package org.epiglyph.carrier;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.charset.Charset;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.task.Task;
import org.epiglyph.exchange.archive.FileSource;
import org.epiglyph.exchange.archive.ReceivedFile;
import org.epiglyph.exchange.record.Ability;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.StudentAnswer;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.exchange.sheet.Role;
import org.epiglyph.places.TemporaryFolder;
import org.epiglyph.workspace.BatchFolder;
import org.epiglyph.workspace.Glance;
import org.epiglyph.workspace.NewBatch;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Reads a source and finds each file's student; makes nothing yet. */
public final class Planning {
    private static final Logger LOG = LoggerFactory.getLogger(Planning.class);
    private static final int LARGEST_SHEET = 20 << 20;
    private static final Pattern BESIDE_KEYS = Pattern.compile("[^\\p{L}\\p{N}-]+");

    private Planning() {}

    /**
     * The input for reading files.
     *
     * @param places   archives, folders, single files; empty for a sheet or a class alone
     * @param sheet    the grade sheet; if empty, one among the files is used
     * @param title    the task's title; blank to name it after the first place
     * @param due      when it was due, if known
     * @param zone     the zone in which times are shown and parsed
     * @param grace    how long after the due time still counts as in time
     * @param encoding of names in archives that do not declare one; empty to detect it
     * @param students typed or pasted
     * @param known    filing rules that may match
     */
    public record FromFiles(List<Path> places, Optional<Path> sheet, String title, Optional<Instant> due, ZoneId zone,
            Duration grace, Optional<Charset> encoding, List<Student> students, List<FilingRule> known) {
        /** The usual input: one place, perhaps a sheet. */
        public static FromFiles of(Path place, Optional<Path> sheet, String title) {
            return new FromFiles(List.of(place), sheet, title, Optional.empty(), ZoneId.systemDefault(), Duration.ZERO,
                    Optional.empty(), List.of(), List.of());
        }

        private String defaultTitle() {
            return places.stream()
                    .findFirst()
                    .or(this::sheet)
                    .map(p -> FilingRule.stem(String.valueOf(p.getFileName())))
                    .orElse("Class");
        }

        FromFiles due(Optional<Instant> other, ZoneId otherZone, Duration otherGrace) {
            return new FromFiles(places, sheet, title, other, otherZone, otherGrace, encoding, students, known);
        }

        public FromFiles encoding(Optional<Charset> other) {
            return new FromFiles(places, sheet, title, due, zone, grace, other, students, known);
        }

        FromFiles with(List<Student> typed, List<FilingRule> rules) {
            return new FromFiles(places, sheet, title, due, zone, grace, encoding, typed, rules);
        }
    }

    private static Optional<GradeSheet> sheet(RecordClient client, String taskId) throws Problem {
        return client.abilities().contains(Ability.GRADE_SHEET)
                ? Optional.of(
                        GradeSheet.read(client.gradeSheet(taskId), Message.of(Planning.class, "recordSheet").text()))
                : Optional.empty();
    }

    private static Map<String, RecordClient.HandedIn> byPath(List<RecordClient.HandedIn> submissions) {
        Map<String, RecordClient.HandedIn> byPath = new HashMap<>();
        for (RecordClient.HandedIn handedIn : submissions) {
            handedIn.files().forEach(path -> byPath.put(path, handedIn));
        }
        return byPath;
    }

    /**
     * A plan for a task of a record service. The archive is downloaded to a temporary file that the plan deletes.
     *
     * @param again the batch that is collected again, if any
     * @throws Problem if the service or the archive fails
     */
    public static CollectPlan fromRecord(RecordClient client, String taskId, Optional<Path> again, Progress progress)
            throws Problem {
        progress.at(Message.of(Planning.class, "asking").text(), 0, 0);
        Task task = client.task(taskId);
        Roster roster = client.roster(taskId);
        List<StudentAnswer> answers = again.isPresent() ? answers(client, taskId) : List.of();
        Map<String, RecordClient.HandedIn> byPath = byPath(client.submissions(taskId));
        Optional<GradeSheet> sheet = sheet(client, taskId);
        TemporaryFolder download = temporary();
        Path archive = download.path().resolve("batch.zip");
        boolean planned = false;
        FileSource source = null;
        try {
            source = FileSource.open(downloaded(client, taskId, archive, progress), Optional.empty(),
                    _ -> progress.at(Message.of(Planning.class, "reading").text(), 0, 0));
            CollectPlan plan = new CollectPlan(new PlanGround(task, source, new Origin(client.address(), taskId),
                    Optional.of(roster), byPath, sheet, Optional.empty(), earlier(again, source, progress), answers,
                    List.of(), download));
            planned = true;
            return plan;
        } finally {
            if (!planned) {
                close(source);
                delete(download);
            }
        }
    }

    /** @return the archive; empty if the service provides no files */
    private static List<Path> downloaded(RecordClient client, String task, Path archive, Progress progress)
            throws Problem {
        if (!client.abilities().contains(Ability.SUBMISSIONS)) {
            return List.of();
        }
        client.batch(task, archive,
                bytes -> progress.at(Message.of(Planning.class, "downloading").text(), bytes, 0));
        return List.of(archive);
    }

    /** If they cannot be read they are read another time: what matters now is the files. */
    private static List<StudentAnswer> answers(RecordClient client, String task) {
        try {
            return client.answers(task);
        } catch (Problem e) {
            LOG.info("What students answered could not be asked for");
            return List.of();
        }
    }

    /**
     * A plan for files.
     *
     * @param again the batch that they are added to, if any
     * @throws Problem if nothing can be read, or the given sheet cannot be read
     */
    public static CollectPlan fromFiles(FromFiles from, Optional<Path> again, Progress progress) throws Problem {
        progress.at(Message.of(Planning.class, "reading").text(), 0, 0);
        FileSource source = FileSource.open(from.places(), from.encoding(),
                _ -> progress.at(Message.of(Planning.class, "reading").text(), 0, 0));
        boolean planned = false;
        try {
            CollectPlan plan = new CollectPlan(ground(from, source, earlier(again, source, progress)));
            if (!from.students().isEmpty()) {
                plan = plan.withTyped(from.students());
            }
            if (plan.roster().students().isEmpty()) {
                throw new Problem(
                        Message.of(Planning.class, "nothingThere"));
            }
            planned = true;
            return plan;
        } finally {
            if (!planned) {
                close(source);
            }
        }
    }

    /** The given sheet, else one among the files, else that of the batch that is added to. */
    private static PlanGround ground(FromFiles from, FileSource source, Optional<PlanGround.Earlier> earlier)
            throws Problem {
        Optional<Found> among = from.sheet().isPresent()
                ? Optional.empty()
                : sheetAmong(source.files(), earlier.isEmpty());
        Optional<GradeSheet> sheet = from.sheet().isPresent()
                ? Optional.of(read(from.sheet().get()))
                : among.map(Found::sheet);
        Optional<String> sheetPath = from.sheet().isPresent()
                ? within(from, source)
                : among.map(f -> f.file.path());
        if (sheet.isEmpty() && earlier.isPresent()) {
            sheet = earlier.get().register().gradeSheet(earlier.get().folder());
        }
        return new PlanGround(task(from, sheet, earlier), source, Origin.FILES, Optional.empty(), Map.of(), sheet,
                sheetPath, earlier, List.of(), from.known(), () -> {});
    }

    private static Task task(FromFiles from, Optional<GradeSheet> sheet, Optional<PlanGround.Earlier> earlier) {
        if (earlier.isPresent()) {
            return earlier.get().batch().task();
        }
        BigDecimal maximum = sheet.flatMap(GradeSheet::maximum).orElse(BigDecimal.valueOf(100));
        String title = from.title().isBlank() ? from.defaultTitle() : from.title();
        return new Task("", "", title, "", from.due(), from.zone(), maximum, from.grace(), Map.of());
    }

    // --- the sheet

    /** Reads a grade sheet from a file of its own. */
    static GradeSheet read(Path sheet) throws Problem {
        try {
            if (Files.size(sheet) > LARGEST_SHEET) {
                throw new Problem(
                        Message.of(Planning.class, "sheetTooLarge", sheet.getFileName()));
            }
            return GradeSheet.read(Files.readAllBytes(sheet), String.valueOf(sheet.getFileName()));
        } catch (IOException e) {
            throw new Problem(
                    Message.of(Planning.class, "sheetUnreadable", sheet),
                    e);
        }
    }

    private static Optional<String> within(FromFiles from, FileSource source) {
        Path sheet = from.sheet().orElseThrow().toAbsolutePath().normalize();
        for (Path place : from.places()) {
            Path folder = place.toAbsolutePath().normalize();
            if (Files.isDirectory(folder) && sheet.startsWith(folder)) {
                String path = folder.relativize(sheet).toString().replace(folder.getFileSystem().getSeparator(), "/");
                return source.files()
                        .stream()
                        .map(ReceivedFile::path)
                        .filter(p -> p.equals(path) || p.equals(folder.getFileName() + "/" + path))
                        .findFirst();
            }
        }
        return Optional.empty();
    }

    private record Found(ReceivedFile file, GradeSheet sheet) {
        boolean hasScores() {
            return sheet.roles().columns().containsKey(Role.SCORE);
        }

        /** True if most of the other files are named by a key of it, so that it is not what a student handed in. */
        boolean listsOwners(List<ReceivedFile> files) {
            Set<String> keys = sheet.roster()
                    .students()
                    .stream()
                    .map(s -> s.key().value())
                    .collect(Collectors.toSet());
            long named = files.stream()
                    .filter(f -> f != file && BESIDE_KEYS.splitAsStream(f.path()).anyMatch(keys::contains))
                    .count();
            return named > 0 && named * 2 >= files.size() - 1;
        }
    }

    /**
     * A table among the files that has a key or names, a score, and one more known column; without one, a class list
     * whose keys are in the names of the other files. Only if there is exactly one.
     *
     * @param lists true if a class list counts
     */
    private static Optional<Found> sheetAmong(List<ReceivedFile> files, boolean lists) {
        List<Found> tables = new ArrayList<>();
        for (ReceivedFile file : files) {
            String name = file.path().substring(file.path().lastIndexOf('/') + 1).toLowerCase(Locale.ROOT);
            boolean table = name.endsWith(".csv") || name.endsWith(".tsv") || name.endsWith(".xlsx");
            if (table && file.size() < LARGEST_SHEET) {
                try (InputStream in = file.open()) {
                    GradeSheet sheet = GradeSheet.read(in.readNBytes(LARGEST_SHEET), name);
                    if (sheet.roles().columns().size() > 2 && sheet.roster().students().size() > 1) {
                        tables.add(new Found(file, sheet));
                    }
                } catch (IOException | Problem e) {
                    continue; // not a grade sheet, so a file like any other
                }
            }
        }
        return theOnly(tables.stream().filter(Found::hasScores).toList())
                .or(() -> theOnly(tables.stream()
                        .filter(t -> lists && !t.hasScores() && t.listsOwners(files))
                        .toList()));
    }

    private static Optional<Found> theOnly(List<Found> found) {
        return found.size() == 1 ? Optional.of(found.getFirst()) : Optional.empty();
    }

    // --- an earlier batch

    private static Optional<PlanGround.Earlier> earlier(Optional<Path> again, FileSource source, Progress progress)
            throws Problem {
        if (again.isEmpty()) {
            return Optional.empty();
        }
        BatchFolder folder = new BatchFolder(again.get());
        Batch batch = Glance.at(again.get()).batch();
        Register register = Register.read(folder).completed(batch);
        Set<String> known = new HashSet<>();
        register.lines().forEach(l -> known.add(l.path()));
        Map<ReceivedFile, String> digests = new IdentityHashMap<>();
        int done = 0;
        for (ReceivedFile file : source.files()) {
            progress.at(Message.of(Planning.class, "comparing").text(), done++, source.files().size());
            if (known.contains(file.path())) {
                digests.put(file, digest(file));
            }
        }
        return Optional.of(new PlanGround.Earlier(folder, batch, register, digests));
    }

    private static String digest(ReceivedFile file) {
        MessageDigest digest = NewBatch.sha256();
        byte[] buffer = new byte[1 << 16];
        try (InputStream in = new SourceStream(file)) {
            for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                digest.update(buffer, 0, n);
            }
        } catch (IOException e) {
            return ""; // an unreadable file counts as changed; the problem is reported when it is stored
        }
        return HexFormat.of().formatHex(digest.digest());
    }

    private static TemporaryFolder temporary() throws Problem {
        try {
            return TemporaryFolder.make("download");
        } catch (IOException e) {
            throw new Problem(Message.of(Planning.class, "noRoom"), e);
        }
    }

    private static void close(FileSource source) throws Problem {
        try {
            if (source != null) {
                source.close();
            }
        } catch (IOException e) {
            throw new Problem(Message.of(Planning.class, "notClosed"), e);
        }
    }

    private static void delete(TemporaryFolder folder) throws Problem {
        try {
            folder.close();
        } catch (IOException e) {
            throw new Problem(Message.of(Planning.class, "folderStays", folder.path()), e);
        }
    }
}

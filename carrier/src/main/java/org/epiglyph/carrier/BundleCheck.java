package org.epiglyph.carrier;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.documents.PdfContent;
import org.epiglyph.documents.Xfdf;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.exchange.sheet.SheetFile;
import org.epiglyph.exchange.sheet.SheetRoles;
import org.epiglyph.places.FolderTree;
import org.epiglyph.places.TemporaryFolder;
import org.epiglyph.workspace.Workspace;

/**
 * Reads a bundle that was written before, perhaps long ago, and compares it with what the batch would write now. The
 * content of the files is compared, not their times.
 */
public final class BundleCheck {
    private static final Most MOST = new Most(100_000, 8L << 30);
    private static final Pattern NUMBERED = Pattern.compile("(?i)(?:handed-back|grade-sheet)(?:-(\\d{1,9}))?(?=[./])");
    private final Batch batch;
    private final Workspace workspace;
    private final Choices choices;
    private final Path place;
    private final Most most;
    private final Map<String, Path> files = new LinkedHashMap<>();
    private final Map<Path, Optional<List<String>>> contents = new HashMap<>();
    private final Set<String> met = new HashSet<>();
    private Optional<Path> sheet = Optional.empty();
    private int numbered;

    /**
     * Limits for an archive.
     *
     * @param bytes unpacked
     */
    record Most(int entries, long bytes) {}

    private BundleCheck(Workspace workspace, Choices choices, Path place, Most most) {
        this.most = most;
        this.workspace = workspace;
        this.batch = workspace.batch().named();
        this.choices = choices;
        this.place = place;
    }

    /** How a student's part of a bundle compares with the batch. */
    public enum Standing {
        /** It equals what the batch holds now. */
        SAME,
        /** Something differs, is missing, or has another name. */
        OTHERWISE
    }

    /**
     * The findings about one student.
     *
     * @param differences what differs; empty if nothing does
     */
    public record Line(StudentKey student, Standing standing, List<Message> differences) {
        public Line {
            differences = List.copyOf(differences);
        }
    }

    /**
     * All findings.
     *
     * @param lines   one for each sealed student
     * @param notOurs names of files that belong to nobody
     */
    public record Found(List<Line> lines, List<String> notOurs) {
        public Found {
            lines = List.copyOf(lines);
            notOurs = List.copyOf(notOurs);
        }

        /** True if the bundle equals what the batch holds now, and contains nothing else. */
        public boolean isSame() {
            return notOurs.isEmpty() && lines.stream().allMatch(l -> l.standing == Standing.SAME);
        }
    }

    /**
     * Checks a bundle.
     *
     * @param bundle a zip of marked documents, or a folder with one, with the documents themselves, and with a grade
     *               sheet; of several hand-backs in one folder the newest, which has the highest number
     * @throws Problem if it cannot be read, or exceeds the limits of a bundle
     */
    public static Found of(Workspace workspace, Choices choices, Path bundle, Progress progress) throws Problem {
        return of(workspace, choices, bundle, MOST, progress);
    }

    static Found of(Workspace workspace, Choices choices, Path bundle, Most most, Progress progress) throws Problem {
        try (TemporaryFolder folder = TemporaryFolder.make("check")) {
            BundleCheck check = new BundleCheck(workspace, choices, folder.path(), most);
            check.open(bundle);
            return check.compare(progress);
        } catch (IOException e) {
            throw new Problem(Message.of(BundleCheck.class, "unreadable", bundle), e);
        }
    }

    // --- what is there

    private void open(Path bundle) throws IOException, Problem {
        if (!Files.isDirectory(bundle)) {
            unpack(bundle);
            return;
        }
        Map<String, Path> all = new LinkedHashMap<>();
        for (Path file : FolderTree.all(bundle).stream().filter(Files::isRegularFile).toList()) {
            all.put(bundle.relativize(file).toString().replace('\\', '/'), file);
        }
        int newest = all.keySet().stream().mapToInt(BundleCheck::number).max().orElse(0);
        for (Map.Entry<String, Path> one : all.entrySet()) {
            int number = number(one.getKey());
            if (number == 0 || number == newest) {
                open(one.getKey(), one.getValue());
            }
        }
    }

    private void open(String name, Path file) throws IOException, Problem {
        String lower = name.toLowerCase(Locale.ROOT);
        if (lower.endsWith(".zip") && !isEnclosed(file.getFileName().toString())) {
            unpack(file);
        } else if (lower.startsWith("grade-sheet")) {
            sheet = Optional.of(file);
        } else {
            files.put(name, file);
        }
    }

    /** An archive that was enclosed with somebody's work is not a bundle. */
    private boolean isEnclosed(String name) {
        return batch.submissions()
                .stream()
                .flatMap(s -> s.attached().stream())
                .anyMatch(a -> a.document().name().equalsIgnoreCase(name));
    }

    /** The number of the hand-back in its folder that a file belongs to, from 1; 0 if it has none. */
    private static int number(String name) {
        Matcher number = NUMBERED.matcher(name);
        if (!number.lookingAt()) {
            return 0;
        }
        return number.group(1) == null ? 1 : Integer.parseInt(number.group(1));
    }

    private void unpack(Path zip) throws IOException, Problem {
        long left = most.bytes;
        try (ZipFile archive = ZipFile.builder().setPath(zip).get()) {
            for (ZipArchiveEntry entry : java.util.Collections.list(archive.getEntries())) {
                if (entry.isDirectory()) {
                    continue;
                }
                Path file = place.resolve("entry-" + numbered++);
                try (InputStream in = archive.getInputStream(entry)) {
                    left -= copy(in, file, left);
                }
                if (left < 0 || numbered > most.entries) {
                    throw new Problem(
                            Message.of(BundleCheck.class, "tooLarge", zip.getFileName()));
                }
                files.put(entry.getName(), file);
            }
        }
    }

    private static long copy(InputStream in, Path file, long most) throws IOException {
        try (var out = Files.newOutputStream(file)) {
            byte[] some = new byte[65536];
            long copied = 0;
            for (int read = in.read(some); read >= 0 && copied <= most; read = in.read(some)) {
                out.write(some, 0, read);
                copied += read;
            }
            return copied;
        }
    }

    // --- what should be there

    private Found compare(Progress progress) throws Problem, IOException {
        List<StudentKey> students = HandingBack.sealed(batch);
        Building building = new Building(batch, batch, workspace.folder(), choices, Instant.EPOCH,
                place.resolve("built")).withoutCache();
        Optional<GradeSheet> received = Optional.empty();
        Optional<GradeSheet> ours = Optional.empty();
        if (sheet.isPresent() && !students.isEmpty()) {
            received = Optional.of(sheet(sheet.get()));
            ours = Optional.of(OutgoingSheet.of(batch, workspace.folder(), choices.profile(), students).readBack());
        }
        StudentFolders folders = new StudentFolders(batch);
        Set<String> taken = new HashSet<>();
        List<Line> lines = new ArrayList<>();
        for (StudentKey student : students) {
            progress.at(batch.submission(student).student().name(), lines.size(), students.size());
            List<Message> said = new ArrayList<>();
            for (Map.Entry<String, Path> file : built(building, student, taken, said).entrySet()) {
                difference(file.getKey(), file.getValue(), folders.of(student))
                        .ifPresent(said::add);
            }
            if (received.isPresent()) {
                said.addAll(row(ours.orElseThrow(), received.get(), student));
            }
            lines.add(new Line(student, said.isEmpty() ? Standing.SAME : Standing.OTHERWISE, said));
        }
        return new Found(lines, files.keySet().stream().filter(f -> !met.contains(f)).toList());
    }

    /** A document that cannot be built now does not stop the others. */
    private static Map<String, Path> built(Building building, StudentKey student, Set<String> taken,
            List<Message> said) {
        try {
            return building.build(student, taken).files();
        } catch (Problem e) {
            said.add(e.asMessage());
            return Map.of();
        }
    }

    /** @param own the student's folder, if there are such folders */
    private Optional<Message> difference(String name, Path ours, String own) throws Problem, IOException {
        String within = own + "/" + name;
        List<String> places = files.keySet()
                .stream()
                .filter(f -> f.equals(name) || f.equals(within) || f.endsWith("/" + within))
                .toList(); // in the zip, and in the student's folder
        if (!places.isEmpty()) {
            met.addAll(places);
            Path there = files.get(places.getFirst());
            for (String other : places) {
                there = isSame(ours, files.get(other), name) ? there : files.get(other);
            }
            return isSame(ours, there, name)
                    ? Optional.empty()
                    : Optional.of(Message.of(BundleCheck.class, "saysOther", name));
        }
        for (Map.Entry<String, Path> other : files.entrySet()) {
            if (!met.contains(other.getKey()) && isSame(ours, other.getValue(), name)) {
                met.add(other.getKey());
                return Optional.of(Message.of(BundleCheck.class, "calledOther", name, other.getKey()));
            }
        }
        return Optional.of(Message.of(BundleCheck.class, "missing", name));
    }

    private boolean isSame(Path ours, Path there, String name) throws IOException {
        if (Files.mismatch(ours, there) < 0) {
            return true;
        }
        String lower = name.toLowerCase(Locale.ROOT);
        if (lower.endsWith(".xfdf")) {
            return Xfdf.content(ours).isPresent() && Xfdf.content(ours).equals(Xfdf.content(there));
        }
        return lower.endsWith(".pdf") && content(ours).isPresent() && content(ours).equals(content(there));
    }

    /** The text of a PDF, read once; empty for other files. */
    private Optional<List<String>> content(Path pdf) {
        return contents.computeIfAbsent(pdf, p -> {
            try {
                return Optional.of(PdfContent.of(p));
            } catch (Problem e) {
                return Optional.empty();
            }
        });
    }

    /** Read like the received sheet if it has that form, else by its headings. */
    private GradeSheet sheet(Path file) throws IOException, Problem {
        SheetFile read = SheetFile.read(Files.readAllBytes(file), file.getFileName().toString());
        Optional<GradeSheet> asReceived = Register.read(workspace.folder())
                .gradeSheet(workspace.folder())
                .filter(g -> g.file().ending().equals(read.ending()))
                .flatMap(g -> sameForm(g, read));
        return asReceived.isPresent() ? asReceived.get() : GradeSheet.of(read, SheetRoles.recognise(read));
    }

    private static Optional<GradeSheet> sameForm(GradeSheet form, SheetFile read) {
        try {
            return Optional.of(form.sameForm(read));
        } catch (Problem e) {
            return Optional.empty();
        }
    }

    private static List<Message> row(GradeSheet ours, GradeSheet there, StudentKey student) {
        List<GradeSheet.Cell> row = there.row(student);
        if (row.isEmpty()) {
            return List.of(Message.of(BundleCheck.class, "noRow", student));
        }
        return ours.row(student)
                .stream()
                .filter(c -> !row.contains(c))
                .map(c -> c.heading().isEmpty()
                        ? Message.of(BundleCheck.class, "otherCell")
                        : Message.of(BundleCheck.class, "otherIn", c.heading()))
                .toList();
    }
}

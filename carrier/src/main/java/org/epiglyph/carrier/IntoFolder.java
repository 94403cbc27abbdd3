package org.epiglyph.carrier;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.places.Private;
import org.epiglyph.workspace.Fingerprint;
import org.epiglyph.workspace.Workspace;

/** A hand-back as two files: a zip of the marked documents, and the grade sheet. All of it is of one state of the batch. */
final class IntoFolder {
    private static final int RIGHTS = 0100644;
    private final Workspace workspace;
    private final Clock clock;
    private final Choices choices;
    private final Path folder;
    private final Batch batch;
    private final List<String> notes = new ArrayList<>();

    private final List<StudentKey> students;

    /** @param students whose work goes; what is not sealed by now stays */
    IntoFolder(Workspace workspace, Clock clock, Choices choices, Path folder, List<StudentKey> students) {
        this.workspace = workspace;
        this.clock = clock;
        this.choices = choices;
        this.folder = folder;
        this.batch = workspace.batch();
        this.students = students;
    }

    Report write(Progress progress) throws Problem {
        Map<StudentKey, Building.Built> built = new LinkedHashMap<>();
        List<Outcome> outcomes = new ArrayList<>();
        Building building = new Building(batch, workspace.folder(), choices, clock.instant(),
                workspace.folder().outgoing());
        Set<String> taken = new HashSet<>();
        for (StudentKey student : students) {
            progress.at(batch.submission(student).student().name(), built.size(), students.size());
            Optional<Outcome> doubt = HandingBack.unsealed(batch, student)
                    .or(() -> HandingBack.doubt(workspace, student, choices));
            if (doubt.isPresent()) {
                outcomes.add(doubt.get());
                continue;
            }
            Outcome trouble = HandingBack.one(student, () -> {
                built.put(student, building.build(student, taken));
                return null;
            });
            if (trouble != null) {
                outcomes.add(trouble);
            }
        }
        if (built.isEmpty()) {
            return new Report(outcomes, List.of("Nobody's work went, so nothing was written."));
        }
        Path zip = writeBoth(built);
        Instant now = clock.instant();
        for (Map.Entry<StudentKey, Building.Built> one : built.entrySet()) {
            outcomes.add(HandingBack.one(one.getKey(), () -> received(one.getKey(), one.getValue(), zip, now)));
        }
        outcomes.sort(Comparator.comparingInt(o -> students.indexOf(o.student())));
        return new Report(outcomes, notes);
    }

    private Outcome received(StudentKey student, Building.Built built, Path zip, Instant now) {
        String digest = Fingerprint.of(batch, student, choices.deciding(built.leftOut()));
        Receipt receipt = new Receipt(zip.getFileName().toString(), now, digest, "",
                Destination.folder(folder.toAbsolutePath().normalize().toString()),
                HandingBack.sent(built, Criterion.words(batch.result(student).value())));
        workspace.edit(new Edit.RecordReceipt(student, Optional.of(receipt)));
        return new Outcome.Done(student, receipt, built.reasons());
    }

    private Path writeBoth(Map<StudentKey, Building.Built> built) throws Problem {
        List<Path> beside = new ArrayList<>();
        List<Path> moved = new ArrayList<>();
        try {
            Files.createDirectories(folder);
            int number = freeNumber();
            Path zip = folder.resolve(numbered("handed-back.zip", number));
            beside.add(part(zip));
            Private.file(beside.getFirst());
            writeZip(beside.getFirst(), built, Register.read(workspace.folder()).nameEncoding());
            List<Path> targets = new ArrayList<>(List.of(zip));
            OutgoingSheet sheet = OutgoingSheet.of(batch, workspace.folder(), built.keySet());
            notes.addAll(sheet.notes());
            targets.add(folder.resolve(numbered(sheet.name(), number)));
            beside.add(part(targets.getLast()));
            Private.file(beside.getLast());
            Files.write(beside.getLast(), sheet.bytes());
            for (int i = 0; i < targets.size(); i++) {
                Files.move(beside.get(i), targets.get(i), StandardCopyOption.ATOMIC_MOVE);
                moved.add(targets.get(i));
            }
            if (number > 1) {
                notes.add("There was a hand-back in the folder already, so this one is in " + zip.getFileName() + ".");
            }
            return zip;
        } catch (IOException e) {
            moved.forEach(IntoFolder::deleteQuietly);
            throw new Problem(
                    "The hand-back could not be written to " + folder
                            + ". Check that the folder can be written to and the disk has room; the batch is as before.",
                    e);
        } finally {
            beside.forEach(IntoFolder::deleteQuietly);
        }
    }

    private static Path part(Path target) {
        return target.resolveSibling(target.getFileName() + ".part");
    }

    private static void deleteQuietly(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            org.slf4j.LoggerFactory.getLogger(IntoFolder.class).info("A part of a hand-back stays behind");
        }
    }

    private int freeNumber() {
        int number = 1;
        while (Files.exists(folder.resolve(numbered("handed-back.zip", number)))
                || Files.exists(folder.resolve(numbered("grade-sheet.csv", number)))
                || Files.exists(folder.resolve(numbered("grade-sheet.xlsx", number)))) {
            number++;
        }
        return number;
    }

    private static String numbered(String name, int number) {
        int dot = name.lastIndexOf('.');
        return number == 1 ? name : name.substring(0, dot) + "-" + number + name.substring(dot);
    }

    /**
     * Names go back in the encoding in which they came, byte for byte; those that it cannot write, in UTF-8 and flagged so.
     * They are said to come from Unix, and older code pages have the name in UTF-8 beside it (APPNOTE.TXT 6.3.10, 4.4.2 and 4.6.9),
     * since common programs read neither flag nor code page otherwise.
     */
    private static void writeZip(Path target, Map<StudentKey, Building.Built> built, String encoding)
            throws IOException {
        try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(
                new BufferedOutputStream(Files.newOutputStream(target)))) {
            String charset = encoding == null ? StandardCharsets.UTF_8.name() : encoding;
            zip.setEncoding(charset);
            zip.setFallbackToUTF8(true);
            zip.setCreateUnicodeExtraFields(charset.equals(StandardCharsets.UTF_8.name())
                    ? ZipArchiveOutputStream.UnicodeExtraFieldPolicy.NEVER
                    : ZipArchiveOutputStream.UnicodeExtraFieldPolicy.ALWAYS);
            for (Building.Built one : built.values()) {
                for (Map.Entry<String, Path> file : one.files().entrySet()) {
                    ZipArchiveEntry entry = new ZipArchiveEntry(file.getKey());
                    entry.setUnixMode(RIGHTS);
                    entry.setSize(Files.size(file.getValue()));
                    zip.putArchiveEntry(entry);
                    Files.copy(file.getValue(), zip);
                    zip.closeArchiveEntry();
                }
            }
        }
    }
}

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
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.zip.Deflater;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.places.FolderTree;
import org.epiglyph.places.Private;
import org.epiglyph.workspace.Fingerprint;
import org.epiglyph.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A hand-back as two files: a zip of the marked documents, and the grade sheet. All of it comes from one state of the
 * batch.
 */
final class IntoFolder {
    private static final Logger LOG = LoggerFactory.getLogger(IntoFolder.class);
    private static final int RIGHTS = 0100644;
    private static final int SETTLING_SECONDS = 60;
    private final Workspace workspace;
    private final Clock clock;
    private final Choices choices;
    private final Path folder;
    private final Batch batch;
    private final List<StudentKey> students;
    private final List<Message> notes = new ArrayList<>();

    /** @param students whose work is handed back; unsealed work is skipped */
    IntoFolder(Workspace workspace, Clock clock, Choices choices, Path folder, List<StudentKey> students) {
        this.workspace = workspace;
        this.clock = clock;
        this.choices = choices;
        this.folder = folder;
        this.batch = workspace.batch().named();
        this.students = students;
    }

    Report write(Progress progress) throws Problem {
        List<Outcome> outcomes = new ArrayList<>();
        Map<StudentKey, Building.Built> built = build(outcomes, progress);
        if (built.isEmpty()) {
            return new Report(outcomes, List.of(Message.of(IntoFolder.class, "nothingWent")));
        }
        Path zip = writeAll(built);
        Instant now = clock.instant();
        for (Map.Entry<StudentKey, Building.Built> one : built.entrySet()) {
            outcomes.add(HandingBack.one(one.getKey(), () -> received(one.getKey(), one.getValue(), zip, now)));
        }
        outcomes.sort(Comparator.comparingInt(o -> students.indexOf(o.student())));
        return new Report(outcomes, notes);
    }

    private Map<StudentKey, Future<Building.Built>> begin(Building building, ExecutorService builders,
            List<Outcome> outcomes) {
        Map<StudentKey, Future<Building.Built>> making = new LinkedHashMap<>();
        for (StudentKey student : students) {
            Optional<Outcome> doubt = HandingBack.unsealed(batch, student)
                    .or(() -> HandingBack.askAbout(workspace, student, choices));
            if (doubt.isPresent()) {
                outcomes.add(doubt.get());
            } else {
                making.put(student, builders.submit(() -> building.build(student, new HashSet<>())));
            }
        }
        return making;
    }

    /** Builds on as many threads as there are processors; the result is in the order of the students. */
    private Map<StudentKey, Building.Built> build(List<Outcome> outcomes, Progress progress) throws Problem {
        Building building = new Building(batch, workspace.batch(), workspace.folder(), choices, clock.instant(),
                workspace.folder().outgoing());
        Map<StudentKey, Building.Built> built = new LinkedHashMap<>();
        Set<String> taken = new HashSet<>();
        ExecutorService builders = Executors.newFixedThreadPool(Runtime.getRuntime().availableProcessors(),
                Thread.ofPlatform().name("building copies").daemon().factory());
        try {
            Map<StudentKey, Future<Building.Built>> making = begin(building, builders, outcomes);
            for (Map.Entry<StudentKey, Future<Building.Built>> one : making.entrySet()) {
                progress.at(workspace.batch().submission(one.getKey()).student().name(), built.size(), making.size());
                Outcome trouble = HandingBack.one(one.getKey(), () -> {
                    built.put(one.getKey(), Futures.get(one.getValue()).apart(taken));
                    return null;
                });
                if (trouble != null) {
                    outcomes.add(trouble);
                }
            }
            return built;
        } finally {
            builders.shutdownNow();
            awaitBuilders(builders);
        }
    }

    /** Waits for running builds after the marker stops, since they would be in the way of the next attempt. */
    private static void awaitBuilders(ExecutorService builders) {
        try {
            builders.awaitTermination(SETTLING_SECONDS, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private Outcome received(StudentKey student, Building.Built built, Path zip, Instant now) {
        String digest = Fingerprint.of(batch, student, choices.deciding(built.leftOut()));
        Receipt receipt = new Receipt(zip.getFileName().toString(), now, digest, "",
                Destination.folder(folder.toAbsolutePath().normalize().toString()),
                HandingBack.sent(built.files().keySet(), Criterion.format(batch.result(student).value())));
        workspace.edit(new Edit.RecordReceipt(student, Optional.of(receipt)));
        return new Outcome.Done(student, receipt, built.reasons());
    }

    private Path writeAll(Map<StudentKey, Building.Built> built) throws Problem {
        Map<Path, Path> places = new LinkedHashMap<>();
        List<Path> moved = new ArrayList<>();
        try {
            Files.createDirectories(folder);
            int number = freeNumber();
            if (number > 1 && choices.profile().meeting() == Profile.Meeting.REFUSE) {
                throw new Problem(Message.of(IntoFolder.class, "mustStayAlone", folder));
            }
            writeBeside(built, number, places);
            for (Map.Entry<Path, Path> place : places.entrySet()) {
                Files.move(place.getKey(), place.getValue(), StandardCopyOption.ATOMIC_MOVE);
                moved.add(place.getValue());
            }
            Path first = places.values().iterator().next();
            if (number > 1) {
                notes.add(Message.of(IntoFolder.class, "thereAlready", first.getFileName()));
            }
            return first;
        } catch (IOException e) {
            moved.forEach(IntoFolder::deleteQuietly);
            throw new Problem(
                    Message.of(IntoFolder.class, "cannotBeWritten", folder),
                    e);
        } finally {
            places.keySet().forEach(IntoFolder::deleteQuietly);
        }
    }

    /** Writes everything that is handed back to temporary files beside the targets. */
    private void writeBeside(Map<StudentKey, Building.Built> built, int number, Map<Path, Path> places)
            throws IOException, Problem {
        Profile.Layout layout = choices.profile().layout();
        if (layout != Profile.Layout.FOLDERS) {
            Path zip = planned(places, numbered("handed-back.zip", number));
            Private.file(zip);
            writeZip(zip, built, Register.read(workspace.folder()).nameEncoding());
        }
        if (layout != Profile.Layout.ZIP) {
            writeFolders(planned(places, numbered("handed-back", number)), built);
        }
        OutgoingSheet sheet = OutgoingSheet.of(batch, workspace.folder(), choices.profile(), built.keySet());
        notes.addAll(sheet.notes());
        Path table = planned(places, numbered(sheet.name(), number));
        Private.file(table);
        Files.write(table, sheet.bytes());
    }

    /** The temporary file for a target. */
    private Path planned(Map<Path, Path> places, String name) {
        Path beside = folder.resolve(name + "." + Long.toHexString(System.nanoTime()) + ".part");
        places.put(beside, folder.resolve(name));
        return beside;
    }

    /** A folder for each student, named by key and name. */
    private void writeFolders(Path root, Map<StudentKey, Building.Built> built) throws IOException {
        Private.folder(root);
        StudentFolders folders = new StudentFolders(batch);
        for (Map.Entry<StudentKey, Building.Built> one : built.entrySet()) {
            Path own = root.resolve(folders.of(one.getKey()));
            for (Map.Entry<String, Path> file : one.getValue().files().entrySet()) {
                Path target = own.resolve(file.getKey()).normalize();
                if (!target.startsWith(own)) {
                    throw new IOException("A name leads out of its folder");
                }
                Files.createDirectories(target.getParent());
                Files.copy(file.getValue(), target);
            }
        }
    }

    private static void deleteQuietly(Path file) {
        try {
            FolderTree.delete(file);
        } catch (IOException e) {
            LOG.info("A part of a hand-back stays behind");
        }
    }

    private int freeNumber() {
        int number = 1;
        while (Files.exists(folder.resolve(numbered("handed-back.zip", number)))
                || Files.exists(folder.resolve(numbered("handed-back", number)))
                || Files.exists(folder.resolve(numbered("grade-sheet.csv", number)))
                || Files.exists(folder.resolve(numbered("grade-sheet.xlsx", number)))) {
            number++;
        }
        return number;
    }

    private static String numbered(String name, int number) {
        int dot = name.lastIndexOf('.') < 0 ? name.length() : name.lastIndexOf('.');
        return number == 1 ? name : name.substring(0, dot) + "-" + number + name.substring(dot);
    }

    /**
     * Names are written in the encoding in which they were received, byte for byte; names it cannot express, in UTF-8
     * with the flag set. Entries are marked as made on Unix, and for older code pages the name is also stored in UTF-8
     * (APPNOTE.TXT 6.3.10, 4.4.2 and 4.6.9), since common programs otherwise read neither flag nor code page.
     */
    private static void writeZip(Path target, Map<StudentKey, Building.Built> built, String encoding)
            throws IOException {
        try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(
                new BufferedOutputStream(Files.newOutputStream(target)))) {
            String charset = encoding == null ? StandardCharsets.UTF_8.name() : encoding;
            zip.setLevel(Deflater.BEST_SPEED); // PDF content is compressed already
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

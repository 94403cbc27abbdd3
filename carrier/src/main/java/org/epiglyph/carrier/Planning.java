package org.epiglyph.carrier;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.epiglyph.core.Problem;
import org.epiglyph.core.roster.Match;
import org.epiglyph.core.roster.Matching;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.task.Task;
import org.epiglyph.exchange.archive.FileSource;
import org.epiglyph.exchange.archive.FolderSource;
import org.epiglyph.exchange.archive.ReceivedFile;
import org.epiglyph.exchange.archive.ZipSource;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.sheet.GradeSheet;

/** Reads a source and finds each file's student; makes nothing yet. */
public final class Planning {
    private static final Pattern HAND_IN = Pattern.compile("_h([1-9]\\d?)_");

    private Planning() {}

    /**
     * A plan for a task of a record service. The archive is downloaded to a temporary file that the plan deletes.
     *
     * @throws Problem where the service or the archive fails
     */
    public static CollectPlan fromRecord(RecordClient client, String taskId, Progress progress) throws Problem {
        progress.at("Asking the record service", 0, 0);
        Task task = client.task(taskId);
        Roster roster = client.roster(taskId);
        Map<String, RecordClient.HandedIn> byPath = new HashMap<>();
        for (RecordClient.HandedIn handedIn : client.submissions(taskId)) {
            handedIn.files().forEach(path -> byPath.put(path, handedIn));
        }
        byte[] sheet = client.gradeSheet(taskId);
        Path archive = temporary();
        boolean planned = false;
        try {
            client.batch(taskId, archive, bytes -> progress.at("Downloading", bytes, 0));
            ZipSource source = ZipSource.open(archive);
            List<CollectPlan.Item> items = source.files().stream().map(f -> item(f, byPath, roster)).toList();
            planned = true;
            return new CollectPlan(task, roster, items, source, sheet, new Origin(client.address(), taskId),
                    () -> Files.deleteIfExists(archive));
        } finally {
            if (!planned) {
                delete(archive);
            }
        }
    }

    private static CollectPlan.Item item(ReceivedFile file, Map<String, RecordClient.HandedIn> byPath, Roster roster) {
        RecordClient.HandedIn handedIn = byPath.get(file.path());
        if (handedIn == null || roster.find(handedIn.student()).isEmpty()) {
            return new CollectPlan.Item(file, new Matching(roster).match(file.path()), handInNumber(file.path()),
                    Optional.empty(), "");
        }
        Match match = new Match(Optional.of(handedIn.student()), List.of(handedIn.student()), "the record says so");
        return new CollectPlan.Item(file, match, handedIn.number(), Optional.of(handedIn.at()), handedIn.message());
    }

    /**
     * A plan for files and a grade sheet.
     *
     * @param files a zip archive or a folder
     * @param sheet the grade sheet as CSV
     * @param title what to call the task
     * @param due   when it was due, where that is known
     * @param zone  the zone in which times are shown
     */
    public static CollectPlan fromFiles(Path files, Path sheet, String title, Optional<Instant> due, ZoneId zone)
            throws Problem {
        byte[] bytes = bytes(sheet);
        GradeSheet gradeSheet = GradeSheet.read(bytes, String.valueOf(sheet.getFileName()));
        Roster roster = gradeSheet.roster();
        FileSource source = Files.isDirectory(files) ? FolderSource.open(files) : ZipSource.open(files);
        Matching matching = new Matching(roster);
        List<CollectPlan.Item> items = new ArrayList<>();
        for (ReceivedFile file : source.files()) {
            if (!Files.isDirectory(files) || !isSheet(files, file, sheet)) {
                Match match = matching.match(file.path());
                Optional<Instant> at = match.student().flatMap(gradeSheet::handedIn);
                items.add(new CollectPlan.Item(file, match, handInNumber(file.path()), at, ""));
            }
        }
        Task task = new Task("", "", title, "", due, zone, gradeSheet.maximum().orElse(BigDecimal.valueOf(100)));
        return new CollectPlan(task, roster, items, source, bytes, Origin.FILES, () -> {});
    }

    private static boolean isSheet(Path folder, ReceivedFile file, Path sheet) {
        return folder.resolve(file.path()).toAbsolutePath().normalize().equals(sheet.toAbsolutePath().normalize());
    }

    private static int handInNumber(String path) {
        Matcher number = HAND_IN.matcher(path.substring(path.lastIndexOf('/') + 1));
        return number.find() ? Integer.parseInt(number.group(1)) : 1;
    }

    private static byte[] bytes(Path sheet) throws Problem {
        try {
            return Files.readAllBytes(sheet);
        } catch (IOException e) {
            throw new Problem(
                    "The grade sheet " + sheet + " cannot be read. Check that it is there and that you may read it.",
                    e);
        }
    }

    private static Path temporary() throws Problem {
        try {
            return Files.createTempFile("epiglyph-batch", ".zip");
        } catch (IOException e) {
            throw new Problem("There is no room for a temporary file. Free some space on the disk and try again.", e);
        }
    }

    private static void delete(Path file) throws Problem {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            throw new Problem("The temporary file " + file + " could not be deleted. Delete it by hand.", e);
        }
    }

}

package org.epiglyph.carrier;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.exchange.filing.WayBack;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.workspace.Workspace;

/**
 * Hands the sealed submissions of a batch back. Each one that arrived gets its receipt at once, so that a hand-back
 * that stops half way goes on where it stopped and sends nothing twice.
 */
public final class HandingBack {
    private final Workspace workspace;
    private final Clock clock;
    private final String author;
    private final boolean plain;

    /** @param author who marked, as PDF readers show it; may be empty */
    public HandingBack(Workspace workspace, Clock clock, String author) {
        this(workspace, clock, author, false);
    }

    /**
     * @param author who marked, as PDF readers show it; may be empty
     * @param plain  true to take scripts and what starts programs out of the marked copies
     */
    public HandingBack(Workspace workspace, Clock clock, String author, boolean plain) {
        this.workspace = workspace;
        this.clock = clock;
        this.author = author;
        this.plain = plain;
    }

    /** The students whose submissions are sealed, in roster order. */
    public List<StudentKey> sealed() {
        return workspace.batch().submissions().stream().filter(Submission::sealed).map(s -> s.student().key()).toList();
    }

    /**
     * Puts every sealed submission into its student's record.
     *
     * @return what became of each, in roster order
     * @throws Problem where pages that are still missing cannot be made
     * @throws java.util.concurrent.CancellationException where the progress asked to stop; what arrived has its receipt
     */
    public List<Outcome> toRecord(RecordClient client, String task, Progress progress) throws Problem {
        PageMaking.all(workspace, progress);
        List<StudentKey> students = sealed();
        List<Outcome> outcomes = new ArrayList<>();
        for (StudentKey student : students) {
            progress.at(name(student), outcomes.size(), students.size());
            outcomes.add(toRecord(client, task, student));
        }
        return outcomes;
    }

    private Outcome toRecord(RecordClient client, String task, StudentKey student) {
        String digest = workspace.fingerprint(student);
        Optional<Receipt> known = workspace.batch().submission(student).receipt();
        if (known.isPresent() && known.get().digest().equals(digest)) {
            if (!workspace.batch().submission(student).handedBack()) {
                workspace.edit(new Edit.RecordReceipt(student, known));
            }
            return new Outcome.AlreadyThere(student, known.get());
        }
        try {
            Batch batch = workspace.batch();
            List<Path> files = build(student).values().stream().toList();
            RecordClient.Parcel parcel = new RecordClient.Parcel(student, Optional.of(batch.result(student).value()),
                    Feedback.text(batch, batch.submission(student)), files, digest, known.map(Receipt::tag).orElse(""));
            Receipt receipt = client.handBack(task, parcel);
            workspace.edit(new Edit.RecordReceipt(student, Optional.of(receipt)));
            return new Outcome.Done(student, receipt);
        } catch (Problem e) {
            return new Outcome.Failed(student, e.getMessage());
        }
    }

    /**
     * Writes a zip of all marked documents, named as the filing rule demands, and the grade sheet with scores and feedback.
     *
     * @param folder where both go; made where it is missing
     * @return what became of each, in roster order
     * @throws Problem where the zip or the sheet cannot be written; neither is then left half written
     */
    public List<Outcome> toFolder(Path folder, Progress progress) throws Problem {
        PageMaking.all(workspace, progress);
        List<StudentKey> students = sealed();
        Map<StudentKey, Map<String, Path>> built = new LinkedHashMap<>();
        List<Outcome> outcomes = new ArrayList<>();
        for (StudentKey student : students) {
            progress.at(name(student), built.size(), students.size());
            try {
                built.put(student, build(student));
            } catch (Problem e) {
                outcomes.add(new Outcome.Failed(student, e.getMessage()));
            }
        }
        Path zip = folder.resolve("handed-back.zip");
        try {
            Files.createDirectories(folder);
            Path zipBeside = folder.resolve("handed-back.zip.part");
            Path sheetBeside = folder.resolve(sheetName() + ".part");
            writeZip(zipBeside, built, Register.read(workspace.folder()).nameEncoding());
            Files.write(sheetBeside, sheet(built.keySet()));
            Files.move(zipBeside, zip, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
            Files.move(sheetBeside, folder.resolve(sheetName()), StandardCopyOption.REPLACE_EXISTING,
                    StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException e) {
            throw new Problem(
                    "The hand-back could not be written to " + folder
                            + ". See that the folder can be written to and the disk has room; the batch is as before.",
                    e);
        }
        Instant now = clock.instant();
        for (StudentKey student : built.keySet()) {
            Receipt receipt = new Receipt(zip.getFileName().toString(), now, workspace.fingerprint(student), "");
            workspace.edit(new Edit.RecordReceipt(student, Optional.of(receipt)));
            outcomes.add(new Outcome.Done(student, receipt));
        }
        return outcomes;
    }

    /** Builds the marked documents of one student; gives the path as the filing rule demands for each file built. */
    private Map<String, Path> build(StudentKey student) throws Problem {
        Submission submission = workspace.batch().submission(student);
        Optional<FilingRule> rule = Register.rule(workspace.folder());
        Map<String, Path> files = new LinkedHashMap<>();
        for (Document document : submission.documents()) {
            if (document.pages() instanceof Pages.Ready) {
                List<Mark> marks = submission.marksForStudent()
                        .stream()
                        .filter(m -> m.page().document().equals(document.id()))
                        .toList();
                String path = free(files, WayBack.marked(document.path(), rule), ".pdf");
                Path target = outgoing(document, path);
                MarkedPdf.write(workspace.folder().pages(document), workspace.folder().pictures(), marks, author,
                        clock.instant(), plain, target);
                files.put(path, target);
            }
        }
        for (Attached attached : submission.attached()) {
            Document document = attached.document();
            String ending = ending(document.name());
            files.put(free(files, WayBack.named(document.path(), rule, ending), ending),
                    workspace.folder().original(document));
        }
        return files;
    }

    private Path outgoing(Document document, String path) {
        Path name = Path.of(workspace.folder().original(document).getFileName().toString().equals(document.name())
                ? path.substring(path.lastIndexOf('/') + 1)
                : document.id() + "_marked.pdf");
        return workspace.folder().outgoing().resolve(document.id()).resolve(name);
    }

    private static String ending(String name) {
        return name.substring(FilingRule.stem(name).length());
    }

    /** Two received files of the same name come back under two. */
    private static String free(Map<String, Path> taken, String path, String ending) {
        String stem = path.substring(0, path.length() - ending.length());
        String free = path;
        for (int n = 2; taken.containsKey(free); n++) {
            free = stem + "_" + n + ending;
        }
        return free;
    }

    /** The received sheet with its cells filled; a new one where the batch came without. */
    private byte[] sheet(Iterable<StudentKey> students) throws Problem {
        Batch batch = workspace.batch();
        Map<StudentKey, GradeSheet.Filled> filled = new LinkedHashMap<>();
        List<Student> all = new ArrayList<>();
        for (StudentKey student : students) {
            Result result = batch.result(student);
            filled.put(student, new GradeSheet.Filled(result.value(), result.grade().filter(_ -> result.complete()),
                    Feedback.text(batch, batch.submission(student))));
            all.add(batch.submission(student).student());
        }
        Optional<GradeSheet> received = Register.read(workspace.folder()).gradeSheet(workspace.folder());
        return (received.isPresent()
                ? received.get()
                : GradeSheet.blank(all, !batch.scheme().rules().grades().isEmpty())).with(filled);
    }

    private String sheetName() throws Problem {
        return "grade-sheet." + Register.read(workspace.folder())
                .gradeSheet(workspace.folder())
                .map(s -> s.file().ending())
                .orElse("csv");
    }

    /** Names go back in the encoding in which they came, byte for byte; those that it cannot write, in UTF-8 and flagged so. */
    private static void writeZip(Path target, Map<StudentKey, Map<String, Path>> built, String encoding)
            throws IOException {
        try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(
                new BufferedOutputStream(Files.newOutputStream(target)))) {
            zip.setEncoding(encoding == null ? "UTF-8" : encoding);
            zip.setFallbackToUTF8(true);
            for (Map<String, Path> files : built.values()) {
                for (Map.Entry<String, Path> file : files.entrySet()) {
                    ZipArchiveEntry entry = new ZipArchiveEntry(file.getKey());
                    entry.setSize(Files.size(file.getValue()));
                    zip.putArchiveEntry(entry);
                    Files.copy(file.getValue(), zip);
                    zip.closeArchiveEntry();
                }
            }
        }
    }

    private String name(StudentKey student) {
        return workspace.batch().submission(student).student().name();
    }
}

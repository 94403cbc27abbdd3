package org.epiglyph.carrier;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.FutureTask;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.workspace.BatchFolder;

/**
 * What one student will be handed, made by the code that hands back and from one state of the batch. Nothing is sent.
 *
 * @param batch    the state shown
 * @param student  whose it is
 * @param files    the marked documents as built, in order, by the name that they will have
 * @param result   as sent to the record and the sheet
 * @param feedback the text in the record
 * @param row      the student's row of the grade sheet, read back from the outgoing sheet
 * @param trouble  what will not be sent and other notes, each as a sentence
 */
public record Proof(Batch batch, StudentKey student, List<Outgoing> files, Result result, String feedback,
        List<GradeSheet.Cell> row, List<Message> trouble) {
    public Proof {
        files = List.copyOf(files);
        row = List.copyOf(row);
        trouble = List.copyOf(trouble);
    }

    /**
     * One file of a parcel.
     *
     * @param name as delivered, including folders
     * @param file on this disk
     */
    public record Outgoing(String name, Path file) {}

    /**
     * Builds a student's proof.
     *
     * @param target a folder for the copies, which no other proof and no hand-back uses
     * @throws Problem if the batch's stored filing rule or sheet cannot be read
     */
    public static Proof of(Batch batch, BatchFolder folder, Choices choices, StudentKey student, Instant at,
            Path target)
            throws Problem {
        Submission submission = batch.submission(student);
        FutureTask<OutgoingSheet> row = new FutureTask<>(
                () -> OutgoingSheet.of(batch, folder, choices.profile(), List.of(student)));
        ForkJoinPool.commonPool().execute(row);
        Building.Built built = build(batch, folder, choices, student, at, target);
        OutgoingSheet sheet = Futures.get(row);
        return new Proof(batch, student, outgoing(built), batch.result(student), Feedback.text(batch, submission),
                sheet.readBack().row(student),
                java.util.stream.Stream.concat(built.reasons().stream(), sheet.notes().stream()).toList());
    }

    /**
     * Builds only the documents, of any state of a student's work, in the form chosen now.
     *
     * @param target a folder for the copies, which nothing else uses
     */
    public static List<Outgoing> documents(Batch batch, BatchFolder folder, Choices choices, StudentKey student,
            Instant at, Path target) throws Problem {
        return outgoing(build(batch, folder, choices, student, at, target));
    }

    private static Building.Built build(Batch batch, BatchFolder folder, Choices choices, StudentKey student,
            Instant at, Path target) throws Problem {
        return new Building(batch, batch, folder, choices, at, target).build(student, new HashSet<>(),
                ForkJoinPool.commonPool());
    }

    private static List<Outgoing> outgoing(Building.Built built) {
        return built.files()
                .entrySet()
                .stream()
                .map((Map.Entry<String, Path> e) -> new Outgoing(e.getKey(), e.getValue()))
                .toList();
    }

    /** The grade as sent; empty before everything is scored. */
    public Optional<String> grade() {
        return result.finalGrade();
    }

    /** The score as sent. */
    public BigDecimal score() {
        return result.value();
    }
}

package org.epiglyph.carrier;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.exchange.sheet.SheetFile;
import org.epiglyph.workspace.BatchFolder;

/**
 * The outgoing grade sheet: the received one with its cells filled; a new one if there was none, or if the received one
 * cannot take them.
 *
 * @param name  of the file
 * @param bytes its content
 * @param form  the filled sheet, which tells the meaning of its columns
 * @param notes notes for the marker, each as a sentence
 */
record OutgoingSheet(String name, byte[] bytes, GradeSheet form, List<Message> notes) {
    private static final int PERCENT_PLACES = 2;
    /** Headings of columns that take the result in percent. */
    private static final List<String> PERCENT = List.of("percent", "percentage", "%");

    /** @throws Problem if the stored copy of the received sheet cannot be read */
    static OutgoingSheet of(Batch batch, BatchFolder folder, Profile profile, Iterable<StudentKey> students)
            throws Problem {
        Map<StudentKey, GradeSheet.Filled> filled = new LinkedHashMap<>();
        List<Student> all = new ArrayList<>();
        for (StudentKey student : students) {
            filled.put(student, filled(batch, profile.columns(), batch.submission(student)));
            all.add(batch.submission(student).student());
        }
        GradeSheet own = GradeSheet.blank(all, !batch.scheme().rules().grades().isEmpty(), further(batch, profile));
        try {
            Optional<GradeSheet> received = Register.read(folder).gradeSheet(folder);
            GradeSheet form = received.orElse(own);
            String ending = received.map(r -> r.file().ending()).orElse("csv");
            return new OutgoingSheet("grade-sheet." + ending, form.with(filled), form, List.of());
        } catch (Problem e) {
            return new OutgoingSheet("grade-sheet.csv", own.with(filled), own,
                    List.of(Message.of(OutgoingSheet.class, "notFilled", e.asMessage())));
        }
    }

    /** Columns that a new sheet has besides the usual ones. */
    private static List<String> further(Batch batch, Profile profile) {
        List<String> further = new ArrayList<>();
        if (profile.columns().contains(Profile.Column.PERCENT)) {
            further.add(PERCENT.getFirst());
        }
        if (profile.columns().contains(Profile.Column.CRITERIA)) {
            batch.scheme()
                    .criteria()
                    .stream()
                    .filter(Criterion::isScored)
                    .map(Criterion::name)
                    .distinct()
                    .forEach(further::add);
        }
        return further;
    }

    private static GradeSheet.Filled filled(Batch batch, Set<Profile.Column> columns, Submission submission) {
        Result result = batch.result(submission.student().key());
        Map<String, BigDecimal> byHeading = new HashMap<>();
        if (columns.contains(Profile.Column.PERCENT)) {
            BigDecimal percent = result.value()
                    .multiply(BigDecimal.valueOf(100))
                    .divide(batch.task().maximum(), PERCENT_PLACES, RoundingMode.HALF_UP);
            PERCENT.forEach(heading -> byHeading.put(heading, percent));
        }
        if (columns.contains(Profile.Column.CRITERIA)) {
            for (Criterion criterion : batch.scheme().criteria()) {
                submission.scores().score(criterion.id()).ifPresent(s -> byHeading.putIfAbsent(criterion.name(), s));
            }
        }
        Optional<String> text = columns.contains(Profile.Column.POINTER)
                ? Optional.of(Message.of(OutgoingSheet.class, "pointer").text())
                : Optional.of(Feedback.text(batch, submission))
                        .filter(_ -> columns.contains(Profile.Column.FEEDBACK));
        return new GradeSheet.Filled(
                Optional.of(result.value()).filter(_ -> columns.contains(Profile.Column.SCORE)),
                result.finalGrade().filter(_ -> columns.contains(Profile.Column.GRADE)), text,
                byHeading);
    }

    /** The sheet, read back from the outgoing bytes. */
    GradeSheet readBack() throws Problem {
        return form.sameForm(SheetFile.read(bytes, Message.of(OutgoingSheet.class, "goingOut").text()));
    }
}

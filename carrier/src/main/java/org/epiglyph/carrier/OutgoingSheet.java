package org.epiglyph.carrier;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.exchange.sheet.SheetFile;
import org.epiglyph.workspace.BatchFolder;

/**
 * The grade sheet as it goes out: the received one with its cells filled; a new one where the batch came without, or where
 * the received one does not take them.
 *
 * @param name  of the file
 * @param bytes what is in it
 * @param form  the sheet whose cells were filled, which says what its columns are
 * @param notes what the marker must know, each in a sentence
 */
record OutgoingSheet(String name, byte[] bytes, GradeSheet form, List<String> notes) {
    /** @throws Problem where what is kept of the received sheet cannot be read */
    static OutgoingSheet of(Batch batch, BatchFolder folder, Iterable<StudentKey> students) throws Problem {
        Map<StudentKey, GradeSheet.Filled> filled = new LinkedHashMap<>();
        List<Student> all = new ArrayList<>();
        for (StudentKey student : students) {
            Result result = batch.result(student);
            filled.put(student, new GradeSheet.Filled(result.value(), result.grade().filter(_ -> result.complete()),
                    Feedback.text(batch, batch.submission(student))));
            all.add(batch.submission(student).student());
        }
        GradeSheet own = GradeSheet.blank(all, !batch.scheme().rules().grades().isEmpty());
        try {
            Optional<GradeSheet> received = Register.read(folder).gradeSheet(folder);
            GradeSheet form = received.orElse(own);
            String ending = received.map(r -> r.file().ending()).orElse("csv");
            return new OutgoingSheet("grade-sheet." + ending, form.with(filled), form, List.of());
        } catch (Problem e) {
            return new OutgoingSheet("grade-sheet.csv", own.with(filled), own,
                    List.of("The received grade sheet could not be filled: " + e.getMessage()
                            + " The scores are in a sheet of the program's own, which was written in its place."));
        }
    }

    /** The sheet, read back from the bytes as they go out. */
    GradeSheet readBack() throws Problem {
        return form.sameForm(SheetFile.read(bytes, "The grade sheet that goes out"));
    }
}

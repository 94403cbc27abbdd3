package org.epiglyph.core.lookover;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.Heard;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;

/** Words for the student, and where they stand. */
record StudentWords(Finding.Where where, String subject, String words) {
    /** Everything that a student is told in words, marks of the hand-in that counts first. */
    static List<StudentWords> in(Submission submission, MarkScheme scheme) {
        List<StudentWords> all = new ArrayList<>();
        List<String> documents = submission.documents().stream().map(Document::id).toList();
        for (Mark mark : submission.marksForStudent()) {
            if (documents.contains(mark.page().document())) {
                add(all, Finding.Where.MARK, mark.id(), words(mark));
            }
        }
        for (Criterion criterion : scheme.criteria()) {
            add(all, Finding.Where.CRITERION, criterion.id(), submission.scores().words(criterion.id()));
        }
        add(all, Finding.Where.THE_WHOLE, "", submission.onTheWhole());
        Heard.of(submission, scheme)
                .forEach(h -> add(all, Finding.Where.SPOKEN, h.remark().id(), h.remark().words()));
        return all;
    }

    private static void add(List<StudentWords> all, Finding.Where where, String subject, String words) {
        if (!words.isBlank()) {
            all.add(new StudentWords(where, subject, words));
        }
    }

    private static String words(Mark mark) {
        String drawn = switch (mark) {
            case TypedText text -> text.text();
            case Correction correction -> correction.text();
            case Stamp stamp when stamp.face() instanceof Face.Words(String text, var _) -> text;
            default -> "";
        };
        return (drawn + "\n" + mark.remark().words()).strip();
    }
}

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

/** Text for the student, and where it is. */
record TextForStudent(Finding.Where where, String subject, String text) {
    /** All text for a student, beginning with the marks of the hand-in that counts. */
    static List<TextForStudent> in(Submission submission, MarkScheme scheme) {
        List<TextForStudent> all = new ArrayList<>();
        List<String> documents = submission.documents().stream().map(Document::id).toList();
        for (Mark mark : submission.marksForStudent()) {
            if (documents.contains(mark.page().document())) {
                add(all, Finding.Where.MARK, mark.id(), text(mark));
            }
        }
        for (Criterion criterion : scheme.criteria()) {
            add(all, Finding.Where.CRITERION, criterion.id(), submission.scores().remark(criterion.id()));
        }
        add(all, Finding.Where.THE_WHOLE, "", submission.onTheWhole());
        Heard.of(submission, scheme)
                .forEach(h -> add(all, Finding.Where.SPOKEN, h.remark().id(), h.remark().text()));
        return all;
    }

    private static void add(List<TextForStudent> all, Finding.Where where, String subject, String text) {
        if (!text.isBlank()) {
            all.add(new TextForStudent(where, subject, text));
        }
    }

    private static String text(Mark mark) {
        String drawn = switch (mark) {
            case TypedText text -> text.text();
            case Correction correction -> correction.text();
            case Stamp stamp when stamp.face() instanceof Face.Text(String text, var _) -> text;
            default -> "";
        };
        return (drawn + "\n" + mark.remark().text()).strip();
    }
}

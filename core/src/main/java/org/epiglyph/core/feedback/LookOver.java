package org.epiglyph.core.feedback;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Scorecard;

/** The check before handing back: what is unfinished, student by student. */
public final class LookOver {
    private LookOver() {}

    /** What is unfinished. */
    public enum Kind {
        /** Not sealed; it is not handed back now. */
        NOT_SEALED,
        /** No criterion has a score. */
        NOTHING_SCORED,
        /** Some criteria have no score. */
        NOT_SCORED,
        /** Some pages were never on the screen. */
        PAGES_UNSEEN,
        /** Something was handed in after the hand-in that counts. */
        NEWER_HAND_IN,
        /** Nothing was received; there is nothing to hand back unless it is scored. */
        NOTHING_RECEIVED
    }

    /**
     * One thing that is unfinished.
     *
     * @param student whose
     * @param kind    what
     * @param detail  criteria not scored, numbers of the pages not seen, or of the newer hand-in; may be empty
     */
    public record Finding(StudentKey student, Kind kind, String detail) {}

    /** All findings in roster order. */
    public static List<Finding> findings(Batch batch) {
        List<Finding> findings = new ArrayList<>();
        for (Submission submission : batch.submissions()) {
            StudentKey student = submission.student().key();
            Stage stage = submission.stage(batch.scheme());
            if (stage == Stage.NOTHING_RECEIVED) {
                findings.add(new Finding(student, Kind.NOTHING_RECEIVED, ""));
                continue;
            }
            if (submission.scores().scoredOf(batch.scheme()) == 0 && Scorecard.askedBy(batch.scheme()) > 0) {
                findings.add(new Finding(student, Kind.NOTHING_SCORED, ""));
            } else if (!submission.scores().isComplete(batch.scheme())) {
                findings.add(new Finding(student, Kind.NOT_SCORED, String.join(", ",
                        submission.scores().left(batch.scheme()).stream().map(Criterion::name).toList())));
            } else if (!submission.sealed()) {
                findings.add(new Finding(student, Kind.NOT_SEALED, ""));
            }
            if (submission.hasNewer()) {
                findings.add(new Finding(student, Kind.NEWER_HAND_IN,
                        String.valueOf(submission.handIns().getLast().number())));
            }
            List<String> unseen = new ArrayList<>(submission.pages()
                    .stream()
                    .filter(p -> !submission.seen().contains(p))
                    .map(p -> String.valueOf(p.number()))
                    .toList());
            submission.documents()
                    .stream()
                    .filter(d -> d.pages() instanceof Pages.Awaited)
                    .map(Document::name)
                    .forEach(unseen::add);
            if (!unseen.isEmpty() && stage != Stage.UNTOUCHED) {
                findings.add(new Finding(student, Kind.PAGES_UNSEEN, String.join(", ", unseen)));
            }
        }
        return findings;
    }
}

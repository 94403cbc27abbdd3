package org.epiglyph.desktop.ledger;

import java.util.List;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.spoken.SpokenRemark;

/** What a criterion's row shows of a submission; as long as it is the same, nothing is redrawn. */
record CriterionShown(StudentKey student, Judgement judgement, String remark, boolean sealed, List<Mark> marks,
        Phrasebook phrases, List<SpokenRemark> spoken) {
    static CriterionShown of(Submission submission, Criterion criterion, Phrasebook phrases) {
        return new CriterionShown(submission.student().key(), submission.scores().judgement(criterion.id()),
                submission.scores().remark(criterion.id()), submission.sealed(), submission.marks(), phrases,
                submission.spoken());
    }

    /** Marks and phrases are compared by identity, since they may be many. */
    boolean isSame(CriterionShown other) {
        return other != null && student.equals(other.student) && judgement.equals(other.judgement)
                && remark.equals(other.remark) && sealed == other.sealed && marks == other.marks
                && phrases == other.phrases && spoken == other.spoken;
    }
}

package org.epiglyph.core.letters;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;

/**
 * Whom a letter goes to: the students of a class who meet a condition.
 *
 * @param condition the condition
 * @param under     for {@link Condition#RESULT_UNDER}: the result that theirs is below
 * @param named     for {@link Condition#CHOSEN} and {@link Condition#NOT_OPENED}: the students
 */
public record Recipients(Condition condition, Optional<BigDecimal> under, Set<StudentKey> named) {
    public Recipients {
        named = Set.copyOf(named);
    }

    /** What the recipients have in common. */
    public enum Condition {
        /** They are in the class. */
        EVERYBODY,
        /** Nothing was received from them, and they are not excused. */
        NOTHING_RECEIVED,
        /** The hand-in that counts arrived after its due time and the grace. */
        LATE,
        /** Their result is known and below a limit. */
        RESULT_UNDER,
        /** Every criterion that takes a score is excused. */
        EXCUSED,
        /** The work was handed back, and the record says that they have not opened it. */
        NOT_OPENED,
        /** The marker chose them. */
        CHOSEN
    }

    /** The students who meet a condition that needs no further value. */
    static Recipients of(Condition condition) {
        return new Recipients(condition, Optional.empty(), Set.of());
    }

    /** In roster order. */
    public List<Submission> in(Batch batch) {
        return batch.submissions().stream().filter(s -> meets(batch, s)).toList();
    }

    private boolean meets(Batch batch, Submission submission) {
        StudentKey student = submission.student().key();
        return switch (condition) {
            case EVERYBODY -> true;
            case NOTHING_RECEIVED -> submission.handIns().isEmpty() && !submission.scores().isExcused(batch.scheme());
            case LATE -> batch.lateness(submission).isPresent();
            case RESULT_UNDER -> LetterText.isFinal(batch, submission)
                    && under.filter(u -> batch.result(student).value().compareTo(u) < 0).isPresent();
            case EXCUSED -> submission.scores().isExcused(batch.scheme());
            case NOT_OPENED, CHOSEN -> named.contains(student);
        };
    }

}

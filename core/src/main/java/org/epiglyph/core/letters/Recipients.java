package org.epiglyph.core.letters;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;

/**
 * Who is written to: those of a class who meet a condition.
 *
 * @param condition what they have in common
 * @param under     for {@link Condition#RESULT_UNDER}: below which result
 * @param named     for {@link Condition#CHOSEN} and {@link Condition#NOT_OPENED}: who they are
 */
public record Recipients(Condition condition, Optional<BigDecimal> under, Set<StudentKey> named) {
    public Recipients {
        named = Set.copyOf(named);
    }

    /** What those who are written to have in common. */
    public enum Condition {
        /** Being in the class. */
        EVERYBODY,
        /** Nothing came from them, and they are not excused. */
        NOTHING_RECEIVED,
        /** What counts came after their due time and the grace. */
        LATE,
        /** Their result is known and below a limit. */
        RESULT_UNDER,
        /** Every criterion that takes a score is excused. */
        EXCUSED,
        /** The work went back, and the record says that they have not looked. */
        NOT_OPENED,
        /** The marker chose them. */
        CHOSEN
    }

    /** Those who meet a condition that needs nothing else. */
    public static Recipients of(Condition condition) {
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

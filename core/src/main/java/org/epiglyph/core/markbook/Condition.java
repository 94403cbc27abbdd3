package org.epiglyph.core.markbook;

import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.batch.Submission;

/** What the students of a list have in common. */
public enum Condition {
    /** Something the scheme requires has no score. */
    NOT_SCORED,
    /** Everything is scored, but the work is not sealed. */
    NOT_SEALED,
    /** Sealed, and no destination has it as it is now. */
    HELD,
    HANDED_BACK,
    LATE,
    NOTHING_RECEIVED,
    /** Nothing is expected of them. */
    EXCUSED,
    /** The result is within the marker's limit of a grade boundary. */
    NEAR_BOUNDARY,
    /** The result was changed independently of the scores. */
    MODERATED,
    /** There is a private note. */
    PRIVATE_NOTE,
    /** The student answered and has no reply. */
    ANSWERED,
    /** A newer hand-in arrived than the one that counts. */
    NEWER_HAND_IN,
    /** Handed back and, as far as the record was asked, not opened. */
    NOT_OPENED,
    /** The look-over has open findings. */
    LOOK_AGAIN;

    /**
     * True if the submission meets the condition.
     *
     * @param context what is known besides the batch
     */
    boolean holds(Batch batch, Submission submission, Context context) {
        Stage stage = submission.stage(batch.scheme());
        return switch (this) {
            case NOT_SCORED -> !submission.scores().isComplete(batch.scheme());
            case NOT_SEALED -> stage == Stage.SCORED;
            case HELD -> stage == Stage.SEALED;
            case HANDED_BACK -> stage == Stage.HANDED_BACK;
            case LATE -> batch.lateness(submission).isPresent();
            case NOTHING_RECEIVED -> submission.handIns().isEmpty() && !submission.scores().isExcused(batch.scheme());
            case EXCUSED -> submission.scores().isExcused(batch.scheme());
            case NEAR_BOUNDARY -> isNearBoundary(batch, submission);
            case MODERATED -> submission.scores().moderation().isPresent();
            case PRIVATE_NOTE -> !submission.privately().isBlank();
            case ANSWERED -> submission.correspondence().awaitsReply();
            case NEWER_HAND_IN -> submission.hasNewer();
            case NOT_OPENED -> submission.handedBack() && submission.opened().isEmpty();
            case LOOK_AGAIN -> context.again().contains(submission.student().key());
        };
    }

    private static boolean isNearBoundary(Batch batch, Submission submission) {
        return submission.scores().isComplete(batch.scheme()) && batch.scheme()
                .rules()
                .grades()
                .flatMap(g -> batch.aids()
                        .limits()
                        .nearBoundary()
                        .map(w -> !g.near(batch.result(submission.student().key()), w).isEmpty()))
                .orElse(false);
    }
}

package org.epiglyph.desktop.marking;

import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.task.Lateness;
import org.epiglyph.desktop.frame.Words;

/** How a submission's state is put into words. */
public final class SubmissionWords {
    private SubmissionWords() {}

    /** The state in a word, with lateness where there is any. */
    public static String state(Submission submission, Batch batch) {
        String stage = Words.of("Stage." + submission.stage(batch.scheme()).name());
        return lateness(submission, batch).filter(Lateness::isLate).map(l -> stage + ", " + l.inWords()).orElse(stage);
    }

    /** How the hand-in that counts compares with the due time, where both are known. */
    public static Optional<Lateness> lateness(Submission submission, Batch batch) {
        return submission.current()
                .flatMap(HandIn::at)
                .flatMap(at -> batch.task().lateness(submission.student().key(), at));
    }
}

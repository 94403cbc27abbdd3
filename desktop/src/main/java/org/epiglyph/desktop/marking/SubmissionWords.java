package org.epiglyph.desktop.marking;

import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.desktop.frame.Words;

/** How a submission's state is put into words. */
public final class SubmissionWords {
    private SubmissionWords() {}

    /** The state in a word, with lateness where there is any. */
    public static String state(Submission submission, Batch batch) {
        String stage = Words.of("Stage." + submission.stage(batch.scheme()).name());
        String late = batch.lateness(submission).map(l -> ", " + l.inWords()).orElse("");
        return stage + late + (submission.correspondence().awaitsReply() ? ", " + Words.of("Stage.answered") : "");
    }
}

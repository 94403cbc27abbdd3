package org.epiglyph.desktop.marking;

import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.desktop.frame.UiText;

/** Descriptions of a submission's state. */
public final class StateText {
    private StateText() {}

    /** The state in a word, with lateness if there is any. */
    public static String state(Submission submission, Batch batch) {
        String stage = UiText.of("Stage." + submission.stage(batch.scheme()).name());
        String late = batch.lateness(submission).map(l -> ", " + l.describe()).orElse("");
        return stage + late + (submission.correspondence().awaitsReply() ? ", " + UiText.of("Stage.answered") : "");
    }
}

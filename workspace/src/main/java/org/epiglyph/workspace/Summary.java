package org.epiglyph.workspace;

import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.batch.Submission;

/**
 * A batch in a few figures, as the shelf shows it.
 *
 * @param title      of its task
 * @param module     the course; may be empty
 * @param students   how many are in the class
 * @param received   of how many something was received
 * @param scored     submissions with everything that the scheme asks for
 * @param sealed     sealed submissions, those handed back included
 * @param handedBack submissions handed back as they are now
 */
public record Summary(String title, String module, int students, int received, int scored, int sealed,
        int handedBack) {
    static Summary of(Batch batch) {
        int received = 0;
        int scored = 0;
        int sealed = 0;
        int handedBack = 0;
        for (Submission s : batch.submissions()) {
            received += s.handIns().isEmpty() ? 0 : 1;
            scored += s.scores().isComplete(batch.scheme()) ? 1 : 0;
            sealed += s.sealed() ? 1 : 0;
            handedBack += s.stage(batch.scheme()) == Stage.HANDED_BACK ? 1 : 0;
        }
        return new Summary(batch.task().title(), batch.task().module(), batch.submissions().size(), received, scored,
                sealed, handedBack);
    }
}

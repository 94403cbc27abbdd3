package org.epiglyph.core.batch;

import java.time.Duration;
import java.time.Instant;

/**
 * What one undo reverts.
 *
 * @param edit what was done; if several edits were merged, the last
 * @param back the edit that reverts all of it
 * @param at   when it was last done
 */
public record UndoStep(Edit edit, Edit back, Instant at) {
    private static final Duration ONE_SPELL_OF_TYPING = Duration.ofSeconds(20);

    boolean continues(UndoStep top) {
        return edit.continues(top.edit) && Duration.between(top.at, at).compareTo(ONE_SPELL_OF_TYPING) < 0;
    }
}

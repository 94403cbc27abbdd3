package org.epiglyph.desktop.frame;

import org.epiglyph.core.batch.Batch;

/** The title of the open batch in the top line: its task, and a subdued word if names are covered. */
public final class BatchTitle {
    private BatchTitle() {}

    public static String of(Batch batch) {
        return UiText.isolated(batch.task().title()) + (batch.isCovered() ? "   " + UiText.of("Names.quietly") : "");
    }
}

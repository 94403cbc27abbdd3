package org.epiglyph.desktop.frame;

import org.epiglyph.core.batch.Batch;

/** What the top line says of the batch that is open: its task, and a quiet word where names are covered. */
public final class BatchTitle {
    private BatchTitle() {}

    public static String of(Batch batch) {
        return UiText.isolated(batch.task().title()) + (batch.isCovered() ? "   " + UiText.of("Names.quietly") : "");
    }
}

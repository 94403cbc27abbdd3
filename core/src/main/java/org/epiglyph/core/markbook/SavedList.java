package org.epiglyph.core.markbook;

import java.util.List;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;

/**
 * A named list of students, by condition and order.
 *
 * @param name never blank
 */
public record SavedList(String name, Selection selection, Order order) {
    public SavedList {
        if (name.isBlank()) {
            throw new InvalidValue(Message.of(SavedList.class, "needsName"));
        }
    }

    /**
     * The students who are on it now, in order.
     *
     * @param context what is known besides the batch
     */
    public List<Submission> in(Batch batch, Context context) {
        return order.of(batch, selection.in(batch, context), context);
    }
}

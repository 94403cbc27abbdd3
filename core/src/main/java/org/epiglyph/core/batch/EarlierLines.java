package org.epiglyph.core.batch;

import java.util.List;
import org.epiglyph.core.roster.StudentKey;

/** The lines of a history up to a {@link Checkpoint}, read only when somebody goes back before it. */
public interface EarlierLines {
    /** The batch before any edit. */
    Batch collected();

    /**
     * The lines that may have changed a student's submission, including those of the whole batch, in order. Unreadable
     * lines are left out.
     */
    List<Entry> of(StudentKey student);

    /** For a history without earlier lines. */
    static EarlierLines none(Batch collected) {
        return new EarlierLines() {
            @Override
            public Batch collected() {
                return collected;
            }

            @Override
            public List<Entry> of(StudentKey student) {
                return List.of();
            }
        };
    }
}

package org.epiglyph.core.batch;

import java.util.List;
import org.epiglyph.core.roster.StudentKey;

/** The lines of a history up to a {@link Checkpoint}, read only when somebody wants to go back behind it. */
public interface EarlierLines {
    /** The batch before any edit. */
    Batch collected();

    /**
     * The lines that may have changed a student's submission, those of the whole batch included, in order. Lines that cannot
     * be read are left out.
     */
    List<Entry> of(StudentKey student);

    /** Where there is nothing before. */
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

package org.epiglyph.core.passages;

import org.epiglyph.core.roster.StudentKey;

/** Where compared words come from. */
public sealed interface Source {
    /** A student of the class. */
    record Mate(StudentKey student) implements Source {}

    /**
     * A document that the marker put beside the pages.
     *
     * @param document its id
     */
    record Given(String document) implements Source {}

    /**
     * A student's work in another batch.
     *
     * @param where the folder of that batch
     * @param batch the batch's name
     * @param name  the student's name, as shown there
     */
    record Elsewhere(String where, String batch, StudentKey student, String name) implements Source {}
}

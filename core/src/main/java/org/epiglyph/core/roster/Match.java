package org.epiglyph.core.roster;

import java.util.List;
import java.util.Optional;

/**
 * What is known of whose a received file is.
 *
 * @param student    the student, where one is certain
 * @param candidates students it might be, likeliest first; the marker decides between them
 * @param evidence   why, in words
 */
public record Match(Optional<StudentKey> student, List<StudentKey> candidates, String evidence) {
    public Match {
        candidates = List.copyOf(candidates);
    }
}

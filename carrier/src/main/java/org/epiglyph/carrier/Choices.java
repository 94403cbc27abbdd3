package org.epiglyph.carrier;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.epiglyph.core.roster.StudentKey;

/**
 * How work is handed back.
 *
 * @param author   who marked, as PDF readers show it; may be empty
 * @param plain    true to take scripts and what starts programs out of the marked copies
 * @param profile  what students are handed
 * @param accepted what the marker was asked and said yes to, by student
 */
public record Choices(String author, boolean plain, Profile profile, Map<StudentKey, Set<Outcome.Doubt>> accepted) {
    public Choices {
        accepted = Map.copyOf(accepted);
    }

    public Choices(String author, boolean plain) {
        this(author, plain, Profile.USUAL, Map.of());
    }

    public Choices(String author, boolean plain, Map<StudentKey, Set<Outcome.Doubt>> accepted) {
        this(author, plain, Profile.USUAL, accepted);
    }

    boolean accepts(StudentKey student, Outcome.Doubt doubt) {
        return accepted.getOrDefault(student, Set.of()).contains(doubt);
    }

    /** What of this decides what a student is handed, beside the batch itself. */
    List<String> deciding(List<String> leftOut) {
        List<String> deciding = new ArrayList<>();
        if (plain) {
            deciding.add("plain");
        }
        deciding.addAll(profile.deciding());
        leftOut.forEach(id -> deciding.add("without " + id));
        return deciding;
    }
}

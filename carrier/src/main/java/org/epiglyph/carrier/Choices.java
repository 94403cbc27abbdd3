package org.epiglyph.carrier;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.record.Amendment;

/**
 * How work is handed back.
 *
 * @param author      who marked, as PDF readers show it; may be empty
 * @param plain       true to remove scripts and launch actions from the marked copies
 * @param profile     what students are handed
 * @param accepted    what the marker was asked about and accepted, by student
 * @param amendment   why results that were handed back before are changed; empty if not stated
 * @param resolutions decisions about records that somebody else has changed
 */
public record Choices(String author, boolean plain, Profile profile, Map<StudentKey, Set<Outcome.Doubt>> accepted,
        Optional<Amendment> amendment, Map<StudentKey, Resolution> resolutions) {
    public Choices {
        accepted = Map.copyOf(accepted);
        resolutions = Map.copyOf(resolutions);
    }

    public Choices(String author, boolean plain) {
        this(author, plain, Map.of());
    }

    public Choices(String author, boolean plain, Map<StudentKey, Set<Outcome.Doubt>> accepted) {
        this(author, plain, Profile.USUAL, accepted);
    }

    public Choices(String author, boolean plain, Profile profile, Map<StudentKey, Set<Outcome.Doubt>> accepted) {
        this(author, plain, profile, accepted, Optional.empty(), Map.of());
    }

    /** The same, with a reason for changing earlier results. */
    public Choices amending(Amendment why) {
        return new Choices(author, plain, profile, accepted, Optional.of(why), resolutions);
    }

    /** The same, with decisions about records that somebody else has changed. */
    public Choices resolving(Map<StudentKey, Resolution> decided) {
        return new Choices(author, plain, profile, accepted, amendment, decided);
    }

    Optional<Resolution.Way> resolution(StudentKey student, String tag) {
        return Optional.ofNullable(resolutions.get(student)).filter(r -> r.isFor(tag)).map(Resolution::way);
    }

    boolean accepts(StudentKey student, Outcome.Doubt doubt) {
        return accepted.getOrDefault(student, Set.of()).contains(doubt);
    }

    /** The options that affect what a student is handed, besides the batch itself. */
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

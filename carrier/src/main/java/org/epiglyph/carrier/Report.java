package org.epiglyph.carrier;

import java.util.List;
import org.epiglyph.core.Message;

/**
 * What a hand-back came to.
 *
 * @param outcomes what became of each sealed submission, in roster order
 * @param notes    what else the marker must know
 */
public record Report(List<Outcome> outcomes, List<Message> notes) {
    public Report {
        outcomes = List.copyOf(outcomes);
        notes = List.copyOf(notes);
    }

    /** True if the destination has everything that was to go, or what the marker lets stand there. */
    public boolean isWhole() {
        return outcomes.stream().allMatch(o -> switch (o) {
            case Outcome.Done done -> done.leftOut().isEmpty();
            case Outcome.AlreadyThere _,Outcome.TheirsStand _ -> true;
            case Outcome.Failed _,Outcome.Asked _,Outcome.Differs _ -> false;
        });
    }
}

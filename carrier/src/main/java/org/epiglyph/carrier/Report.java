package org.epiglyph.carrier;

import java.util.List;
import org.epiglyph.core.Message;

/**
 * The result of a hand-back.
 *
 * @param outcomes the outcome of each sealed submission, in roster order
 * @param notes    other notes for the marker
 */
public record Report(List<Outcome> outcomes, List<Message> notes) {
    public Report {
        outcomes = List.copyOf(outcomes);
        notes = List.copyOf(notes);
    }

    /** True if the destination has everything that was to be sent, or what the marker accepts there. */
    public boolean isWhole() {
        return outcomes.stream().allMatch(o -> switch (o) {
            case Outcome.Done done -> done.leftOut().isEmpty();
            case Outcome.AlreadyThere _,Outcome.TheirsStand _ -> true;
            case Outcome.Failed _,Outcome.Asked _,Outcome.Differs _ -> false;
        });
    }
}

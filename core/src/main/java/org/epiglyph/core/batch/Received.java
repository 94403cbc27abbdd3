package org.epiglyph.core.batch;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.epiglyph.core.page.PageRef;

/**
 * What was handed in, and how it is shown.
 *
 * @param handIns  oldest first; empty if nothing was received
 * @param counting number of the hand-in that the marker chose to count; empty for the newest
 * @param attached documents that the marker changed in another program and attached, in that order
 * @param turns    degrees by which the marker turned pages clockwise, 90, 180 or 270; unturned pages are not in it
 */
public record Received(List<HandIn> handIns, Optional<Integer> counting, List<Attached> attached,
        Map<PageRef, Integer> turns) {
    public Received {
        handIns = List.copyOf(handIns);
        attached = List.copyOf(attached);
        turns = Map.copyOf(turns);
    }

    static Received of(List<HandIn> handIns) {
        return new Received(handIns, Optional.empty(), List.of(), Map.of());
    }

    Received withHandIns(List<HandIn> other) {
        return new Received(other, counting, attached, turns);
    }

    Received withHandIn(HandIn handIn) {
        return withHandIns(Stream.concat(handIns.stream(), Stream.of(handIn))
                .sorted(Comparator.comparingInt(HandIn::number))
                .toList());
    }

    Received withCounting(Optional<Integer> other) {
        return new Received(handIns, other, attached, turns);
    }

    Received withAttached(List<Attached> other) {
        return new Received(handIns, counting, other, turns);
    }

    Received withTurn(PageRef page, int degrees) {
        Map<PageRef, Integer> other = new HashMap<>(turns);
        if (degrees == 0) {
            other.remove(page);
        } else {
            other.put(page, degrees);
        }
        return new Received(handIns, counting, attached, other);
    }
}

package org.epiglyph.core.pencase;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Sign;

/**
 * The marker's tools and which one is in hand. Immutable; survives submissions, batches and restarts.
 *
 * @param slots  the tools in order, at least one
 * @param inHand zero-based number of the slot in hand
 */
public record PenCase(List<Slot> slots, int inHand) {
    public PenCase {
        slots = List.copyOf(slots);
        if (inHand < 0 || inHand >= slots.size()) {
            throw new IllegalArgumentException("Slot " + inHand + " is not one of " + slots.size());
        }
    }

    /** The case as it comes: a red pen first, since that is what markers reach for. */
    public static PenCase fresh() {
        return new PenCase(List.of(slot(Tool.PEN, Ink.MADDER, 1.6), slot(Tool.HIGHLIGHTER, Ink.MOSS, 12),
                slot(Tool.HIGHLIGHTER, Ink.OCHRE, 12),
                slot(Tool.NOTE, Ink.MADDER, 1), slot(Tool.TEXT, Ink.INDIGO, 12), stamp(Sign.TICK, Ink.MADDER),
                stamp(Sign.CROSS, Ink.MADDER),
                stamp(Sign.QUERY, Ink.MADDER), stamp(Sign.OMISSION, Ink.MADDER), stamp(Sign.CARRIED_FORWARD, Ink.PLUM),
                stamp(Sign.BENEFIT_OF_DOUBT, Ink.PLUM), slot(Tool.ERASER, Ink.SLATE, 8),
                slot(Tool.CHOOSE, Ink.INDIGO, 1)), 0);
    }

    public Slot current() {
        return slots.get(inHand);
    }

    /** The case with another slot in hand. */
    public PenCase holding(int slot) {
        return new PenCase(slots, slot);
    }

    /** The case with the slot in hand exchanged. */
    public PenCase withCurrent(Slot slot) {
        List<Slot> changed = new ArrayList<>(slots);
        changed.set(inHand, slot);
        return new PenCase(changed, inHand);
    }

    private static Slot slot(Tool tool, Ink ink, double width) {
        return new Slot(tool, ink, width, Sign.TICK);
    }

    private static Slot stamp(Sign sign, Ink ink) {
        return new Slot(Tool.STAMP, ink, 22, sign);
    }
}

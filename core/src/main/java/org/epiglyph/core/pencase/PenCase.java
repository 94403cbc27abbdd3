package org.epiglyph.core.pencase;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Sign;

/**
 * The marker's tools and which one is in hand. Immutable; outlives submissions, batches and restarts.
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

    /** The initial case: a red pen first, since that is what markers reach for. */
    public static PenCase fresh() {
        return new PenCase(List.of(slot(Tool.PEN, Ink.MADDER), slot(Tool.HIGHLIGHTER, Ink.MOSS),
                slot(Tool.HIGHLIGHTER, Ink.OCHRE), slot(Tool.NOTE, Ink.MADDER), slot(Tool.TEXT, Ink.INDIGO),
                stamp(Sign.TICK, Ink.MADDER), stamp(Sign.CROSS, Ink.MADDER), stamp(Sign.QUERY, Ink.MADDER),
                slot(Tool.CORRECTION, Ink.MADDER), slot(Tool.BOX, Ink.INDIGO), slot(Tool.BRACKET, Ink.INDIGO),
                slot(Tool.ARROW, Ink.INDIGO), slot(Tool.WAVY_UNDERLINE, Ink.MADDER),
                stamp(Sign.CARRIED_FORWARD, Ink.PLUM), stamp(Sign.BENEFIT_OF_DOUBT, Ink.PLUM),
                slot(Tool.ERASER, Ink.SLATE), slot(Tool.CHOOSE, Ink.INDIGO)), 0);
    }

    public Slot current() {
        return slots.get(inHand);
    }

    /** The case with another slot in hand. */
    public PenCase holding(int slot) {
        return new PenCase(slots, slot);
    }

    /** The case with the slot in hand replaced. */
    public PenCase withCurrent(Slot slot) {
        List<Slot> changed = new ArrayList<>(slots);
        changed.set(inHand, slot);
        return new PenCase(changed, inHand);
    }

    /** The case with one more slot after the one in hand; the new one is in hand. */
    public PenCase withAnother(Slot slot) {
        List<Slot> more = new ArrayList<>(slots);
        more.add(inHand + 1, slot);
        return new PenCase(more, inHand + 1);
    }

    /** The case without the slot in hand; the last slot stays. */
    public PenCase withoutCurrent() {
        if (slots.size() == 1) {
            return this;
        }
        List<Slot> fewer = new ArrayList<>(slots);
        fewer.remove(inHand);
        return new PenCase(fewer, Math.min(inHand, fewer.size() - 1));
    }

    /** The case with the slot in hand moved by a number of places, within the case; it stays in hand. */
    public PenCase moved(int by) {
        int to = Math.clamp((long) inHand + by, 0, slots.size() - 1);
        List<Slot> other = new ArrayList<>(slots);
        other.add(to, other.remove(inHand));
        return new PenCase(other, to);
    }

    /** The number of the first slot with a tool; empty where no slot holds it. */
    public OptionalInt find(Tool tool) {
        return IntStream.range(0, slots.size()).filter(i -> slots.get(i).tool() == tool).findFirst();
    }

    private static Slot slot(Tool tool, Ink ink) {
        return new Slot(tool, ink, Slot.usualWidth(tool));
    }

    private static Slot stamp(Sign sign, Ink ink) {
        return Slot.stamp(sign, ink, Slot.usualWidth(Tool.STAMP));
    }
}

package org.epiglyph.desktop.desk;

import java.util.Arrays;
import java.util.OptionalDouble;
import java.util.function.IntPredicate;

/**
 * The positions of students in the roll. A class that fits has notches of one height. In a larger one the students
 * around the current one and around the pointer keep their height as under a lens, and all others are condensed.
 */
final class RollLens {
    /** Height of a notch under the lens. */
    static final double NOTCH = 20;
    private static final double HIGHEST = 44;
    private static final double LEAST_UNCONDENSED = 15;
    private static final int REACH = 3;
    private static final double GAP = 3;
    private static final double SOMETHING = 2;
    private static final double MOST_LENS = 0.8;
    private static final double MOST_GAPS = 0.15;
    private final double[] tops;
    private final double[] heights;
    private final int current;
    private int pointed = -1;

    /**
     * @param count   number of students, above 0
     * @param height  of the roll in px
     * @param current position of the student on the desk
     * @param pointer height of the pointer; empty if it is elsewhere
     * @param parts   true for a position at which another section begins
     */
    RollLens(int count, double height, int current, OptionalDouble pointer, IntPredicate parts) {
        this.current = current;
        tops = new double[count];
        heights = new double[count];
        double[] gaps = gaps(count, height, parts);
        double room = height - Arrays.stream(gaps).sum();
        if (room / count >= LEAST_UNCONDENSED) {
            Arrays.fill(heights, Math.min(HIGHEST, room / count));
        } else {
            fill(0, count, room);
            if (pointer.isPresent()) {
                stack(gaps);
                pointAt(pointer.getAsDouble(), room, gaps);
            }
        }
        stack(gaps);
    }

    private static double[] gaps(int count, double height, IntPredicate parts) {
        double[] gaps = new double[count];
        for (int i = 1; i < count; i++) {
            gaps[i] = parts.test(i) ? GAP : 0;
        }
        if (Arrays.stream(gaps).sum() > height * MOST_GAPS) {
            Arrays.fill(gaps, 0);
        }
        return gaps;
    }

    /** Places the student at the pointer under it, those before above and those after below. */
    private void pointAt(double pointer, double room, double[] gaps) {
        pointed = at(pointer);
        double before = Arrays.stream(gaps, 0, pointed + 1).sum();
        double y = Math.clamp(pointer - before, 0, room);
        pointed = y <= SOMETHING ? 0 : y >= room - SOMETHING ? heights.length - 1 : pointed; // the ends can be reached at the ends
        double top = Math.max(y - NOTCH / 2, Math.max(SOMETHING, y / 2)); // leaves something for those before
        top = Math.max(0, Math.min(top, room - NOTCH - Math.max(SOMETHING, (room - y) / 2))); // and for those after
        if (pointed == 0) {
            top = 0;
        } else if (pointed == heights.length - 1) {
            top = Math.max(0, room - NOTCH);
        }
        fill(0, pointed, top);
        heights[pointed] = Math.min(NOTCH, room);
        fill(pointed + 1, heights.length, Math.max(0, room - top - NOTCH));
    }

    /**
     * Distributes a height among students, with full notches for those under a lens if that leaves something for the
     * others.
     */
    private void fill(int from, int to, double height) {
        int full = 0;
        for (int i = from; i < to; i++) {
            full += isUnderLens(i) ? 1 : 0;
        }
        int others = to - from - full;
        double notch = full == 0
                ? 0
                : Math.min(others == 0 ? HIGHEST : NOTCH, height * (others == 0 ? 1 : MOST_LENS) / full);
        double other = others == 0 ? 0 : (height - notch * full) / others;
        for (int i = from; i < to; i++) {
            heights[i] = isUnderLens(i) ? notch : other;
        }
    }

    private boolean isUnderLens(int position) {
        return Math.abs(position - current) <= REACH || pointed >= 0 && Math.abs(position - pointed) <= REACH;
    }

    private void stack(double[] gaps) {
        double y = 0;
        for (int i = 0; i < tops.length; i++) {
            y += gaps[i];
            tops[i] = y;
            y += heights[i];
        }
    }

    double top(int position) {
        return tops[position];
    }

    double height(int position) {
        return heights[position];
    }

    /** Height of the middle of a student's notch. */
    double middle(int position) {
        return tops[position] + heights[position] / 2;
    }

    /** The student at a height; the nearest if there is none. */
    int at(double y) {
        int found = Arrays.binarySearch(tops, y);
        return Math.clamp(found >= 0 ? found : -found - 2, 0, tops.length - 1);
    }
}

package org.epiglyph.core.margin;

import java.util.ArrayList;
import java.util.List;

/**
 * Places remarks beside their marks without overlap. The order is kept, and the sum of squared distances from the
 * wanted places is minimal (isotonic regression by pooling adjacent violators).
 */
public final class MarginLayout {
    private MarginLayout() {}

    /**
     * A remark to be placed.
     *
     * @param wish   where its top would be if it were alone
     * @param height its height, 0 or more
     */
    public record Wish(double wish, double height) {}

    /**
     * The tops of the remarks.
     *
     * @param wishes in the order in which they are placed
     * @param gap    the least space between two
     * @param top    nothing is placed above this
     * @return one top for each wish, in the same order and unit
     */
    public static double[] tops(List<Wish> wishes, double gap, double top) {
        List<double[]> pools = new ArrayList<>(); // each: sum, count
        double[] before = new double[wishes.size()];
        double offset = 0;
        for (int i = 0; i < wishes.size(); i++) {
            before[i] = offset;
            double[] pool = {wishes.get(i).wish() - offset, 1};
            while (!pools.isEmpty() && mean(pools.getLast()) >= mean(pool)) {
                double[] above = pools.removeLast();
                pool[0] += above[0];
                pool[1] += above[1];
            }
            pools.add(pool);
            offset += wishes.get(i).height() + gap;
        }
        double[] tops = new double[wishes.size()];
        int i = 0;
        for (double[] pool : pools) {
            for (int n = 0; n < pool[1]; n++, i++) {
                tops[i] = Math.max(top, mean(pool)) + before[i];
            }
        }
        return tops;
    }

    /**
     * The tops of the remarks while one of them is being written: that one stays where it is, those above it move up
     * and those below it move down, and none moves unless it has to.
     *
     * @param pinned number of the remark that stays
     * @param at     its top
     */
    public static double[] tops(List<Wish> wishes, double gap, double top, int pinned, double at) {
        double[] tops = tops(wishes, gap, top);
        tops[pinned] = at;
        for (int i = pinned - 1; i >= 0; i--) {
            tops[i] = Math.min(tops[i], tops[i + 1] - gap - wishes.get(i).height());
        }
        for (int i = pinned + 1; i < tops.length; i++) {
            tops[i] = Math.max(tops[i], tops[i - 1] + wishes.get(i - 1).height() + gap);
        }
        return tops;
    }

    private static double mean(double[] pool) {
        return pool[0] / pool[1];
    }
}

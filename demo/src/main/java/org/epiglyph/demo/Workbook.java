package org.epiglyph.demo;

import static org.epiglyph.demo.Tide.m;

import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;

/** One student's answers, computed, with the slips that this student makes. */
final class Workbook {
    /** What a student gets wrong. */
    enum Slip {
        /** Takes two twelfths of the third hour instead of three. */
        THIRD_HOUR,
        /** Adds the drying height instead of subtracting it. */
        ADDS_DRYING,
        /** Writes numbers without their unit. */
        NO_UNITS,
        /** Takes the hours of the tide as 60 minutes. */
        SIXTY_MINUTES,
        /** Gives no working. */
        NO_WORKING
    }

    private final Tide tide;
    private final Set<Slip> slips;
    private final Random random;
    private boolean borrows;

    Workbook(Random random, Set<Slip> slips) {
        this.random = random;
        this.slips = slips;
        LocalTime low = LocalTime.of(9 + random.nextInt(3), 5 * random.nextInt(12));
        LocalTime high = low.plusMinutes(345 + 5L * random.nextInt(8));
        double lowM = 0.8 + random.nextInt(9) / 10.0;
        double highM = lowM + 3.2 + random.nextInt(16) / 10.0;
        LocalTime asked = low.plusMinutes(150 + 5L * random.nextInt(20));
        this.tide = new Tide(low, lowM, high, highM, asked, 0.7 + random.nextInt(8) / 10.0,
                1.5 + random.nextInt(5) / 10.0);
    }

    /** The same workbook with a paragraph copied word for word from another. */
    Workbook borrowing() {
        borrows = true;
        return this;
    }

    Tide tide() {
        return tide;
    }

    /** A part of the answer: a heading and paragraphs. */
    record Part(String heading, List<String> paragraphs) {}

    /** All four questions answered. */
    List<Part> parts() {
        return List.of(new Part("Question 1. Range and twelfths", question1()),
                new Part("Question 2. Height at the time asked", question2()),
                new Part("Question 3. Over the bar", question3()), new Part("Question 4. Judgement", question4()));
    }

    /** The hourly table: hour, time, twelfths, height. */
    List<List<String>> table() {
        List<List<String>> rows = new ArrayList<>();
        int[] twelfths = {0, 1, 3, slips.contains(Slip.THIRD_HOUR) ? 5 : 6, 9, 11, 12};
        for (int i = 0; i <= 6; i++) {
            rows.add(List.of(i == 0 ? "LW" : i == 6 ? "HW" : String.valueOf(i),
                    tide.low().plus(tide.hour().multipliedBy(i)).withSecond(0).toString(),
                    twelfths[i] + "/12", m(tide.lowM() + twelfths[i] * tide.twelfth()) + unit()));
        }
        return rows;
    }

    private List<String> question1() {
        return List.of("Low water is at " + tide.low() + " with " + m(tide.lowM()) + unit() + ", high water at "
                + tide.high() + " with " + m(tide.highM())
                + unit() + ". The range is " + m(tide.highM()) + " \u2212 " + m(tide.lowM()) + " = " + m(tide.range())
                + unit() + ", so one twelfth is "
                + m(tide.range()) + " / 12 = " + m(tide.twelfth()) + unit() + ".");
    }

    private List<String> question2() {
        double height = wrongHeight();
        if (slips.contains(Slip.NO_WORKING)) {
            return List.of("At " + tide.asked() + " the height of tide is " + m(height) + unit() + ".");
        }
        return List.of("The tide runs for " + tide.hour().multipliedBy(6).toMinutes()
                + " minutes, so one hour of the tide is " + hourMinutes() + " minutes. At "
                + tide.asked() + " it has run " + java.time.Duration.between(tide.low(), tide.asked()).toMinutes()
                + " minutes: " + tide.elapsedSixths()
                + " whole hours and a part of the next.",
                "By the rule of twelfths it has risen " + elapsedTwelfths() + " twelfths and a part of the next "
                        + tide.twelfthsRunning() + ": " + m(tide.lowM())
                        + " + " + elapsedTwelfths() + " \u00d7 " + m(tide.twelfth()) + " + " + m(tide.intoSixth())
                        + " \u00d7 " + tide.twelfthsRunning() + " \u00d7 "
                        + m(tide.twelfth()) + " = " + m(height) + unit() + ".");
    }

    private List<String> question3() {
        double height = wrongHeight();
        boolean adds = slips.contains(Slip.ADDS_DRYING);
        double depth = adds ? height + tide.dries() : height - tide.dries();
        String sign = adds ? " + " : " \u2212 ";
        return List.of("The bar dries " + m(tide.dries()) + unit() + ". The depth over the bar is " + m(height) + sign
                + m(tide.dries()) + " = " + m(depth)
                + unit() + ". The yacht draws " + m(tide.draught()) + unit() + ", so the clearance under the keel is "
                + m(depth) + " \u2212 "
                + m(tide.draught()) + " = " + m(depth - tide.draught()) + unit() + ".");
    }

    private List<String> question4() {
        double depth = slips.contains(Slip.ADDS_DRYING) ? wrongHeight() + tide.dries() : wrongHeight() - tide.dries();
        double clearance = depth - tide.draught();
        String decision = clearance > 0.5
                ? "With this clearance I would cross on a quiet day. With swell on the bar I would wait for another half hour of flood."
                : "This is too little for me. I would wait until the tide has risen further and cross on the flood, not on the ebb.";
        String opinion = OPINIONS.get(random.nextInt(OPINIONS.size()));
        return borrows ? List.of(decision, BORROWED, opinion) : List.of(decision, opinion);
    }

    private static final String BORROWED = "Two summers ago we touched bottom here with a crew of five, half an hour after "
            + "the sum had said that there was room, and since then I take the lower of two answers and add the hand lead.";

    private static final List<String> OPINIONS = List.of(
            "The predictions are for settled weather. High pressure keeps the sea a little lower than the table says, so I would keep a margin.",
            "The pilot book warns of swell on the bar with wind against tide. I would look at the forecast before I trust the sum.",
            "A sounding on the way in would tell me whether the sum agrees with the water. If it does not, I turn round while there is room.",
            "My margin is half a metre, because the chart was surveyed some years ago and sand moves.");

    private double wrongHeight() {
        if (slips.contains(Slip.SIXTY_MINUTES)) {
            double minutes = java.time.Duration.between(tide.low(), tide.asked()).toMinutes();
            int whole = (int) Math.min(5, minutes / 60);
            return tide.heightAfter(whole)
                    + (minutes / 60 - whole) * (tide.heightAfter(Math.min(6, whole + 1)) - tide.heightAfter(whole));
        }
        return slips.contains(Slip.THIRD_HOUR) && tide.elapsedSixths() >= 3
                ? tide.requestedHeight() - tide.twelfth()
                : tide.requestedHeight();
    }

    private int elapsedTwelfths() {
        return slips.contains(Slip.THIRD_HOUR) && tide.elapsedSixths() >= 3
                ? tide.twelfthsGone() - 1
                : tide.twelfthsGone();
    }

    private String hourMinutes() {
        return slips.contains(Slip.SIXTY_MINUTES) ? "60" : String.valueOf(tide.hour().toMinutes());
    }

    private String unit() {
        return slips.contains(Slip.NO_UNITS) ? "" : " m";
    }
}

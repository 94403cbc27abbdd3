package org.epiglyph.core.task;

import java.time.Duration;
import java.time.Instant;

/**
 * How a hand-in's time compares with the due time.
 *
 * @param sinceDue above zero when after the due time, zero or below when before it
 * @param grace    up to this long after the due time is in time
 */
public record Lateness(Duration sinceDue, Duration grace) {
    /** Compares two moments. The zone plays no part: a night in which clocks change is as long as it is. */
    public static Lateness between(Instant due, Duration grace, Instant handedIn) {
        return new Lateness(Duration.between(due, handedIn), grace);
    }

    public boolean isLate() {
        return sinceDue.isPositive() && sinceDue.compareTo(grace) > 0;
    }

    /** For example "2 days 3 h late", "4 min late", "5 h early", "3 min into the grace"; a started minute counts. */
    public String inWords() {
        if (sinceDue.isPositive() && !isLate()) {
            return length(Math.ceilDiv(sinceDue.toSeconds(), 60)) + " into the grace";
        }
        long minutes = isLate() ? Math.ceilDiv(sinceDue.toSeconds(), 60) : sinceDue.negated().toMinutes();
        if (!isLate() && minutes == 0) {
            return "just in time";
        }
        return length(Math.max(1, minutes)) + (isLate() ? " late" : " early");
    }

    private static String length(long minutes) {
        long days = minutes / (24 * 60);
        long hours = minutes / 60 % 24;
        if (days > 0) {
            return days + (days == 1 ? " day" : " days") + (hours > 0 ? " " + hours + " h" : "");
        }
        return hours > 0 ? hours + " h" + (minutes % 60 > 0 ? " " + minutes % 60 + " min" : "") : minutes + " min";
    }
}

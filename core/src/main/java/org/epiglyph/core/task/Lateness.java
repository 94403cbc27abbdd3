package org.epiglyph.core.task;

import java.time.Duration;
import java.time.Instant;

/**
 * How a hand-in's time compares with the due time.
 *
 * @param sinceDue above zero when late, zero or below when in time
 */
public record Lateness(Duration sinceDue) {
    /** Compares two moments. The zone plays no part: a night in which clocks change is as long as it is. */
    public static Lateness between(Instant due, Instant handedIn) {
        return new Lateness(Duration.between(due, handedIn));
    }

    public boolean isLate() {
        return sinceDue.isPositive();
    }

    /** For example "2 days 3 h late", "4 min late", "5 h early"; under a minute counts as a started minute when late. */
    public String inWords() {
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

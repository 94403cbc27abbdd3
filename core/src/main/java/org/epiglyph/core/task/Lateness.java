package org.epiglyph.core.task;

import java.time.Duration;
import java.time.Instant;
import org.epiglyph.core.Message;

/**
 * How a hand-in's time compares with the due time.
 *
 * @param sinceDue positive after the due time, zero or negative before it
 * @param grace    how long after the due time is still in time
 */
public record Lateness(Duration sinceDue, Duration grace) {
    /** Compares two moments. Time zones do not matter: a night in which clocks change is as long as it is. */
    static Lateness between(Instant due, Duration grace, Instant handedIn) {
        return new Lateness(Duration.between(due, handedIn), grace);
    }

    public boolean isLate() {
        return sinceDue.isPositive() && sinceDue.compareTo(grace) > 0;
    }

    /**
     * For example "2 days 3 h late", "4 min late", "5 h early", "3 min into the grace"; a started minute counts in
     * full.
     */
    public String describe() {
        return message().text();
    }

    private Message message() {
        if (sinceDue.isPositive() && !isLate()) {
            return Message.of(Lateness.class, "inGrace", length(Math.ceilDiv(sinceDue.toSeconds(), 60)));
        }
        long minutes = isLate() ? Math.ceilDiv(sinceDue.toSeconds(), 60) : sinceDue.negated().toMinutes();
        if (!isLate() && minutes == 0) {
            return Message.of(Lateness.class, "justInTime");
        }
        Message length = length(Math.max(1, minutes));
        return isLate() ? Message.of(Lateness.class, "late", length) : Message.of(Lateness.class, "early", length);
    }

    private static Message length(long minutes) {
        long days = minutes / (24 * 60);
        long hours = minutes / 60 % 24;
        if (days == 0) {
            Message rest = Message.of(Lateness.class, "minutes", hours == 0 ? minutes : minutes % 60);
            return hours == 0 ? rest : both(Message.of(Lateness.class, "hours", hours), minutes % 60, rest);
        }
        Message whole = days == 1 ? Message.of(Lateness.class, "day") : Message.of(Lateness.class, "days", days);
        return both(whole, hours, Message.of(Lateness.class, "hours", hours));
    }

    private static Message both(Message large, long count, Message small) {
        return count == 0 ? large : Message.of(Lateness.class, "both", large, small);
    }
}

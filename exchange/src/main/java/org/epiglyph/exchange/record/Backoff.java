package org.epiglyph.exchange.record;

import java.time.Duration;
import java.util.concurrent.ThreadLocalRandom;

/**
 * How long to wait for a busy or interrupted service: longer with each failure, randomised so that many clients do not
 * return at once (common practice, no source), and within a budget that restarts with each answer.
 *
 * @param first  before the second attempt; doubled with each attempt
 * @param budget from the first failure to the last attempt
 */
public record Backoff(Duration first, Duration budget) {
    /** Half a second, then twice as long each time, for at most a minute. */
    static final Backoff USUAL = new Backoff(Duration.ofMillis(500), Duration.ofMinutes(1));
    private static final int MOST_DOUBLINGS = 5;

    /**
     * The pause before another attempt.
     *
     * @param failures how many attempts have failed, from 1
     */
    Duration pause(int failures) {
        long longest = first.toMillis() << Math.min(failures - 1, MOST_DOUBLINGS);
        return Duration.ofMillis(longest / 2 + ThreadLocalRandom.current().nextLong(longest / 2 + 1));
    }
}

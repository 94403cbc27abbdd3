package org.epiglyph.exchange.record;

import java.time.Duration;
import java.util.concurrent.ThreadLocalRandom;

/**
 * How long a service that is busy or was cut off is waited for: longer from time to time, by chance so that many clients
 * do not come at once (common practice, no source), and within a budget that begins anew with each answer.
 *
 * @param first  before the second try; doubled from try to try
 * @param budget from the first failure to the last try
 */
public record Backoff(Duration first, Duration budget) {
    /** Half a second, then twice as long each time, for at most a minute. */
    public static final Backoff USUAL = new Backoff(Duration.ofMillis(500), Duration.ofMinutes(1));
    private static final int MOST_DOUBLINGS = 5;

    /**
     * The pause before another try.
     *
     * @param failures how many tries have failed, from 1
     */
    Duration pause(int failures) {
        long longest = first.toMillis() << Math.min(failures - 1, MOST_DOUBLINGS);
        return Duration.ofMillis(longest / 2 + ThreadLocalRandom.current().nextLong(longest / 2 + 1));
    }
}

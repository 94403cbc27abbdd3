package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;

/**
 * What lateness costs. Grace and extensions belong to the task: whoever is within them is not late; whoever exceeds the
 * grace is late from the due time on.
 *
 * @param unit  each started unit counts in full; a day or an hour
 * @param each  percentage taken off per unit, 0 to 100; unused if there are steps
 * @param steps percentages taken off after certain times; empty if each unit counts alike
 * @param basis what the percentages refer to
 * @param most  the highest percentage taken off; empty for no limit
 * @param floor a result is not lowered below this percentage of the maximum; empty for no floor
 * @param until nothing is given for what arrives later than this; empty for no limit
 */
public record LatePenalty(Duration unit, BigDecimal each, List<Tier> steps, Basis basis, Optional<BigDecimal> most,
        Optional<BigDecimal> floor, Optional<Duration> until) {
    public LatePenalty {
        steps = steps.stream().sorted(Comparator.comparing(Tier::after)).toList();
        if (!unit.isPositive() || until.filter(Duration::isNegative).isPresent()) {
            throw new InvalidValue(Message.of(LatePenalty.class, "badUnit"));
        }
        Percent.check(each, Message.of(Percent.class, "unit"));
        Percent.check(most, Message.of(Percent.class, "most"));
        Percent.check(floor, Message.of(Percent.class, "floor"));
    }

    /** A fixed percentage of the maximum for each started unit. */
    public static LatePenalty each(Duration unit, BigDecimal percent) {
        return new LatePenalty(unit, percent, List.of(), Basis.MAXIMUM, Optional.empty(), Optional.empty(),
                Optional.empty());
    }

    /** What the percentages refer to. */
    public enum Basis {
        MAXIMUM, EARNED
    }

    /**
     * A percentage from a certain lateness on.
     *
     * @param after   later than this
     * @param percent taken off, 0 to 100
     */
    public record Tier(Duration after, BigDecimal percent) {
        public Tier {
            if (after.isNegative()) {
                throw new InvalidValue(Message.of(LatePenalty.class, "badStep"));
            }
            Percent.check(percent, Message.of(Percent.class, "step"));
        }
    }

    /** Number of started units; 0 if it is not late. */
    long started(Duration late) {
        return late.isPositive()
                ? Math.ceilDiv(late.toMillis() + (late.toNanosPart() % 1_000_000 > 0 ? 1 : 0), unit.toMillis())
                : 0;
    }

    /** True if it arrived too late to earn anything. */
    boolean isTooLate(Duration late) {
        return until.filter(u -> late.compareTo(u) > 0).isPresent();
    }

    /** Percentage taken off for a certain lateness. */
    BigDecimal percent(Duration late) {
        BigDecimal percent = steps.isEmpty()
                ? each.multiply(BigDecimal.valueOf(started(late)))
                : steps.stream()
                        .filter(s -> late.compareTo(s.after) > 0)
                        .map(Tier::percent)
                        .reduce((_, later) -> later)
                        .orElse(BigDecimal.ZERO);
        return percent.min(most.orElse(BigDecimal.valueOf(100)));
    }
}

package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;

/**
 * What lateness costs. The grace is the task's and so are extensions: whoever is within them is not late; whoever is past
 * the grace is late since the due time.
 *
 * @param unit  a started one of these counts whole; a day or an hour
 * @param each  percent taken off for each, 0 to 100; not used where there are steps
 * @param steps percent taken off from a time on; empty where each unit counts alike
 * @param basis of what the percent are
 * @param most  so many percent are taken off at most; empty for all of them
 * @param floor a result is not brought below so many percent of the maximum; empty for no floor
 * @param until nothing is given for what comes later than this; empty for no limit
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

    /** So much for each started unit, of the maximum. */
    public static LatePenalty each(Duration unit, BigDecimal percent) {
        return new LatePenalty(unit, percent, List.of(), Basis.MAXIMUM, Optional.empty(), Optional.empty(),
                Optional.empty());
    }

    /** Of what the percent are. */
    public enum Basis {
        MAXIMUM, EARNED;

        public String label() {
            return this == MAXIMUM ? "of the maximum" : "of what was earned";
        }
    }

    /**
     * From a time on.
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

    /** Units that were started, 0 where it is not late. */
    public long started(Duration late) {
        return late.isPositive()
                ? Math.ceilDiv(late.toMillis() + (late.toNanosPart() % 1_000_000 > 0 ? 1 : 0), unit.toMillis())
                : 0;
    }

    /** True if it came later than anything is given for. */
    public boolean isTooLate(Duration late) {
        return until.filter(u -> late.compareTo(u) > 0).isPresent();
    }

    /** Percent taken off for so much lateness. */
    public BigDecimal percent(Duration late) {
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

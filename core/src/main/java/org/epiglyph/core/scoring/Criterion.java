package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.Objects;
import java.util.Optional;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;

/**
 * One thing that is assessed.
 *
 * @param id          unique in its scheme
 * @param name        short, never blank
 * @param text        what earns the points, with examples; may be empty
 * @param maximum     points, 0 or above; of levels and parts it is the highest or the sum
 * @param step        the smallest difference between two scores, above 0
 * @param manner      how it is judged
 * @param weight      the factor of its points in the section's sum, 0 or above
 * @param role        what its points do to the total
 * @param section     id of its section; empty for none
 * @param alternative criteria of one section that share this word are alternatives, of which the best counts; empty for
 *                    none
 * @param hurdle      percentage of the maximum needed to pass, 0 to 100; empty for none
 */
public record Criterion(String id, String name, String text, BigDecimal maximum, BigDecimal step, Manner manner,
        BigDecimal weight, Role role, String section, String alternative, Optional<BigDecimal> hurdle) {
    public Criterion {
        if (id.isBlank() || name.isBlank()) {
            throw new InvalidValue(Message.of(Criterion.class, "needsName"));
        }
        manner = Objects.requireNonNullElse(manner, new Manner.Points()); // schemes of the first version have points alone
        weight = Objects.requireNonNullElse(weight, BigDecimal.ONE);
        role = Objects.requireNonNullElse(role, Role.COUNTS);
        section = Objects.requireNonNullElse(section, "");
        alternative = Objects.requireNonNullElse(alternative, "");
        hurdle = Objects.requireNonNullElse(hurdle, Optional.empty());
        maximum = manner.maximum().orElse(maximum);
        if (maximum.signum() < 0 || step.signum() <= 0) {
            throw new InvalidValue(Message.of(Criterion.class, "badMaximum", name, maximum, step));
        }
        if (weight.signum() < 0) {
            throw new InvalidValue(Message.of(Criterion.class, "badWeight", name, weight));
        }
        Percent.check(hurdle, Message.of(Percent.class, "hurdle", name));
    }

    /** A criterion judged by points that simply counts. */
    public Criterion(String id, String name, String text, BigDecimal maximum, BigDecimal step) {
        this(id, name, text, maximum, step, new Manner.Points(), BigDecimal.ONE, Role.COUNTS, "", "", Optional.empty());
    }

    /** True if it takes a score. */
    public boolean isScored() {
        return !(manner instanceof Manner.WordsOnly);
    }

    public Criterion withManner(Manner other) {
        return new Criterion(id, name, text, maximum, step, other, weight, role, section, alternative, hurdle);
    }

    public Criterion withMaximum(BigDecimal other) {
        return new Criterion(id, name, text, other, step, manner, weight, role, section, alternative, hurdle);
    }

    public Criterion withWeight(BigDecimal other) {
        return new Criterion(id, name, text, maximum, step, manner, other, role, section, alternative, hurdle);
    }

    public Criterion withRole(Role other) {
        return new Criterion(id, name, text, maximum, step, manner, weight, other, section, alternative, hurdle);
    }

    public Criterion inSection(String other, String otherAlternative) {
        return new Criterion(id, name, text, maximum, step, manner, weight, role, other, otherAlternative, hurdle);
    }

    public Criterion withHurdle(Optional<BigDecimal> other) {
        return new Criterion(id, name, text, maximum, step, manner, weight, role, section, alternative, other);
    }

    public Criterion named(String otherName, String otherText) {
        return new Criterion(id, otherName, otherText, maximum, step, manner, weight, role, section, alternative,
                hurdle);
    }

    public Criterion withStep(BigDecimal other) {
        return new Criterion(id, name, text, maximum, other, manner, weight, role, section, alternative, hurdle);
    }

    /** Why these points cannot be given, with the remedy; empty if they can. */
    public Optional<Message> refusal(BigDecimal points) {
        if (!isScored()) {
            return Optional.of(Message.of(Criterion.class, "takesWords", name));
        }
        if (points.compareTo(maximum) > 0) {
            return Optional.of(Message.of(Criterion.class, "aboveMaximum", format(points), name, format(maximum)));
        }
        if (points.signum() < 0) {
            return Optional.of(Message.of(Criterion.class, "below0", format(points), format(maximum)));
        }
        if (manner instanceof Manner.Levels levels) {
            Optional<Manner.Level> level = levels.holding(points);
            if (level.isEmpty()) {
                return Optional.of(Message.of(Criterion.class, "noLevel", format(points), name,
                        String.join(", ", levels.levels().stream().map(Manner.Level::points).toList())));
            }
            if (!level.get().isRange()) {
                return Optional.empty();
            }
        }
        if (!(manner instanceof Manner.Checklist) && points.remainder(step).signum() != 0) {
            return Optional.of(Message.of(Criterion.class, "betweenSteps", format(points), name, format(step)));
        }
        return Optional.empty();
    }

    /** A number as a marker writes it: no exponent, no trailing zeros. */
    public static String format(BigDecimal number) {
        return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
    }
}

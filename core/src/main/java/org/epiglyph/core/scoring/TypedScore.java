package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.epiglyph.core.Message;

/** The parsed input for a criterion: a number, the letter or name of a level, n, x, or nothing. */
public sealed interface TypedScore {
    /**
     * It can be given.
     *
     * @param judgement {@link Judgement#NONE} if nothing was typed
     */
    record Read(Judgement judgement) implements TypedScore {}

    /**
     * It cannot be given.
     *
     * @param why with the remedy
     */
    record Refused(Message why) implements TypedScore {}

    /**
     * Parses what was typed.
     *
     * @param now how the criterion is settled; retyping the same points keeps its level and parts
     */
    static TypedScore read(Criterion criterion, String typed, Judgement now) {
        String plain = typed.strip();
        if (plain.isEmpty()) {
            return new Read(Judgement.NONE);
        }
        if (!criterion.isScored()) {
            return new Refused(Message.of(Criterion.class, "takesWords", criterion.name()));
        }
        Optional<Judgement> known = standing(plain).or(() -> level(criterion, plain, now));
        return known.isPresent() ? new Read(known.get()) : points(criterion, plain, now);
    }

    /** Settles a criterion by a level; for a range its middle, unless the present points are within it. */
    static Judgement choose(Criterion criterion, Manner.Level level, Judgement now) {
        BigDecimal points = now.points()
                .filter(level::holds)
                .orElseGet(() -> Exact.of(level.from().add(level.to()))
                        .times(new BigDecimal("0.5"))
                        .rounded(criterion.step(), RoundingMode.HALF_UP)
                        .min(level.to()));
        return Judgement.level(level, points);
    }

    private static Optional<Judgement> standing(String typed) {
        return switch (typed.toLowerCase(Locale.ROOT)) {
            case "n", "not attempted" -> Optional.of(Judgement.standing(Standing.NOT_ATTEMPTED));
            case "x", "excused" -> Optional.of(Judgement.standing(Standing.EXCUSED));
            default -> Optional.empty();
        };
    }

    private static Optional<Judgement> level(Criterion criterion, String typed, Judgement now) {
        if (!(criterion.manner() instanceof Manner.Levels(List<Manner.Level> levels))) {
            return Optional.empty();
        }
        int letter = typed.length() == 1 ? Character.toLowerCase(typed.charAt(0)) - 'a' : -1;
        return (letter >= 0 && letter < levels.size()
                ? Optional.of(levels.get(letter))
                : levels.stream().filter(l -> l.name().equalsIgnoreCase(typed)).findFirst())
                .map(l -> choose(criterion, l, now));
    }

    private static TypedScore points(Criterion criterion, String typed, Judgement now) {
        String plain = typed.replace(',', '.').replace("\u00bd", ".5");
        if (!plain.matches("-?(\\d{1,6}(\\.\\d{0,4})?|\\.\\d{1,4})")) {
            return new Refused(
                    Message.of(TypedScore.class, "noNumber", typed, Criterion.format(criterion.maximum())));
        }
        BigDecimal points = new BigDecimal(plain);
        Optional<Message> refusal = criterion.refusal(points);
        if (refusal.isPresent()) {
            return new Refused(refusal.get());
        }
        if (now.points().filter(p -> p.compareTo(points) == 0).isPresent()) {
            return new Read(now);
        }
        return new Read(criterion.manner() instanceof Manner.Levels levels
                ? Judgement.level(levels.holding(points).orElseThrow(), points)
                : Judgement.of(points));
    }
}

package org.epiglyph.exchange.scheme;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Decimal;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.LatePenalty;
import org.epiglyph.core.scoring.Rounding;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Scaling;

/** The rules of a scheme as cells: a name, and pairs such as {@code each=5; unit=day}. */
final class RuleCells {
    private RuleCells() {}

    /** @throws IllegalArgumentException with what is wrong */
    static Rules read(Rules rules, String name, String cell) {
        return switch (name.toLowerCase(Locale.ROOT)) {
            case "rounding" -> rules.withRounding(rounding(pairs(cell)));
            case "scaling" -> rules.withScaling(Optional.of(scaling(pairs(cell))));
            case "lateness" -> rules.withLateness(Optional.of(lateness(pairs(cell))));
            case "grades" -> rules.withGrades(Optional.of(grades(cell)));
            case "bounds" -> rules.withBounds(!"no".equals(pairs(cell).get("above maximum")),
                    "yes".equals(pairs(cell).get("below zero")));
            case "missed hurdle" -> rules.withMissed(Optional.of(number(pairs(cell), "most", "")));
            default -> throw new InvalidValue(Message.of(RuleCells.class, "noRule", name));
        };
    }

    /** A name and a cell for each rule that differs from the default. */
    static Map<String, String> write(Rules rules) {
        Map<String, String> cells = new LinkedHashMap<>();
        rules.scaling()
                .ifPresent(s -> cells.put("scaling", scaling(s)));
        rules.lateness().ifPresent(l -> cells.put("lateness", lateness(l)));
        if (!rules.rounding().equals(Rounding.USUAL)) {
            cells.put("rounding", "step=" + rules.rounding().step().toPlainString() + "; rule="
                    + rules.rounding().rule().label());
        }
        rules.grades()
                .ifPresent(g -> cells.put("grades", g.name() + ": " + g.boundaries()
                        .stream()
                        .map(b -> b.grade() + " " + b.from().toPlainString())
                        .collect(Collectors.joining(", "))));
        if (!rules.aboveMaximum() || rules.belowZero()) {
            cells.put("bounds", "above maximum=" + (rules.aboveMaximum() ? "yes" : "no") + "; below zero="
                    + (rules.belowZero() ? "yes" : "no"));
        }
        rules.missed().ifPresent(m -> cells.put("missed hurdle", "most=" + m.toPlainString()));
        return cells;
    }

    private static Scaling scaling(Map<String, String> pairs) {
        List<Scaling.Point> points = Scaling.points(pairs.getOrDefault("points", ""));
        return new Scaling(number(pairs, "times", "1"), number(pairs, "plus", "0"), points,
                pairs.containsKey("root of") ? Optional.of(number(pairs, "root of", "")) : Optional.empty());
    }

    private static String scaling(Scaling scaling) {
        String line = "times=" + scaling.factor().toPlainString() + "; plus=" + scaling.shift().toPlainString();
        String points = scaling.points()
                .stream()
                .map(Scaling.Point::describe)
                .collect(Collectors.joining(", "));
        return line + (points.isEmpty() ? "" : "; points=" + points)
                + scaling.rootOf().map(m -> "; root of=" + m.toPlainString()).orElse("");
    }

    private static Map<String, String> pairs(String cell) {
        Map<String, String> pairs = new LinkedHashMap<>();
        for (String pair : cell.split(";")) {
            int sign = pair.indexOf('=');
            if (sign > 0) {
                pairs.put(pair.substring(0, sign).strip().toLowerCase(Locale.ROOT), pair.substring(sign + 1).strip());
            }
        }
        return pairs;
    }

    private static BigDecimal number(Map<String, String> pairs, String name, String missing) {
        String text = pairs.getOrDefault(name, missing);
        try {
            return Decimal.of(text);
        } catch (NumberFormatException e) {
            throw new InvalidValue(Message.of(RuleCells.class, "noNumber", text, name), e);
        }
    }

    private static Optional<BigDecimal> number(Map<String, String> pairs, String name) {
        return pairs.containsKey(name) ? Optional.of(number(pairs, name, "")) : Optional.empty();
    }

    private static Rounding rounding(Map<String, String> pairs) {
        String text = pairs.getOrDefault("rule", "half up");
        Rounding.Rule rule = Arrays.stream(Rounding.Rule.values())
                .filter(r -> r.label().equalsIgnoreCase(text))
                .findFirst()
                .orElseThrow(() -> new InvalidValue(Message.of(RuleCells.class, "noRounding", text)));
        return new Rounding(number(pairs, "step", "0.01"), rule);
    }

    private static String lateness(LatePenalty late) {
        List<String> pairs = new ArrayList<>(List.of("unit=" + (late.unit().toHours() == 1 ? "hour" : "day"),
                "each=" + late.each().toPlainString(),
                "of=" + (late.basis() == LatePenalty.Basis.MAXIMUM ? "maximum" : "earned")));
        late.most().ifPresent(m -> pairs.add("most=" + m.toPlainString()));
        late.floor().ifPresent(f -> pairs.add("floor=" + f.toPlainString()));
        late.until().ifPresent(u -> pairs.add("until hours=" + u.toHours()));
        if (!late.steps().isEmpty()) {
            pairs.add("steps=" + late.steps()
                    .stream()
                    .map(s -> s.after().toHours() + " h " + Criterion.format(s.percent()))
                    .collect(Collectors.joining(", ")));
        }
        return String.join("; ", pairs);
    }

    private static LatePenalty lateness(Map<String, String> pairs) {
        boolean hour = pairs.getOrDefault("unit", "day").startsWith("hour");
        List<LatePenalty.Tier> steps = new ArrayList<>();
        for (String step : pairs.getOrDefault("steps", "").split(",")) {
            String[] words = step.strip().split("\\s*h\\s+");
            if (words.length == 2) {
                try {
                    steps.add(new LatePenalty.Tier(Duration.ofHours(Long.parseLong(words[0])),
                            Decimal.of(words[1])));
                } catch (NumberFormatException e) {
                    throw new InvalidValue(Message.of(RuleCells.class, "noStep", step), e);
                }
            }
        }
        return new LatePenalty(hour ? Duration.ofHours(1) : Duration.ofDays(1), number(pairs, "each", "0"), steps,
                "earned".equals(pairs.get("of")) ? LatePenalty.Basis.EARNED : LatePenalty.Basis.MAXIMUM,
                number(pairs, "most"), number(pairs, "floor"),
                number(pairs, "until hours").map(h -> Duration.ofHours(h.longValue())));
    }

    private static GradeScale grades(String cell) {
        int colon = cell.indexOf(':');
        List<GradeScale.Boundary> boundaries = new ArrayList<>();
        for (String grade : cell.substring(colon + 1).split(",")) {
            int space = grade.strip().lastIndexOf(' ');
            try {
                boundaries.add(new GradeScale.Boundary(Decimal.of(grade.strip().substring(space + 1)),
                        grade.strip().substring(0, Math.max(0, space))));
            } catch (NumberFormatException e) {
                throw new InvalidValue(Message.of(RuleCells.class, "noGrade", grade.strip()), e);
            }
        }
        return new GradeScale(colon < 0 ? "Grades" : cell.substring(0, colon).strip(), boundaries);
    }
}

package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;

/**
 * From scores to the result, in this order, each step said: criteria, sections, total, percent, weight, scaling, lateness,
 * moderation, hurdles, bounds, rounding, grade. Everything is exact until it is rounded, once.
 */
public final class Scoring {
    private final MarkScheme scheme;
    private final Scorecard card;
    private final Circumstances circumstances;
    private final Exact worth;
    private final List<Step> steps = new ArrayList<>();
    private final List<String> missed = new ArrayList<>();
    private final boolean complete;
    private final boolean explaining;

    private Scoring(MarkScheme scheme, Scorecard card, Circumstances circumstances, boolean explaining) {
        this.explaining = explaining;
        this.scheme = scheme;
        this.card = card;
        this.circumstances = circumstances;
        worth = Exact.of(circumstances.maximum());
        complete = card.isComplete(scheme);
    }

    /** The result of a scorecard; how it came about is computed again, with words, when it is asked for. */
    public static Result result(MarkScheme scheme, Scorecard card, Circumstances circumstances) {
        return new Scoring(scheme, card, circumstances, false).result(() -> {
            Scoring again = new Scoring(scheme, card, circumstances, true);
            again.result(List::of);
            return again.steps;
        });
    }

    private Result result(Supplier<List<Step>> how) {
        Totals totals = Totals.of(scheme, card);
        totals.sums().forEach(this::say);
        Exact exact = adjusted(weighted(total(totals), Exact.of(totals.maximum())));
        BigDecimal value = scheme.rules().rounding().of(exact);
        if (Exact.of(value).compareTo(exact) != 0) {
            say(Step.Kind.ROUNDING, _ -> "Rounded " + scheme.rules().rounding().rule().words() + " to a step of "
                    + Criterion.words(scheme.rules().rounding().step()) + ": " + Criterion.words(value),
                    Exact.of(value));
        }
        Exact percent = Exact.of(value).percentOf(worth);
        Optional<String> grade = scheme.rules().grades().flatMap(g -> g.grade(percent));
        grade.ifPresent(
                g -> say(Step.Kind.GRADE, _ -> "Grade by '" + scheme.rules().grades().orElseThrow().name() + "': "
                        + percent.words() + " % is " + g, percent));
        return new Result(value, circumstances.maximum(), complete, grade, missed, how);
    }

    private void say(Step.Kind kind, Function<Exact, String> words, Exact figure) {
        if (explaining) {
            steps.add(new Step(kind, "", words.apply(figure), figure));
        }
    }

    private void say(Totals.Sum sum) {
        for (Totals.Part part : sum.parts()) {
            if (explaining) {
                steps.add(new Step(Step.Kind.CRITERION, part.criterion().id(), words(part), Exact.of(part.earned())));
            }
            hurdle(part.criterion());
        }
        sum.section().ifPresent(section -> {
            if (explaining) {
                steps.add(new Step(Step.Kind.SECTION, section.id(), words(section, sum),
                        Exact.of(sum.weighted(sum.earned()))));
            }
            hurdle(section.name(), section.hurdle(), Exact.of(sum.earned()), Exact.of(sum.maximum()));
        });
    }

    private static String words(Section section, Totals.Sum sum) {
        String weight = section.weight().compareTo(BigDecimal.ONE) == 0
                ? ""
                : ", times " + Criterion.words(section.weight()) + ": " + words(sum.weighted(sum.earned())) + " of "
                        + words(sum.weighted(sum.maximum()));
        String best = section.best().map(b -> " (the best " + b + " count)").orElse("");
        return section.name() + best + ": " + words(sum.earned()) + " of " + words(sum.maximum()) + weight;
    }

    private static String words(BigDecimal decimal) {
        return Exact.of(decimal).words();
    }

    private void hurdle(Criterion criterion) {
        if (criterion.hurdle().isEmpty()) {
            return;
        }
        boolean excused = card.standing(criterion.id()).equals(Optional.of(Standing.EXCUSED));
        hurdle(criterion.name(), criterion.hurdle().filter(_ -> !excused),
                Exact.of(card.score(criterion.id()).orElse(BigDecimal.ZERO)), Exact.of(criterion.maximum()));
    }

    private void hurdle(String name, Optional<BigDecimal> needed, Exact earned, Exact maximum) {
        if (needed.isPresent() && complete && maximum.signum() > 0
                && earned.percentOf(maximum).compareTo(Exact.of(needed.get())) < 0) {
            missed.add(name);
            say(Step.Kind.HURDLE, _ -> "Hurdle not reached: " + name + " needs " + Criterion.words(needed.get())
                    + " % and has " + earned.percentOf(maximum).words() + " %", earned);
        }
    }

    private Exact total(Totals totals) {
        Exact total = Exact.of(totals.earned());
        say(Step.Kind.TOTAL, sum -> "Sum: " + sum.words() + " of " + words(totals.maximum()), total);
        if (total.signum() < 0 && !scheme.rules().belowZero()) {
            total = Exact.ZERO;
            say(Step.Kind.BOUND, _ -> "Not below 0: 0", total);
        }
        return total;
    }

    /** Percent of what could be earned, times what the whole is worth in the record. */
    private Exact weighted(Exact total, Exact reachable) {
        if (reachable.signum() == 0) {
            boolean excused = card.standings().containsValue(Standing.EXCUSED);
            say(Step.Kind.PERCENT, _ -> excused
                    ? "Everything is excused; there is nothing to score."
                    : "Nothing counts towards a maximum; there are no percent to give.", Exact.ZERO);
            return Exact.ZERO;
        }
        Exact percent = total.percentOf(reachable);
        say(Step.Kind.PERCENT, _ -> "Percent: " + percent.words() + " %", percent);
        Exact value = total.times(worth).over(reachable);
        if (reachable.compareTo(worth) != 0) {
            say(Step.Kind.WEIGHT, _ -> "Worth " + worth.words() + " in the record: " + value.words(), value);
        }
        return value;
    }

    private Exact adjusted(Exact weighted) {
        Rules rules = scheme.rules();
        Exact value = weighted;
        if (rules.scaling().isPresent()) {
            Scaling scaling = rules.scaling().get();
            value = scaling.of(value);
            say(Step.Kind.SCALING, to -> "Scaled, " + scaling.words() + ": " + to.words(), value);
        }
        if (circumstances.late().isPresent() && card.lateness().isPresent()) {
            value = ownLate(value, card.lateness().get());
        } else if (rules.lateness().isPresent() && circumstances.late().isPresent()) {
            value = late(value, rules.lateness().get(), circumstances.late().get());
        }
        if (card.moderation().isPresent()) {
            Moderation moderation = card.moderation().get();
            value = value.plus(Exact.of(moderation.points()));
            say(Step.Kind.MODERATION, to -> "Moderated by " + signed(moderation.points())
                    + (moderation.why().isEmpty() ? "" : " (" + moderation.why() + ")") + ": " + to.words(), value);
        }
        return bounded(value);
    }

    private Exact ownLate(Exact value, OwnLateness own) {
        Exact after = value.minus(worth.percent(own.percent()));
        String taken = own.percent().signum() == 0
                ? "nothing is taken off"
                : Criterion.words(own.percent()) + " % of the maximum taken off";
        say(Step.Kind.LATENESS, to -> "Late, " + taken + (own.why().isEmpty() ? "" : " (" + own.why() + ")") + ": "
                + to.words(), after);
        return after;
    }

    private Exact late(Exact value, LatePenalty penalty, Duration late) {
        if (penalty.isTooLate(late)) {
            say(Step.Kind.LATENESS, _ -> "Late beyond " + length(penalty.until().orElseThrow())
                    + ", after which nothing is given: 0", Exact.ZERO);
            return Exact.ZERO;
        }
        BigDecimal percent = penalty.percent(late);
        Exact taken = (penalty.basis() == LatePenalty.Basis.MAXIMUM ? worth : value.max(Exact.ZERO)).percent(percent);
        Exact left = value.minus(taken);
        Exact floor = penalty.floor().map(worth::percent).orElse(left).min(value);
        Exact after = left.max(floor);
        String why = penalty.steps().isEmpty()
                ? penalty.started(late) + " started " + unit(penalty, penalty.started(late)) + " late"
                : "Late beyond a step";
        say(Step.Kind.LATENESS,
                _ -> why + ", " + Criterion.words(percent) + " % " + penalty.basis().words() + " taken off"
                        + (after.compareTo(left) > 0
                                ? ", not below " + Criterion.words(penalty.floor().orElseThrow()) + " %"
                                : "")
                        + ": " + after.words(),
                after);
        return after;
    }

    private Exact bounded(Exact value) {
        Rules rules = scheme.rules();
        Exact bounded = value;
        if (!missed.isEmpty() && rules.missed().isPresent()) {
            Exact most = worth.percent(rules.missed().get());
            if (bounded.compareTo(most) > 0) {
                bounded = most;
                say(Step.Kind.HURDLE, to -> "After a hurdle that was not reached at most "
                        + Criterion.words(rules.missed().get()) + " %: " + to.words(), bounded);
            }
        }
        if (!rules.aboveMaximum() && bounded.compareTo(worth) > 0) {
            bounded = worth;
            say(Step.Kind.BOUND, to -> "Not above the maximum: " + to.words(), bounded);
        }
        if (!rules.belowZero() && bounded.signum() < 0) {
            bounded = Exact.ZERO;
            say(Step.Kind.BOUND, _ -> "Not below 0: 0", bounded);
        }
        return bounded;
    }

    private static String unit(LatePenalty penalty, long count) {
        String unit = penalty.unit().toHours() == 1 ? "hour" : "day";
        return count == 1 ? unit : unit + "s";
    }

    private static String length(Duration time) {
        long hours = time.toHours();
        return hours % 24 == 0 ? hours / 24 + (hours == 24 ? " day" : " days") : hours + " h";
    }

    /** "plus 2" or "minus 0.5". */
    private static String signed(BigDecimal number) {
        return (number.signum() < 0 ? "minus " : "plus ") + Criterion.words(number.abs());
    }

    /** What a criterion brings, for example "Method: 3 of 4, 'Sound', times 2". */
    private String words(Totals.Part part) {
        Criterion criterion = part.criterion();
        if (!criterion.isScored()) {
            return criterion.name() + ": remark only";
        }
        String of = " of " + Criterion.words(criterion.maximum());
        Optional<BigDecimal> score = card.score(criterion.id());
        String given = score.map(s -> Criterion.words(s) + of + how(criterion))
                .or(() -> card.standing(criterion.id())
                        .map(s -> s == Standing.NOT_ATTEMPTED
                                ? s.words() + ", 0" + of
                                : s.words() + ", does not count"))
                .orElse("not scored");
        String role = criterion.role() == Role.COUNTS ? "" : ", " + criterion.role().words();
        String weight = score.isEmpty() || criterion.weight().compareTo(BigDecimal.ONE) == 0
                ? ""
                : ", times " + Criterion.words(criterion.weight());
        return criterion.name() + ": " + given + weight + role + (part.passed() ? ", others count in its place" : "");
    }

    private String how(Criterion criterion) {
        Judgement judgement = card.judgement(criterion.id());
        return switch (criterion.manner()) {
            case Manner.Levels levels -> levels.find(judgement.level())
                    .or(() -> judgement.points().flatMap(levels::holding))
                    .map(l -> ", '" + l.name() + "'")
                    .orElse("");
            case Manner.Checklist checklist -> {
                List<String> there = checklist.parts()
                        .stream()
                        .filter(p -> judgement.parts().contains(p.id()))
                        .map(p -> p.name() + " " + Criterion.words(p.points()))
                        .toList();
                yield there.isEmpty() ? "" : " (" + String.join(", ", there) + ")";
            }
            default -> "";
        };
    }
}

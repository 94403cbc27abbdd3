package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import org.epiglyph.core.Message;

/**
 * From scores to the result in this order, with each step recorded: criteria, sections, total, percentage, weight,
 * scaling, lateness, moderation, hurdles, bounds, rounding, grade. Everything is exact until it is rounded, once.
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

    /** The result of a scorecard; its derivation is computed when it is asked for. */
    public static Result result(MarkScheme scheme, Scorecard card, Circumstances circumstances) {
        return new Scoring(scheme, card, circumstances, false).result(() -> {
            Scoring again = new Scoring(scheme, card, circumstances, true);
            again.result(List::of);
            return again.steps;
        });
    }

    private Result result(Supplier<List<Step>> how) {
        Totals totals = Totals.of(scheme, card);
        totals.sums().forEach(this::addStep);
        Exact exact = adjusted(weighted(total(totals), Exact.of(totals.maximum())));
        BigDecimal value = scheme.rules().rounding().of(exact);
        if (Exact.of(value).compareTo(exact) != 0) {
            addStep(Step.Kind.ROUNDING, _ -> StepWords.rounded(scheme.rules().rounding(), value), Exact.of(value));
        }
        Exact percent = Exact.of(value).percentOf(worth);
        Optional<String> grade = scheme.rules().grades().flatMap(g -> g.grade(percent));
        grade.ifPresent(g -> addStep(Step.Kind.GRADE,
                _ -> StepWords.grade(scheme.rules().grades().orElseThrow(), percent, g), percent));
        return new Result(value, circumstances.maximum(), complete, grade, missed, how);
    }

    private void addStep(Step.Kind kind, Function<Exact, Message> words, Exact figure) {
        if (explaining) {
            steps.add(new Step(kind, "", words.apply(figure), figure));
        }
    }

    private void addStep(Totals.Sum sum) {
        for (Totals.Part part : sum.parts()) {
            if (explaining) {
                steps.add(new Step(Step.Kind.CRITERION, part.criterion().id(), StepWords.of(part, card),
                        Exact.of(part.earned())));
            }
            hurdle(part.criterion());
        }
        sum.section().ifPresent(section -> {
            if (explaining) {
                steps.add(new Step(Step.Kind.SECTION, section.id(), StepWords.of(section, sum),
                        Exact.of(sum.weighted(sum.earned()))));
            }
            hurdle(section.name(), section.hurdle(), Exact.of(sum.earned()), Exact.of(sum.maximum()));
        });
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
            addStep(Step.Kind.HURDLE, _ -> StepWords.hurdle(name, needed.get(), earned.percentOf(maximum)), earned);
        }
    }

    private Exact total(Totals totals) {
        Exact total = Exact.of(totals.earned());
        addStep(Step.Kind.TOTAL, sum -> StepWords.sum(sum, totals.maximum()), total);
        if (total.signum() < 0 && !scheme.rules().belowZero()) {
            total = Exact.ZERO;
            addStep(Step.Kind.BOUND, _ -> StepWords.notBelowZero(), total);
        }
        return total;
    }

    /** The percentage of what could be earned, times what the whole is worth in the record. */
    private Exact weighted(Exact total, Exact reachable) {
        if (reachable.signum() == 0) {
            boolean excused = card.standings().containsValue(Standing.EXCUSED);
            addStep(Step.Kind.PERCENT, _ -> StepWords.nothingCounts(excused), Exact.ZERO);
            return Exact.ZERO;
        }
        Exact percent = total.percentOf(reachable);
        addStep(Step.Kind.PERCENT, StepWords::percent, percent);
        Exact value = total.times(worth).over(reachable);
        if (reachable.compareTo(worth) != 0) {
            addStep(Step.Kind.WEIGHT, to -> StepWords.worth(worth, to), value);
        }
        return value;
    }

    private Exact adjusted(Exact weighted) {
        Rules rules = scheme.rules();
        Exact value = weighted;
        if (rules.scaling().isPresent()) {
            Scaling scaling = rules.scaling().get();
            value = scaling.of(value);
            addStep(Step.Kind.SCALING, to -> StepWords.scaled(scaling, to), value);
        }
        if (circumstances.late().isPresent() && card.lateness().isPresent()) {
            value = ownLate(value, card.lateness().get());
        } else if (rules.lateness().isPresent() && circumstances.late().isPresent()) {
            value = late(value, rules.lateness().get(), circumstances.late().get());
        }
        if (card.moderation().isPresent()) {
            Moderation moderation = card.moderation().get();
            value = value.plus(Exact.of(moderation.points()));
            addStep(Step.Kind.MODERATION, to -> StepWords.moderated(moderation, to), value);
        }
        return bounded(value);
    }

    private Exact ownLate(Exact value, OwnLateness own) {
        Exact after = value.minus(worth.percent(own.percent()));
        addStep(Step.Kind.LATENESS, to -> StepWords.ownLateness(own, to), after);
        return after;
    }

    private Exact late(Exact value, LatePenalty penalty, Duration late) {
        if (penalty.isTooLate(late)) {
            addStep(Step.Kind.LATENESS, _ -> StepWords.tooLate(penalty.until().orElseThrow()), Exact.ZERO);
            return Exact.ZERO;
        }
        BigDecimal percent = penalty.percent(late);
        Exact taken = (penalty.basis() == LatePenalty.Basis.MAXIMUM ? worth : value.max(Exact.ZERO)).percent(percent);
        Exact left = value.minus(taken);
        Exact floor = penalty.floor().map(worth::percent).orElse(left).min(value);
        Exact after = left.max(floor);
        addStep(Step.Kind.LATENESS, to -> StepWords.late(penalty, late, percent, to.compareTo(left) > 0, to), after);
        return after;
    }

    private Exact bounded(Exact value) {
        Rules rules = scheme.rules();
        Exact bounded = value;
        if (!missed.isEmpty() && rules.missed().isPresent()) {
            Exact most = worth.percent(rules.missed().get());
            if (bounded.compareTo(most) > 0) {
                bounded = most;
                addStep(Step.Kind.HURDLE, to -> StepWords.mostAfterHurdle(rules.missed().get(), to), bounded);
            }
        }
        if (!rules.aboveMaximum() && bounded.compareTo(worth) > 0) {
            bounded = worth;
            addStep(Step.Kind.BOUND, StepWords::notAboveMaximum, bounded);
        }
        if (!rules.belowZero() && bounded.signum() < 0) {
            bounded = Exact.ZERO;
            addStep(Step.Kind.BOUND, _ -> StepWords.notBelowZero(), bounded);
        }
        return bounded;
    }
}

package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.Message;

/** The text of each step from scores to the result. */
final class StepWords {
    private static final Message NOTHING = Message.literal("");

    private StepWords() {}

    /** The step of a criterion, for example "Method: 3 of 4, 'Sound', times 2". */
    static Message of(Totals.Part part, Scorecard card) {
        Criterion criterion = part.criterion();
        if (!criterion.isScored()) {
            return Message.of(StepWords.class, "remarkOnly", criterion.name());
        }
        Optional<BigDecimal> score = card.score(criterion.id());
        Message role = switch (criterion.role()) {
            case COUNTS -> NOTHING;
            case BONUS -> Message.of(StepWords.class, "bonus");
            case PENALTY -> Message.of(StepWords.class, "takenOff");
            case SHOWN -> Message.of(StepWords.class, "shown");
        };
        Message weight = score.isEmpty() || criterion.weight().compareTo(BigDecimal.ONE) == 0
                ? NOTHING
                : Message.of(StepWords.class, "times", Criterion.format(criterion.weight()));
        Message passed = part.passed() ? Message.of(StepWords.class, "passed") : NOTHING;
        return Message.of(StepWords.class, "criterion", criterion.name(), given(criterion, score, card), weight, role,
                passed);
    }

    private static Message given(Criterion criterion, Optional<BigDecimal> score, Scorecard card) {
        String maximum = Criterion.format(criterion.maximum());
        if (score.isPresent()) {
            return Message.of(StepWords.class, "scored", Criterion.format(score.get()), maximum, how(criterion, card));
        }
        Optional<Standing> standing = card.standing(criterion.id());
        if (standing.isEmpty()) {
            return Message.of(StepWords.class, "notScored");
        }
        return standing.get() == Standing.NOT_ATTEMPTED
                ? Message.of(StepWords.class, "notAttempted", maximum)
                : Message.of(StepWords.class, "excused");
    }

    private static Message how(Criterion criterion, Scorecard card) {
        Judgement judgement = card.judgement(criterion.id());
        return switch (criterion.manner()) {
            case Manner.Levels levels -> levels.find(judgement.level())
                    .or(() -> judgement.points().flatMap(levels::holding))
                    .map(l -> Message.of(StepWords.class, "level", l.name()))
                    .orElse(NOTHING);
            case Manner.Checklist checklist -> {
                List<String> there = checklist.parts()
                        .stream()
                        .filter(p -> judgement.parts().contains(p.id()))
                        .map(p -> p.name() + " " + Criterion.format(p.points()))
                        .toList();
                yield there.isEmpty() ? NOTHING : Message.of(StepWords.class, "parts", String.join(", ", there));
            }
            default -> NOTHING;
        };
    }

    static Message of(Section section, Totals.Sum sum) {
        Message best = section.best().map(b -> Message.of(StepWords.class, "best", b)).orElse(NOTHING);
        Message weight = section.weight().compareTo(BigDecimal.ONE) == 0
                ? NOTHING
                : Message.of(StepWords.class, "weighted", Criterion.format(section.weight()),
                        format(sum.weighted(sum.earned())), format(sum.weighted(sum.maximum())));
        return Message.of(StepWords.class, "section", section.name(), best, format(sum.earned()), format(sum.maximum()),
                weight);
    }

    static Message hurdle(String name, BigDecimal needed, Exact percent) {
        return Message.of(StepWords.class, "hurdle", name, Criterion.format(needed), percent.format());
    }

    static Message sum(Exact sum, BigDecimal maximum) {
        return Message.of(StepWords.class, "sum", sum.format(), format(maximum));
    }

    static Message notBelowZero() {
        return Message.of(StepWords.class, "notBelowZero");
    }

    static Message notAboveMaximum(Exact maximum) {
        return Message.of(StepWords.class, "notAboveMaximum", maximum.format());
    }

    /** @param excused true if that is why nothing counts */
    static Message nothingCounts(boolean excused) {
        return excused ? Message.of(StepWords.class, "allExcused") : Message.of(StepWords.class, "noMaximum");
    }

    static Message percent(Exact percent) {
        return Message.of(StepWords.class, "percent", percent.format());
    }

    static Message worth(Exact worth, Exact value) {
        return Message.of(StepWords.class, "worth", worth.format(), value.format());
    }

    static Message scaled(Scaling scaling, Exact to) {
        return Message.of(StepWords.class, "scaled", by(scaling), to.format());
    }

    static Message by(Scaling scaling) {
        boolean isLine = scaling.factor().compareTo(BigDecimal.ONE) != 0 || scaling.shift().signum() != 0;
        String factor = Criterion.format(scaling.factor());
        String shift = Criterion.format(scaling.shift().abs());
        Message line = scaling.shift().signum() < 0
                ? Message.of(StepWords.class, "lineDown", factor, shift)
                : Message.of(StepWords.class, "lineUp", factor, shift);
        if (scaling.rootOf().isEmpty() && scaling.points().isEmpty()) {
            return line;
        }
        Message curve = scaling.rootOf()
                .map(m -> Message.of(StepWords.class, "root", Criterion.format(m)))
                .orElseGet(() -> Message.literal(String.join(", ", scaling.points()
                        .stream()
                        .map(p -> Message.of(StepWords.class, "point", Criterion.format(p.from()),
                                Criterion.format(p.to())).text())
                        .toList())));
        return isLine ? Message.of(StepWords.class, "curveThenLine", curve, line) : curve;
    }

    static Message moderated(Moderation moderation, Exact to) {
        String points = Criterion.format(moderation.points().abs());
        return moderation.points().signum() < 0
                ? Message.of(StepWords.class, "moderatedDown", points, because(moderation.why()), to.format())
                : Message.of(StepWords.class, "moderatedUp", points, because(moderation.why()), to.format());
    }

    private static Message because(String why) {
        return why.isEmpty() ? NOTHING : Message.of(StepWords.class, "because", why);
    }

    static Message ownLateness(OwnLateness own, Exact to) {
        return own.percent().signum() == 0
                ? Message.of(StepWords.class, "lateForNothing", because(own.why()), to.format())
                : Message.of(StepWords.class, "lateByHand", Criterion.format(own.percent()), because(own.why()),
                        to.format());
    }

    static Message tooLate(Duration until) {
        return Message.of(StepWords.class, "tooLate", length(until));
    }

    /** @param floored true if the penalty's floor limited the deduction */
    static Message late(LatePenalty penalty, Duration late, BigDecimal percent, boolean floored, Exact to) {
        Message basis = penalty.basis() == LatePenalty.Basis.MAXIMUM
                ? Message.of(StepWords.class, "ofMaximum")
                : Message.of(StepWords.class, "ofEarned");
        Message floor = floored
                ? Message.of(StepWords.class, "floor", Criterion.format(penalty.floor().orElseThrow()))
                : NOTHING;
        return Message.of(StepWords.class, "late", howLate(penalty, late), Criterion.format(percent), basis, floor,
                to.format());
    }

    private static Message howLate(LatePenalty penalty, Duration late) {
        if (!penalty.steps().isEmpty()) {
            return Message.of(StepWords.class, "beyondStep");
        }
        long started = penalty.started(late);
        boolean hours = penalty.unit().toHours() == 1;
        if (started == 1) {
            return hours ? Message.of(StepWords.class, "oneHour") : Message.of(StepWords.class, "oneDay");
        }
        return hours
                ? Message.of(StepWords.class, "hoursStarted", started)
                : Message.of(StepWords.class, "daysStarted", started);
    }

    private static Message length(Duration time) {
        long hours = time.toHours();
        if (hours % 24 != 0) {
            return Message.of(StepWords.class, "hours", hours);
        }
        return hours == 24 ? Message.of(StepWords.class, "day") : Message.of(StepWords.class, "days", hours / 24);
    }

    static Message mostAfterHurdle(BigDecimal most, Exact to) {
        return Message.of(StepWords.class, "mostAfterHurdle", Criterion.format(most), to.format());
    }

    static Message rounded(Rounding rounding, BigDecimal value) {
        Message rule = switch (rounding.rule()) {
            case HALF_UP -> Message.of(StepWords.class, "halfUp");
            case HALF_EVEN -> Message.of(StepWords.class, "halfEven");
            case DOWN -> Message.of(StepWords.class, "down");
        };
        return Message.of(StepWords.class, "rounded", rule, Criterion.format(rounding.step()), Criterion.format(value));
    }

    static Message grade(GradeScale scale, Exact percent, String grade) {
        return Message.of(StepWords.class, "grade", scale.name(), percent.format(), grade);
    }

    private static String format(BigDecimal decimal) {
        return Exact.of(decimal).format();
    }
}

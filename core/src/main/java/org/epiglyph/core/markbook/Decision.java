package org.epiglyph.core.markbook;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.SchemeChange;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.OwnLateness;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Scaling;
import org.epiglyph.core.scoring.Standing;

/** A decision for many students at once: computed in advance, executed as one edit, undone as one. */
public sealed interface Decision {
    /**
     * Sets the criteria that have no score.
     *
     * @param judgement 0, not attempted or excused
     */
    record Settle(Judgement judgement) implements Decision {
        public static final Settle ZERO = new Settle(Judgement.of(BigDecimal.ZERO));
        public static final Settle NOT_ATTEMPTED = new Settle(Judgement.standing(Standing.NOT_ATTEMPTED));
        public static final Settle EXCUSED = new Settle(Judgement.standing(Standing.EXCUSED));
    }

    /** A change to the results independently of the scores; 0 points remove such a change. */
    record Moderate(BigDecimal points, String why) implements Decision {}

    /** Seals everything that is scored and not sealed. */
    record Seal() implements Decision {}

    /** Assigns a marker; empty removes the assignment. It changes sealed work too. */
    record Assign(String marker) implements Decision {
        private static final int LONGEST = 60;

        public Assign {
            if (marker.length() > LONGEST) {
                throw new InvalidValue(Message.of(Decision.class, "badMarker", LONGEST));
            }
        }
    }

    /**
     * Scales all results of the batch along a line; empty removes the scaling. It belongs to the scheme and so affects
     * everybody.
     */
    record Scale(Optional<Scaling> scaling) implements Decision {}

    /** Gives all results another mean and spread, along a line, based on the results known now. */
    record Spread(BigDecimal mean, BigDecimal spread) implements Decision {}

    /** Sets what lateness costs the late students instead of the scheme's rule; empty restores the rule. */
    record Late(Optional<OwnLateness> lateness) implements Decision {}

    /**
     * Changes a criterion's maximum. It belongs to the scheme and so affects everybody.
     *
     * @param keep what stays the same in existing scores
     */
    record Maximum(String criterion, BigDecimal maximum, SchemeChange.Keep keep) implements Decision {
        private List<Criterion> criteria(MarkScheme scheme) {
            Criterion before = scheme.findCriterion(criterion)
                    .orElseThrow(() -> new InvalidValue(Message.of(Decision.class, "noCriterion")));
            if (!before.isScored() || before.manner().maximum().isPresent()) {
                throw new InvalidValue(Message.of(Decision.class, "maximumFollows", before.name()));
            }
            if (maximum.signum() <= 0) {
                throw new InvalidValue(Message.of(Decision.class, "badMaximum"));
            }
            return scheme.criteria()
                    .stream()
                    .map(c -> c == before ? c.withMaximum(maximum) : c)
                    .toList();
        }
    }

    /**
     * Moves one grade boundary. It belongs to the scheme and so affects everybody.
     *
     * @param points on the record's scale
     */
    record Boundary(String grade, BigDecimal points) implements Decision {}

    /**
     * What a decision would do.
     *
     * @param edit      all of it as one edit; empty if nothing changes
     * @param moved     students whose result changes, in roster order
     * @param reached   students whose submission changes
     * @param leftAlone students it was meant for but does not change, since their work is sealed
     * @param losses    scores that cannot be kept as they are
     */
    record Outlook(Optional<Edit> edit, List<SchemeChange.Moved> moved, List<StudentKey> reached,
            List<StudentKey> leftAlone, List<SchemeChange.Loss> losses) {
        static final Outlook NOTHING = new Outlook(Optional.empty(), List.of(), List.of(), List.of(), List.of());
        /** Decimal places of percentages computed from points. */
        private static final int PLACES = 4;

        public Outlook {
            moved = List.copyOf(moved);
            reached = List.copyOf(reached);
            leftAlone = List.copyOf(leftAlone);
            losses = List.copyOf(losses);
        }
    }

    /**
     * Computes what it would do. Changes nothing.
     *
     * @param students for whom, unless the decision belongs to the scheme
     * @throws EditRefused if the batch does not allow it; the message says why
     */
    default Outlook outlook(Batch batch, List<StudentKey> students) {
        MarkScheme scheme = scheme(batch);
        if (scheme != batch.scheme()) {
            return scheme.equals(batch.scheme()) ? Outlook.NOTHING : ofScheme(batch, scheme);
        }
        List<Edit> edits = new ArrayList<>();
        List<StudentKey> reached = new ArrayList<>();
        List<StudentKey> leftAlone = new ArrayList<>();
        for (StudentKey student : students) {
            Submission submission = batch.submission(student);
            List<Edit> own = of(batch, submission);
            if (!own.isEmpty() && submission.sealed() && !(this instanceof Assign)) {
                leftAlone.add(student);
            } else if (!own.isEmpty()) {
                reached.add(student);
                edits.addAll(own);
            }
        }
        if (edits.isEmpty()) {
            return new Outlook(Optional.empty(), List.of(), List.of(), leftAlone, List.of());
        }
        Edit edit = edits.size() == 1 ? edits.getFirst() : new Edit.Together(edits);
        return new Outlook(Optional.of(edit), SchemeChange.moved(batch, batch.apply(edit)), reached, leftAlone,
                List.of());
    }

    private Outlook ofScheme(Batch batch, MarkScheme scheme) {
        SchemeChange change = SchemeChange.plan(batch, scheme,
                this instanceof Maximum maximum ? maximum.keep : SchemeChange.Keep.POINTS);
        return new Outlook(Optional.of(change.edit()), change.moved(),
                change.moved().stream().map(m -> m.submission().student().key()).toList(), List.of(), change.losses());
    }

    /** The changed scheme; the same instance for a decision about students. */
    private MarkScheme scheme(Batch batch) {
        MarkScheme scheme = batch.scheme();
        Rules rules = scheme.rules();
        return switch (this) {
            case Scale(Optional<Scaling> scaling) -> scheme.withRules(rules.withScaling(scaling));
            case Spread(BigDecimal mean, BigDecimal spread) ->
                scheme.withRules(rules.withScaling(Optional.of(spread(batch, mean, spread))));
            case Maximum maximum -> scheme.withCriteria(maximum.criteria(scheme));
            case Boundary(String grade, BigDecimal points) ->
                scheme.withRules(rules.withGrades(Optional.of(rules.grades()
                        .orElseThrow(() -> new InvalidValue(Message.of(Decision.class, "noGrades")))
                        .withBoundary(grade, points.multiply(BigDecimal.valueOf(100))
                                .divide(batch.task().maximum(), Outlook.PLACES, RoundingMode.HALF_UP)))));
            case Settle _,Moderate _,Seal _,Late _,Assign _ -> scheme;
        };
    }

    /** The scaling is computed from the unscaled results, so that it is not applied twice. */
    private static Scaling spread(Batch batch, BigDecimal mean, BigDecimal spread) {
        MarkScheme plain = batch.scheme().withRules(batch.scheme().rules().withScaling(Optional.empty()));
        Batch unscaled = batch.apply(SchemeChange.plan(batch, plain, SchemeChange.Keep.POINTS).edit());
        Tally tally = new Foot(unscaled, unscaled.students(), List.of(Column.Fact.RESULT)).tally(Column.Fact.RESULT);
        if (tally.count() < 2) {
            throw new InvalidValue(Message.of(Decision.class, "fewResults"));
        }
        return Scaling.toMeanAndSpread(tally.exactMean(), tally.exactSpread(), mean, spread);
    }

    private List<Edit> of(Batch batch, Submission submission) {
        StudentKey student = submission.student().key();
        return switch (this) {
            case Settle(Judgement judgement) -> submission.scores()
                    .left(batch.scheme())
                    .stream()
                    .filter(c -> judgement.refusal(c).isEmpty())
                    .<Edit>map(c -> new Edit.Judge(student, c.id(), levelled(c, judgement)))
                    .toList();
            case Moderate(BigDecimal points, String why) -> {
                Optional<Moderation> to = points.signum() == 0
                        ? Optional.empty()
                        : Optional.of(new Moderation(points, why));
                yield submission.scores().moderation().equals(to)
                        ? List.of()
                        : List.of(new Edit.Moderate(student, to));
            }
            case Late(Optional<OwnLateness> lateness) ->
                submission.scores().lateness().equals(lateness)
                        || lateness.isPresent() && batch.lateness(submission).isEmpty()
                                ? List.of()
                                : List.of(new Edit.SetLateness(student, lateness));
            case Assign(String marker) -> submission.marker().equals(marker)
                    ? List.of()
                    : List.of(new Edit.AssignMarker(student, marker));
            case Seal() -> submission.stage(batch.scheme()) == Stage.SCORED
                    ? List.of(new Edit.Seal(student))
                    : List.of();
            case Scale _,Spread _,Boundary _,Maximum _ -> throw new IllegalStateException("It belongs to the scheme");
        };
    }

    /** Points on a criterion with levels belong to one of the levels. */
    private static Judgement levelled(Criterion criterion, Judgement judgement) {
        return criterion.manner() instanceof Manner.Levels levels
                ? judgement.points()
                        .flatMap(p -> levels.holding(p).map(l -> Judgement.level(l, p)))
                        .orElse(judgement)
                : judgement;
    }
}

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

/** Something decided for many students at once: worked out before it happens, carried out as one edit, undone as one. */
public sealed interface Decision {
    /** What becomes of the criteria that have no score. @param judgement 0, not attempted or excused */
    record Settle(Judgement judgement) implements Decision {
        public static final Settle ZERO = new Settle(Judgement.of(BigDecimal.ZERO));
        public static final Settle NOT_ATTEMPTED = new Settle(Judgement.standing(Standing.NOT_ATTEMPTED));
        public static final Settle EXCUSED = new Settle(Judgement.standing(Standing.EXCUSED));
    }

    /** A change to the results apart from the scores; 0 points take such a change away. */
    record Moderate(BigDecimal points, String why) implements Decision {}

    /** All that are scored and not sealed are sealed. */
    record Seal() implements Decision {}

    /** Whose to mark they are; empty takes that back. It reaches sealed work too. */
    record Assign(String marker) implements Decision {
        private static final int LONGEST = 60;

        public Assign {
            if (marker.length() > LONGEST) {
                throw new InvalidValue(Message.of(Decision.class, "badMarker", LONGEST));
            }
        }
    }

    /** All results of the batch along one line; empty takes the scaling away. It belongs to the scheme, and so to everybody. */
    record Scale(Optional<Scaling> scaling) implements Decision {}

    /** All results get another mean and spread, along one line; from the results that are known now. */
    record Spread(BigDecimal mean, BigDecimal spread) implements Decision {}

    /** Lateness costs those who are late something else than the scheme's rule says; empty takes that back. */
    record Late(Optional<OwnLateness> lateness) implements Decision {}

    /** A criterion is worth something else. It belongs to the scheme, and so to everybody. @param keep what stays of the scores there are */
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

    /** One grade begins elsewhere. It belongs to the scheme, and so to everybody. @param points of the record */
    record Boundary(String grade, BigDecimal points) implements Decision {}

    /**
     * What a decision would do.
     *
     * @param edit      all of it as one act; empty where nothing becomes otherwise
     * @param moved     whose result becomes another, in roster order
     * @param reached   whose submissions it changes
     * @param leftAlone students whom it was meant for and does not reach, since their work is sealed
     * @param losses    scores that cannot be kept as they are
     */
    record Outlook(Optional<Edit> edit, List<SchemeChange.Moved> moved, List<StudentKey> reached,
            List<StudentKey> leftAlone, List<SchemeChange.Loss> losses) {
        static final Outlook NOTHING = new Outlook(Optional.empty(), List.of(), List.of(), List.of(), List.of());
        /** Places of percents that are made of points. */
        private static final int PLACES = 4;

        public Outlook {
            moved = List.copyOf(moved);
            reached = List.copyOf(reached);
            leftAlone = List.copyOf(leftAlone);
            losses = List.copyOf(losses);
        }
    }

    /**
     * Works out what it would do. Changes nothing.
     *
     * @param students for whom, as far as the decision is not the scheme's
     * @throws EditRefused where the batch does not allow it; says why
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

    /** Another scheme; the very same for a decision that is about students. */
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

    /** Scaling is taken anew from the results without it, so that it is not scaled twice. */
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

    /** Points on a criterion with levels belong to one of them. */
    private static Judgement levelled(Criterion criterion, Judgement judgement) {
        return criterion.manner() instanceof Manner.Levels levels
                ? judgement.points()
                        .flatMap(p -> levels.holding(p).map(l -> Judgement.level(l, p)))
                        .orElse(judgement)
                : judgement;
    }
}

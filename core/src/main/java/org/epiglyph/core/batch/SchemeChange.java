package org.epiglyph.core.batch;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.Message;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Exact;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Result;

/**
 * What another mark scheme would do to existing scores: computed in advance, executed as one edit.
 *
 * @param scheme   the other scheme
 * @param rescores judgements that change
 * @param losses   scores that cannot be kept as they are
 * @param moved    results that change, in roster order
 */
public record SchemeChange(MarkScheme scheme, List<Edit.Rescore> rescores, List<Loss> losses, List<Moved> moved) {
    public SchemeChange {
        rescores = List.copyOf(rescores);
        losses = List.copyOf(losses);
        moved = List.copyOf(moved);
    }

    /** What stays the same when a maximum changes. */
    public enum Keep {
        /** 6 of 8 becomes 6 of 10. */
        POINTS,
        /** 6 of 8 becomes 7.5 of 10. */
        PERCENT
    }

    /** A score that is lost or reduced. */
    public record Loss(Student student, String criterion, Message what) {}

    /** A result that changes. */
    public record Moved(Submission submission, Result before, Result after) {
        /** For example "7.5 of 12 → 8 of 14", with grades if there are any. */
        public String describe() {
            return describe(before) + " \u2192 " + describe(after);
        }

        private boolean isSame() {
            return before.value().compareTo(after.value()) == 0 && before.maximum().compareTo(after.maximum()) == 0
                    && before.grade().equals(after.grade()) && before.complete() == after.complete();
        }

        private static String describe(Result result) {
            Message points = Message.of(SchemeChange.class, "points", Criterion.format(result.value()),
                    Criterion.format(result.maximum()));
            Message whole = result.grade().map(g -> Message.of(SchemeChange.class, "graded", points, g)).orElse(points);
            return (result.complete() ? whole : Message.of(SchemeChange.class, "soFar", points)).text();
        }
    }

    /** Computes what the other scheme would do. Changes nothing. */
    public static SchemeChange plan(Batch batch, MarkScheme scheme, Keep keep) {
        List<Edit.Rescore> rescores = new ArrayList<>();
        List<Loss> losses = new ArrayList<>();
        for (Submission submission : batch.submissions()) {
            for (Criterion before : batch.scheme().criteria()) {
                Judgement from = submission.scores().judgement(before.id());
                if (from.equals(Judgement.NONE)) {
                    continue;
                }
                Optional<Criterion> after = scheme.findCriterion(before.id());
                Judgement to = after.map(a -> converted(from, before, a, keep)).orElse(Judgement.NONE);
                if (!to.equals(from)) {
                    rescores.add(new Edit.Rescore(submission.student().key(), before.id(), from, to));
                    loss(before, from, after, to)
                            .ifPresent(why -> losses.add(new Loss(submission.student(), before.name(), why)));
                }
            }
        }
        Batch then = batch.apply(new Edit.ChangeScheme(scheme, rescores));
        return new SchemeChange(scheme, rescores, losses, moved(batch, then));
    }

    /**
     * Results that differ between two states of a batch, in roster order. A student without scores in both is left out.
     */
    public static List<Moved> moved(Batch before, Batch after) {
        return before.submissions()
                .stream()
                .filter(s -> !s.scores().isEmpty() || !after.submission(s.student().key()).scores().isEmpty())
                .map(s -> new Moved(s, before.result(s.student().key()), after.result(s.student().key())))
                .filter(m -> !m.isSame())
                .toList();
    }

    public Edit edit() {
        return new Edit.ChangeScheme(scheme, rescores);
    }

    private static Optional<Message> loss(Criterion before, Judgement from, Optional<Criterion> after, Judgement to) {
        String was = from.points().map(Criterion::format).or(() -> from.standing().map(s -> s.label())).orElse("");
        if (after.isEmpty()) {
            return Optional.of(Message.of(SchemeChange.class, "removed", was));
        }
        if (to.equals(Judgement.NONE)) {
            return Optional.of(Message.of(SchemeChange.class, "noLongerFits", was));
        }
        boolean cut = from.points().isPresent() && to.points().isPresent()
                && from.points().get().compareTo(after.get().maximum()) > 0
                && to.points().get().compareTo(after.get().maximum()) == 0
                && from.points().get().compareTo(before.maximum()) < 0;
        return cut
                ? Optional.of(Message.of(SchemeChange.class, "reduced", was, Criterion.format(after.get().maximum())))
                : Optional.empty();
    }

    private static Judgement converted(Judgement from, Criterion before, Criterion after, Keep keep) {
        if (before.manner().equals(after.manner()) && before.maximum().compareTo(after.maximum()) == 0
                && from.refusal(after).isEmpty()) {
            return from;
        }
        if (from.points().isEmpty()) {
            return after.isScored() ? from : Judgement.NONE;
        }
        return switch (after.manner()) {
            case Manner.Checklist checklist -> {
                List<String> there = from.parts()
                        .stream()
                        .filter(id -> checklist.parts().stream().anyMatch(p -> p.id().equals(id)))
                        .toList();
                yield there.isEmpty()
                        ? points(from.points().get(), before, after, keep)
                        : Judgement.parts(checklist, there);
            }
            case Manner.Levels levels -> levels.find(from.level())
                    .map(l -> Judgement.level(l, within(l, moved(from.points().get(), before, after, keep), after)))
                    .orElseGet(() -> points(from.points().get(), before, after, keep));
            case Manner.WordsOnly _ -> Judgement.NONE;
            case Manner.Points _,Manner.Counted _ -> points(from.points().get(), before, after, keep);
        };
    }

    /** The nearest points that can be given; not scored if there are none. */
    private static Judgement points(BigDecimal points, Criterion before, Criterion after, Keep keep) {
        Judgement to = Judgement.of(moved(points, before, after, keep));
        return to.refusal(after).isEmpty() ? to : Judgement.NONE;
    }

    private static BigDecimal moved(BigDecimal points, Criterion before, Criterion after, Keep keep) {
        BigDecimal wanted = points;
        if (keep == Keep.PERCENT && before.maximum().signum() > 0) {
            wanted = Exact.of(points)
                    .times(after.maximum())
                    .over(Exact.of(before.maximum()))
                    .rounded(after.step(), RoundingMode.HALF_UP);
        } else if (after.refusal(points).isPresent() && points.compareTo(after.maximum()) <= 0) {
            wanted = Exact.of(points).rounded(after.step(), RoundingMode.HALF_UP);
        }
        return wanted.min(after.maximum());
    }

    private static BigDecimal within(Manner.Level level, BigDecimal points, Criterion criterion) {
        BigDecimal bounded = points.max(level.from()).min(level.to());
        return Judgement.level(level, bounded).refusal(criterion).isEmpty() ? bounded : level.to();
    }
}

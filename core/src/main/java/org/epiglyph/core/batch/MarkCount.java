package org.epiglyph.core.batch;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Manner;

/**
 * What the marks on the pages add up to for a criterion: the marks it counts, or the score stamps linked to it.
 *
 * @param marks  how many were counted
 * @param points their total, limited to 0 and the criterion's maximum
 */
public record MarkCount(int marks, BigDecimal points) {
    /**
     * Counts for one criterion. Private marks and marks linked to another criterion are left out.
     *
     * @return empty if the criterion counts nothing and no score is stamped for it
     */
    public static Optional<MarkCount> of(Criterion criterion, List<Mark> marks, Phrasebook phrasebook) {
        List<Mark> seen = marks.stream().filter(m -> !m.isPrivate() && isFor(criterion, m, phrasebook)).toList();
        if (!(criterion.manner() instanceof Manner.Counted counted)) {
            return stamped(criterion, seen);
        }
        List<BigDecimal> each = seen.stream()
                .flatMap(m -> worth(counted, criterion, m, phrasebook).stream())
                .limit(counted.limit().orElse(Integer.MAX_VALUE))
                .toList();
        BigDecimal sum = each.stream().reduce(BigDecimal.ZERO, BigDecimal::add);
        BigDecimal points = switch (counted.from()) {
            case ZERO -> sum;
            case MAXIMUM -> criterion.maximum().add(counted.what() == Manner.Counted.What.EFFECTS ? sum : sum.negate());
        };
        return Optional.of(new MarkCount(each.size(), within(criterion, points)));
    }

    private static BigDecimal within(Criterion criterion, BigDecimal points) {
        return points.max(BigDecimal.ZERO).min(criterion.maximum());
    }

    /**
     * A mark that is not linked belongs to every criterion that counts its kind; a phrase belongs to its own criterion.
     */
    private static boolean isFor(Criterion criterion, Mark mark, Phrasebook phrasebook) {
        String linked = mark.head().criterion();
        String phrases = phrasebook.find(mark.remark().phrase()).map(Phrase::criterion).orElse("");
        return linked.equals(criterion.id()) || linked.isEmpty() || phrases.equals(criterion.id());
    }

    private static Optional<BigDecimal> worth(Manner.Counted counted, Criterion criterion, Mark mark,
            Phrasebook phrasebook) {
        return switch (counted.what()) {
            case SIGN -> mark instanceof Stamp stamp && stamp.face() instanceof Sign sign
                    && sign.name().equals(counted.named()) ? Optional.of(counted.each()) : Optional.empty();
            case PHRASE -> phrasebook.find(mark.remark().phrase())
                    .filter(p -> p.id().equals(counted.named()) || p.code().equals(counted.named()))
                    .map(_ -> counted.each());
            case EFFECTS -> phrasebook.find(mark.remark().phrase())
                    .filter(p -> p.criterion().equals(criterion.id()))
                    .flatMap(Phrase::effect);
        };
    }

    private static Optional<MarkCount> stamped(Criterion criterion, List<Mark> marks) {
        List<BigDecimal> scores = marks.stream()
                .filter(m -> m.head().criterion().equals(criterion.id()))
                .filter(m -> m instanceof Stamp stamp && stamp.face() instanceof Face.Score)
                .map(m -> ((Face.Score) ((Stamp) m).face()).points())
                .toList();
        return scores.isEmpty() || !criterion.isScored()
                ? Optional.empty()
                : Optional.of(new MarkCount(scores.size(),
                        within(criterion, scores.stream().reduce(BigDecimal.ZERO, BigDecimal::add))));
    }
}

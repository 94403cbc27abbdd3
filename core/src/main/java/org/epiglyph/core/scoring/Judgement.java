package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.Message;

/**
 * How one criterion is settled.
 *
 * @param points   empty if there are none
 * @param standing what replaces them; never together with points
 * @param level    id of the chosen level; empty if none was chosen
 * @param parts    ids of the parts that are present
 */
public record Judgement(Optional<BigDecimal> points, Optional<Standing> standing, String level, List<String> parts) {
    /** Not scored. */
    public static final Judgement NONE = new Judgement(Optional.empty(), Optional.empty(), "", List.of());

    public Judgement {
        parts = List.copyOf(parts);
        if (points.isPresent() && standing.isPresent()) {
            throw new IllegalArgumentException("A criterion has points or a standing, not both");
        }
    }

    public static Judgement of(BigDecimal points) {
        return new Judgement(Optional.of(points), Optional.empty(), "", List.of());
    }

    /** A standing in place of points. */
    public static Judgement standing(Standing standing) {
        return new Judgement(Optional.empty(), Optional.of(standing), "", List.of());
    }

    /** A level, with points within its range. */
    public static Judgement level(Manner.Level level, BigDecimal points) {
        return new Judgement(Optional.of(points), Optional.empty(), level.id(), List.of());
    }

    /** Parts of a checklist, with their sum. */
    public static Judgement parts(Manner.Checklist checklist, List<String> there) {
        return new Judgement(Optional.of(checklist.sum(there)), Optional.empty(), "", there);
    }

    /** Why it cannot be given, with the remedy; empty if it can. */
    public Optional<Message> refusal(Criterion criterion) {
        if (!level.isEmpty()) {
            boolean fits = criterion.manner() instanceof Manner.Levels levels
                    && levels.find(level).filter(l -> points.filter(l::holds).isPresent()).isPresent();
            if (!fits) {
                return Optional.of(Message.of(Judgement.class, "noSuchLevel", criterion.name()));
            }
        }
        if (!parts.isEmpty() && !(criterion.manner() instanceof Manner.Checklist checklist
                && points.equals(Optional.of(checklist.sum(parts))))) {
            return Optional.of(Message.of(Judgement.class, "otherParts", criterion.name()));
        }
        return points.flatMap(criterion::refusal);
    }
}

package org.epiglyph.core.scoring;

import java.math.BigDecimal;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;

/** How a criterion is judged. */
public sealed interface Manner {
    /** The maximum that it implies; empty if the criterion sets its own. */
    default Optional<BigDecimal> maximum() {
        return Optional.empty();
    }

    /** Its name in files and lists: points, levels, checklist, counted or words. */
    default String kind() {
        return switch (this) {
            case Points _ -> "points";
            case Levels _ -> "levels";
            case Checklist _ -> "checklist";
            case Counted _ -> "counted";
            case WordsOnly _ -> "words";
        };
    }

    /** A number of points. */
    record Points() implements Manner {}

    /**
     * One of several levels, each with a description.
     *
     * @param levels from the highest to the lowest, or in the marker's order; at least one
     */
    record Levels(List<Level> levels) implements Manner {
        public Levels {
            levels = List.copyOf(levels);
            if (levels.isEmpty()) {
                throw new InvalidValue(Message.of(Manner.class, "needsLevel"));
            }
            unique(levels.stream().map(Level::id).toList());
        }

        @Override
        public Optional<BigDecimal> maximum() {
            return levels.stream().map(Level::to).reduce(BigDecimal::max);
        }

        public Optional<Level> find(String id) {
            return levels.stream().filter(l -> l.id().equals(id)).findFirst();
        }

        /** The first level that these points belong to. */
        public Optional<Level> holding(BigDecimal points) {
            return levels.stream().filter(l -> l.holds(points)).findFirst();
        }
    }

    /**
     * A level.
     *
     * @param id   unique in its criterion
     * @param name short, such as "Sound"; never blank
     * @param text what earns it; may be empty
     * @param from the least points, 0 or above
     * @param to   the most points; equal to the least where the level is worth one number
     */
    record Level(String id, String name, String text, BigDecimal from, BigDecimal to) {
        public Level {
            if (id.isBlank() || name.isBlank()) {
                throw new InvalidValue(Message.of(Manner.class, "levelNeedsName"));
            }
            if (from.signum() < 0 || to.compareTo(from) < 0) {
                throw new InvalidValue(
                        Message.of(Manner.class, "badLevel", name, Criterion.format(from), Criterion.format(to)));
            }
        }

        public boolean isRange() {
            return from.compareTo(to) != 0;
        }

        boolean holds(BigDecimal points) {
            return points.compareTo(from) >= 0 && points.compareTo(to) <= 0;
        }

        /** "3" or "3 to 5". */
        public String points() {
            return isRange() ? Criterion.format(from) + " to " + Criterion.format(to) : Criterion.format(to);
        }
    }

    /**
     * Parts that are present or not, each with points.
     *
     * @param parts in order, at least one
     */
    record Checklist(List<Part> parts) implements Manner {
        public Checklist {
            parts = List.copyOf(parts);
            if (parts.isEmpty()) {
                throw new InvalidValue(Message.of(Manner.class, "needsPart"));
            }
            unique(parts.stream().map(Part::id).toList());
        }

        @Override
        public Optional<BigDecimal> maximum() {
            return parts.stream().map(Part::points).reduce(BigDecimal::add);
        }

        /** The points of the parts that are present. */
        BigDecimal sum(List<String> there) {
            return parts.stream()
                    .filter(p -> there.contains(p.id()))
                    .map(Part::points)
                    .reduce(BigDecimal.ZERO, BigDecimal::add);
        }
    }

    /**
     * A part of a checklist.
     *
     * @param id     unique in its criterion
     * @param name   short, never blank
     * @param points what it is worth, 0 or above
     */
    record Part(String id, String name, BigDecimal points) {
        public Part {
            if (id.isBlank() || name.isBlank()) {
                throw new InvalidValue(Message.of(Manner.class, "partNeedsName"));
            }
            if (points.signum() < 0) {
                throw new InvalidValue(Message.of(Manner.class, "badPart", name, points));
            }
        }
    }

    /**
     * Counted on the pages: marks of one kind.
     *
     * @param what  what is counted
     * @param named the sign's name, or the phrase's id or code; empty if the effects of phrases are summed
     * @param each  points per mark, above 0; unused if the effects of phrases are summed
     * @param from  where counting begins
     * @param limit how many are counted at most; empty for all
     */
    record Counted(What what, String named, BigDecimal each, From from, Optional<Integer> limit) implements Manner {
        public Counted {
            if (each.signum() <= 0 || limit.filter(l -> l < 1).isPresent()) {
                throw new InvalidValue(Message.of(Manner.class, "badCount"));
            }
        }

        /** What is counted. */
        public enum What {
            SIGN, PHRASE, EFFECTS
        }

        /** Whether marks add points from 0 or take points from the maximum. */
        public enum From {
            ZERO, MAXIMUM
        }
    }

    /** A remark only, no score. */
    record WordsOnly() implements Manner {
        @Override
        public Optional<BigDecimal> maximum() {
            return Optional.of(BigDecimal.ZERO);
        }
    }

    private static void unique(List<String> ids) {
        if (new HashSet<>(ids).size() < ids.size()) {
            throw new IllegalArgumentException("Two levels or parts share an id");
        }
    }
}

package org.epiglyph.core.scoring;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;

/**
 * Gives an imported scheme the ids of what has the same name in a known scheme, so that scores stay with their
 * criteria, levels and parts. Names are compared ignoring case; what is new gets a new id.
 */
public final class SameNames {
    private SameNames() {}

    /** The imported scheme, with the ids of the known criteria. */
    public static MarkScheme scheme(MarkScheme came, MarkScheme known) {
        return came.withCriteria(came.criteria().stream().map(c -> {
            Optional<Criterion> same = find(c.name(), known.criteria(), Criterion::name);
            Manner manner = same.map(s -> manner(c.manner(), s.manner())).orElse(c.manner());
            return new Criterion(same.map(Criterion::id).orElseGet(SameNames::newId), c.name(), c.text(), c.maximum(),
                    c.step(), manner, c.weight(), c.role(), c.section(), c.alternative(), c.hurdle());
        }).toList());
    }

    /** The imported manner, with the ids of the known levels or parts. */
    public static Manner manner(Manner came, Manner known) {
        return switch (came) {
            case Manner.Levels levels -> {
                List<Manner.Level> before = known instanceof Manner.Levels k ? k.levels() : List.of();
                yield new Manner.Levels(levels.levels()
                        .stream()
                        .map(l -> new Manner.Level(idOf(l.name(), before, Manner.Level::name, Manner.Level::id),
                                l.name(), l.text(), l.from(), l.to()))
                        .toList());
            }
            case Manner.Checklist list -> {
                List<Manner.Part> before = known instanceof Manner.Checklist k ? k.parts() : List.of();
                yield new Manner.Checklist(list.parts()
                        .stream()
                        .map(p -> new Manner.Part(idOf(p.name(), before, Manner.Part::name, Manner.Part::id),
                                p.name(), p.points()))
                        .toList());
            }
            case Manner.Points _,Manner.Counted _,Manner.WordsOnly _ -> came;
        };
    }

    private static <T> String idOf(String name, List<T> known, Function<T, String> names, Function<T, String> ids) {
        return find(name, known, names).map(ids).orElseGet(SameNames::newId);
    }

    private static <T> Optional<T> find(String name, List<T> known, Function<T, String> names) {
        return known.stream().filter(k -> names.apply(k).equalsIgnoreCase(name)).findFirst();
    }

    private static String newId() {
        return UUID.randomUUID().toString();
    }
}

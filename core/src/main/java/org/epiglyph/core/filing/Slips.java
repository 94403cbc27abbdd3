package org.epiglyph.core.filing;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import org.epiglyph.core.Message;

/** Finds misspelt names, and names that a slip could turn into another student's. */
final class Slips {
    private static final int MOST = 2;
    private static final int SHORTEST = 5;
    private final WrittenNames whole;
    private final WrittenNames families;
    private final WrittenNames shortened;

    Slips(List<Names> everybody, Spelling spelling) {
        whole = new WrittenNames(spelling, MOST);
        families = new WrittenNames(spelling, MOST);
        shortened = new WrittenNames(spelling, MOST);
        for (Names names : everybody) {
            names.whole.forEach(w -> whole.add(names, w));
            names.family.forEach(f -> families.add(names, f));
            if (!names.firstGiven.equals(names.given)) {
                for (String family : names.family) {
                    for (String first : names.firstGiven) {
                        shortened.add(names, first + family);
                        shortened.add(names, family + first);
                    }
                }
            }
        }
    }

    /** True if no other student's name, in full or as commonly shortened, is within two slips of this one. */
    boolean isDistinct(Names names) {
        AtomicBoolean near = new AtomicBoolean();
        WrittenNames alsoIn = names.given.isEmpty() ? families : shortened;
        for (String own : names.whole) {
            whole.near(own, (other, _) -> near.compareAndSet(false, other != names));
            alsoIn.near(own, (other, _) -> near.compareAndSet(false, other != names));
            if (near.get()) {
                return false;
            }
        }
        return true;
    }

    /** The student whose full name is nearest to a run of words in the path. */
    Optional<Match> nearest(PathWords read) {
        Map<Names, Integer> near = new LinkedHashMap<>();
        for (String run : read.runs) {
            int allowed = Math.max(1, run.length() / SHORTEST);
            if (run.length() >= SHORTEST) {
                whole.near(run, (names, slips) -> {
                    if (slips <= allowed) {
                        near.merge(names, slips, Math::min);
                    }
                });
            }
        }
        int best = near.values().stream().mapToInt(Integer::intValue).min().orElse(0);
        List<Names> named = near.entrySet().stream().filter(e -> e.getValue() == best).map(Map.Entry::getKey).toList();
        if (named.isEmpty()) {
            return Optional.empty();
        }
        String name = named.getFirst().student.name();
        if (named.size() == 1) {
            return Optional.of(Match.likely(named.getFirst().student.key(), best == 1
                    ? Message.of(Slips.class, "oneSlip", name)
                    : Message.of(Slips.class, "slips", best, name)));
        }
        return Optional.of(Match.possible(named.stream().map(n -> n.student.key()).toList(),
                Message.of(Slips.class, "nearToSeveral", named.size())));
    }
}

package org.epiglyph.core.passages;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import org.epiglyph.core.roster.StudentKey;

/** Which students of a class have passages in common: pairs, and groups of three and more. It makes no judgement. */
public final class Pairs {
    private Pairs() {}

    /**
     * Two students.
     *
     * @param wordCount how many words of the first one's work they have in common
     */
    public record Pair(StudentKey one, StudentKey other, int wordCount) {}

    /**
     * The pairs of a class, most words first.
     *
     * @param goOn returns false to stop; the result is empty then
     */
    public static List<Pair> of(Corpus corpus, Collection<StudentKey> students, boolean commonplace,
            BooleanSupplier goOn) {
        List<Pair> pairs = new ArrayList<>();
        Set<StudentKey> done = new HashSet<>();
        for (StudentKey student : students) {
            if (!goOn.getAsBoolean()) {
                return List.of();
            }
            done.add(student);
            for (Corpus.Common common : corpus.common(new Source.Mate(student), commonplace)) {
                if (common.other() instanceof Source.Mate(StudentKey other) && !done.contains(other)) {
                    pairs.add(new Pair(student, other, common.wordCount()));
                }
            }
        }
        pairs.sort(Comparator.comparingInt((Pair p) -> -p.wordCount));
        return pairs;
    }

    /**
     * Groups of three or more students joined by pairs, largest group first. Pairs with the most words join first; a
     * pair that would make a group of more than a third of the class, and more than a handful, says nothing about
     * anybody and joins none.
     *
     * @param students the size of the class
     */
    public static List<Set<StudentKey>> groups(List<Pair> pairs, int students) {
        int most = Math.max(Corpus.FEW, students / 3);
        Map<StudentKey, Set<StudentKey>> groups = new HashMap<>();
        for (Pair pair : pairs) {
            Set<StudentKey> joined = new LinkedHashSet<>();
            for (StudentKey student : List.of(pair.one, pair.other)) {
                joined.addAll(Optional.ofNullable(groups.get(student)).orElse(Set.of(student)));
            }
            if (joined.size() <= most) {
                joined.forEach(s -> groups.put(s, joined));
            }
        }
        return new LinkedHashSet<>(groups.values()).stream()
                .filter(g -> g.size() > 2)
                .sorted(Comparator.comparingInt((Set<StudentKey> g) -> -g.size()))
                .toList();
    }
}

package org.epiglyph.core.passages;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.LongStream;
import org.epiglyph.core.roster.StudentKey;

/**
 * The works of a class, ready to be compared. What they share with the given texts is left out of all of them. Some four bytes a
 * word for the words and five for their fingerprints. Safe for several threads.
 */
public final class Corpus {
    /** Passages of so many words and more are found, none shorter. */
    public static final int LEAST = Winnowing.GUARANTEED;
    /** What no more works than these have is never commonplace. */
    private static final int FEW = 5;
    private final List<WordRun> given;
    private final Map<StudentKey, Work> works = new LinkedHashMap<>();
    /** In how many works each fingerprint is. */
    private final Map<Long, Integer> spread = new HashMap<>();

    private record Work(WordRun run, int[] at, long[] hash) {
        static Work of(WordRun run) {
            List<Winnowing.Fingerprint> all = Winnowing.fingerprints(run);
            return new Work(run, all.stream().mapToInt(Winnowing.Fingerprint::at).toArray(),
                    all.stream().mapToLong(Winnowing.Fingerprint::hash).toArray());
        }

        LongStream distinct() {
            return Arrays.stream(hash).distinct();
        }

        List<Winnowing.Fingerprint> fingerprints() {
            List<Winnowing.Fingerprint> all = new ArrayList<>(at.length);
            for (int i = 0; i < at.length; i++) {
                all.add(new Winnowing.Fingerprint(hash[i], at[i]));
            }
            return all;
        }
    }

    /** @param given what everybody had before them, such as the task's own words */
    public Corpus(List<WordRun> given) {
        this.given = List.copyOf(given);
    }

    /** What one work has in common with another. @param words how many of its words those are, each counted once */
    public record Common(StudentKey other, List<Passage> passages, int words) {
        public Common {
            passages = List.copyOf(passages);
        }
    }

    /** Puts a student's work among those that are compared, in the place of an earlier one. */
    public synchronized void put(StudentKey student, WordRun run) {
        WordRun own = run;
        for (WordRun text : given) {
            own = own.without(Winnowing.between(own, text));
        }
        Work work = Work.of(own.unplaced());
        Work before = works.put(student, work);
        if (before != null) {
            before.distinct().forEach(h -> spread.merge(h, -1, Integer::sum));
        }
        work.distinct().forEach(h -> spread.merge(h, 1, Integer::sum));
    }

    /** A work without the runs of words that so many works have. */
    private WordRun withoutCommonplace(Work work) {
        int many = Math.max(FEW, works.size() / 3);
        List<Passage> commonplace = work.fingerprints()
                .stream()
                .filter(f -> spread.getOrDefault(f.hash(), 0) > many)
                .map(f -> new Passage(f.at(), 0, Winnowing.GRAM))
                .toList();
        return work.run.without(commonplace);
    }

    /** How many words of a student's work are compared; empty before it was put in. */
    public synchronized Optional<Integer> words(StudentKey student) {
        return Optional.ofNullable(works.get(student)).map(w -> w.run.counting());
    }

    /**
     * With whom a student's work has passages in common, those with the most words first.
     *
     * @param commonplace false to leave out what more than a third of the class has, and more than a handful
     */
    public synchronized List<Common> common(StudentKey student, boolean commonplace) {
        Work own = works.get(student);
        if (own == null) {
            return List.of();
        }
        WordRun run = commonplace ? own.run : withoutCommonplace(own);
        Map<Long, List<Integer>> places = Winnowing.byHash(Winnowing.fingerprints(run));
        List<Common> all = new ArrayList<>();
        works.forEach((other, work) -> {
            if (!other.equals(student)) {
                List<Passage> passages = Winnowing.between(run, places, work.run, work.fingerprints());
                if (!passages.isEmpty()) {
                    all.add(new Common(other, passages, Winnowing.covered(passages)));
                }
            }
        });
        all.sort(Comparator.comparingInt((Common c) -> -c.words));
        return all;
    }
}

package org.epiglyph.core.passages;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.LongStream;

/**
 * The works of a class, prepared for comparison. What they share with the given texts is excluded from all of them.
 * Takes about four bytes per word for the words and five for their fingerprints. Thread-safe.
 */
public final class Corpus {
    /** Passages of at least this many words are found, none shorter. */
    public static final int LEAST = Winnowing.GUARANTEED;
    /** What at most this many works have is never commonplace. */
    static final int FEW = 5;
    private static final int[] NOBODY = {};
    private final List<WordRun> given;
    private final Map<Source, Work> works = new LinkedHashMap<>();
    /** The sources in the order of their numbers. */
    private final List<Source> numbered = new ArrayList<>();
    /** The numbers of the works that have each fingerprint. */
    private final Map<Long, int[]> holders = new HashMap<>();

    private record Work(int number, WordRun run, int[] at, long[] hash) {
        static Work of(int number, WordRun run) {
            List<Winnowing.Fingerprint> all = Winnowing.fingerprints(run);
            return new Work(number, run, all.stream().mapToInt(Winnowing.Fingerprint::at).toArray(),
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

    /** @param given what everybody was given, such as the task's own words */
    public Corpus(List<WordRun> given) {
        this.given = List.copyOf(given);
    }

    /**
     * What one work has in common with another.
     *
     * @param wordCount how many of its words that is, each counted once
     */
    public record Common(Source other, List<Passage> passages, int wordCount) {
        public Common {
            passages = List.copyOf(passages);
        }
    }

    /** Adds a work to the comparison, replacing an earlier one of the same source. */
    public synchronized void add(Source source, WordRun run) {
        WordRun own = run;
        for (WordRun text : given) {
            own = own.without(Winnowing.between(own, text));
        }
        remove(source);
        numbered.add(source);
        Work work = Work.of(numbered.size() - 1, own.unplaced());
        works.put(source, work);
        work.distinct().forEach(h -> holders.merge(h, new int[]{work.number}, Corpus::joined));
    }

    /** Removes a work from the comparison. */
    public synchronized void remove(Source source) {
        Work gone = works.remove(source);
        if (gone != null) {
            gone.distinct().forEach(h -> holders.computeIfPresent(h, (_, all) -> without(all, gone.number)));
        }
    }

    private static int[] joined(int[] all, int[] more) {
        int[] joined = Arrays.copyOf(all, all.length + 1);
        joined[all.length] = more[0];
        return joined;
    }

    /** Null if nothing is left. */
    private static int[] without(int[] all, int number) {
        int[] left = Arrays.stream(all).filter(n -> n != number).toArray();
        return left.length == 0 ? null : left;
    }

    private int[] holders(long hash) {
        return holders.getOrDefault(hash, NOBODY);
    }

    /** A work without the runs of words that too many works have. */
    private WordRun withoutCommonplace(Work work) {
        int many = Math.max(FEW, works.size() / 3);
        List<Passage> commonplace = work.fingerprints()
                .stream()
                .filter(f -> holders(f.hash()).length > many)
                .map(f -> new Passage(f.at(), 0, Winnowing.GRAM))
                .toList();
        return work.run.without(commonplace);
    }

    /** How many words of a work are compared; empty if it is not in the corpus. */
    public synchronized Optional<Integer> wordCount(Source source) {
        return Optional.ofNullable(works.get(source)).map(w -> w.run.counting());
    }

    /**
     * The works that have passages in common with this one, most words first.
     *
     * @param commonplace false to exclude what more than a third of the class has, and more than a handful
     */
    public synchronized List<Common> common(Source source, boolean commonplace) {
        Work own = works.get(source);
        if (own == null) {
            return List.of();
        }
        WordRun run = commonplace ? own.run : withoutCommonplace(own);
        List<Winnowing.Fingerprint> fingerprints = Winnowing.fingerprints(run);
        BitSet sharing = new BitSet();
        fingerprints.forEach(f -> Arrays.stream(holders(f.hash())).forEach(sharing::set));
        sharing.clear(own.number);
        Map<Long, List<Integer>> places = Winnowing.byHash(fingerprints);
        List<Common> all = new ArrayList<>();
        sharing.stream().mapToObj(numbered::get).forEach(other -> {
            Work work = works.get(other);
            List<Passage> passages = Winnowing.between(run, places, work.run, work.fingerprints());
            if (!passages.isEmpty()) {
                all.add(new Common(other, passages, Winnowing.covered(passages)));
            }
        });
        all.sort(Comparator.comparingInt((Common c) -> -c.wordCount));
        return all;
    }
}

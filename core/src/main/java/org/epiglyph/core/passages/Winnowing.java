package org.epiglyph.core.passages;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Fingerprints of a run of words after Schleimer, Wilkerson and Aiken, "Winnowing: local algorithms for document
 * fingerprinting" (2003; from memory): of every {@link #WINDOW} consecutive hashes of {@link #GRAM} words the smallest
 * is kept, the last if several are equal. Passages of at least {@link #GUARANTEED} words are always found; nothing
 * shorter than {@link #GRAM} ever is.
 */
final class Winnowing {
    /** Number of words in one hash. */
    static final int GRAM = 5;
    /** Number of consecutive hashes of which one is kept. */
    static final int WINDOW = 4;
    /** Every passage of at least this many words is found. */
    static final int GUARANTEED = GRAM + WINDOW - 1;
    private static final long MIX = 0x9E3779B97F4A7C15L;

    private Winnowing() {}

    /** A hash and the index of its first word. */
    record Fingerprint(long hash, int at) {}

    static List<Fingerprint> fingerprints(WordRun run) {
        int count = run.size() - GRAM + 1;
        List<Fingerprint> kept = new ArrayList<>();
        if (count <= 0) {
            return kept;
        }
        long[] hashes = new long[count];
        BitSet whole = new BitSet(count);
        hash(run, hashes, whole);
        int last = -1;
        for (int from = 0; from <= Math.max(0, count - WINDOW); from++) {
            int least = -1;
            for (int i = from; i < Math.min(count, from + WINDOW); i++) {
                if (whole.get(i) && (least < 0 || hashes[i] <= hashes[least])) {
                    least = i;
                }
            }
            if (least >= 0 && least != last) {
                kept.add(new Fingerprint(hashes[least], least));
                last = least;
            }
        }
        return kept;
    }

    /** @param whole set for hashes all of whose words are known */
    private static void hash(WordRun run, long[] hashes, BitSet whole) {
        for (int i = 0; i < hashes.length; i++) {
            long hash = 0;
            boolean all = true;
            for (int k = 0; k < GRAM; k++) {
                int number = run.number(i + k);
                all &= number != 0;
                hash = (hash ^ number) * MIX;
                hash ^= hash >>> 29;
            }
            hashes[i] = hash;
            whole.set(i, all);
        }
    }

    /**
     * The passages that two works share, each extended as far as possible and at least {@link #GUARANTEED} words long,
     * in the order of the first work.
     */
    static List<Passage> between(WordRun one, WordRun other) {
        return between(one, byHash(fingerprints(one)), other, fingerprints(other));
    }

    static Map<Long, List<Integer>> byHash(List<Fingerprint> fingerprints) {
        Map<Long, List<Integer>> places = new HashMap<>();
        fingerprints.forEach(f -> places.computeIfAbsent(f.hash, _ -> new ArrayList<>(1)).add(f.at));
        return places;
    }

    static List<Passage> between(WordRun one, Map<Long, List<Integer>> own, WordRun other, List<Fingerprint> theirs) {
        Set<Passage> found = new HashSet<>();
        for (Fingerprint f : theirs) {
            for (int at : own.getOrDefault(f.hash, List.of())) {
                Passage whole = extended(one, at, other, f.at);
                if (whole.length() >= GUARANTEED) {
                    found.add(whole);
                }
            }
        }
        return found.stream()
                .sorted(Comparator.comparingInt(Passage::at)
                        .thenComparingInt(p -> -p.length())
                        .thenComparingInt(Passage::otherAt))
                .toList();
    }

    /** Extends a match in both directions. A match of two hashes by chance comes to nothing. */
    private static Passage extended(WordRun one, int at, WordRun other, int otherAt) {
        int back = 0;
        while (at - back > 0 && otherAt - back > 0 && isSame(one, at - back - 1, other, otherAt - back - 1)) {
            back++;
        }
        int on = 0;
        while (at + on < one.size() && otherAt + on < other.size() && isSame(one, at + on, other, otherAt + on)) {
            on++;
        }
        return new Passage(at - back, otherAt - back, back + on);
    }

    private static boolean isSame(WordRun one, int at, WordRun other, int otherAt) {
        return one.number(at) != 0 && one.number(at) == other.number(otherAt);
    }

    /** How many words of the first work are in passages, each counted once. */
    static int covered(List<Passage> passages) {
        BitSet words = new BitSet();
        passages.forEach(p -> words.set(p.at(), p.at() + p.length()));
        return words.cardinality();
    }
}

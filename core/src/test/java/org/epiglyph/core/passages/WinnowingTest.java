package org.epiglyph.core.passages;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

/**
 * Shared passages, compared with every maximal common run found by a plain table of all pairs of words: on two versions
 * of a free text, the GNU General Public License 1 and 2 from Debian's base-files (verbatim copies are permitted), and
 * on random words.
 */
class WinnowingTest {
    private final Vocabulary vocabulary = new Vocabulary();

    private static String licence(String version) throws IOException {
        try (InputStream in = WinnowingTest.class.getResourceAsStream("GPL-" + version)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    /** The second implementation: every maximal run of words that is the same in both. */
    private static Set<Passage> exact(WordRun one, WordRun other, int least) {
        Set<Passage> all = new HashSet<>();
        int[] before = new int[other.size() + 1];
        for (int i = 1; i <= one.size(); i++) {
            int[] here = new int[other.size() + 1];
            for (int j = 1; j <= other.size(); j++) {
                boolean same = one.number(i - 1) != 0 && one.number(i - 1) == other.number(j - 1);
                here[j] = same ? before[j - 1] + 1 : 0;
                boolean goesOn = i < one.size() && j < other.size() && one.number(i) != 0
                        && one.number(i) == other.number(j);
                if (here[j] >= least && !goesOn) {
                    all.add(new Passage(i - here[j], j - here[j], here[j]));
                }
            }
            before = here;
        }
        return all;
    }

    @Test
    void findsExactlyEveryPassageOfTheGuaranteedLength() throws IOException {
        WordRun one = WordRun.of(vocabulary, licence("1"));
        WordRun other = WordRun.of(vocabulary, licence("2"));
        Set<Passage> exact = exact(one, other, Winnowing.GUARANTEED);
        List<Passage> found = Winnowing.between(one, other);
        assertThat(exact).hasSizeGreaterThan(20);
        assertThat(found).doesNotHaveDuplicates();
        assertThat(new HashSet<>(found)).as("recall and precision are 1 from the guaranteed length on")
                .isEqualTo(exact);
        assertThat(found.stream().mapToInt(Passage::length).max().orElseThrow()).isGreaterThan(100);
        double share = Winnowing.covered(found) / (double) one.size();
        assertThat(share).isBetween(0.4, 0.95);
    }

    @Property(tries = 200)
    void randomTextHasNoSharedPassages(@ForAll long seed, @ForAll @IntRange(min = 2, max = 30) int words) {
        Random chance = new Random(seed);
        WordRun one = run(chance, words, 120);
        WordRun other = run(chance, words, 150);
        assertEquals(exact(one, other, Winnowing.GUARANTEED), new HashSet<>(Winnowing.between(one, other)));
    }

    private static WordRun run(Random chance, int words, int length) {
        return new WordRun(IntStream.range(0, length)
                .map(_ -> chance.nextInt(12) == 0 ? 0 : 1 + chance.nextInt(words))
                .toArray(), List.of());
    }

    @Property(tries = 100)
    void findsAPlantedPassageAnywhere(@ForAll long seed, @ForAll @IntRange(max = 80) int at,
            @ForAll @IntRange(max = 80) int otherAt, @ForAll @IntRange(min = 8, max = 40) int length) {
        int[] one = IntStream.range(0, 130).map(i -> 1_000 + i).toArray();
        int[] other = IntStream.range(0, 130).map(i -> 2_000 + i).toArray();
        for (int i = 0; i < length; i++) {
            one[at + i] = 10 + i;
            other[otherAt + i] = 10 + i;
        }
        assertEquals(List.of(new Passage(at, otherAt, length)),
                Winnowing.between(new WordRun(one, List.of()), new WordRun(other, List.of())));
        assertTrue(Winnowing.fingerprints(new WordRun(one, List.of())).size() < 130 * 0.7);
    }

    // --- a class

    private static final StudentKey ADA = new StudentKey("K-1");
    private static final StudentKey BEN = new StudentKey("K-2");
    private static final StudentKey CLEO = new StudentKey("K-3");

    private static Source mate(StudentKey student) {
        return new Source.Mate(student);
    }

    @Test
    void textOfTheTaskIsSharedWithNobody() {
        String task = "state the range of the tide and the duration from low water to high water at the port";
        String copied = "since the wind was strong we chose to wait outside the harbour until the stream had turned";
        Corpus corpus = new Corpus(List.of(WordRun.of(vocabulary, task)));
        corpus.add(mate(ADA), WordRun.of(vocabulary, task + " my own answer is this one here " + copied));
        corpus.add(mate(BEN), WordRun.of(vocabulary, copied + " and then I did something else " + task));
        corpus.add(mate(CLEO), WordRun.of(vocabulary, task + " nothing else"));
        List<Corpus.Common> common = corpus.common(mate(ADA), true);
        assertThat(common).singleElement().satisfies(c -> {
            assertThat(c.other()).isEqualTo(mate(BEN));
            assertThat(c.wordCount()).isEqualTo(copied.split(" ").length);
            assertThat(c.passages()).containsExactly(new Passage(25, 0, copied.split(" ").length));
        });
        assertThat(corpus.common(mate(CLEO), true)).isEmpty();
        assertThat(corpus.wordCount(mate(CLEO))).contains(2);
        assertThat(corpus.wordCount(mate(new StudentKey("nobody")))).isEmpty();
        corpus.add(mate(BEN), WordRun.of(vocabulary, "another hand in"));
        assertThat(corpus.common(mate(ADA), true)).as("an earlier hand-in is compared no longer").isEmpty();
    }

    @Test
    void omitsTextSharedByAThirdOfTheClassOnRequest() {
        String form = "the height at the time asked was worked out by the rule of twelfths as shown in the table above";
        String copied = "since the wind was strong we chose to wait outside the harbour until the stream had turned";
        Corpus corpus = new Corpus(List.of());
        for (int i = 0; i < 12; i++) {
            String own = IntStream.range(i * 100, i * 100 + 30)
                    .mapToObj(n -> "own" + n)
                    .collect(Collectors.joining(" "));
            corpus.add(mate(new StudentKey("K-" + i)),
                    WordRun.of(vocabulary,
                            own + " " + form + " " + own.replace("own", "more") + (i < 2 ? " " + copied : "")));
        }
        StudentKey first = new StudentKey("K-0");
        assertThat(corpus.common(mate(first), true)).hasSize(11);
        assertThat(corpus.common(mate(first), false)).singleElement().satisfies(c -> {
            assertThat(c.other()).isEqualTo(mate(new StudentKey("K-1")));
            assertThat(c.wordCount()).isEqualTo(copied.split(" ").length);
        });
        for (int i = 2; i < 12; i++) {
            corpus.add(mate(new StudentKey("K-" + i)), WordRun.of(vocabulary, "something else"));
        }
        assertThat(corpus.common(mate(first), false).getFirst().wordCount()).as("only two have the form now")
                .isEqualTo(copied.split(" ").length + form.split(" ").length);
    }

    @Test
    void findsPairsAndGroupsOfThreeOrMore() {
        String one = "since the wind was strong we chose to wait outside the harbour until the stream had turned";
        String two = "the depth over the bar was read from the table twice and both readings were the same as before";
        Corpus corpus = new Corpus(List.of());
        List<String> texts = List.of(one + " a", "b " + one + " and then " + two, two + " c", "nothing of that");
        List<StudentKey> students = IntStream.range(0, 4).mapToObj(i -> new StudentKey("K-" + i)).toList();
        IntStream.range(0, 4).forEach(i -> corpus.add(mate(students.get(i)), WordRun.of(vocabulary, texts.get(i))));
        corpus.add(new Source.Given("d"), WordRun.of(vocabulary, one));
        List<Pairs.Pair> pairs = Pairs.of(corpus, students, true, () -> true);
        assertThat(pairs).containsExactlyInAnyOrder(
                new Pairs.Pair(students.get(0), students.get(1), one.split(" ").length),
                new Pairs.Pair(students.get(1), students.get(2), two.split(" ").length));
        assertThat(pairs).isSortedAccordingTo((a, b) -> b.wordCount() - a.wordCount());
        assertThat(Pairs.groups(pairs, 4)).singleElement().satisfies(g -> assertThat(g).hasSize(3));
        List<Pairs.Pair> chain = IntStream.range(0, 9)
                .mapToObj(i -> new Pairs.Pair(new StudentKey("C-" + i), new StudentKey("C-" + (i + 1)), 99 - i))
                .toList();
        assertThat(Pairs.groups(chain, 12)).as("never most of a class").extracting(Set::size).containsExactly(5, 5);
        assertThat(Pairs.of(corpus, students, true, () -> false)).isEmpty();
        assertThat(corpus.common(mate(students.get(0)), true)).extracting(Corpus.Common::other)
                .containsExactlyInAnyOrder(mate(students.get(1)), new Source.Given("d"));
        corpus.remove(new Source.Given("d"));
        assertThat(corpus.common(mate(students.get(0)), true)).hasSize(1);
    }

    @Test
    void ranksTheMostSharedWorkFirst() {
        Corpus corpus = new Corpus(List.of());
        String text = "since the wind was strong we chose to wait outside the harbour until the stream had turned";
        corpus.add(mate(ADA), WordRun.of(vocabulary, text));
        corpus.add(mate(BEN), WordRun.of(vocabulary, text.substring(0, text.indexOf(" harbour"))));
        corpus.add(mate(CLEO), WordRun.of(vocabulary, text));
        assertThat(corpus.common(mate(ADA), true)).extracting(Corpus.Common::other)
                .containsExactly(mate(CLEO), mate(BEN));
        assertThat(corpus.common(mate(BEN), true)).extracting(Corpus.Common::wordCount).containsExactly(11, 11);
        List<Pairs.Pair> pairs = Pairs.of(corpus, List.of(BEN, ADA, CLEO), true, () -> true);
        assertThat(pairs).first().isEqualTo(new Pairs.Pair(ADA, CLEO, 17));
    }

    @Test
    void ranksTheLargestGroupFirstAndIgnoresPairs() {
        List<Pairs.Pair> pairs = List.of(pair("a", "b"), pair("c", "d"), pair("d", "e"), pair("f", "g"),
                pair("g", "h"), pair("h", "i"));
        assertThat(Pairs.groups(pairs, 30)).extracting(Set::size).containsExactly(4, 3);
    }

    private static Pairs.Pair pair(String one, String other) {
        return new Pairs.Pair(new StudentKey(one), new StudentKey(other), 9);
    }

    /** The algorithm's rule, worked out naively: of each window the last of the smallest hashes. */
    @Property(tries = 100)
    void keepsTheRightmostMinimumOfEachWindow(@ForAll long seed, @ForAll @IntRange(max = 40) int length) {
        WordRun run = run(new Random(seed), 3, length);
        List<Winnowing.Fingerprint> all = IntStream.rangeClosed(0, length - Winnowing.GRAM)
                .mapToObj(at -> new WordRun(Arrays.copyOfRange(run.numbers(), at, at + Winnowing.GRAM), List.of()))
                .map(gram -> Winnowing.fingerprints(gram).stream().findFirst().orElse(null))
                .toList();
        Set<Integer> kept = new TreeSet<>();
        for (int from = 0; from <= Math.max(0, all.size() - Winnowing.WINDOW); from++) {
            IntStream.range(from, Math.min(all.size(), from + Winnowing.WINDOW))
                    .filter(i -> all.get(i) != null)
                    .boxed()
                    .min(Comparator.comparingLong((Integer i) -> all.get(i).hash())
                            .thenComparing(Comparator.reverseOrder()))
                    .ifPresent(kept::add);
        }
        assertEquals(new ArrayList<>(kept),
                Winnowing.fingerprints(run).stream().map(Winnowing.Fingerprint::at).toList());
    }

    @Test
    void differentWordsHaveDifferentHashes() {
        Set<Long> hashes = new HashSet<>();
        for (int a = 1; a <= 20; a++) {
            for (int b = 1; b <= 20; b++) {
                hashes.add(hash(a, b, 7, 8, 9));
                hashes.add(hash(7, 8, 9, a, b));
            }
        }
        assertThat(hashes).as("all but those that are the same words").hasSize(2 * 400);
    }

    private static long hash(int... words) {
        return Winnowing.fingerprints(new WordRun(words, List.of())).getFirst().hash();
    }
}

package org.epiglyph.core.filing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

/** Whose a file is by the names in its path: whole, in part, misspelt, or shared. */
class NamesInPathsTest {
    private static final Spelling SPELLING = new BareSpelling();

    private static Student student(String key, String given, String family) {
        return new Student(new StudentKey(key), given, family, "");
    }

    private static Matching matching(Student... students) {
        return new Matching(new Roster(List.of(students)), SPELLING);
    }

    private static List<String> candidates(Match match) {
        return match.candidates().stream().map(c -> c.student().value()).toList();
    }

    private final Matching sixStudents = matching(student("k-1", "Nils \u00c5ke", "Bergstr\u00f6m"),
            student("k-2", "Ada", "Lindqvist Moreau"), student("k-3", "Olaf", "Ng"), student("k-4", "Nora", "Dahlgren"),
            student("k-5", "Ivar", "Dahlgren"), student("k-6", "Mia", "Steinbrenner"));

    private String evidence(String path) {
        return sixStudents.match(path).evidence().text();
    }

    @Test
    void evidenceSaysHowAndWhereTheNameIsWritten() {
        assertThat(evidence("Nils \u00c5ke Bergstr\u00f6m.pdf"))
                .isEqualTo("the name Nils \u00c5ke Bergstr\u00f6m is in the file name");
        assertThat(evidence("Bergstr\u00f6m Nils \u00c5ke.pdf"))
                .isEqualTo("the name Nils \u00c5ke Bergstr\u00f6m, family name first, is in the file name");
        assertThat(evidence("Nils Bergstr\u00f6m \u00c5ke.pdf"))
                .isEqualTo("the name Nils \u00c5ke Bergstr\u00f6m, its parts in another order, is in the file name");
        assertThat(evidence("Nils Ake Bergstrom.pdf"))
                .isEqualTo("the name Nils \u00c5ke Bergstr\u00f6m, without its accents, is in the file name");
        assertThat(evidence("NilsAkeBergstrom.pdf"))
                .isEqualTo("the name Nils \u00c5ke Bergstr\u00f6m, written in plain letters, is in the file name");
        assertThat(evidence("Nils \u00c5ke Bergstr\u00f6m/work.pdf"))
                .isEqualTo("the name Nils \u00c5ke Bergstr\u00f6m is in the folder's name");
        assertThat(evidence("class/Nils \u00c5ke Bergstr\u00f6m.pdf"))
                .isEqualTo("the name Nils \u00c5ke Bergstr\u00f6m is in the file name");
    }

    @Test
    void ranksPartsOfANameByEvidence() {
        assertThat(evidence("Nils Bergstrom.pdf"))
                .isEqualTo("family name and first given name are in the path, the other given names are not");
        assertThat(evidence("NA Bergstrom.pdf")).isEqualTo("family name and initial are in the path");
        assertThat(evidence("N Bergstrom.pdf")).isEqualTo("family name and initial are in the path");
        assertThat(evidence("A Bergstrom.pdf")).as("the second name's")
                .isEqualTo("only the family name is in the path");
        assertThat(evidence("Ada Moreau.pdf"))
                .isEqualTo("given name and a part of the family name are in the path");
        assertThat(evidence("Moreau.pdf")).isEqualTo("only a part of the name is in the path");
        for (String path : List.of("Nils Bergstrom.pdf", "N Bergstrom.pdf", "Bergstrom.pdf")) {
            assertThat(sixStudents.match(path).likely()).as(path).hasValue(new StudentKey("k-1"));
        }
        assertThat(sixStudents.match("Moreau.pdf").likely()).isEmpty();
        assertThat(candidates(sixStudents.match("Moreau.pdf"))).containsExactly("k-2");
    }

    @Test
    void aSharedFamilyNameIsAQuestionUntilAnInitialDecides() {
        assertThat(candidates(sixStudents.match("Dahlgren.pdf"))).containsExactly("k-4", "k-5");
        assertThat(evidence("Dahlgren.pdf")).isEqualTo("only the family name is in the path; 2 students match");
        assertThat(sixStudents.match("Dahlgren I.pdf").likely()).hasValue(new StudentKey("k-5"));
        assertThat(sixStudents.match("Dahlgren Ivar.pdf").student()).hasValue(new StudentKey("k-5"));
    }

    @Test
    void severalFullNamesAreAQuestion() {
        assertThat(evidence("Olaf Ng and Mia Steinbrenner.pdf"))
                .isEqualTo("the names of 2 students are in the path");
        Matching namesakes = matching(student("a", "Lena", "Fischer"), student("b", "Lena", "Fischer"));
        assertThat(namesakes.match("Lena Fischer.pdf").evidence().text())
                .isEqualTo("2 students are named Lena Fischer");
    }

    @Test
    void twoLettersAreNoPartOfAName() {
        assertThat(sixStudents.match("Ng.pdf").likely()).as("as a family name they are whole")
                .hasValue(new StudentKey("k-3"));
        Matching two = matching(student("a", "Li Wei", "Da Costa"));
        assertThat(two.match("da li.pdf").candidates()).isEmpty();
        assertThat(two.match("costa.pdf").candidates()).hasSize(1);
        assertThat(two.match("li costa.pdf").likely()).as("the first name may be short").hasValue(new StudentKey("a"));
        Matching family = matching(student("a", "Weiss", "Da Ro"));
        assertThat(family.match("weiss da.pdf").likely()).isEmpty();
    }

    @Test
    void ranksStudentsByMatchingWords() {
        Matching three = matching(student("a", "Ada", "Vega Ruiz"), student("b", "Ben", "Vega Lopez Mora"),
                student("c", "Cleo", "Lopez Mora Vega Diaz"));
        assertThat(candidates(three.match("mora lopez.pdf"))).containsExactly("b", "c");
        assertThat(candidates(three.match("vega diaz.pdf"))).startsWith("c").hasSize(3);
    }

    @Test
    void aSlipInAWholeNameIsLikelyAndStatesItsDistance() {
        assertThat(evidence("Nora Dahlgrem.pdf")).isEqualTo("one slip away from the name Nora Dahlgren");
        assertThat(evidence("Norra Dahlgrem.pdf")).isEqualTo("2 slips away from the name Nora Dahlgren");
        assertThat(sixStudents.match("Norra Dahlgrem.pdf").likely()).hasValue(new StudentKey("k-4"));
        assertThat(sixStudents.match("Norrra Dahlgrem.pdf").likely()).as("three").isEmpty();
        assertThat(sixStudents.match("Olav Ng.pdf").likely()).hasValue(new StudentKey("k-3"));
        assertThat(sixStudents.match("Olew Ng.pdf").evidence().text()).as("two in six letters are too many")
                .isEqualTo("only the family name is in the path");
    }

    @Test
    void aMisspeltNameEquallyNearToSeveralIsAQuestion() {
        Matching two = matching(student("a", "Jan", "Holmgren"), student("b", "Jon", "Holmgren"));
        Match equal = two.match("Jun Holmgrem.pdf");
        assertThat(candidates(equal)).containsExactlyInAnyOrder("a", "b");
        assertThat(equal.evidence().text()).isEqualTo("equally close to the names of 2 students");
        assertThat(two.match("Jon Holmgrem.pdf").likely()).as("one slip before two").hasValue(new StudentKey("b"));
    }

    @Test
    void namesShorterThanFiveLettersHaveNoSlips() {
        Matching shorts = matching(student("a", "Bo", "Li"));
        assertThat(shorts.match("BaLi.pdf").likely()).as("by its family name").hasValue(new StudentKey("a"));
        assertThat(matching(student("a", "", "Lian")).match("Lien.pdf").candidates()).isEmpty();
        assertThat(matching(student("a", "", "Liano")).match("Lieno.pdf").candidates()).hasSize(1);
    }

    // --- names that are near each other are never certain

    private static boolean certain(String path, Student... students) {
        return matching(students).match(path).student().isPresent();
    }

    @Test
    void aFullNameIsCertainOnlyIfNoOtherIsNear() {
        Student ada = student("a", "Ada", "Holmgren");
        assertThat(certain("Ada Holmgren.pdf", ada)).isTrue();
        assertThat(certain("Ada Holmgren.pdf", ada, student("b", "Ida", "Holmgren"))).as("one slip").isFalse();
        assertThat(certain("Ada Holmgren.pdf", ada, student("b", "Ada", "Hulmgrem"))).as("two slips").isFalse();
        assertThat(certain("Ada Holmgren.pdf", ada, student("b", "Eda", "Hulmgrem"))).as("three slips").isTrue();
        assertThat(certain("Ada Holmgren.pdf", ada, student("b", "Adaline Bea", "Holmgren"))).isTrue();
        assertThat(certain("Ada Holmgren.pdf", ada, student("b", "Ida Bea", "Holmgren")))
                .as("near to how another is shortened")
                .isFalse();
        assertThat(certain("Holmgren Ada.pdf", ada, student("b", "Ida Bea", "Holmgren"))).isFalse();
        assertThat(certain("Ada Holmgren.pdf", ada, student("b", "Ada Bea", "Holmgren")))
                .as("contained in another's")
                .isFalse();
    }

    @Test
    void aSingleNameIsCertainUnlessItIsAFamilyName() {
        Student single = student("a", "", "Suharto");
        assertThat(certain("Suharto.pdf", single)).isTrue();
        assertThat(certain("Suharto.pdf", single, student("b", "Bea", "Moreau"))).isTrue();
        assertThat(certain("Suharto.pdf", single, student("b", "Bea", "Suhardo"))).as("a slip").isFalse();
        assertThat(certain("Suharto.pdf", single, student("b", "Bea", "Suhartono"))).as("within another").isFalse();
        assertThat(certain("Suharto.pdf", single, student("b", "Suhartowati", "Moreau"))).as("within another")
                .isFalse();
    }

    @Test
    void ranksLongerNamesInThePathFirst() {
        Matching two = matching(student("a", "", "Silva"), student("b", "Joana", "Sequeira e Silva"));
        assertThat(candidates(two.match("Joana Sequeira e Silva.pdf"))).containsExactly("b", "a");
    }

    // --- the search for near names

    /** Ruling out in advance loses nothing: the same names as by comparing with each. */
    @Property(tries = 150)
    void findsEveryNearbyName(@ForAll long seed) {
        Random chance = new Random(seed);
        List<String> written = IntStream.range(0, 60).mapToObj(_ -> word(chance)).distinct().toList();
        WrittenNames search = new WrittenNames(SPELLING, 2);
        Map<Names, String> all = new HashMap<>();
        for (String text : written) {
            Names names = new Names(student("k", "", "x"), SPELLING);
            all.put(names, text);
            search.add(names, text);
        }
        for (int i = 0; i < 20; i++) {
            String text = i % 2 == 0 ? word(chance) : slipped(written.get(chance.nextInt(written.size())), chance);
            List<String> found = new ArrayList<>();
            search.near(text, (names, slips) -> found.add(all.get(names) + " " + slips));
            List<String> expected = written.stream()
                    .filter(w -> SPELLING.slips(w, text) <= 2)
                    .map(w -> w + " " + SPELLING.slips(w, text))
                    .sorted()
                    .toList();
            assertEquals(expected, found.stream().sorted().toList());
        }
    }

    private static String word(Random chance) {
        StringBuilder word = new StringBuilder();
        int length = chance.nextInt(9);
        for (int i = 0; i < length; i++) {
            word.append("abz09".charAt(chance.nextInt(5)));
        }
        return word.toString();
    }

    private static String slipped(String word, Random chance) {
        StringBuilder text = new StringBuilder(word);
        for (int i = 0; i < 1 + chance.nextInt(3); i++) {
            int at = chance.nextInt(text.length() + 1);
            if (at < text.length() && chance.nextBoolean()) {
                text.deleteCharAt(at);
            } else {
                text.insert(at, "abz09".charAt(chance.nextInt(5)));
            }
        }
        return text.toString();
    }

    @Test
    void ranksBothWordsBeforeOne() {
        Matching three = matching(student("a", "Ada", "Alfa Beta"), student("b", "Ben", "Alfa Gama"),
                student("c", "Cleo", "Alfa Delta"), student("d", "Dan", "Alfa Epsi"));
        for (String[] one : new String[][]{{"beta", "a"}, {"gama", "b"}, {"delta", "c"}, {"epsi", "d"}}) {
            Match match = three.match(one[0] + " alfa.pdf");
            assertThat(candidates(match)).as(one[0]).startsWith(one[1]).hasSize(4);
            assertThat(match.evidence().text()).isEqualTo("only a part of the name is in the path");
        }
    }

    @Test
    void findsAFamilyNameWrittenTogether() {
        Matching three = matching(student("K-1001", "Ada", "Van Dyk"), student("K-1002", "Bea", "Holm"),
                student("K-1003", "Cleo", "Van Dyk"));
        assertThat(three.match("K-1001_vandyk for Bea Holm.pdf").student()).hasValue(new StudentKey("K-1001"));
        assertThat(three.match("K-1002_vandyk for Bea Holm.pdf").student()).hasValue(new StudentKey("K-1002"));
        assertThat(candidates(three.match("K-1001_cleo vandyk.pdf"))).containsExactly("K-1001", "K-1003");
        assertThat(three.match("K-1001_cleo vandyk.pdf").student()).isEmpty();
    }

    @Test
    void aMisspeltNameBesideAnothersWordWins() {
        Matching two = matching(student("a", "Nora", "Dahlgren"), student("b", "Olaf", "Tidal Basin"));
        assertThat(two.match("Norra Dahlgrem tidal.pdf").likely()).hasValue(new StudentKey("a"));
        assertThat(candidates(two.match("tidal.pdf"))).containsExactly("b");
    }

    @Test
    void aNameWrittenAsOneWordInLowerCaseIsWhole() {
        for (String path : List.of("nilsakebergstrom.pdf", "bergstromnilsake.pdf")) {
            assertThat(sixStudents.match(path).student()).as(path).hasValue(new StudentKey("k-1"));
            assertThat(evidence(path)).contains("written in plain letters");
        }
        assertThat(sixStudents.match("nilsbergstrom.pdf").student()).as("a given name is missing").isEmpty();
    }
}

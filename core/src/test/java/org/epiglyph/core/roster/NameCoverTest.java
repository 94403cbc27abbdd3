package org.epiglyph.core.roster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.AlphaChars;
import net.jqwik.api.constraints.StringLength;
import org.epiglyph.core.Letters;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What identifies a student in the student's own text. */
class NameCoverTest {
    private static final Student STUDENT = new Student(new StudentKey("K-4401"), "Adaeze", "Lindqvist-Moreau", "A",
            "adaeze.lm@example.org");
    private final NameCover cover = NameCover.of(STUDENT);

    @ParameterizedTest
    @ValueSource(strings = {"Adaeze", "adaeze", "ADAEZE,", "Lindqvist", "Moreau's", "Lindqvist-Moreau", "K-4401",
            "k4401", "(K-4401)", "adaeze.lm@example.org", "essay_adaeze_v2", "AdaezeLindqvistMoreau", "Ad\u00e1eze",
            "moreau.pdf", "work-K-4401-final", "adaeze2026", "2026moreau"})
    void coversEveryFormOfNameAndKey(String word) {
        assertTrue(cover.reveals(word), word);
    }

    @ParameterizedTest
    @ValueSource(strings = {"tide", "Linden", "moreaux", "K-4402", "adage", "4401", "A", "2.5", "www.example.org"})
    void leavesOtherWordsAlone(String word) {
        assertFalse(cover.reveals(word), word);
    }

    @Test
    void ignoresShortPartsAndFindsNamesDespiteAccents() {
        NameCover anh = NameCover.of(new Student(new StudentKey("S1"), "L\u00ea", "Nguy\u1ec5n", ""));
        assertTrue(anh.reveals("Nguyen"));
        assertTrue(anh.reveals("NGUY\u1ec4N"));
        assertFalse(anh.reveals("le"));
    }

    @Test
    void findsANameInAScriptWithoutCapitalsWithinWords() {
        NameCover lin = NameCover.of(new Student(new StudentKey("S2"), "\u660e\u5fb7", "\u6797", ""));
        assertTrue(lin.reveals("\u5b66\u751f\u660e\u5fb7\u7684"));
    }

    @Test
    void findsANameInJoinedLetters() {
        assertTrue(NameCover.of(new Student(new StudentKey("S3"), "Kofi", "Asante", "")).reveals("Ko\ufb01"));
    }

    @Test
    void initialsAndShortPartsCountOnlyBesideTheName() {
        NameCover niamh = NameCover.of(new Student(new StudentKey("S4"), "Siobh\u00e1n", "N\u00ed Bhriain", ""));
        assertEquals("[name] [name] [name] and then S", niamh.cover("Siobh\u00e1n N\u00ed Bhriain and then S"));
        assertEquals("by [name] [name] [name]", niamh.cover("by S. N\u00ed Bhriain"));
        assertFalse(niamh.reveals("N\u00ed"));
    }

    @Test
    void findsInitialsAtBothEndsOfTheText() {
        NameCover ali = NameCover.of(new Student(new StudentKey("S5"), "\u02bfAli", "Hassan", ""));
        assertEquals("[name] [name] came", ali.cover("A. Hassan came"));
        assertEquals("[name] [name]", ali.cover("Hassan A."));
        assertTrue(ali.reveals("Ali"), "without its sign of transliteration");
        assertEquals("[name] \u2013 he", ali.cover("Hassan \u2013 he"), "a dash is no part of a name");
    }

    @Test
    void coversTheFirstWordOfAPageKeepingItsLength() {
        PageText page = new PageText(List.of(word("Adaeze", 0, 0), word("Moreau", 1, 0)));
        assertEquals(List.of(new PageBox(0, 0, 18, 8)), cover.strips(page));
        assertEquals(List.of("\u2022".repeat(6), "\u2022".repeat(6)),
                cover.cover(page).words().stream().map(PageWord::text).toList());
    }

    @Test
    void wordsKeepTheirPlacesAndTheNameIsOmitted() {
        assertEquals("Sir, I am [name] [name] ([name]). Thank you, [name]",
                cover.cover("Sir, I am Adaeze Lindqvist-Moreau (K-4401). Thank you, Adaeze"));
        assertSame(NameCover.NONE.cover(PageText.NONE), PageText.NONE);
    }

    @Test
    void oneStripCoversNeighbouringWordsWhichAreNotReadAnyMore() {
        PageText page = new PageText(List.of(word("By", 0, 0), word("Adaeze", 1, 0), word("Moreau", 2, 0),
                word("Adaeze", 0, 1), word("counts", 1, 1)));
        assertEquals(List.of(new PageBox(10, 0, 18, 8), new PageBox(0, 10, 8, 8)), cover.strips(page));
        PageText covered = cover.cover(page);
        assertEquals(page.words().stream().map(PageWord::box).toList(),
                covered.words().stream().map(PageWord::box).toList());
        assertTrue(covered.find("adaeze").isEmpty());
        assertEquals(1, covered.find("counts").size());
    }

    private static PageWord word(String text, int column, int line) {
        return new PageWord(text, new PageBox(column * 10, line * 10, 8, 8), line);
    }

    /** Whatever surrounds it, no part of a name of three or more letters remains as a word. */
    @Property(tries = 500)
    void coversEveryPartOfAName(@ForAll @AlphaChars @StringLength(min = 1, max = 8) String given,
            @ForAll @AlphaChars @StringLength(min = 1, max = 8) String family,
            @ForAll @AlphaChars @StringLength(max = 5) String around) {
        Student student = new Student(new StudentKey("N" + family.length() + "77"), given, family, "");
        String left = Letters.folded(NameCover.of(student)
                .cover(around + " " + given.toUpperCase(Locale.ROOT) + ", " + around + " \u201c" + family + "\u201d; "
                        + student.key() + " " + family + "_" + given + "." + around));
        List<String> words = List.of(left.split("[^a-z0-9]+"));
        Stream.of(given, family, student.key().value())
                .map(Letters::folded)
                .filter(p -> p.length() >= 3 && !p.equals("name"))
                .forEach(p -> assertFalse(words.contains(p), left));
    }

    @Test
    void leavesTextUnchangedWithoutAName() {
        String text = "Nobody is named here, 3.4 m.";
        assertThat(NameCover.of(new Student(new StudentKey("K-1"), "Ada", "Lind", "A")).cover(text)).isEqualTo(text);
        NameCover nothing = NameCover.of(new Student(new StudentKey("-"), "", "-", "A"));
        assertThat(nothing.cover(text)).isEqualTo(text);
    }
}

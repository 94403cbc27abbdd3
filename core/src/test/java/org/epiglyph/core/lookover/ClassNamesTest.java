package org.epiglyph.core.lookover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.core.lookover.LookOverTest.criterion;
import static org.epiglyph.core.lookover.LookOverTest.done;
import static org.epiglyph.core.lookover.LookOverTest.kinds;
import static org.epiglyph.core.lookover.LookOverTest.remarked;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Batches;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Where text for one student names another. */
class ClassNamesTest {
    @ParameterizedTest
    @ValueSource(strings = {"As Bao had it.", "Bao\u2019s sketch is better.", "See K-2.", "Carys says so"})
    void findsAnotherStudentsName(String text) {
        assertThat(kinds(remarked(text))).containsExactly(Finding.Kind.NAMES_ANOTHER);
        assertThat(kinds(done().apply(new Edit.WriteOnTheWhole(Batches.ADA, text))))
                .containsExactly(Finding.Kind.NAMES_ANOTHER);
        assertThat(kinds(done().apply(new Edit.WriteOnCriterion(Batches.ADA, "c1", text))))
                .containsExactly(Finding.Kind.NAMES_ANOTHER);
        assertThat(kinds(done().apply(new Edit.WritePrivately(Batches.ADA, text)))).as("private words stay").isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"Well done, Ada.", "Example 3 is right.", "baobab", "K-21", "Method!"})
    void ignoresTheStudentsOwnNameSharedNamesAndWordsOfTheTask(String text) {
        assertThat(kinds(remarked(text))).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"Ask Kr\u010dm\u00e1\u0159.", "As Krcmar did.", "As Moreau did.",
            "as Lindqvist-Moreau did"})
    void findsANameWithoutAccentsAndByOnePart(String text) {
        Batch batch = remarked(text)
                .apply(new Edit.Enrol(new Student(new StudentKey("K-8"), "Ivo", "Kr\u010dm\u00e1\u0159", "A")))
                .apply(new Edit.Enrol(new Student(new StudentKey("K-9"), "Eda", "Lindqvist-Moreau", "A")));
        assertThat(kinds(batch)).containsExactly(Finding.Kind.NAMES_ANOTHER);
    }

    /** What sentences end with, and what they do not. */
    @Test
    void aSentenceStartsAfterAFullStopOrOnALineOfItsOwn() {
        Batch batch = done().apply(new Edit.Enrol(new Student(new StudentKey("K-9"), "Mark", "Ost", "A")));
        Dictionary english = text -> Arrays.stream(text.split("\\W+"))
                .filter(w -> !"mark see this it is so".contains(w))
                .toList();
        for (String head : List.of("Mark it.", " Mark it.", "See this. Mark it.", "See this!\tMark it.",
                "See this? Mark it.", "See this: Mark it.", "See this\nMark it.", "See this \n Mark it.",
                "(See this) Mark it.", "\u201cSo\u201d Mark it.", "So\u2026 Mark it.")) {
            assertThat(looked(english, batch, head)).as(head).doesNotContain(Finding.Kind.NAMES_ANOTHER);
        }
        for (String within : List.of("See Mark", "It is, Mark, so", "See this; Mark is", "See this \u2014 Mark is")) {
            assertThat(looked(english, batch, within)).as(within).contains(Finding.Kind.NAMES_ANOTHER);
        }
        assertThat(looked(english, batch, "K-9. See.")).as("a key is no word").contains(Finding.Kind.NAMES_ANOTHER);
        assertThat(looked(Dictionary.NONE, batch, "Mark it.")).as("nobody can tell")
                .contains(Finding.Kind.NAMES_ANOTHER);
    }

    private static List<Finding.Kind> looked(Dictionary dictionary, Batch batch, String text) {
        return new LookOver(dictionary).findings(batch.apply(new Edit.WriteOnTheWhole(Batches.ADA, text)), Batches.ADA)
                .stream()
                .map(Finding::kind)
                .toList();
    }

    @Test
    void ignoresWordsOfLevelsButFindsTwoLetterNames() {
        Manner.Level clear = new Manner.Level("l", "Clara", "as Li has it", BigDecimal.ONE, BigDecimal.ONE);
        Batch batch = done().apply(new Edit.Enrol(new Student(new StudentKey("K-8"), "Clara", "Ost", "A")))
                .apply(new Edit.Enrol(new Student(new StudentKey("K-9"), "Yu", "\u738b\u660e", "A")));
        assertThat(looked(Dictionary.NONE, batch, "So Clara")).contains(Finding.Kind.NAMES_ANOTHER);
        assertThat(looked(Dictionary.NONE, batch, "So Yu")).contains(Finding.Kind.NAMES_ANOTHER);
        assertThat(looked(Dictionary.NONE, batch, "\u4e00\u738b\u660e\u4e00")).contains(Finding.Kind.NAMES_ANOTHER);
        Batch levels = batch.apply(new Edit.ChangeScheme(new MarkScheme(List.of(criterion("plain")
                .withManner(new Manner.Levels(List.of(clear))))), List.of()));
        assertThat(looked(Dictionary.NONE, levels, "So Clara")).doesNotContain(Finding.Kind.NAMES_ANOTHER);
    }
}

package org.epiglyph.core.phrases;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class PhrasebookTest {
    private static Phrase phrase(String code, String text, String criterion) {
        return new Phrase("id-" + code, code, text, criterion, Optional.empty());
    }

    private final Phrasebook book = new Phrasebook(List.of(phrase("un", "Unit: metres.", "c5"),
            phrase("cl", "Clear sketch, labelled axes.", "c5"),
            phrase("uk", "Clearance needs a margin for swell.", "c4"), phrase("tt", "See me at the tutorial.", "")));

    @Test
    void theCodeComesFirst() {
        assertThat(book.search("uk", "", Map.of())).first().extracting(Phrase::code).isEqualTo("uk");
    }

    @Test
    void amongEqualsTheActiveCriterionComesFirst() {
        assertThat(book.search("clear", "c4", Map.of())).extracting(Phrase::code).containsExactly("uk", "cl");
        assertThat(book.search("clear", "c5", Map.of())).extracting(Phrase::code).containsExactly("cl", "uk");
        assertThat(book.search("", "c4", Map.of())).extracting(Phrase::code).containsExactly("uk", "tt", "un", "cl");
    }

    @Test
    void firstLettersOfWordsFindAPhraseAndNonsenseFindsNone() {
        assertThat(book.search("smat", "", Map.of())).extracting(Phrase::code).containsExactly("tt");
        assertThat(book.search("xyz", "", Map.of())).isEmpty();
    }

    @Test
    void theSameWordsAreFoundWhateverTheirCaseAndSpace() {
        assertThat(book.findByText("  unit:  METRES. ")).isPresent();
    }

    @Test
    void amongEqualsTheMostUsedComesFirst() {
        Phrase often = new Phrase("often", "o", "Units here", "", Optional.empty());
        Phrase seldom = new Phrase("seldom", "s", "Units there", "", Optional.empty());
        Phrase never = new Phrase("never", "n", "Units nowhere", "", Optional.empty());
        Phrasebook book = new Phrasebook(List.of(never, seldom, often));
        Map<String, Integer> uses = Map.of("often", 9, "seldom", 2);
        assertThat(book.search("units", "", uses)).containsExactly(often, seldom, never);
        assertThat(book.search("n", "", uses)).as("a code still comes before words").first().isEqualTo(never);
        assertThat(book.mostUsed(uses)).containsExactly(often, seldom);
    }
}

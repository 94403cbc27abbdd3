package org.epiglyph.core.phrases;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Ink;
import org.junit.jupiter.api.Test;

class PhrasebookTest {
    private static Phrase phrase(String code, String text, String criterion) {
        return new Phrase("id-" + code, code, text, criterion, Optional.empty());
    }

    private final Phrasebook book = new Phrasebook(List.of(phrase("un", "Unit: metres.", "c5"),
            phrase("cl", "Clear sketch, labelled axes.", "c5"),
            phrase("uk", "Clearance needs a margin for swell.", "c4"), phrase("tt", "See me at the tutorial.", "")));

    @Test
    void ranksPhrasesOfTheActiveCriterionFirstAmongEquals() {
        assertThat(book.search("clear", "c4", Map.of())).extracting(Phrase::code).containsExactly("uk", "cl");
        assertThat(book.search("clear", "c5", Map.of())).extracting(Phrase::code).containsExactly("cl", "uk");
        assertThat(book.search("", "c4", Map.of())).extracting(Phrase::code).containsExactly("uk", "tt", "un", "cl");
    }

    @Test
    void findsAPhraseByInitialsAndNothingByNonsense() {
        assertThat(book.search("smat", "", Map.of())).extracting(Phrase::code).containsExactly("tt");
        assertThat(book.search("xyz", "", Map.of())).isEmpty();
    }

    @Test
    void ranksTheMostUsedFirstAmongEquals() {
        Phrase often = new Phrase("often", "o", "Units here", "", Optional.empty());
        Phrase seldom = new Phrase("seldom", "s", "Units there", "", Optional.empty());
        Phrase never = new Phrase("never", "n", "Units nowhere", "", Optional.empty());
        Phrasebook book = new Phrasebook(List.of(never, seldom, often));
        Map<String, Integer> uses = Map.of("often", 9, "seldom", 2);
        assertThat(book.search("units", "", uses)).containsExactly(often, seldom, never);
        assertThat(book.search("n", "", uses)).as("a code still comes before words").first().isEqualTo(never);
        assertThat(book.mostUsed(uses)).containsExactly(often, seldom);
    }

    @Test
    void ranksACodePrefixBetweenTheCodeAndText() {
        Phrase text = phrase("x", "units", "");
        Phrase begins = phrase("unit", "Metres!", "");
        Phrase exactly = phrase("un", "Name it.", "");
        assertThat(new Phrasebook(List.of(text, begins, exactly)).search("un", "", Map.of()))
                .containsExactly(exactly, begins, text);
    }

    @Test
    void searchesTitleAndTags() {
        Phrase titled = phrase("a", "Say which.", "").described("Missing scale", List.of("drawing"), Audience.STUDENT);
        Phrase titleOnly = phrase("b", "Say where.", "").described("Anchorage", List.of(), Audience.STUDENT);
        Phrase tagOnly = phrase("c", "Say when.", "").described("", List.of("tides"), Audience.STUDENT);
        Phrasebook book = new Phrasebook(List.of(titled, titleOnly, tagOnly));
        assertThat(book.search("missing", "", Map.of())).containsExactly(titled);
        assertThat(book.search("drawing", "", Map.of())).containsExactly(titled);
        assertThat(book.search("say which", "", Map.of())).containsExactly(titled);
        assertThat(book.search("anchor", "", Map.of())).containsExactly(titleOnly);
        assertThat(book.search("tides", "", Map.of())).containsExactly(tagOnly);
    }

    @Test
    void treatsAllWhiteSpaceAlike() {
        for (String text : List.of("Name\tthe unit", "Name\nthe unit", "Name\rthe unit", "Name  the unit",
                " Name the unit", "Name the unit ", "name the unit")) {
            assertThat(book.with(phrase("x", text, "")).findByText("Name the unit")).as(text).isPresent();
        }
        assertThat(book.findByText("Name the unit")).isEmpty();
    }

    @Test
    void findsNearDuplicatesMostSimilarFirst() {
        Phrase one = phrase("a", "Name the unit of every quantity in the table.", "");
        Phrase nearly = phrase("b", "Name the unit of every quantity in the tables.", "");
        Phrase same = phrase("c", "name the unit of every quantity in the table", "");
        Phrase other = phrase("d", "The sketch is clear.", "");
        List<Phrasebook.Pair> pairs = new Phrasebook(List.of(nearly, one, other, same)).duplicates();
        assertThat(pairs).first()
                .returns(one, Phrasebook.Pair::first)
                .returns(same, Phrasebook.Pair::second)
                .returns(1.0, Phrasebook.Pair::likeness);
        assertThat(pairs).hasSize(3);
    }

    @Test
    void removesOnlyTheNamedPhraseAndKeepsCollections() {
        Collection mine = new Collection("k", "Mine", true, false);
        Phrasebook kept = book.withCollections(List.of(mine)).without("id-cl");
        assertThat(kept.phrases()).extracting(Phrase::code).containsExactly("un", "uk", "tt");
        assertThat(kept.collections()).containsExactly(mine);
    }

    @Test
    void listsButDoesNotOfferAClosedCollection() {
        Collection open = new Collection("k", "Harbour", true, false);
        Phrase inIt = phrase("h", "Which harbour?", "").copiedTo("copy", "k", "");
        Phrasebook with = book.with(inIt).withCollections(List.of(open));
        assertThat(with.offered()).contains(inIt);
        Phrasebook closed = with.withCollections(List.of(open.opened(false).named("Port")));
        assertThat(closed.offered()).doesNotContain(inIt).hasSize(4);
        assertThat(closed.of("k")).containsExactly(inIt);
        assertThat(closed.of("")).hasSize(4).doesNotContain(inIt);
        assertThat(closed.collections()).containsExactly(new Collection("k", "Port", false, false));
    }

    @Test
    void onlyASharedPhraseCanDifferFromItsSource() {
        Phrase own = phrase("a", "Own text.", "");
        Phrase theirs = own.copiedTo("b", "k", "Own text.");
        assertThat(own.isChanged()).isFalse();
        assertThat(own.withText("Another.").isChanged()).isFalse();
        assertThat(theirs.isChanged()).isFalse();
        assertThat(theirs.withText("Another.").isChanged()).isTrue();
    }

    @Test
    void changesOnePartOfAPhrase() {
        Phrase whole = new Phrase("i", "co", "Text.", "c1", Optional.of(BigDecimal.ONE), "Title", List.of("tag"),
                Audience.PRIVATE, Optional.of(new Phrase.With(Optional.empty(), Ink.MADDER)), "k", "Source.");
        assertThat(whole.withCode("x")).returns("x", Phrase::code)
                .usingRecursiveComparison()
                .ignoringFields("code")
                .isEqualTo(whole);
        assertThat(whole.withCriterion("x")).returns("x", Phrase::criterion)
                .usingRecursiveComparison()
                .ignoringFields("criterion")
                .isEqualTo(whole);
        assertThat(whole.withMark(Optional.empty())).returns(Optional.empty(), Phrase::mark)
                .usingRecursiveComparison()
                .ignoringFields("mark")
                .isEqualTo(whole);
        assertThat(whole.described("T", List.of(), Audience.STUDENT)).returns("T", Phrase::title)
                .usingRecursiveComparison()
                .ignoringFields("title", "tags", "audience")
                .isEqualTo(whole);
        assertThat(whole.shown()).isEqualTo("Title: Text.");
        assertThat(whole.described("", List.of(), Audience.STUDENT).shown()).isEqualTo("Text.");
    }
}

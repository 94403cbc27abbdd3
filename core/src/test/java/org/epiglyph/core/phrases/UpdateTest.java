package org.epiglyph.core.phrases;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class UpdateTest {
    private static Phrase phrase(String code, String text) {
        return new Phrase("new-" + code, code, text, "", Optional.empty());
    }

    @Test
    void updatesAddsAndRemovesButKeepsLocalChanges() {
        List<Phrase> first = Update.of(List.of(), List.of(phrase("a", "A"), phrase("b", "B"), phrase("c", "C"),
                phrase("d", "D")), "k", () -> "id" + System.nanoTime()).phrases();
        List<Phrase> mine = List.of(first.get(0), first.get(1).withText("My B"), first.get(2),
                first.get(3).withText("My D"));
        Update update = Update.of(mine, List.of(phrase("a", "A2"), phrase("b", "B2"), phrase("e", "E")), "k",
                () -> "fresh");
        assertThat(update.phrases()).extracting(Phrase::text).containsExactly("A2", "My B", "E", "My D");
        assertThat(update.phrases().getFirst().id()).as("the same phrase").isEqualTo(first.getFirst().id());
        assertThat(List.of(update.added(), update.renewed(), update.kept(), update.gone()))
                .containsExactly(1, 1, 1, 1);
        assertThat(update.phrases().get(1).source()).isEqualTo("B2");
        assertThat(update.phrases().get(1).isChanged()).isTrue();
    }

    @Test
    void closedCollectionsAreNotOfferedAndDuplicatesAreFound() {
        Phrase one = phrase("a", "Show the working, please.");
        Phrase two = phrase("b", "show the working please").copiedTo("x", "k", "");
        Phrasebook book = new Phrasebook(List.of(one, two), List.of(new Collection("k", "Tides", false, false)));
        assertThat(book.offered()).containsExactly(one);
        assertThat(book.withCollections(List.of(new Collection("k", "Tides", true, false))).offered()).hasSize(2);
        assertThat(book.duplicates()).singleElement()
                .satisfies(p -> assertThat(p.likeness()).isGreaterThan(Likeness.SAME));
        assertThat(book.ordered(List.of("x")).phrases()).containsExactly(two, one);
        assertThat(Likeness.of("tide", "axes")).isZero();
        assertThat(Likeness.of("", "")).isEqualTo(1);
    }
}

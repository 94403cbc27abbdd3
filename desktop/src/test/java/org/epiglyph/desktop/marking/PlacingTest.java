package org.epiglyph.desktop.marking;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText.Selection;
import org.epiglyph.core.phrases.Phrase;
import org.junit.jupiter.api.Test;

/** Where phrases are inserted, and what comes with them. */
class PlacingTest extends AtBareDesk {
    private static final PageRef PAGE = new PageRef("d2", 0);
    private static final PagePoint AT = new PagePoint(100, 100);
    private static final Selection WORDS = new Selection("the range", List.of(new PageBox(90, 90, 150, 105)));
    private static final Phrase PLAIN = new Phrase("p1", "un", "Units!", "c1", Optional.empty());

    private Mark placed(Phrase phrase, Selection under) {
        desk.placing().onPage(PAGE, AT, 0, under, phrase, "Said.");
        return desk.submission().marks().getLast();
    }

    private static Phrase with(Optional<Sign> sign) {
        return PLAIN.withMark(Optional.of(new Phrase.With(sign, Ink.PLUM)));
    }

    @Test
    void aPhraseAppliesItsInkAndCriterion() {
        assertThat(placed(with(Optional.of(Sign.CROSS)), WORDS)).isInstanceOfSatisfying(Stamp.class, s -> {
            assertThat(s.face()).isEqualTo(Sign.CROSS);
            assertThat(s.ink()).isEqualTo(Ink.PLUM);
            assertThat(s.head().criterion()).isEqualTo("c1");
            assertThat(s.remark().phrase()).isEqualTo("p1");
        });
        assertThat(placed(with(Optional.empty()), WORDS)).isInstanceOfSatisfying(TextMarkup.class,
                m -> assertThat(m.text()).isEqualTo("the range"));
        assertThat(placed(with(Optional.empty()), Selection.NONE)).as("nothing to highlight").isInstanceOf(Note.class);
        assertThat(placed(PLAIN, WORDS)).as("no mark of its own").isInstanceOf(Note.class);
    }

    @Test
    void addsToCriterionAndOverallRemarksAndKeepsPrivateOnesPrivate() {
        desk.placing().onCriterion("c1", PLAIN, "Units!");
        desk.placing().onCriterion("c1", PLAIN, "Twice.");
        desk.placing().onTheWhole(PLAIN, "On the whole.");
        Phrase secret = PLAIN.described("", List.of(), Audience.PRIVATE);
        desk.placing().onCriterion("c1", secret, "Copied?");
        desk.placing().onTheWhole(secret, "Ask.");
        assertThat(desk.submission().scores().remark("c1")).isEqualTo("Units! Twice.");
        assertThat(desk.submission().onTheWhole()).isEqualTo("On the whole.");
        assertThat(desk.submission().privately()).isEqualTo("Copied? Ask.");
        Mark note = placed(PLAIN, Selection.NONE);
        desk.placing().onMark(note, secret, "Copied?");
        assertThat(desk.submission().marksForStudent()).isEmpty();
    }

    @Test
    void anEmptyNoteWaitsForAPhraseOnly() {
        Note waits = new Note(desk.newHead(PAGE, 0), AT);
        desk.place(waits);
        desk.writing().open(waits.id());
        desk.writing().left(Remark.NONE);
        assertThat(desk.writing().isOf(waits.id())).isTrue();
        desk.placing().onMark(waits, PLAIN, "Units!");
        assertThat(desk.writing().markProperty().get()).as("nothing typed can take its place").isEmpty();
        assertThat(desk.submission().marks()).singleElement()
                .satisfies(m -> assertThat(m.remark().text()).isEqualTo("Units!"));
        Note forgotten = new Note(desk.newHead(PAGE, 0), AT);
        desk.place(forgotten);
        desk.writing().open(forgotten.id());
        desk.writing().left(Remark.NONE);
        desk.seal();
        assertThat(desk.submission().findMark(forgotten.id())).as("nothing is sealed with an empty note").isEmpty();
    }

    @Test
    void savesTypedTextOnLeavingTheField() {
        Note note = new Note(desk.newHead(PAGE, 0), AT);
        desk.place(note);
        desk.writing().open(note.id());
        desk.writing().left(Remark.of("Why?"));
        assertThat(desk.writing().markProperty().get()).isEmpty();
        assertThat(desk.submission().findMark(note.id()).orElseThrow().remark().text()).isEqualTo("Why?");
        desk.writing().open(note.id());
        desk.writing().left(Remark.NONE);
        assertThat(desk.submission().findMark(note.id())).as("its words were taken away, and it with them").isEmpty();
    }

    @Test
    void asksForTheSlotsOfAFrequentPhrase() {
        desk.edit(new Edit.KeepPhrase(PLAIN.withText("{name}, see {words}.")));
        Mark used = placed(PLAIN, Selection.NONE);
        desk.chosen().choose(List.of(used.id()));
        desk.writing().insertMostUsed(1);
        assertThat(desk.noticeProperty().get()).startsWith("The phrase un needs details.");
        desk.edit(new Edit.KeepPhrase(PLAIN.withText("{name}, units!")));
        desk.writing().insertMostUsed(1);
        assertThat(desk.submission().findMark(used.id()).orElseThrow().remark().text())
                .isEqualTo(desk.submission().student().givenName() + ", units!");
    }
}

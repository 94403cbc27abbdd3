package org.epiglyph.desktop.marking;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.Test;

/** Commands on selected marks and on the text of corrections; each can be undone as one. */
class ChosenTest extends AtBareDesk {
    private static final PageRef FIRST = new PageRef("d2", 0);
    private static final PageRef SECOND = new PageRef("d2", 1);

    private Stamp stamp(PageRef page, Sign sign, double x, double y) {
        return new Stamp(desk.newHead(page, 0), sign, new PagePoint(x, y), 20);
    }

    private List<Mark> marks() {
        return desk.submission().marks();
    }

    @Test
    void movesRecoloursAndRemovesSeveralMarksInOneEditEach() {
        desk.place(List.of(stamp(FIRST, Sign.TICK, 100, 100), stamp(FIRST, Sign.CROSS, 200, 100)));
        desk.chosen().move(10, 5);
        desk.chosen().ink(Ink.PLUM);
        assertThat(marks()).allMatch(m -> m.ink() == Ink.PLUM);
        desk.chosen().remove();
        assertThat(marks()).isEmpty();
        assertThat(desk.chosen().isEmpty()).isTrue();
        desk.past().undo();
        assertThat(marks()).hasSize(2);
        desk.past().undo();
        assertThat(marks()).noneMatch(m -> m.ink() == Ink.PLUM);
        desk.past().undo();
        assertThat(((Stamp) marks().getFirst()).at()).isEqualTo(new PagePoint(100, 100));
    }

    @Test
    void selectsMarksByAppearanceAndInPageOrder() {
        Stamp low = stamp(FIRST, Sign.TICK, 100, 500);
        Stamp high = stamp(FIRST, Sign.TICK, 100, 100);
        Stamp other = stamp(FIRST, Sign.CROSS, 100, 300);
        Stamp later = stamp(SECOND, Sign.TICK, 100, 50);
        desk.place(List.of(later, low, high, other));
        desk.chosen().choose(List.of(low.id()));
        desk.chosen().sameKind();
        assertThat(desk.chosen().idsProperty().get()).containsExactlyInAnyOrder(low.id(), high.id(), later.id());
        assertThat(desk.chosen().around()).as("they stand on two pages").isEmpty();
        desk.chosen().none();
        assertThat(List.of(desk.chosen().next(1).orElseThrow().id(), desk.chosen().next(1).orElseThrow().id(),
                desk.chosen().next(1).orElseThrow().id(), desk.chosen().next(1).orElseThrow().id()))
                .containsExactly(high.id(), other.id(), low.id(), later.id());
        assertThat(desk.chosen().next(-1)).contains(low);
        desk.chosen().add(high.id());
        assertThat(desk.chosen().idsProperty().get()).hasSize(2);
        desk.chosen().add(high.id());
        assertThat(desk.chosen().one()).contains(low);
    }

    @Test
    void scalesAboutTheCornerAndSetsWeights() {
        desk.place(List.of(stamp(FIRST, Sign.TICK, 100, 100), stamp(FIRST, Sign.TICK, 200, 100)));
        PageBox before = desk.chosen().around().orElseThrow();
        desk.chosen().scale(2);
        PageBox after = desk.chosen().around().orElseThrow();
        assertThat(after.left()).isCloseTo(before.left(), within(1.0));
        assertThat(after.width()).isCloseTo(before.width() * 2, within(2.0));
        desk.chosen().weight(12);
        assertThat(marks()).allMatch(m -> m.weight() == 12);
        desk.chosen().turn(30);
        assertThat(((Stamp) marks().getFirst()).tilt()).isEqualTo(30);
    }

    @Test
    void pastesInTheSamePlaceOrBesideAnEqualMark() {
        desk.place(stamp(FIRST, Sign.TICK, 100, 100));
        desk.chosen().link("c1");
        desk.chosen().copy();
        desk.chosen().putCopies(SECOND);
        desk.chosen().putCopies(FIRST);
        assertThat(marks()).hasSize(3).extracting(Mark::id).doesNotHaveDuplicates();
        assertThat(((Stamp) marks().get(1)).at()).isEqualTo(new PagePoint(100, 100));
        assertThat(((Stamp) marks().get(2)).at()).isEqualTo(new PagePoint(108, 108));
        assertThat(marks()).allMatch(m -> m.head().criterion().equals("c1"));
        desk.walk().step(1);
        desk.chosen().putCopies(new PageRef("d3", 0));
        assertThat(marks()).singleElement().satisfies(m -> assertThat(m.page().document()).isEqualTo("d3"));
        PageGeometry card = new PageGeometry(0, 0, 90, 60, 0, 1);
        desk.pageSizes().learnFrom(_ -> Optional.of(card));
        desk.chosen().putCopies(new PageRef("d3", 0));
        desk.chosen().move(-3, 30);
        assertThat(marks().getLast().bounds().bottom()).as("a smaller page").isCloseTo(60, within(1e-6));
        assertThat(marks().getLast().bounds().right()).isCloseTo(87, within(1e-6));
        desk.chosen().putCopies(new PageRef("b9", 0));
        assertThat(desk.noticeProperty().get()).contains("only for reference");
    }

    @Test
    void reordersSelectedMarksKeepingTheirOrder() {
        Stamp a = stamp(FIRST, Sign.TICK, 10, 10);
        Stamp b = stamp(FIRST, Sign.TICK, 20, 20);
        Stamp c = stamp(FIRST, Sign.TICK, 30, 30);
        desk.place(List.of(a, b, c));
        desk.chosen().choose(List.of(a.id(), b.id()));
        desk.chosen().order(true);
        assertThat(marks()).extracting(Mark::id).containsExactly(c.id(), a.id(), b.id());
        desk.chosen().order(false);
        assertThat(marks()).extracting(Mark::id).containsExactly(a.id(), b.id(), c.id());
    }

    @Test
    void erasingTheMiddleLeavesTheRemarkWithTheLongerPiece() {
        Stroke stroke = new Stroke(desk.newHead(FIRST, 0).withRemark(Remark.of("Why?")),
                InkPath.through(new PagePoint(0, 0), new PagePoint(40, 0), new PagePoint(80, 0), new PagePoint(120, 0)),
                2,
                Stroke.Nib.FINE);
        desk.place(stroke);
        desk.chosen().erase(FIRST, new PagePoint(20, 0), 4);
        assertThat(marks()).hasSize(2);
        Mark longer = desk.submission().findMark(stroke.id()).orElseThrow();
        assertThat(longer.remark().text()).isEqualTo("Why?");
        assertThat(longer.bounds().width()).isGreaterThan(80);
        desk.chosen().erase(FIRST, new PagePoint(8, 0), 60);
        desk.chosen().erase(FIRST, new PagePoint(100, 0), 200);
        assertThat(marks()).isEmpty();
        desk.chosen().erase(SECOND, new PagePoint(8, 0), 60);
        for (int i = 0; i < 3; i++) {
            desk.past().undo();
        }
        assertThat(marks()).singleElement().isEqualTo(stroke);
    }

    @Test
    void newTextForStruckOutTextIsAReplacementAndNoneADeletion() {
        Correction struck = new Correction(desk.newHead(FIRST, 0), List.of(new PageBox(10, 10, 40, 12)), "low",
                Optional.empty(), 12);
        desk.place(struck);
        desk.writing().open(struck.id());
        desk.writing().finish(Remark.of("high"));
        assertThat(((Correction) marks().getFirst()).kind()).isEqualTo(Correction.Kind.REPLACE);
        desk.writing().open(struck.id());
        desk.writing().finish(Remark.NONE);
        assertThat(((Correction) marks().getFirst()).kind()).isEqualTo(Correction.Kind.DELETE);
        Correction put = new Correction(desk.newHead(FIRST, 0), List.of(), "", Optional.of(new PagePoint(5, 5)), 12);
        desk.place(put);
        desk.writing().open(put.id());
        desk.writing().finish();
        assertThat(marks()).as("nothing put in is nothing").hasSize(1);
    }

    @Test
    void privacyAppliesToAllSelectedOrNone() {
        TextMarkup markup = new TextMarkup(desk.newHead(FIRST, 0), List.of(new PageBox(1, 2, 30, 10)), "x");
        desk.place(List.of(markup, stamp(FIRST, Sign.TICK, 50, 50)));
        desk.chosen().choose(List.of(markup.id()));
        desk.chosen().togglePrivate();
        desk.chosen().choose(_ -> true);
        desk.chosen().togglePrivate();
        assertThat(marks()).as("one was not private yet").allMatch(Mark::isPrivate);
        desk.chosen().togglePrivate();
        assertThat(marks()).noneMatch(Mark::isPrivate);
        desk.chosen().link("c1");
        desk.chosen().link("c1");
        assertThat(marks()).allMatch(m -> m.head().criterion().isEmpty());
    }

    @Test
    void rotatesAPageAndCyclesThroughLanguages() {
        for (int degrees : new int[]{90, 180, 270, 0}) {
            desk.turn(FIRST);
            assertThat(desk.submission().turn(FIRST)).isEqualTo(degrees);
        }
        assertThat(desk.batch().aids().language()).isEqualTo("en-GB");
        SpellingLanguage.switchToNext(desk);
        assertThat(desk.noticeProperty().get()).contains("United States");
        SpellingLanguage.switchToNext(desk);
        SpellingLanguage.switchToNext(desk);
        assertThat(desk.batch().aids().language()).isEmpty();
        assertThat(desk.noticeProperty().get()).isEqualTo("Spelling is not checked.");
        SpellingLanguage.switchToNext(desk);
        assertThat(desk.batch().aids().language()).isEqualTo("en-GB");
    }
}

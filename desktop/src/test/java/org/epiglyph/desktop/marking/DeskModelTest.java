package org.epiglyph.desktop.marking;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Standing;
import org.junit.jupiter.api.Test;

/** The desk's decisions, without a toolkit. */
class DeskModelTest extends AtBareDesk {
    private static final Criterion METHOD = BareBatch.METHOD;
    private static final PageRef PAGE = new PageRef("d2", 0);

    private String student() {
        return desk.submission().student().key().value();
    }

    private Mark note(String text) {
        return new Note(desk.newHead(PAGE, 0), new PagePoint(10, 10)).withRemark(Remark.of(text));
    }

    @Test
    void startsWithTheFirstUnmarkedStudentAndStopsAtBothEnds() {
        assertThat(student()).isEqualTo("K-2");
        desk.walk().step(5);
        assertThat(student()).isEqualTo("K-3");
        desk.walk().step(-9);
        assertThat(student()).isEqualTo("K-1");
    }

    @Test
    void skipsSealedWorkOnTheWayToTheNextToMark() {
        desk.scores().judge("c1", Judgement.of(BigDecimal.ONE));
        desk.seal();
        desk.walk().toNextUnmarked();
        assertThat(student()).isEqualTo("K-3");
        desk.scores().judge("c1", Judgement.of(BigDecimal.ONE));
        desk.seal();
        desk.walk().toNextUnmarked();
        assertThat(desk.noticeProperty().get()).isEqualTo("Every submission that was received is sealed.");
    }

    @Test
    void aRemarkSavedAsAPhraseIsUsableAtOnceAndSavedOnce() {
        desk.place(note("Show the working."));
        desk.scores().criterionProperty().set("c1");
        desk.writing().keepAsPhrase();
        assertThat(desk.noticeProperty().get()).isEqualTo("Saved as the phrase \u201cst\u201d.");
        assertThat(desk.writing().phrases("st")).first()
                .satisfies(p -> assertThat(p.text()).isEqualTo("Show the working."));
        assertThat(desk.chosen().one().orElseThrow().remark().phrase()).isNotEmpty();
        desk.writing().keepAsPhrase();
        assertThat(desk.batch().phrasebook().phrases()).hasSize(2);
    }

    @Test
    void removesANoteLeftEmptyButKeepsAStamp() {
        Mark empty = note("");
        desk.place(empty);
        desk.writing().open(empty.id());
        desk.writing().finish(Remark.NONE);
        assertThat(desk.submission().marks()).isEmpty();
        Stamp tick = new Stamp(desk.newHead(PAGE, 0), Sign.TICK, new PagePoint(9, 9), 20);
        desk.place(tick);
        desk.writing().open(tick.id());
        desk.writing().finish(Remark.NONE);
        assertThat(desk.submission().marks()).containsExactly(tick);
    }

    @Test
    void showsAPhrasesPointsWithoutAddingThem() {
        desk.place(note("Units!").withRemark(Remark.of("Units!").withPhrase("p1")));
        desk.place(note("Units!").withRemark(Remark.of("Units!").withPhrase("p1")));
        assertThat(desk.scores().phraseEffect("c1")).hasValue(new BigDecimal("-1.0"));
        assertThat(desk.submission().scores().points()).isEmpty();
    }

    @Test
    void togglesThePrivacyOfAMark() {
        desk.place(note("copied?"));
        desk.chosen().togglePrivate();
        assertThat(desk.submission().marksForStudent()).isEmpty();
        desk.chosen().togglePrivate();
        assertThat(desk.submission().marksForStudent()).hasSize(1);
    }

    @Test
    void explainsWhySealedWorkCannotBeChanged() {
        desk.scores().judge("c1", Judgement.of(BigDecimal.ONE));
        desk.seal();
        assertThat(desk.place(note("late thought"))).isFalse();
        assertThat(desk.noticeProperty().get()).isEqualTo("This submission is sealed. Open it again to change it.");
        desk.openAgain();
        assertThat(desk.place(note("late thought"))).isTrue();
        assertThat(desk.noticeProperty().get()).isEmpty();
    }

    @Test
    void keepsTheChosenSlotForTheNextStudent() {
        desk.selectSlot(0);
        desk.save(desk.penCaseProperty().get().withCurrent(desk.penCaseProperty().get().current().withInk(Ink.PLUM)));
        desk.walk().step(1);
        assertThat(desk.penCaseProperty().get().current().ink()).isEqualTo(Ink.PLUM);
        assertThat(desk.newHead(PAGE, 0).ink()).isEqualTo(Ink.PLUM);
    }

    // --- several hand-ins

    private void comesAgain() {
        Document next = new Document("d9", "again.pdf", "00", 1, new Pages.Ready(1, ""), "test");
        workspace.edit(new Edit.ReceiveHandIn(new StudentKey("K-2"),
                new HandIn(2, Optional.empty(), "Please take this one.", List.of(next))));
    }

    @Test
    void showsAnOlderHandInWhileTheNewestCounts() {
        comesAgain();
        assertThat(desk.shownHandIn().orElseThrow().number()).isEqualTo(2);
        desk.shownHandInProperty().set(Optional.of(1));
        assertThat(desk.shownHandIn().orElseThrow().number()).isEqualTo(1);
        assertThat(desk.submission().current().orElseThrow().number()).isEqualTo(2);
        desk.walk().step(1);
        desk.walk().step(-1);
        assertThat(desk.shownHandIn().orElseThrow().number()).as("the one that counts lies there again").isEqualTo(2);
    }

    @Test
    void placesMarksOnTheHandInThatCounts() {
        comesAgain();
        Mark onTheOld = new Note(desk.newHead(new PageRef("d2", 0), 0), new PagePoint(10, 10))
                .withRemark(Remark.of("Why?"));
        assertThat(desk.place(onTheOld)).isFalse();
        assertThat(desk.noticeProperty().get()).startsWith("This hand-in does not count.");
        Mark onTheNew = new Note(desk.newHead(new PageRef("d9", 0), 0), new PagePoint(10, 10))
                .withRemark(Remark.of("Why?"));
        assertThat(desk.place(onTheNew)).isTrue();
    }

    @Test
    void changesTheHandInThatCountsAndUndoesIt() {
        comesAgain();
        desk.shownHandInProperty().set(Optional.of(1));
        desk.letShownCount();
        assertThat(desk.submission().current().orElseThrow().number()).isEqualTo(1);
        assertThat(desk.submission().hasNewer()).isTrue();
        desk.past().undo();
        assertThat(desk.submission().current().orElseThrow().number()).isEqualTo(2);
        desk.past().redo();
        desk.shownHandInProperty().set(Optional.of(2));
        desk.letShownCount();
        assertThat(desk.submission().counting()).as("the newest counts without being named").isEmpty();
    }

    @Test
    void sealedWorkKeepsItsHandIn() {
        desk.scores().judge("c1", Judgement.of(BigDecimal.ONE));
        desk.seal();
        comesAgain();
        assertThat(desk.submission().current().orElseThrow().number()).isEqualTo(1);
        assertThat(desk.submission().hasNewer()).isTrue();
        desk.shownHandInProperty().set(Optional.of(2));
        desk.letShownCount();
        assertThat(desk.noticeProperty().get()).contains("sealed");
    }

    @Test
    void typesAStandingAsALetterAndRemovesIt() {
        assertThat(desk.scores().read(METHOD, "N").standing()).contains(Standing.NOT_ATTEMPTED);
        assertThat(desk.scores().read(METHOD, " x ").standing()).contains(Standing.EXCUSED);
        desk.scores().judge("c1", Judgement.of(BigDecimal.ONE));
        desk.scores().judge("c1", desk.scores().read(METHOD, "n"));
        assertThat(desk.submission().scores().isComplete(desk.batch().scheme())).isTrue();
        desk.past().undo();
        assertThat(desk.submission().scores().isEmpty()).as("a spell of scoring one thing").isTrue();
        desk.past().redo();
        desk.scores().judge("c1", Judgement.NONE);
        assertThat(desk.submission().scores().isEmpty()).isTrue();
    }

    @Test
    void findsEqualScoresAndListsEvidenceInPageOrder() {
        desk.scores().judge("c1", Judgement.of(new BigDecimal("6.5")));
        desk.walk().step(1);
        assertThat(desk.scores().sameBefore("c1")).isEmpty();
        desk.scores().judge("c1", Judgement.of(new BigDecimal("6.50")));
        assertThat(desk.scores().sameBefore("c1")).extracting(s -> s.student().key().value()).containsExactly("K-2");
        desk.walk().step(-1);
        Mark low = note("lower").withHead(desk.newHead(PAGE, 0).withCriterion("c1")).movedBy(0, 100);
        Mark high = note("upper").withHead(desk.newHead(PAGE, 0).withCriterion("c1"));
        desk.place(List.of(low, high));
        assertThat(desk.scores().evidence("c1")).extracting(Mark::id).containsExactly(high.id(), low.id());
    }

    @Test
    void showsAnEarlierStateReadOnly() {
        desk.place(note("one"));
        Submission then = desk.submission();
        desk.chosen().remove();
        desk.past().showEarlier(new Past.Earlier(java.time.Instant.EPOCH, then));
        assertThat(desk.submission().marks()).hasSize(1);
        assertThat(desk.edit(new Edit.WriteOnTheWhole(desk.student(), "x"))).isFalse();
        desk.past().showPresent();
        assertThat(desk.submission().marks()).isEmpty();
        desk.past().showEarlier(new Past.Earlier(java.time.Instant.EPOCH, then));
        desk.past().bringBack();
        assertThat(desk.submission().marks()).hasSize(1);
        assertThat(desk.past().earlierProperty().get()).isEmpty();
    }

    @Test
    void insertsAFrequentPhraseByNumberAndAllowsAdditions() {
        desk.place(note("Units! Here too.").withRemark(new Remark("Units! Here too.", Audience.STUDENT, "p1")));
        assertThat(desk.writing().phraseOf("Units! Here too.", "p1")).isEqualTo("p1");
        assertThat(desk.writing().phraseOf("No units", "p1")).isEmpty();
        desk.place(note("x"));
        desk.writing().insertMostUsed(1);
        assertThat(desk.chosen().one().orElseThrow().remark()).isEqualTo(new Remark("Units!", Audience.STUDENT, "p1"));
        desk.writing().insertMostUsed(2);
        assertThat(desk.noticeProperty().get()).isEqualTo("1 phrase is used so far.");
        desk.chosen().none();
        desk.writing().insertMostUsed(1);
        assertThat(desk.noticeProperty().get()).startsWith("Choose a mark first");
    }
}

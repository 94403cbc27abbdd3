package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Clock;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The desk's decisions, without a toolkit. */
class DeskModelTest {
    private static final Criterion METHOD = new Criterion("c1", "Method", "", BigDecimal.valueOf(8),
            new BigDecimal("0.5"));
    private static final PageRef PAGE = new PageRef("d1", 0);
    @TempDir
    private Path folder;
    private Workspace workspace;
    private DeskModel desk;

    @BeforeEach
    void open() throws Exception {
        Path target = folder.resolve("batch");
        try (NewBatch batch = NewBatch.at(target)) {
            for (int i = 1; i <= 3; i++) {
                Originals.Stored stored = batch.store("d" + i, "work.pdf", new ByteArrayInputStream(new byte[]{1}));
                Document document = new Document("d" + i, "work.pdf", stored.sha256(), 1, new Pages.Ready(1, ""),
                        "test");
                List<HandIn> handIns = i == 1
                        ? List.of()
                        : List.of(new HandIn(1, Optional.empty(), "", List.of(document)));
                batch.add(new Student(new StudentKey("K-" + i), "", "Student " + i, ""), handIns);
            }
            Phrase phrase = new Phrase("p1", "un", "Units!", "c1", Optional.of(new BigDecimal("-0.5")));
            batch.place(new Task("", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.valueOf(8)),
                    new MarkScheme(List.of(METHOD)),
                    new Phrasebook(List.of(phrase)));
        }
        workspace = Workspace.open(target, Clock.systemUTC());
        desk = new DeskModel(workspace, new Settings(folder.resolve("settings")), Clock.systemUTC(), Runnable::run,
                Runnable::run);
    }

    @AfterEach
    void close() throws Exception {
        desk.close();
        workspace.close();
    }

    private String student() {
        return desk.submission().student().key().value();
    }

    private Note note(String words) {
        return new Note(desk.newHead(PAGE, 0), new PagePoint(10, 10)).withRemark(Remark.of(words));
    }

    @Test
    void theFirstWithSomethingToMarkLiesOnTheDeskAndTheRollHasEnds() {
        assertThat(student()).isEqualTo("K-2");
        desk.step(5);
        assertThat(student()).isEqualTo("K-3");
        desk.step(-9);
        assertThat(student()).isEqualTo("K-1");
    }

    @Test
    void theNextToMarkPassesOverWhatIsSealed() {
        desk.score("c1", Optional.of(BigDecimal.ONE));
        desk.seal();
        desk.nextToMark();
        assertThat(student()).isEqualTo("K-3");
        desk.score("c1", Optional.of(BigDecimal.ONE));
        desk.seal();
        desk.nextToMark();
        assertThat(desk.noticeProperty().get()).isEqualTo("Every submission that was received is sealed.");
    }

    @Test
    void whatIsTypedForAScoreIsReadOrRefusedWithTheReason() {
        assertThat(desk.points(METHOD, " 7,5 ")).hasValue(new BigDecimal("7.5"));
        assertThat(desk.points(METHOD, "7½")).hasValue(new BigDecimal("7.5"));
        assertThat(desk.points(METHOD, "")).isEmpty();
        assertThatThrownBy(() -> desk.points(METHOD, "eight")).isInstanceOf(EditRefused.class)
                .hasMessageContaining("'eight' is no number");
        assertThatThrownBy(() -> desk.points(METHOD, "9"))
                .hasMessage("9 is above the maximum of 'Method'. Enter 0 to 8.");
    }

    @Test
    void aRemarkKeptAsAPhraseIsUsableAtOnceAndNotKeptTwice() {
        desk.place(note("Show the working."));
        desk.criterionProperty().set("c1");
        desk.keepAsPhrase();
        assertThat(desk.noticeProperty().get()).isEqualTo("Kept as the phrase 'st'.");
        assertThat(desk.phrases("st")).first().satisfies(p -> assertThat(p.words()).isEqualTo("Show the working."));
        assertThat(desk.chosenMark().orElseThrow().remark().phrase()).isNotEmpty();
        desk.keepAsPhrase();
        assertThat(desk.batch().phrasebook().phrases()).hasSize(2);
    }

    @Test
    void aNoteLeftWithoutWordsGoesAndAStampWithoutWordsStays() {
        Note empty = note("");
        desk.place(empty);
        desk.write(empty.id());
        desk.finishWriting(Remark.NONE);
        assertThat(desk.submission().marks()).isEmpty();
        Stamp tick = new Stamp(desk.newHead(PAGE, 0), Sign.TICK, new PagePoint(9, 9), 20);
        desk.place(tick);
        desk.write(tick.id());
        desk.finishWriting(Remark.NONE);
        assertThat(desk.submission().marks()).containsExactly(tick);
    }

    @Test
    void whatAPhraseStandsForIsShownAndNotAdded() {
        desk.place(note("Units!").withRemark(Remark.of("Units!").withPhrase("p1")));
        desk.place(note("Units!").withRemark(Remark.of("Units!").withPhrase("p1")));
        assertThat(desk.phraseEffect("c1")).hasValue(new BigDecimal("-1.0"));
        assertThat(desk.submission().scores().points()).isEmpty();
    }

    @Test
    void aPrivateMarkIsPrivateAndCanBeForTheStudentAgain() {
        desk.place(note("copied?"));
        desk.togglePrivate();
        assertThat(desk.submission().marksForStudent()).isEmpty();
        desk.togglePrivate();
        assertThat(desk.submission().marksForStudent()).hasSize(1);
    }

    @Test
    void aSealedSubmissionRefusesInWords() {
        desk.score("c1", Optional.of(BigDecimal.ONE));
        desk.seal();
        assertThat(desk.place(note("late thought"))).isFalse();
        assertThat(desk.noticeProperty().get()).isEqualTo("This submission is sealed. Open it again to change it.");
        desk.openAgain();
        assertThat(desk.place(note("late thought"))).isTrue();
        assertThat(desk.noticeProperty().get()).isEmpty();
    }

    @Test
    void thePenCaseIsTheSameAtTheNextStudent() {
        desk.take(0);
        desk.keep(desk.penCaseProperty().get().withCurrent(desk.penCaseProperty().get().current().withInk(Ink.PLUM)));
        desk.step(1);
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
    void theNewestHandInCountsAndAnOlderOneCanBeLookedAt() {
        comesAgain();
        assertThat(desk.shownHandIn().orElseThrow().number()).isEqualTo(2);
        desk.shownHandInProperty().set(Optional.of(1));
        assertThat(desk.shownHandIn().orElseThrow().number()).isEqualTo(1);
        assertThat(desk.submission().current().orElseThrow().number()).isEqualTo(2);
        desk.step(1);
        desk.step(-1);
        assertThat(desk.shownHandIn().orElseThrow().number()).as("the one that counts lies there again").isEqualTo(2);
    }

    @Test
    void marksGoOntoTheHandInThatCounts() {
        comesAgain();
        Note onTheOld = new Note(desk.newHead(new PageRef("d2", 0), 0), new PagePoint(10, 10))
                .withRemark(Remark.of("Why?"));
        assertThat(desk.place(onTheOld)).isFalse();
        assertThat(desk.noticeProperty().get()).startsWith("This hand-in does not count.");
        Note onTheNew = new Note(desk.newHead(new PageRef("d9", 0), 0), new PagePoint(10, 10))
                .withRemark(Remark.of("Why?"));
        assertThat(desk.place(onTheNew)).isTrue();
    }

    @Test
    void anotherHandInIsLetCountAndTheNewestAgainAndUndoTakesItBack() {
        comesAgain();
        desk.shownHandInProperty().set(Optional.of(1));
        desk.letShownCount();
        assertThat(desk.submission().current().orElseThrow().number()).isEqualTo(1);
        assertThat(desk.submission().hasNewer()).isTrue();
        desk.undo();
        assertThat(desk.submission().current().orElseThrow().number()).isEqualTo(2);
        desk.redo();
        desk.shownHandInProperty().set(Optional.of(2));
        desk.letShownCount();
        assertThat(desk.submission().counting()).as("the newest counts without being named").isEmpty();
    }

    @Test
    void aSealedSubmissionKeepsTheHandInThatItWasSealedWith() {
        desk.score("c1", Optional.of(BigDecimal.ONE));
        desk.seal();
        comesAgain();
        assertThat(desk.submission().current().orElseThrow().number()).isEqualTo(1);
        assertThat(desk.submission().hasNewer()).isTrue();
        desk.shownHandInProperty().set(Optional.of(2));
        desk.letShownCount();
        assertThat(desk.noticeProperty().get()).contains("sealed");
    }
}

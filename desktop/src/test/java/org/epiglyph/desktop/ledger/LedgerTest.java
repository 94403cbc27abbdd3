package org.epiglyph.desktop.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isFocused;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.MarkCount;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.Role;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** The ledger by keyboard, with a criterion of each kind. */
@ExtendWith(ApplicationExtension.class)
class LedgerTest extends InWindow {
    private static final BigDecimal HALF = new BigDecimal("0.5");

    private static Criterion criterion(int number, String name, Manner manner) {
        return new Criterion("c" + number, name, "what earns it", BigDecimal.valueOf(4), HALF).withManner(manner);
    }

    private static MarkScheme everyKind() {
        return new MarkScheme(List.of(criterion(1, "Method", new Manner.Points()).inSection("s", ""),
                criterion(2, "Reasons", new Manner.Levels(
                        List.of(new Manner.Level("l1", "Sound", "", BigDecimal.TWO, BigDecimal.valueOf(4)),
                                new Manner.Level("l2", "Thin", "", BigDecimal.ONE, BigDecimal.ONE))))
                        .inSection("s", ""),
                criterion(3, "Parts", new Manner.Checklist(List.of(new Manner.Part("p1", "units", HALF),
                        new Manner.Part("p2", "signs", BigDecimal.ONE)))),
                criterion(4, "Ticks", new Manner.Counted(Manner.Counted.What.SIGN, "TICK", HALF,
                        Manner.Counted.From.ZERO, Optional.empty())),
                criterion(5, "Neatness", new Manner.Points()).withRole(Role.BONUS),
                criterion(6, "Thought", new Manner.WordsOnly())), List.of(Section.of("s", "Heights")), Rules.USUAL);
    }

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        program.toDesk(batch.folder());
    }

    private Submission submission() {
        return model().submission();
    }

    private void ready(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> model().edit(new Edit.ChangeScheme(everyKind(), List.of())));
    }

    @Test
    void scoresEveryKindByKeyboard(FxRobot robot) {
        ready(robot);
        robot.type(KeyCode.L);
        robot.write("3.5");
        robot.type(KeyCode.ENTER);
        robot.write("a"); // a level with a range: its middle
        assertThat(submission().scores().judgement("c2"))
                .isEqualTo(new Judgement(Optional.of(new BigDecimal("3.0")), Optional.empty(), "l1", List.of()));
        robot.type(KeyCode.UP);
        assertThat(text(robot, "#score-c2")).isEqualTo("3.5");
        robot.type(KeyCode.ENTER);
        robot.write("b");
        assertThat(text(robot, "#score-c3")).isEqualTo("1");
        robot.write("a");
        assertThat(submission().scores().judgement("c3").parts()).containsExactly("p1", "p2");
        robot.type(KeyCode.ENTER);
        robot.write("=");
        assertThat(submission().scores().score("c4")).hasValueSatisfying(p -> assertThat(p).isZero());
        robot.type(KeyCode.ENTER);
        robot.type(KeyCode.ENTER); // no bonus
        waitFor(() -> Screen.isFocused(robot, "#words-c6"));
        robot.write("Clear thought.");
        robot.type(KeyCode.ESCAPE);
        waitFor(() -> submission().scores().remark("c6").equals("Clear thought."));
        assertThat(submission().scores().isComplete(model().batch().scheme())).isTrue();
        assertThat(text(robot, "#sum-s")).isEqualTo("7");
    }

    @Test
    void findsAnotherStudentsNameWhileMarkingAndLeadsToTheMark(FxRobot robot) {
        atDesk(robot);
        assertThat(robot.lookup(".look-again-line").queryAll()).isEmpty();
        Note note = new Note(new Head("n1", submission().pages().getFirst(), Ink.MADDER, 0,
                Remark.of("As Bao had it.")), new PagePoint(200, 200));
        robot.interact(() -> model().edit(new Edit.PlaceMark(model().student(), note)));
        waitFor(() -> robot.lookup("names Bao, another student").tryQuery().isPresent());
        robot.clickOn("names Bao, another student");
        assertThat(model().chosen().idsProperty().get()).containsExactly("n1");
        robot.interact(() -> model().edit(new Edit.ChangeMark(model().student(),
                note.withRemark(Remark.of("As before.")))));
        waitFor(() -> robot.lookup(".look-again-line").queryAll().isEmpty());
    }

    @Test
    void theNextStudentStartsAtTheFirstUnscoredCriterion(FxRobot robot) {
        atDesk(robot);
        robot.type(KeyCode.L);
        robot.write("4").type(KeyCode.ENTER);
        robot.write("5").type(KeyCode.ENTER);
        robot.push(KeyCode.CONTROL, KeyCode.ENTER);
        waitFor(() -> submission().sealed());
        robot.push(KeyCode.CONTROL, KeyCode.DOWN);
        robot.type(KeyCode.L);
        waitFor(() -> Screen.isFocused(robot, "#score-c1"));
        robot.write("6").type(KeyCode.ENTER);
        robot.push(KeyCode.CONTROL, KeyCode.DOWN);
        robot.push(KeyCode.CONTROL, KeyCode.UP);
        robot.type(KeyCode.L);
        waitFor(() -> Screen.isFocused(robot, "#score-c2"));
        robot.type(KeyCode.ESCAPE);
        robot.push(KeyCode.SHIFT, KeyCode.Q); // question by question, the criterion stays
        robot.push(KeyCode.CONTROL, KeyCode.DOWN);
        waitFor(() -> Screen.isFocused(robot, "#score-c2"));
    }

    @Test
    void suggestsADifferentCountAndAcceptsItByOneKey(FxRobot robot) {
        ready(robot);
        robot.interact(() -> model().scores().judge("c4", Judgement.of(BigDecimal.TWO)));
        for (int i = 0; i < 3; i++) {
            int at = i;
            robot.interact(() -> model().place(new Stamp(model().newHead(new PageRef("d1", 0), 0), Sign.TICK,
                    new PagePoint(300, 100 + 60 * at), 20)));
        }
        waitFor(() -> text(robot, "#count-c4")
                .equals("3 marks counted on the pages, giving 1.5; the score is 2"));
        robot.interact(() -> model().scores().criterionProperty().set("c4"));
        robot.type(KeyCode.L);
        robot.write("=");
        waitFor(() -> submission().scores().score("c4").orElseThrow().compareTo(new BigDecimal("1.5")) == 0);
        assertThat(text(robot, "#count-c4")).isEqualTo("3 marks counted on the pages, giving 1.5");
        CountLine sealed = new CountLine(model().batch().scheme().findCriterion("c4").orElseThrow(), () -> {});
        robot.interact(() -> sealed.show(Optional.of(new MarkCount(3, new BigDecimal("1.5"))),
                Judgement.of(BigDecimal.TWO), true));
        assertThat(sealed.lookup("#take-count-c4").isVisible()).as("offered on sealed work").isFalse();
    }

    @Test
    void repeatsTheLastScoreAndRefusesANumberBetweenLevels(FxRobot robot) {
        ready(robot);
        robot.interact(() -> model().scores().judge("c2", model().scores().read(everyKind().criterion("c2"), "1")));
        robot.interact(() -> model().walk().step(1));
        robot.interact(() -> model().scores().criterionProperty().set("c2"));
        robot.type(KeyCode.L);
        robot.write("1.5");
        robot.type(KeyCode.ENTER);
        assertThat(text(robot, "#refusal-c2"))
                .isEqualTo("1.5 belongs to no level of 'Reasons'. Enter 2 to 4, 1.");
        robot.type(KeyCode.ESCAPE);
        robot.push(KeyCode.CONTROL, KeyCode.D);
        waitFor(() -> submission().scores().judgement("c2").level().equals("l2"));
    }

    @Test
    void showsTheDerivationOfAFigure(FxRobot robot) {
        ready(robot);
        robot.interact(() -> model().scores()
                .togglePart(everyKind().criterion("c3"),
                        (Manner.Checklist) everyKind().criterion("c3").manner(),
                        new Manner.Part("p2", "signs", BigDecimal.ONE)));
        robot.interact(() -> model().scores().criterionProperty().set("c3"));
        robot.interact(() -> robot.lookup("#why-c3").queryButton().fire());
        waitFor(() -> robot.lookup(".derivation")
                .queryAll()
                .stream()
                .anyMatch(n -> n.isVisible() && ((Label) n).getText()
                        .equals("Parts: 1 of 1.5 (signs 1)\nClass so far: 1 on average, of 1")));
    }

    @Test
    void entersModerationBesideTheDerivationAndShowsIt(FxRobot robot) {
        ready(robot);
        robot.interact(() -> model().scores().judge("c1", Judgement.of(BigDecimal.valueOf(4))));
        robot.interact(() -> robot.lookup("#why").queryButton().fire());
        robot.interact(() -> robot.lookup("#moderation-points").query().requestFocus());
        robot.write("lots");
        robot.type(KeyCode.ENTER);
        waitFor(() -> robot.lookup(".refusal")
                .queryAll()
                .stream()
                .anyMatch(n -> ((Label) n).getText().equals("\u201clots\u201d is not a number, or too large.")));
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write("-1.5");
        robot.type(KeyCode.ENTER);
        waitFor(() -> submission().scores().moderation().isPresent());
        robot.interact(() -> robot.lookup("#moderation-why").query().requestFocus());
        robot.write("second reading");
        robot.type(KeyCode.ENTER);
        assertThat(submission().scores().moderation())
                .hasValue(new Moderation(new BigDecimal("-1.5"), "second reading"));
        assertThat(robot.lookup(".derivation").queryAll().stream().map(n -> ((Label) n).getText()))
                .anyMatch(t -> t.contains("Moderated by minus 1.5 (second reading)"));
    }

    @Test
    void insertsAPrivatePhraseIntoThePrivateNoteOnly(FxRobot robot) {
        ready(robot);
        robot.interact(() -> model().edit(new Edit.KeepPhrase(
                new Phrase("p9", "co", "Same curve as a neighbour.", "", Optional.empty()).described("", List.of(),
                        Audience.PRIVATE))));
        robot.push(KeyCode.SHIFT, KeyCode.D);
        waitFor(() -> Screen.isFocused(robot, "#words-c1"));
        robot.write("/co");
        robot.type(KeyCode.ENTER);
        waitFor(() -> submission().privately().equals("Same curve as a neighbour."));
        robot.type(KeyCode.ESCAPE);
        assertThat(submission().scores().remark("c1")).isEmpty();
        assertThat(org.epiglyph.core.feedback.Feedback.text(model().batch(), submission())).doesNotContain("neighbour");
    }

    @Test
    void textAndModerationStayWithTheirStudent(FxRobot robot) {
        ready(robot);
        robot.push(KeyCode.SHIFT, KeyCode.D);
        waitFor(() -> Screen.isFocused(robot, "#words-c1"));
        robot.write("for Ada");
        robot.push(KeyCode.CONTROL, KeyCode.DOWN);
        waitFor(() -> model().student().equals(SmallBatch.SCANNED));
        assertThat(text(robot, "#words-c1")).isEmpty();
        robot.interact(() -> robot.lookup("#why").queryButton().fire());
        robot.interact(() -> robot.lookup("#moderation-points").query().requestFocus());
        robot.write("2");
        robot.push(KeyCode.CONTROL, KeyCode.UP);
        waitFor(() -> model().student().equals(SmallBatch.TYPED));
        robot.interact(() -> robot.lookup("#score-c1").query().requestFocus());
        assertThat(submission().scores().remark("c1")).isEqualTo("for Ada");
        assertThat(submission().scores().moderation()).isEmpty();
        Submission bao = model().batch().submission(SmallBatch.SCANNED);
        assertThat(bao.scores().remark("c1")).isEmpty();
        assertThat(bao.scores().moderation()).hasValueSatisfying(m -> assertThat(m.points()).isEqualByComparingTo("2"));
    }

    @Test
    void tabMovesThroughTheFieldsAndKeepsTheirText(FxRobot robot) {
        ready(robot);
        robot.push(KeyCode.SHIFT, KeyCode.D);
        waitFor(() -> Screen.isFocused(robot, "#words-c1"));
        robot.type(KeyCode.TAB);
        waitFor(() -> !Screen.isFocused(robot, "#words-c1"));
        assertThat(text(robot, "#words-c1")).isEmpty();
    }

    /** Text that ends like a phrase search is text, whether phrases are shown for it or not. */
    @Test
    void keepsTextEndingInASlashAndSingleLetters(FxRobot robot) {
        ready(robot);
        robot.interact(() -> model().edit(new Edit.KeepPhrase(
                new Phrase("p9", "h", "Hours are missing.", "", Optional.empty()))));
        robot.push(KeyCode.SHIFT, KeyCode.D);
        waitFor(() -> Screen.isFocused(robot, "#words-c1"));
        robot.write("Speed is in km /h");
        waitFor(() -> robot.lookup(".phrase-row").tryQuery().isPresent());
        waitFor(() -> submission().scores().remark("c1").equals("Speed is in km"));
        robot.interact(() -> robot.lookup("#score-c1").query().requestFocus());
        assertThat(submission().scores().remark("c1")).isEqualTo("Speed is in km /h");
        assertThat(text(robot, "#words-c1")).isEqualTo("Speed is in km /h");
        robot.clickOn("#words-c1");
        waitFor(() -> Screen.isFocused(robot, "#words-c1"));
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write("see /qqq");
        robot.push(KeyCode.CONTROL, KeyCode.DOWN);
        robot.push(KeyCode.CONTROL, KeyCode.UP);
        assertThat(submission().scores().remark("c1")).isEqualTo("see /qqq");
    }

    /** A field that kept showing the earlier value would restore that score with the next Enter. */
    @Test
    void theScoreFieldFollowsOtherEdits(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> model().scores().judge("c1", Judgement.of(new BigDecimal("6"))));
        robot.interact(() -> model().walk().step(1));
        for (Runnable asLastTime : List.<Runnable>of(() -> robot.push(KeyCode.CONTROL, KeyCode.D),
                () -> robot.write("\""))) {
            robot.clickOn("#score-c1");
            waitFor(() -> Screen.isFocused(robot, "#score-c1"));
            asLastTime.run();
            waitFor(() -> text(robot, "#score-c1").equals("6"));
            assertThat(Screen.isFocused(robot, "#score-c1")).isTrue();
            robot.type(KeyCode.ENTER);
            assertThat(submission().scores().score("c1"))
                    .hasValueSatisfying(s -> assertThat(s).isEqualByComparingTo("6"));
            robot.interact(() -> model().past().undo());
            assertThat(submission().scores().score("c1")).isEmpty();
        }
        robot.clickOn("#score-c1");
        robot.write("5");
        robot.type(KeyCode.UP); // before the pause after which typed text is saved
        assertThat(text(robot, "#score-c1")).isEqualTo("5.5");
        robot.interact(() -> model().past().undo());
        String before = submission().scores().score("c1").map(Criterion::format).orElse("");
        assertThat(text(robot, "#score-c1")).as("taken back while the field has the focus")
                .isEqualTo(before)
                .isNotEqualTo("5.5");
        robot.type(KeyCode.ENTER);
        assertThat(submission().scores().score("c1").map(Criterion::format).orElse("")).isEqualTo(before);
    }

    @Test
    void theTextAreaFollowsOtherEditsUnlessItIsBeingTypedIn(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> model().scores().write("c1", "Say which."));
        robot.interact(() -> model().scores().judge("c1", Judgement.of(new BigDecimal("6"))));
        robot.interact(() -> model().walk().step(1));
        robot.clickOn("#score-c1").clickOn("#words-c1");
        waitFor(() -> Screen.isFocused(robot, "#words-c1"));
        robot.push(KeyCode.CONTROL, KeyCode.D);
        waitFor(() -> text(robot, "#words-c1").equals("Say which."));
        robot.clickOn("#score-c1");
        assertThat(submission().scores().remark("c1")).isEqualTo("Say which.");
        robot.clickOn("#words-c1");
        robot.write(" And why.");
        robot.interact(() -> model().scores().write("c1", "From elsewhere."));
        robot.clickOn("#score-c1");
        assertThat(submission().scores().remark("c1")).isEqualTo("Say which. And why.");
    }

    @Test
    void undoesAScoreFromTheNextCriterionsField(FxRobot robot) {
        ready(robot);
        robot.type(KeyCode.L);
        robot.write("3.5");
        robot.type(KeyCode.ENTER);
        waitFor(() -> isFocused(robot, "#score-c2"));
        assertThat(submission().scores().score("c1")).contains(new BigDecimal("3.5"));
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(submission().scores().score("c1")).isEmpty();
        assertThat(text(robot, "#score-c1")).isEmpty();
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.Z);
        assertThat(submission().scores().score("c1")).contains(new BigDecimal("3.5"));
        assertThat(text(robot, "#score-c1")).isEqualTo("3.5");
    }
}

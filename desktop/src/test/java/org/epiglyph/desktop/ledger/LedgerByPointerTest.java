package org.epiglyph.desktop.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isFocused;
import static org.epiglyph.desktop.Screen.isThere;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.css.PseudoClass;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.Region;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.desktop.InWindow;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** The ledger with the mouse: what is clicked is what happens, and what happens is visible. */
@ExtendWith(ApplicationExtension.class)
class LedgerByPointerTest extends InWindow {
    private static final PseudoClass TYPING = PseudoClass.getPseudoClass("typing");

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        program.toDesk(batch.folder());
    }

    private BigDecimal score(String criterion) {
        return model().submission().scores().score(criterion).orElse(null);
    }

    private void judge(FxRobot robot, String criterion, String points) {
        robot.interact(() -> model().scores().judge(criterion, Judgement.of(new BigDecimal(points))));
    }

    private static Node row(FxRobot robot, String criterion) {
        return robot.lookup("#score-" + criterion).query().getParent().getParent();
    }

    private static ScoreScale scale(FxRobot robot) {
        return (ScoreScale) robot.lookup(".score-scale").match(Node::isVisible).query();
    }

    private static boolean hears(FxRobot robot, String part) {
        return robot.lookup(part).query().getPseudoClassStates().contains(TYPING);
    }

    @Test
    void aClickAnywhereOnARowSelectsItsScoreForTyping(FxRobot robot) {
        atDesk(robot);
        judge(robot, "c1", "6.5");
        judge(robot, "c2", "3");
        for (int i = 0; i < 4; i++) {
            for (String criterion : List.of("c2", "c1")) {
                Bounds row = row(robot, criterion).localToScreen(row(robot, criterion).getBoundsInLocal());
                Bounds field = robot.lookup("#score-" + criterion)
                        .query()
                        .localToScreen(
                                robot.lookup("#score-" + criterion).query().getBoundsInLocal());
                Point2D place = switch (i) {
                    case 0 -> new Point2D(row.getMinX() + 24, row.getMinY() + 14); // the name
                    case 1 -> new Point2D(row.getMaxX() - 20, row.getMinY() + 14); // the maximum
                    case 2 -> new Point2D(row.getMinX() + 6, row.getMinY() + 2); // the edge
                    default -> new Point2D(field.getMaxX() - 8, field.getMinY() + 10); // the score itself
                };
                robot.clickOn(place, MouseButton.PRIMARY);
                waitFor(() -> isFocused(robot, "#score-" + criterion));
                assertThat(robot.lookup("#score-" + criterion).queryAs(TextInputControl.class).getSelectedText())
                        .as("place %d of %s", i, criterion)
                        .isEqualTo(text(robot, "#score-" + criterion))
                        .isNotEmpty();
            }
        }
        robot.write("7");
        robot.type(KeyCode.ENTER);
        assertThat(score("c1")).isEqualByComparingTo("7");
        assertThat(score("c2")).isEqualByComparingTo("3");
    }

    @Test
    void typedDigitsGoWhereTheFocusLineIs(FxRobot robot) {
        atDesk(robot);
        assertThat(hears(robot, ".page-roll")).isTrue();
        robot.type(KeyCode.DIGIT3);
        assertThat(model().penCaseProperty().get().inHand()).isEqualTo(2);
        List<Runnable> ways = List.of(() -> robot.clickOn("#student-name"), () -> robot.type(KeyCode.L), () -> {
            robot.push(KeyCode.CONTROL, KeyCode.SPACE);
            robot.write("score");
            robot.type(KeyCode.ENTER);
        }, () -> robot.clickOn(row(robot, "c2")), () -> robot.clickOn("#door-remarks").clickOn(row(robot, "c1")),
                () -> {
                    robot.push(KeyCode.CONTROL, KeyCode.DOWN);
                    robot.type(KeyCode.L);
                });
        for (Runnable way : ways) {
            robot.type(KeyCode.ESCAPE);
            waitFor(() -> hears(robot, ".page-roll") && !hears(robot, ".ledger"));
            way.run();
            waitFor(() -> hears(robot, ".ledger") && !hears(robot, ".page-roll"));
            String criterion = model().scores().criterionProperty().get();
            robot.write("4").type(KeyCode.ENTER);
            assertThat(score(criterion)).as(criterion).isEqualByComparingTo("4");
            assertThat(model().penCaseProperty().get().inHand()).isEqualTo(2);
        }
        robot.clickOn("#why"); // a button ignores digits
        waitFor(() -> hears(robot, ".page-roll") && !hears(robot, ".ledger"));
        robot.type(KeyCode.DIGIT1);
        assertThat(model().penCaseProperty().get().inHand()).isZero();
    }

    @Test
    void theScaleStaysUnderThePointerWithLongLabels(FxRobot robot) {
        atDesk(robot);
        robot.clickOn("#score-c1");
        waitFor(() -> scale(robot).getWidth() > 100);
        Region bounds = (Region) robot.lookup(".hint-line").match(Node::isVisible).query();
        double oneLine = bounds.getHeight();
        robot.interact(() -> ((Label) robot.lookup(".hint").match(Node::isVisible).query())
                .setText("steps of 0.5 and many more words than there is room for in one line of the ledger"));
        waitFor(() -> bounds.getHeight() > 1.5 * oneLine);
        Point2D pressed = scale(robot).at(new BigDecimal("6.5"));
        robot.clickOn(pressed, MouseButton.PRIMARY);
        waitFor(() -> score("c1") != null);
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(scale(robot).at(new BigDecimal("6.5"))).isEqualTo(pressed);
        robot.interact(() -> model().scores().judge("c1", Judgement.of(BigDecimal.TWO)));
        waitFor(() -> bounds.getHeight() < 1.5 * oneLine);
    }

    @Test
    void theNextCriterionStaysUnderThePointerAfterScoring(FxRobot robot) {
        atDesk(robot);
        robot.clickOn("#score-c1");
        waitFor(() -> scale(robot).getWidth() > 100);
        robot.clickOn(scale(robot).at(new BigDecimal("6.5")), MouseButton.PRIMARY).clickOn("#score-c2");
        waitFor(() -> scale(robot).getParent() == row(robot, "c2"));
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(robot.lookup("#changed-c1").query().getParent().isVisible()).as("still reported").isTrue();
        Point2D pressed = scale(robot).at(new BigDecimal("3"));
        robot.clickOn(pressed, MouseButton.PRIMARY);
        waitFor(() -> score("c2") != null);
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(robot.lookup("#changed-c1").query().getParent().isVisible()).as("no longer").isFalse();
        assertThat(scale(robot).at(new BigDecimal("3"))).isEqualTo(pressed);
        double before = row(robot, "c1").getBoundsInLocal().getHeight();
        robot.clickOn("#score-c1").clickOn("#score-c2");
        waitFor(() -> row(robot, "c1").getBoundsInLocal().getHeight() < before - 10);
    }

    @Test
    void onlyDraggingTheThumbChangesAScoreAndTheRowSaysSo(FxRobot robot) {
        atDesk(robot);
        robot.clickOn("#score-c1");
        waitFor(() -> scale(robot).getWidth() > 100);
        Point2D pressed = scale(robot).at(new BigDecimal("6.5"));
        Point2D next = row(robot, "c2").localToScreen(0, 0);
        robot.clickOn(pressed, MouseButton.PRIMARY);
        assertThat(score("c1")).as("nothing was scored, so that a press scores").isEqualByComparingTo("6.5");
        assertThat(text(robot, "#changed-c1")).isEqualTo("not scored, now 6.5");
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(scale(robot).at(new BigDecimal("6.5"))).as("the scale stays under the pointer").isEqualTo(pressed);
        assertThat(row(robot, "c2").localToScreen(0, 0)).as("and so does the next row").isEqualTo(next);
        robot.clickOn(scale(robot).at(new BigDecimal("2.5")), MouseButton.PRIMARY);
        assertThat(score("c1")).isEqualByComparingTo("6.5");
        assertThat(isFocused(robot, "#score-c1")).isTrue();
        robot.write("7");
        assertThat(text(robot, "#score-c1")).as("what is typed takes the place of what the pointer chose")
                .isEqualTo("7");
        robot.clickOn("#score-c2").clickOn("#score-c1");
        assertThat(score("c1")).isEqualByComparingTo("7");
        robot.drag(scale(robot).at(new BigDecimal("7")), MouseButton.PRIMARY)
                .dropTo(scale(robot).at(new BigDecimal("6.5")));
        waitFor(() -> score("c1").compareTo(new BigDecimal("6.5")) == 0);
        assertThat(robot.lookup("#score-c1").queryAs(TextInputControl.class).getSelectedText()).isEqualTo("6.5");
        robot.drag(scale(robot).at(new BigDecimal("6.5")), MouseButton.PRIMARY)
                .dropTo(scale(robot).at(new BigDecimal("2.5")));
        waitFor(() -> score("c1").compareTo(new BigDecimal("2.5")) == 0);
        assertThat(text(robot, "#changed-c1")).isEqualTo("6.5, now 2.5");
        robot.clickOn("#take-back-c1");
        waitFor(() -> score("c1").compareTo(new BigDecimal("6.5")) == 0);
        assertThat(text(robot, "#changed-c1")).isEmpty();
    }

    @Test
    void theChangeLineDisappearsWithTheNextEdit(FxRobot robot) {
        atDesk(robot);
        robot.clickOn("#score-c1");
        waitFor(() -> scale(robot).getWidth() > 100);
        robot.clickOn(scale(robot).at(new BigDecimal("6")), MouseButton.PRIMARY);
        waitFor(() -> !text(robot, "#changed-c1").isEmpty());
        robot.type(KeyCode.ENTER);
        robot.write("5");
        robot.type(KeyCode.ENTER);
        waitFor(() -> text(robot, "#changed-c1").isEmpty());
        robot.push(KeyCode.CONTROL, KeyCode.DOWN);
        assertThat(text(robot, "#changed-c1")).isEmpty();
    }

    @Test
    void aRefusedSealOpensTheCriterionAndKeepsTheFootInSight(FxRobot robot) {
        atDesk(robot);
        List<Criterion> twelve = IntStream.rangeClosed(1, 12)
                .mapToObj(i -> new Criterion("n" + i, "Criterion with a long name " + i, "what earns it",
                        BigDecimal.TWO, BigDecimal.ONE))
                .toList();
        robot.interact(() -> model().edit(new Edit.ChangeScheme(new MarkScheme(twelve, List.of(),
                Rules.USUAL.withGrades(Optional.of(new GradeScale("Words", List.of(
                        new GradeScale.Boundary(BigDecimal.ZERO, "Pass")))))),
                List.of())));
        for (int i = 1; i <= 12; i++) {
            if (i != 11) {
                judge(robot, "n" + i, "2");
            }
        }
        assertThat(text(robot, "#grade")).as("no grade while a criterion has no score")
                .isEqualTo("Not scored yet: Criterion with a long name 11");
        robot.clickOn("#seal");
        waitFor(() -> isFocused(robot, "#score-n11"));
        waitFor(() -> isInSight(robot, "#score-n11"));
        assertThat(text(robot, "#notice")).startsWith("Not scored yet: Criterion with a long name 11");
        for (String part : List.of("#student-name", "#total", "#grade", "#seal", "#notice")) {
            assertThat(isInSight(robot, part)).as(part).isTrue();
        }
        robot.write("1");
        robot.type(KeyCode.ENTER);
        assertThat(text(robot, "#grade")).isEqualTo("Pass");
        robot.clickOn("#seal");
        waitFor(() -> isThere(robot, "#sealed-strip"));
        assertThat(hears(robot, ".page-roll")).isTrue();
        robot.type(KeyCode.L).write("2");
        waitFor(() -> text(robot, "#notice").startsWith("This submission is sealed."));
        assertThat(score("n1")).isEqualByComparingTo("2");
        robot.clickOn("#open-again");
        waitFor(() -> !isThere(robot, "#sealed-strip"));
        assertThat(model().submission().sealed()).isFalse();
    }

    @Test
    void aDoubleClickSealsOnceAndTheStripLeadsToTheNextStudent(FxRobot robot) {
        atDesk(robot);
        judge(robot, "c1", "2");
        judge(robot, "c2", "1");
        StudentKey sealed = model().student();
        robot.doubleClickOn("#seal");
        waitFor(() -> isThere(robot, "#sealed-strip"));
        robot.interact(() -> {});
        assertThat(model().submission().sealed()).as("the second click does not open it again").isTrue();
        robot.doubleClickOn("#sealed-next");
        waitFor(() -> !model().student().equals(sealed));
        assertThat(isThere(robot, "#sealed-strip")).isFalse();
        assertThat(model().batch().submission(sealed).sealed()).isTrue();
        assertThat(model().submission().marks()).as("and draws nothing on the next student's page").isEmpty();
    }

    @Test
    void aPressOutsideASlotsSettingsClosesThemAndTakesEffect(FxRobot robot) {
        atDesk(robot);
        robot.clickOn("#slot-1");
        waitFor(() -> isThere(robot, ".slot-card"));
        robot.clickOn(".slot-card");
        assertThat(isThere(robot, ".slot-card")).isTrue();
        robot.clickOn("#score-c2");
        waitFor(() -> !isThere(robot, ".slot-card"));
        assertThat(isFocused(robot, "#score-c2")).isTrue();
    }

    private static boolean isInSight(FxRobot robot, String part) {
        Node node = robot.lookup(part).query();
        Bounds all = node.getScene().getRoot().localToScreen(node.getScene().getRoot().getBoundsInLocal());
        Bounds ledger = robot.lookup(".ledger")
                .query()
                .localToScreen(robot.lookup(".ledger").query().getBoundsInLocal());
        Bounds own = node.localToScreen(node.getBoundsInLocal());
        return all.contains(own) && ledger.contains(own);
    }
}

package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isFocused;
import static org.epiglyph.desktop.Screen.isThere;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.util.List;
import javafx.geometry.Orientation;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollBar;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.SmallBatch;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** A few letters find a student, a criterion or a phrase. */
@ExtendWith(ApplicationExtension.class)
class FinderTest extends InWindow {
    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        program.toDesk(batch.folder());
    }

    private static List<String> found(FxRobot robot) {
        return robot.lookup(".finder-row")
                .queryAll()
                .stream()
                .flatMap(row -> row.lookupAll(".label").stream())
                .map(
                        n -> ((Label) n).getText())
                .toList();
    }

    @Test
    void findsAStudentByAFewLetters(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> model()
                .edit(new Edit.Enrol(new Student(new StudentKey("K-9"), "Çem", "Twice", "B"))));
        robot.interact(() -> model()
                .edit(new Edit.Enrol(new Student(new StudentKey("K-10"), "Cem", "Twice", "B"))));
        robot.type(KeyCode.F);
        robot.write("cem");
        waitFor(() -> found(robot).contains("Cem Twice (K-3)"));
        assertThat(found(robot)).contains("Cem Twice (K-10)", "Çem Twice");
        robot.type(KeyCode.DOWN, KeyCode.DOWN, KeyCode.ENTER);
        waitFor(() -> model().student().value().equals("K-10"));
        assertThat(isFocused(robot, ".page-roll")).isTrue();
        robot.type(KeyCode.F);
        robot.write("k-2");
        robot.type(KeyCode.ENTER);
        waitFor(() -> model().student().equals(SmallBatch.SCANNED));
        robot.type(KeyCode.F);
        robot.write("nobody");
        assertThat(found(robot)).isEmpty();
        robot.type(KeyCode.ESCAPE);
        waitFor(() -> isFocused(robot, ".page-roll"));
        assertThat(model().student()).isEqualTo(SmallBatch.SCANNED);
    }

    @Test
    void goesThroughTheRollByKeysAndOpensWithEnter(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> robot.lookup("#roll").query().requestFocus());
        robot.type(KeyCode.END);
        waitFor(() -> text(robot, ".roll-card").startsWith("Cem Twice"));
        robot.type(KeyCode.DOWN, KeyCode.UP);
        waitFor(() -> text(robot, ".roll-card").startsWith("Bao Scanned"));
        assertThat(model().student()).as("only looked at").isEqualTo(SmallBatch.TYPED);
        robot.type(KeyCode.ENTER);
        waitFor(() -> model().student().equals(SmallBatch.SCANNED));
        waitFor(() -> isFocused(robot, ".page-roll"));
        assertThat(isThere(robot, ".roll-card")).isFalse();
        robot.interact(() -> robot.lookup("#roll").query().requestFocus());
        robot.type(KeyCode.HOME, KeyCode.SPACE);
        waitFor(() -> model().student().equals(SmallBatch.TYPED));
    }

    @Test
    void findsCommandsStudentsCriteriaAndPhrases(FxRobot robot) {
        atDesk(robot);
        robot.push(KeyCode.CONTROL, KeyCode.SPACE);
        robot.write("scann");
        waitFor(() -> found(robot).contains("Bao Scanned"));
        robot.type(KeyCode.ENTER);
        waitFor(() -> model().student().equals(SmallBatch.SCANNED));
        robot.push(KeyCode.CONTROL, KeyCode.SPACE);
        robot.write("unit");
        waitFor(() -> found(robot).containsAll(List.of("Units", "criterion", "Units!", "phrase  un")));
        robot.type(KeyCode.ENTER);
        waitFor(() -> isFocused(robot, "#score-c2"));
        robot.push(KeyCode.CONTROL, KeyCode.SPACE);
        robot.write("units!");
        robot.type(KeyCode.ENTER);
        waitFor(() -> isThere(robot, "#drawer-search") && text(robot, "#drawer-search").equals("un"));
    }

    @Test
    void reachesEveryCommandAndStudentByMouse(FxRobot robot) {
        atDesk(robot);
        robot.clickOn(".command-finder");
        waitFor(() -> found(robot).contains("Next student"));
        assertThat(found(robot)).doesNotContain("Go to the shelf");
        Node thumb = robot.lookup(".finder-list .scroll-bar .thumb")
                .match(n -> n.getParent() instanceof ScrollBar bar && bar.getOrientation() == Orientation.VERTICAL)
                .query();
        assertThat(thumb.getLayoutBounds().getWidth()).as("wide enough to be seen and dragged")
                .isGreaterThanOrEqualTo(6);
        robot.drag(thumb).dropBy(0, 600);
        waitFor(() -> found(robot).contains("Go to the shelf"));
        robot.clickOn("Go to the shelf");
        waitFor(() -> isThere(robot, "Shelf"));
    }

    @Test
    void theMenuReachesEveryPlaceByMouse(FxRobot robot) {
        atDesk(robot);
        robot.clickOn("#places").clickOn("Go to hand back");
        waitFor(() -> isThere(robot, ".hand-back"));
        robot.clickOn("#places").clickOn("Go to the shelf");
        waitFor(() -> isThere(robot, "Shelf"));
        robot.clickOn("#places");
        waitFor(() -> isThere(robot, "Go to hand back"));
        robot.clickOn("Go to hand back");
        assertThat(isThere(robot, "Shelf")).as("no batch is open").isTrue();
    }

    @Test
    void menusScaleWithTheTextSize(FxRobot robot) {
        atDesk(robot);
        robot.clickOn("#places");
        waitFor(() -> isThere(robot, "Go to hand back"));
        double usual = robot.lookup("Go to hand back").queryLabeled().getFont().getSize();
        robot.type(KeyCode.ESCAPE);
        robot.interact(() -> program.frame().looks().change(v -> v.withTextSize(150)));
        robot.clickOn("#places");
        waitFor(() -> isThere(robot, "Go to hand back"));
        waitFor(() -> robot.lookup("Go to hand back").queryLabeled().getFont().getSize() == 1.5 * usual);
    }

    @Test
    void pagesThroughResultsByKeysAndStopsAtTheEnds(FxRobot robot) {
        atDesk(robot);
        robot.push(KeyCode.CONTROL, KeyCode.SPACE);
        waitFor(() -> found(robot).contains("Next student"));
        robot.type(KeyCode.PAGE_DOWN, KeyCode.PAGE_DOWN);
        waitFor(() -> !found(robot).contains("Next student"));
        robot.type(KeyCode.PAGE_UP, KeyCode.PAGE_UP, KeyCode.PAGE_UP);
        waitFor(() -> found(robot).contains("Next student"));
        robot.type(KeyCode.UP);
        waitFor(() -> !found(robot).contains("Next student"));
        robot.type(KeyCode.DOWN, KeyCode.ENTER);
        waitFor(() -> model().student().equals(SmallBatch.SCANNED));
    }
}

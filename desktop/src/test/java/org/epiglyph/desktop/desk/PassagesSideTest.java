package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isThere;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** Shared passages at the desk: with whom, both papers beside each other, and the reasons for having none. */
@ExtendWith(ApplicationExtension.class)
class PassagesSideTest extends InWindow {
    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        program.toDesk(batch.folder());
    }

    private static List<String> rows(FxRobot robot) {
        return rows(robot, "#passages-list");
    }

    private static List<String> rows(FxRobot robot, String list) {
        return robot.lookup(list + " .found-row")
                .queryAllAs(Labeled.class)
                .stream()
                .map(Labeled::getText)
                .toList();
    }

    @Test
    void showsSharedPassagesAndBothPapersSideBySide(FxRobot robot) {
        atDesk(robot);
        robot.push(KeyCode.SHIFT, KeyCode.C);
        waitFor(() -> text(robot, "#passages-said").startsWith("One other work has passages in common with this one"));
        assertThat(rows(robot)).singleElement()
                .satisfies(r -> assertThat(r).startsWith("Cem Twice\n").contains("% of the words here"));
        robot.clickOn("#passages-list .found-row");
        waitFor(() -> text(robot, "#passages-said").equals("In common with Cem Twice")
                && isThere(robot, "#passages-back"));
        assertThat(robot.lookup("#passages-other").query().isVisible()).isTrue();
        waitFor(() -> !rows(robot, "#passages-shared").isEmpty());
        assertThat(rows(robot, "#passages-shared").getFirst()).matches("(?s)\\d+ words: .*");
        waitFor(() -> robot.lookup(".found-place").queryAll().size() > 1);
        robot.clickOn("#passages-back");
        waitFor(() -> rows(robot).size() == 1 && rows(robot).getFirst().startsWith("Cem Twice"));
        assertThat(robot.lookup("#passages-other").query().isVisible()).isFalse();
        robot.type(KeyCode.ESCAPE);
        assertThat(robot.lookup(".found-place").queryAll()).as("nothing stays drawn").isEmpty();
    }

    @Test
    void ignoresASetAsidePassageUntilRestored(FxRobot robot) {
        atDesk(robot);
        robot.push(KeyCode.SHIFT, KeyCode.C);
        waitFor(() -> rows(robot).size() == 1 && rows(robot).getFirst().startsWith("Cem Twice"));
        String before = rows(robot).getFirst();
        robot.clickOn("#passages-list .found-row");
        waitFor(() -> !rows(robot, "#passages-shared").isEmpty());
        robot.clickOn("#passages-aside-QUOTATION");
        waitFor(() -> model().batch().aids().aside().size() == 1 && isThere(robot, "#passages-own"));
        waitFor(() -> rows(robot).isEmpty() || !rows(robot).getFirst().equals(before));
        waitFor(() -> rows(robot, "#passages-aside").size() == 1);
        assertThat(rows(robot, "#passages-aside").getFirst()).startsWith("Quotation: ");
        robot.interact(() -> robot.lookup("#passages-aside .found-row").queryAs(Button.class).fire());
        waitFor(() -> model().batch().aids().aside().isEmpty() && rows(robot).contains(before));
    }

    @Test
    void listsPairsAndOpensBothPapers(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> model().open(SmallBatch.SCANNED));
        robot.push(KeyCode.SHIFT, KeyCode.C);
        waitFor(() -> text(robot, "#passages-said").equals("These pages have no words to compare (a scan)."));
        robot.clickOn("#passages-pairs-button");
        waitFor(() -> rows(robot, "#passages-pairs").size() == 1);
        assertThat(rows(robot, "#passages-pairs").getFirst()).startsWith("Ada Typed\nCem Twice\n");
        robot.clickOn("#passages-pairs .found-row");
        waitFor(() -> model().student().equals(SmallBatch.TYPED) && rows(robot).size() == 1);
    }

    @Test
    void explainsAScanWithoutWordsAndWorkWithoutMatches(FxRobot robot) {
        robot.interact(() -> program.openBatch()
                .orElseThrow()
                .edit(
                        new Edit.LetCount(SmallBatch.TWICE, java.util.Optional.of(1)))); // the scan counts now
        atDesk(robot);
        robot.push(KeyCode.SHIFT, KeyCode.C);
        waitFor(() -> text(robot, "#passages-said").startsWith("No passage of 8 words or more is in another work"));
        assertThat(rows(robot)).isEmpty();
        robot.interact(() -> model().open(SmallBatch.SCANNED));
        waitFor(() -> text(robot, "#passages-said").equals("These pages have no words to compare (a scan)."));
    }

    @Test
    void comparesAgainWhenAnotherHandInCounts(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> model().open(SmallBatch.TWICE));
        robot.push(KeyCode.SHIFT, KeyCode.C);
        waitFor(() -> rows(robot).size() == 1 && rows(robot).getFirst().startsWith("Ada Typed"));
        robot.interact(() -> program.openBatch()
                .orElseThrow()
                .edit(
                        new Edit.LetCount(SmallBatch.TWICE, java.util.Optional.of(1))));
        waitFor(() -> text(robot, "#passages-said").equals("These pages have no words to compare (a scan)."));
    }

    @Test
    void reachesAPassageAndReturnsByKeysAlone(FxRobot robot) {
        atDesk(robot);
        robot.push(KeyCode.SHIFT, KeyCode.C);
        waitFor(() -> rows(robot).size() == 1);
        robot.interact(() -> robot.lookup("#passages-list").query().requestFocus());
        robot.type(KeyCode.DOWN).type(KeyCode.ENTER);
        waitFor(() -> Screen.isFocused(robot, "#passages-shared"));
        robot.type(KeyCode.ENTER);
        robot.interact(() -> robot.lookup("#passages-back").queryButton().fire());
        waitFor(() -> Screen.isFocused(robot, "#passages-list"));
        robot.type(KeyCode.ESCAPE);
        assertThat(((Desk) program.frame().place()).pages().isFocused()).isTrue();
    }

    @Test
    void distinguishesMissingWorkFromAScan(FxRobot robot) {
        atDesk(robot);
        Student late = new Student(new StudentKey("K-9"), "Dora", "Late", "");
        robot.interact(() -> program.openBatch().orElseThrow().edit(new Edit.Enrol(late)));
        robot.interact(() -> model().open(late.key()));
        robot.push(KeyCode.SHIFT, KeyCode.C);
        waitFor(() -> text(robot, "#passages-said").equals("Nothing was received from this student."));
    }

    @Test
    void countsQuotationsOnRequest(FxRobot robot) {
        atDesk(robot);
        robot.push(KeyCode.SHIFT, KeyCode.C);
        waitFor(() -> rows(robot).size() == 1);
        robot.interact(() -> robot.lookup("#passages-own").queryAs(CheckBox.class).fire());
        waitFor(() -> rows(robot).size() == 1 && rows(robot).getFirst().contains("100% of the words here"));
    }

    /** A batch of last year, by name, from any folder; the student's own work in it is labelled as such. */
    @Test
    void comparesAnotherBatchByNameAndShowsItsPages(FxRobot robot) throws Exception {
        Path earlier = SmallBatch.make(world.resolve("last year")).folder();
        atDesk(robot);
        robot.push(KeyCode.SHIFT, KeyCode.C);
        waitFor(() -> text(robot, "#passages-said").startsWith("One other work"));
        BatchChoices choices = robot.lookup("#passages-batches").queryAs(BatchChoices.class);
        robot.interact(() -> choices.take(world));
        waitFor(() -> model().noticeProperty().get().startsWith("There is no batch in "));
        robot.interact(() -> choices.take(batch.folder()));
        assertThat(model().noticeProperty().get()).startsWith("That is this batch");
        robot.interact(() -> choices.take(earlier));
        waitFor(() -> rows(robot).size() == 3);
        assertThat(rows(robot)).anySatisfy(r -> assertThat(r).startsWith("Workbook: Cem Twice"))
                .anySatisfy(r -> assertThat(r).startsWith("Workbook: ").contains("same student"));
        robot.interact(() -> robot.lookup("#passages-list .found-row")
                .queryAllAs(Button.class)
                .stream()
                .filter(b -> b.getText().startsWith("Workbook: Cem Twice"))
                .forEach(Button::fire));
        waitFor(() -> !rows(robot, "#passages-shared").isEmpty());
        waitFor(() -> robot.lookup("#passages-other .page-leaf").tryQuery().isPresent());
        waitFor(() -> robot.lookup("#passages-other .found-place").tryQuery().isPresent());
        robot.clickOn("#passages-back");
        robot.interact(() -> robot.lookup("#passages-batch-0").queryAs(CheckBox.class).fire());
        waitFor(() -> rows(robot).size() == 1);
    }
}

package org.epiglyph.desktop.markbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import javafx.event.ActionEvent;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.carrier.CachedWords;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.workspace.BatchFolder;
import org.epiglyph.workspace.ShelfNote;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** The panes of the mark book beside and above the sheet: deciding, the course, looking again, phrases. */
@ExtendWith(ApplicationExtension.class)
class BookPanesTest extends InBook {
    @Start
    void start(Stage stage) throws Exception {
        show(stage);
    }

    @Test
    void previewsAScalingAndExemptsOneStudent(FxRobot robot) {
        open(robot);
        robot.interact(() -> program.openBatch()
                .orElseThrow()
                .edit(new Edit.Together(
                        List.of(new Edit.SetScore(SmallBatch.TYPED, "c1", Optional.of(new BigDecimal("5"))),
                                new Edit.SetScore(SmallBatch.TYPED, "c2", Optional.of(new BigDecimal("2")))))));
        robot.press(KeyCode.CONTROL).type(KeyCode.M).release(KeyCode.CONTROL);
        robot.interact(() -> robot.lookup("#decide-root").queryAs(RadioButton.class).fire());
        Screen.waitFor(() -> robot.lookup("#decision-picture .image-view").queryAll().size() == 2);
        assertThat(Screen.text(robot, "#decision-outlook")).endsWith("one result changes.");
        robot.interact(() -> robot.lookup("#decide-zero").queryAs(RadioButton.class).fire());
        Screen.waitFor(() -> Screen.text(robot, "#decision-outlook").startsWith("2 students are affected"));
        assertThat(robot.lookup("#decision-picture").query().isVisible()).isFalse();
        robot.interact(() -> robot.lookup("#decision-rows").queryAs(RadioButton.class).fire());
        Screen.waitFor(() -> Screen.text(robot, "#decision-outlook").equals("Nothing would change."));
        robot.interact(() -> robot.lookup("#decide-worth").queryAs(RadioButton.class).fire());
        robot.interact(() -> robot.lookup("#decision-maximum").queryAs(TextField.class).setText("4"));
        Screen.waitFor(() -> Screen.text(robot, "#decision-outlook").contains("One score cannot be kept as it is."));
    }

    @Test
    void filtersByFindings(FxRobot robot) {
        open(robot);
        robot.interact(() -> program.openBatch()
                .orElseThrow()
                .edit(
                        new Edit.WriteOnTheWhole(SmallBatch.SCANNED, "Note to self: ask the office.")));
        Screen.waitFor(() -> robot.lookup("#show-LOOK_AGAIN").tryQuery().isPresent());
        robot.clickOn("#show-LOOK_AGAIN");
        Screen.waitFor(() -> Screen.text(robot, "#book-shown").startsWith("One of 3"));
    }

    @Test
    void countsWordsWhenTheColumnIsShownAndCachesThem(FxRobot robot) throws Exception {
        open(robot);
        assertThat(batch.folder().resolve("words")).doesNotExist();
        robot.interact(() -> robot.lookup("#book-columns").queryButton().fire());
        Screen.waitFor(() -> Screen.isThere(robot, "#column-WORDS"));
        robot.interact(() -> robot.lookup("#column-WORDS").queryAs(CheckBox.class).fire());
        BookModel model = ((BookPlace) program.frame().place()).model();
        Screen.waitFor(() -> model.context().wordCounts().size() == 3);
        int column = model.columns().indexOf(Column.Fact.WORDS);
        List<String> shown = List.of(model.cell(0, column).text(), model.cell(1, column).text());
        assertThat(Integer.parseInt(shown.getFirst())).isGreaterThan(50);
        assertThat(shown.getLast()).as("a scan").isEmpty();
        Path words = batch.folder().resolve("words").resolve("d1.words");
        Screen.waitFor(() -> Files.exists(words));
        Document typed = now().submission(SmallBatch.TYPED).documents().getFirst();
        BatchFolder folder = program.openBatch().orElseThrow().folder();
        Files.delete(folder.original(typed));
        assertThat(new CachedWords(folder).of(typed)
                .stream()
                .mapToInt(p -> p.words().size())
                .sum()).as("not read from the document again").isEqualTo(Integer.parseInt(shown.getFirst()));
    }

    @Test
    void showsAStudentAcrossTheCourseByWeight(FxRobot robot) throws Exception {
        Path other = Files.move(SmallBatch.make(world.resolve("elsewhere")).folder(),
                batch.folder().resolveSibling("other"));
        try (Workspace workspace = Workspace.open(other, Clock.systemUTC())) {
            workspace.edit(new Edit.ChangeTask(workspace.batch().task().withModule("Tides")));
            workspace.edit(new Edit.SetScore(SmallBatch.TYPED, "c1", Optional.of(new BigDecimal("6"))));
            workspace.edit(new Edit.SetScore(SmallBatch.TYPED, "c2", Optional.of(new BigDecimal("2"))));
        }
        open(robot);
        robot.interact(() -> robot.lookup("#book-course").queryButton().fire());
        Screen.waitFor(() -> robot.lookup("#course-name").tryQuery().isPresent());
        robot.clickOn("#course-name").write("Tides").type(KeyCode.ENTER);
        Screen.waitFor(() -> robot.lookup("#course-results .text-field").queryAll().size() == 2);
        assertThat(robot.lookup("#course-results .label").queryAllAs(Labeled.class)).extracting(Labeled::getText)
                .contains("Average", "50");
        TextField weight = robot.lookup("#course-results .text-field").queryAs(TextField.class);
        robot.interact(() -> {
            weight.setText("none");
            weight.fireEvent(new ActionEvent());
        });
        assertThat(weight.getText()).isEqualTo("1");
        robot.interact(() -> {
            weight.setText("2,5");
            weight.fireEvent(new ActionEvent());
        });
        Screen.waitFor(() -> ShelfNote.of(other).weight().compareTo(new BigDecimal("2.5")) == 0
                || ShelfNote.of(batch.folder()).weight().compareTo(new BigDecimal("2.5")) == 0);
    }
}

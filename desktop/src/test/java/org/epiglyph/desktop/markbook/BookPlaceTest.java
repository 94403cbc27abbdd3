package org.epiglyph.desktop.markbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Font;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.RadioButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.batch.Work;
import org.epiglyph.core.markbook.Context;
import org.epiglyph.core.markbook.Order;
import org.epiglyph.core.markbook.SavedList;
import org.epiglyph.core.markbook.Selection;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.figures.ClassFigures;
import org.epiglyph.figures.plot.Look;
import org.epiglyph.figures.plot.Plot;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** The mark book in the window, with keys and mouse. */
@ExtendWith(ApplicationExtension.class)
class BookPlaceTest extends InBook {
    @Start
    void start(Stage stage) throws Exception {
        show(stage);
    }

    private String score(StudentKey student, String criterion) {
        Submission submission = now().submission(student);
        return submission.scores().score(criterion).map(BigDecimal::toPlainString).orElse("");
    }

    private static BookSheet sheet(FxRobot robot) {
        return robot.lookup("#book-sheet").queryAs(BookSheet.class);
    }

    /** The centre of a row's cell in a column, the score columns counted from 0. */
    private static Point2D place(FxRobot robot, int row, int column) {
        double left = SheetLayout.NAMES + 84 + column * 76; // the section's column comes first
        return sheet(robot).localToScreen(left + 38, SheetLayout.HEAD + row * SheetLayout.ROW + 14);
    }

    @Test
    void typesScoresDownTheClassByKeysAndUndoes(FxRobot robot) {
        open(robot);
        robot.write("6.5");
        robot.type(KeyCode.ENTER);
        robot.write("n");
        robot.type(KeyCode.ENTER);
        robot.write("7");
        robot.type(KeyCode.TAB);
        robot.write("3");
        robot.type(KeyCode.ENTER);
        assertThat(score(SmallBatch.TYPED, "c1")).isEqualTo("6.5");
        assertThat(now().submission(SmallBatch.SCANNED).scores().standing("c1")).contains(Standing.NOT_ATTEMPTED);
        assertThat(score(SmallBatch.TWICE, "c1")).isEqualTo("7");
        assertThat(score(SmallBatch.TWICE, "c2")).isEqualTo("3");
        robot.press(KeyCode.CONTROL).type(KeyCode.Z, 2).release(KeyCode.CONTROL);
        assertThat(score(SmallBatch.TWICE, "c2")).isEmpty();
        assertThat(score(SmallBatch.TWICE, "c1")).isEmpty();
        assertThat(score(SmallBatch.TYPED, "c1")).isEqualTo("6.5");
    }

    @Test
    void showsARefusalInPlaceAndChangesNothing(FxRobot robot) {
        open(robot);
        robot.write("9");
        robot.type(KeyCode.ENTER);
        assertThat(Screen.text(robot, "#book-refusal")).startsWith("9 is above the maximum of 'Method'.");
        assertThat(Screen.isFocused(robot, "#book-score")).isTrue();
        robot.type(KeyCode.ESCAPE);
        Screen.waitFor(() -> Screen.isFocused(robot, "#book-sheet"));
        assertThat(score(SmallBatch.TYPED, "c1")).isEmpty();
    }

    @Test
    void aTypedScoreGoesToTheStudentItWasStartedFor(FxRobot robot) {
        open(robot);
        robot.write("6");
        robot.interact(() -> ((BookPlace) program.frame().place()).model()
                .select(Selection.EVERYBODY.withLetters("bao"))); // as if the class had changed
        robot.type(KeyCode.ENTER);
        assertThat(score(SmallBatch.TYPED, "c1")).isEqualTo("6");
        assertThat(score(SmallBatch.SCANNED, "c1")).isEmpty();
    }

    @Test
    void selectsCellsAndSortsByMouse(FxRobot robot) {
        open(robot);
        robot.clickOn(place(robot, 1, 1));
        robot.write("4");
        robot.type(KeyCode.ENTER);
        assertThat(score(SmallBatch.SCANNED, "c2")).isEqualTo("4");
        robot.doubleClickOn(place(robot, 0, 1));
        robot.write("8");
        robot.clickOn(place(robot, 2, 0)); // leaving the field accepts what was typed
        assertThat(score(SmallBatch.TYPED, "c2")).isEqualTo("8");
        robot.clickOn(place(robot, -2, 1));
        assertThat(Screen.text(robot, "#book-shown")).isEqualTo("All 3 students, by Units, highest first");
        robot.clickOn(place(robot, -2, 1));
        assertThat(Screen.text(robot, "#book-shown")).isEqualTo("All 3 students, by Units");
        assertThat(program.openBatch().orElseThrow().batch().submissions()).hasSize(3);
    }

    @Test
    void scoresByMouseAlone(FxRobot robot) {
        open(robot);
        robot.doubleClickOn(place(robot, 0, 0));
        robot.clickOn("#book-scale"); // its middle
        Screen.waitFor(() -> Screen.text(robot, "#book-score").equals("4"));
        robot.clickOn(place(robot, 2, 0));
        assertThat(score(SmallBatch.TYPED, "c1")).isEqualTo("4");
        robot.doubleClickOn(place(robot, 1, 0));
        robot.clickOn("x");
        robot.clickOn(place(robot, 0, 1));
        assertThat(now().submission(SmallBatch.SCANNED).scores().standing("c1")).contains(Standing.EXCUSED);
    }

    @Test
    void showsASavedListsSearchTextInItsField(FxRobot robot) {
        open(robot);
        robot.interact(() -> ((BookPlace) program.frame().place()).model()
                .show(new SavedList("Bao", Selection.EVERYBODY.withLetters("bao"), Order.ROSTER)));
        assertThat(Screen.text(robot, "#book-find")).isEqualTo("bao");
        assertThat(Screen.text(robot, "#book-shown")).startsWith("One of 3 students");
        robot.interact(() -> robot.lookup("#show-all").queryButton().fire());
        assertThat(Screen.text(robot, "#book-find")).isEmpty();
        assertThat(Screen.text(robot, "#book-shown")).startsWith("All 3 students");
    }

    @Test
    void previewsPastingCellByCell(FxRobot robot) {
        open(robot);
        paste(robot, "Student\tUnits\tMethod\nCem Twice\t2\t6\nK-1\t99\t1.5\nNobody\t1\t1\n");
        assertThat(Screen.text(robot, "#paste-summary")).isEqualTo("3 scores change. 2 are refused.");
        assertThat(score(SmallBatch.TWICE, "c1")).isEmpty();
        robot.interact(() -> robot.lookup("#paste-take").queryButton().fire());
        assertThat(score(SmallBatch.TWICE, "c1")).isEqualTo("6");
        assertThat(score(SmallBatch.TYPED, "c1")).isEqualTo("1.5");
        assertThat(score(SmallBatch.TYPED, "c2")).isEmpty();
        Screen.waitFor(() -> Screen.isFocused(robot, "#book-sheet"));
        robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertThat(score(SmallBatch.TWICE, "c1")).as("one undo takes all of it back").isEmpty();
        assertThat(score(SmallBatch.TYPED, "c1")).isEmpty();
    }

    private void paste(FxRobot robot, String text) {
        robot.interact(() -> ((BookPlace) program.frame().place()).paste(text));
    }

    @Test
    void fillsAndClearsARectangle(FxRobot robot) {
        open(robot);
        robot.write("5");
        robot.type(KeyCode.ENTER);
        robot.type(KeyCode.UP);
        robot.press(KeyCode.SHIFT).type(KeyCode.DOWN, 2).release(KeyCode.SHIFT);
        robot.press(KeyCode.CONTROL).type(KeyCode.D).release(KeyCode.CONTROL);
        assertThat(List.of(score(SmallBatch.TYPED, "c1"), score(SmallBatch.SCANNED, "c1"),
                score(SmallBatch.TWICE, "c1"))).containsOnly("5");
        robot.type(KeyCode.DELETE);
        assertThat(List.of(score(SmallBatch.TYPED, "c1"), score(SmallBatch.SCANNED, "c1"),
                score(SmallBatch.TWICE, "c1"))).containsOnly("");
    }

    @Test
    void setsMissingScoresForAllAfterAPreview(FxRobot robot) {
        open(robot);
        robot.press(KeyCode.CONTROL).type(KeyCode.M).release(KeyCode.CONTROL);
        robot.interact(() -> robot.lookup("#decide-zero").queryAs(RadioButton.class).fire());
        Screen.waitFor(() -> Screen.text(robot, "#decision-outlook").startsWith("3 students are affected"));
        assertThat(score(SmallBatch.TYPED, "c1")).isEmpty();
        robot.interact(() -> robot.lookup("#decision-apply").queryAs(Button.class).fire());
        Screen.waitFor(() -> score(SmallBatch.TYPED, "c1").equals("0"));
        assertThat(now().submissions()).allMatch(s -> s.scores().isComplete(now().scheme()));
        Screen.waitFor(() -> Screen.text(robot, "#decision-outlook").equals("Nothing would change."));
    }

    @Test
    void goesFromACellToTheDeskAndBack(FxRobot robot) {
        open(robot);
        robot.type(KeyCode.DOWN);
        robot.type(KeyCode.RIGHT);
        Screen.waitFor(() -> sheet(robot).getAccessibleText().startsWith("Bao Scanned, Units"));
        robot.press(KeyCode.CONTROL).type(KeyCode.ENTER).release(KeyCode.CONTROL);
        Screen.waitFor(() -> Screen.isFocused(robot, "#score-c2"));
        robot.write("3.5");
        robot.type(KeyCode.ENTER);
        assertThat(score(SmallBatch.SCANNED, "c2")).isEqualTo("3.5");
        robot.press(KeyCode.CONTROL).type(KeyCode.DIGIT4).release(KeyCode.CONTROL);
        Screen.waitFor(() -> Screen.isFocused(robot, "#book-sheet"));
        assertThat(sheet(robot).cursor().student()).isEqualTo(Optional.of(SmallBatch.SCANNED));
        assertThat(sheet(robot).getAccessibleText()).isEqualTo("Bao Scanned, Units: 3.5");
    }

    @Test
    void remembersChosenColumns(FxRobot robot) {
        open(robot);
        robot.interact(() -> robot.lookup("#book-columns").queryButton().fire());
        robot.interact(() -> robot.lookup("#column-PERCENT").queryAs(CheckBox.class).fire());
        Screen.waitFor(() -> new Settings(world.resolve("settings")).book().facts().toString().contains("PERCENT"));
    }

    @Test
    void figuresFollowTheCursorAndExportAsPictures(FxRobot robot) throws Exception {
        open(robot);
        for (String score : List.of("6", "4", "8")) {
            robot.write(score);
            robot.type(KeyCode.ENTER);
        }
        robot.press(KeyCode.CONTROL).type(KeyCode.G).release(KeyCode.CONTROL);
        Screen.waitFor(() -> robot.lookup("#figures .subheading").queryLabeled().getText().equals("Method"));
        Screen.waitFor(() -> robot.lookup("#figures .tells")
                .queryAllAs(Labeled.class)
                .stream()
                .anyMatch(l -> l.getText().equals("3 scores from 4 to 8 of 8, mean 6 (75% of the maximum).")));
        robot.interact(sheet(robot)::requestFocus);
        robot.type(KeyCode.END);
        Screen.waitFor(() -> robot.lookup("#figures .subheading")
                .queryLabeled()
                .getText()
                .equals("The class in figures"));
        Plot plot = new Plot("Results", "points", 8, List.of(new double[]{0, 4, 2}), List.of(), List.of(),
                Optional.empty(),
                Map.of(), List.of());
        Look look = Look.paper(new Font(Font.SANS_SERIF, Font.PLAIN, 11));
        Path pdf = world.resolve("plot.pdf");
        PlotView.write(plot, look, pdf);
        try (OpenDocument read = OpenDocument.open(pdf)) {
            assertThat(read.pageCount()).isEqualTo(1);
        }
        PlotView.write(plot, look, world.resolve("plot.svg"));
        assertThat(Files.readString(world.resolve("plot.svg"))).contains("<svg");
    }

    @Test
    void remembersASavedListAndFollowsItAtTheDesk(FxRobot robot) {
        open(robot);
        robot.write("6");
        robot.type(KeyCode.ENTER);
        robot.write("8");
        robot.type(KeyCode.ENTER);
        robot.write("7");
        robot.type(KeyCode.ENTER);
        robot.press(KeyCode.CONTROL).type(KeyCode.O).release(KeyCode.CONTROL);
        robot.press(KeyCode.CONTROL).type(KeyCode.L).release(KeyCode.CONTROL);
        robot.clickOn("#list-name");
        robot.write("best first");
        robot.type(KeyCode.ENTER);
        Screen.waitFor(() -> new Settings(world.resolve("settings")).lists().size() == 1);
        SavedList kept = new Settings(world.resolve("settings")).lists().getFirst();
        assertThat(kept.in(now(), Context.NONE).stream().map(s -> s.student().key()).toList())
                .containsExactly(SmallBatch.SCANNED, SmallBatch.TWICE, SmallBatch.TYPED);
        robot.interact(() -> robot.lookup("#list-walk-shown").queryButton().fire());
        Screen.waitFor(() -> Screen.leaf(robot) != null);
        List<StudentKey> walked = new ArrayList<>();
        robot.press(KeyCode.CONTROL).type(KeyCode.UP, 3).release(KeyCode.CONTROL);
        for (int i = 0; i < 3; i++) {
            walked.add(((Desk) program.frame().place()).model().student());
            robot.press(KeyCode.CONTROL).type(KeyCode.DOWN).release(KeyCode.CONTROL);
        }
        assertThat(walked).containsExactly(SmallBatch.SCANNED, SmallBatch.TWICE, SmallBatch.TYPED);
        assertThat(program.frame().place().title().getValue()).endsWith("following \u201cas in the mark book\u201d, 3");
    }

    @Test
    void previewsWhoMovesWhenABoundaryIsDragged(FxRobot robot) {
        robot.interact(() -> program.toMarkBook(batch.folder()));
        Screen.waitFor(() -> program.openBatch().isPresent());
        robot.interact(() -> program.openBatch()
                .orElseThrow()
                .editAll(List.of(
                        new Edit.ChangeScheme(now().scheme()
                                .withRules(
                                        now().scheme().rules().withGrades(Optional.of(GradeScale.READY.getLast()))),
                                List.of()),
                        new Edit.SetScore(SmallBatch.TYPED, "c1", Optional.of(new BigDecimal("5"))),
                        new Edit.SetScore(SmallBatch.TYPED, "c2", Optional.of(new BigDecimal("2"))))));
        open(robot);
        robot.press(KeyCode.CONTROL).type(KeyCode.G).release(KeyCode.CONTROL);
        robot.type(KeyCode.END);
        Screen.waitFor(() -> robot.lookup("#figures .image-view").tryQuery().isPresent()
                && robot.lookup("#figures .subheading").queryLabeled().getText().equals("The class in figures"));
        WaitForAsyncUtils.sleep(1, TimeUnit.SECONDS); // the last edit is computed by then, and nothing is redrawn
        Node plot = robot.lookup("#figures .image-view").query();
        Plot.Scale scale = Plot
                .distribution(figures(), ClassFigures.boundaries(now()), Optional.empty())
                .scale(plot.getLayoutBounds().getWidth(), plot.getLayoutBounds().getHeight(),
                        Look.paper(new Font(Font.SANS_SERIF, Font.PLAIN, 11)));
        robot.drag(plot.localToScreen(scale.x(8), 60), MouseButton.PRIMARY)
                .dropTo(plot.localToScreen(scale.x(7), 60));
        Screen.waitFor(() -> Screen.text(robot, "#decision-outlook").endsWith("one result changes."));
        assertThat(Screen.text(robot, "#decision-grade")).isEqualTo("Pass");
        assertThat(now().result(SmallBatch.TYPED).grade()).contains("Not passed");
        robot.interact(() -> robot.lookup("#decision-apply").queryButton().fire());
        Screen.waitFor(() -> now().result(SmallBatch.TYPED).grade().equals(Optional.of("Pass")));
    }

    private ClassFigures figures() {
        return ClassFigures.of(now(), now().students(), Work.of(List.of()), java.time.ZoneId.of("UTC"));
    }
}

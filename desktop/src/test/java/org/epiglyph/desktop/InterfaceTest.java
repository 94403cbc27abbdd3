package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.drag;
import static org.epiglyph.desktop.Screen.leaf;
import static org.epiglyph.desktop.Screen.onPage;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.stream.Stream;
import javafx.scene.control.Button;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.desktop.collect.Collect;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.desk.RollPoints;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.core.page.PagePoint;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** Parts of the interface that the story does not cover, with the class collected from files. */
@ExtendWith(ApplicationExtension.class)
class InterfaceTest {
    @TempDir
    private static Path worlds;
    private Path world;
    private Program program;

    @Start
    void start(javafx.stage.Stage stage) throws Exception {
        world = Files.createDirectory(worlds.resolve(String.valueOf(System.nanoTime())));
        Path shelf = world.resolve("shelf");
        DemoCopy.make(world.resolve("office"), shelf);
        DemoWorld.zip(world.resolve("office"), world.resolve("class.zip"));
        StringBuilder sheet = new StringBuilder("key,given name,family name,score,maximum,feedback\n");
        for (String line : new String[]{"K-4401,Adaeze,Lindqvist-Moreau", "K-4429,Emeka,Okonjo", "K-4478,Lena,Fischer",
                "K-4485,Lena,Fischer", "K-4500,New,Student"}) {
            sheet.append(line).append(",,32,\n");
        }
        Files.writeString(world.resolve("sheet.csv"), sheet);
        program = new Program(new Program.Start(shelf, world.resolve("settings"), "", ""), Clock.systemDefaultZone());
        Screen.show(stage, program);
    }

    @AfterEach
    void stop() throws Exception {
        Screen.end(program);
    }

    private void read(FxRobot robot) {
        robot.clickOn("#collect");
        robot.interact(() -> {
            ((Collect) program.frame().place()).take(List.of(world.resolve("class.zip")));
            robot.lookup("#grade-sheet").queryAs(TextInputControl.class).setText(world.resolve("sheet.csv").toString());
            robot.lookup("#task-title").queryAs(TextInputControl.class).setText("Class paper");
        });
        robot.clickOn("#read-files");
        waitFor(() -> robot.lookup("#make-batch").tryQuery().isPresent());
    }

    private void collect(FxRobot robot) {
        read(robot);
        robot.clickOn("#set-aside-rest");
        assertThat(text(robot, "#count-line")).isEqualTo("27 files: 5 matched, 22 set aside by you");
        robot.clickOn("#make-batch");
        waitFor(() -> robot.lookup("#to-desk").tryQuery().isPresent());
        robot.clickOn("#to-desk");
        waitFor(() -> program.frame().place() instanceof Desk && leaf(robot) != null && leaf(robot).getWidth() > 100);
    }

    private static Button button(FxRobot robot) {
        return robot.lookup("#make-batch").queryAs(Button.class);
    }

    private DeskModel model() {
        return ((Desk) program.frame().place()).model();
    }

    private Submission submission() {
        return model().submission();
    }

    @Test
    void unassignedFilesBlockTheBatchUntilDecided(FxRobot robot) throws IOException {
        read(robot);
        assertThat(text(robot, "#count-line")).startsWith("27 files: 5 matched, 22 to decide");
        assertThat(button(robot).isDisabled()).isTrue();
        try (Stream<Path> shelf = Files.list(world.resolve("shelf"))) {
            assertThat(shelf.filter(p -> Files.exists(p.resolve("batch.sqlite")))).isEmpty();
        }
    }

    @Test
    void explainsBadInputAndCreatesNothing(FxRobot robot) throws IOException {
        robot.clickOn("#collect");
        robot.clickOn("#read-files");
        assertThat(text(robot, "#collect-trouble"))
                .startsWith("Choose or drop at least one zip archive, folder or file");
        Files.writeString(world.resolve("broken.zip"), "no archive");
        robot.interact(() -> {
            ((Collect) program.frame().place()).take(List.of(world.resolve("broken.zip")));
            robot.lookup("#grade-sheet").queryAs(TextInputControl.class).setText(world.resolve("sheet.csv").toString());
            robot.lookup("#task-title").queryAs(TextInputControl.class).setText("Class");
        });
        robot.clickOn("#read-files");
        waitFor(() -> text(robot, "#collect-trouble").contains("broken.zip is not a zip archive or is broken"));
        robot.interact(
                () -> robot.lookup("#office-address").queryAs(TextInputControl.class).setText("http://127.0.0.1:1"));
        robot.interact(() -> robot.lookup("#office-token").queryAs(TextInputControl.class).setText("token"));
        robot.clickOn("#ask-office");
        waitFor(() -> text(robot, "#collect-trouble").contains("does not answer"));
    }

    @Test
    void highlightsPaintsMovesAndErasesOnAScan(FxRobot robot) {
        collect(robot);
        robot.push(KeyCode.CONTROL, KeyCode.DOWN);
        waitFor(() -> submission().student().key().value().equals("K-4429") && leaf(robot) != null);
        robot.type(KeyCode.DIGIT3);
        drag(robot, new PagePoint(100, 200), new PagePoint(220, 202));
        robot.type(KeyCode.ESCAPE);
        assertThat(submission().marks()).singleElement()
                .isInstanceOfSatisfying(Stroke.class, s -> assertThat(s.nib()).isEqualTo(Stroke.Nib.BROAD));
        robot.type(KeyCode.DIGIT7);
        click(robot, 300, 400);
        robot.type(KeyCode.C);
        drag(robot, new PagePoint(300, 400), new PagePoint(340, 420));
        Stamp moved = (Stamp) submission().marks().getLast();
        assertThat(moved.at().x()).isBetween(335.0, 345.0);
        robot.type(KeyCode.RIGHT);
        assertThat(((Stamp) submission().marks().getLast()).at().x()).isEqualTo(moved.at().x() + 1);
        robot.type(KeyCode.P);
        assertThat(submission().marks().getLast().isPrivate()).isTrue();
        robot.type(KeyCode.DELETE);
        assertThat(submission().marks()).hasSize(1);
        robot.type(KeyCode.E);
        click(robot, 160, 201);
        assertThat(submission().marks()).isEmpty();
        for (int i = 0; i < 7; i++) {
            robot.push(KeyCode.CONTROL, KeyCode.Z);
        }
        assertThat(submission().marks()).isEmpty();
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.Z);
        assertThat(submission().marks()).extracting(Mark::id).hasSize(1);
    }

    @Test
    void scoresAStudentWithoutWorkAndRunsCommandsFromTheFinder(FxRobot robot) {
        collect(robot);
        robot.clickOn(RollPoints.notch(robot, "K-4500"));
        waitFor(() -> text(robot, "#student-name").equals("New Student"));
        robot.type(KeyCode.L);
        waitFor(() -> robot.lookup("#score-c1").query().isFocused());
        robot.write("30");
        robot.type(KeyCode.ENTER);
        assertThat(text(robot, "#total")).isEqualTo("30");
        robot.push(KeyCode.CONTROL, KeyCode.SPACE);
        robot.write("seal this");
        robot.type(KeyCode.ENTER);
        assertThat(submission().sealed()).isTrue();
        robot.clickOn("#why");
        robot.clickOn("#seal");
        assertThat(submission().sealed()).isFalse();
    }

    @Test
    void savesTextHoweverQuicklyTheMarkerMovesOn(FxRobot robot) {
        collect(robot);
        var before = submission().student().key();
        robot.type(KeyCode.W);
        waitFor(() -> robot.lookup("#on-the-whole").query().isFocused());
        robot.write("Quick words");
        robot.clickOn(RollPoints.notch(robot, "K-4500"));
        assertThat(text(robot, "#student-name")).isEqualTo("New Student");
        assertThat(text(robot, "#on-the-whole")).isEmpty();
        assertThat(model().batch().submission(before).onTheWhole()).isEqualTo("Quick words");
    }

    @Test
    void zoomAndFoldingChangeTheViewButNotTheWork(FxRobot robot) {
        collect(robot);
        double width = leaf(robot).getWidth();
        robot.push(KeyCode.CONTROL, KeyCode.MINUS);
        waitFor(() -> leaf(robot).getWidth() < width);
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT0);
        waitFor(() -> Math.abs(leaf(robot).getWidth() - width) < 1);
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT9);
        waitFor(() -> leaf(robot).getHeight() < 780);
        robot.type(KeyCode.F2);
        waitFor(() -> !robot.lookup(".ledger").query().isVisible());
        robot.type(KeyCode.F2);
        robot.push(KeyCode.CONTROL, KeyCode.END);
        waitFor(() -> submission().seen().size() == 2);
        robot.push(KeyCode.CONTROL, KeyCode.HOME);
        waitFor(() -> leaf(robot).getLayoutY() >= 0);
        robot.type(KeyCode.PAGE_DOWN);
        waitFor(() -> leaf(robot).getLayoutY() < 0);
        assertThat(submission().marks()).isEmpty();
    }

    // --- helpers

    private static void click(FxRobot robot, double x, double y) {
        robot.clickOn(onPage(robot, x, y));
    }
}

package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.waitFor;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import javafx.scene.Node;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.desktop.handback.HandBack;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** The batch's folder is moved while it is open at the desk: the desk says so, and recovers when it is back. */
@ExtendWith(ApplicationExtension.class)
@DisabledOnOs(OS.WINDOWS) // where open files cannot be moved
class MovedFolderTest extends InWindow {
    private Path away;

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        away = world.resolve("away");
    }

    private void write(FxRobot robot, String text) {
        robot.interact(() -> program.openBatch().orElseThrow().edit(new Edit.WriteOnTheWhole(SmallBatch.TYPED, text)));
    }

    private void step(FxRobot robot, int by) {
        robot.interact(() -> model().walk().step(by));
    }

    @Test
    void reportsNothingAsSavedUntilTheFolderReturns(FxRobot robot) throws Exception {
        robot.interact(() -> program.toDesk(batch.folder()));
        atDesk(robot);
        write(robot, "One.");
        waitFor(() -> Screen.text(robot, "#kept").startsWith("saved "));
        Node warning = robot.lookup("#frame-warning").query().getParent();
        assertThat(warning.isVisible()).isFalse();
        Files.move(batch.folder(), away);
        write(robot, "Two.");
        waitFor(() -> Screen.text(robot, "#kept").equals("not saved"));
        assertThat(warning.isVisible()).isTrue();
        assertThat(Screen.text(robot, "#frame-warning")).startsWith("The batch is no longer in " + batch.folder());
        robot.clickOn(robot.from(warning).lookup(".link-button").queryButton());
        assertThat(warning.isVisible()).as("read and closed").isFalse();
        write(robot, "Three.");
        robot.sleep(2, TimeUnit.SECONDS); // it is retried each second
        assertThat(warning.isVisible()).as("still read and closed").isFalse();
        Files.move(away, batch.folder());
        waitFor(() -> Screen.text(robot, "#kept").startsWith("saved "));
        assertThat(warning.isVisible()).isFalse();
    }

    @Test
    void saysSoInEveryPlace(FxRobot robot) throws Exception {
        robot.interact(() -> program.toHandBack(batch.folder()));
        waitFor(() -> program.frame().place() instanceof HandBack);
        Node warning = robot.lookup("#frame-warning").query().getParent();
        Files.move(batch.folder(), away);
        write(robot, "One.");
        waitFor(warning::isVisible);
        robot.interact(program::toShelf);
        assertThat(warning.isVisible()).as("another is open, or none").isFalse();
        waitFor(() -> Screen.text(robot, "#frame-said").contains("read from"));
        Files.move(away, batch.folder());
        robot.interact(() -> program.toDesk(batch.folder()));
        atDesk(robot);
        assertThat(model().submission().onTheWhole()).isEqualTo("One.");
    }

    @Test
    void readsMissingPagesAgainOnceTheyReturn(FxRobot robot) throws Exception {
        robot.interact(() -> program.toDesk(batch.folder()));
        atDesk(robot);
        Files.move(batch.folder(), away);
        step(robot, 2);
        waitFor(() -> robot.lookup(".no-pages").tryQuery().isPresent());
        assertThat(robot.lookup(".no-pages .label").queryAll().toString()).contains("not in the batch's folder");
        Files.move(away, batch.folder());
        step(robot, -2);
        waitFor(() -> Screen.text(robot, "#student-name").equals("Ada Typed") && Screen.leaf(robot) != null);
        step(robot, 2);
        waitFor(() -> Screen.text(robot, "#student-name").equals("Cem Twice") && Screen.leaf(robot) != null);
    }
}

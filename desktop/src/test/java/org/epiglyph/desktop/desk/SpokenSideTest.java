package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isThere;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.Simulated;
import org.epiglyph.desktop.shelf.Shelf;
import org.epiglyph.sound.WaveFile;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** Recording remarks at the desk with a simulated microphone, with keys and mouse, and typing their text. */
@ExtendWith(ApplicationExtension.class)
class SpokenSideTest extends InWindow {
    @TempDir
    private static Path voices;
    private Path voice;

    @Start
    void start(Stage stage) throws Exception {
        voice = voices.resolve("voice.wav");
        try (InputStream spoken = DemoWorld.class.getResourceAsStream("voice.wav")) {
            Files.copy(spoken, voice, StandardCopyOption.REPLACE_EXISTING);
        }
        show(stage, s -> s.with(new Simulated(Optional.empty(), Optional.of(voice))));
        program.toDesk(batch.folder());
    }

    /** True once the program no longer has the batch open. */
    private boolean isFree() {
        try (Workspace there = Workspace.open(batch.folder(), Clock.systemUTC())) {
            return there.batch().submissions().size() == 3;
        } catch (Problem e) {
            return false;
        }
    }

    private List<SpokenRemark> spoken() {
        return model().submission().spoken();
    }

    private static boolean hasTime(FxRobot robot, String least) {
        return isThere(robot, ".record-line") && text(robot, "#spoken-time").compareTo(least) >= 0;
    }

    private static TextArea words(FxRobot robot, SpokenRemark remark) {
        return robot.lookup("#spoken-words-" + remark.id()).queryAs(TextArea.class);
    }

    private Note note(String id, String text) {
        return new Note(new Head(id, model().submission().pages().getFirst(), Ink.MADDER, 0, Remark.of(text)),
                new PagePoint(200, 200));
    }

    /** Records about the selection until enough is said, and stops. */
    private SpokenRemark speak(FxRobot robot, String least) {
        int before = spoken().size();
        robot.type(KeyCode.O);
        waitFor(() -> hasTime(robot, least));
        robot.type(KeyCode.O);
        waitFor(() -> spoken().size() == before + 1);
        return spoken().getLast();
    }

    @Test
    void recordsAnOverallRemarkByOneKeyWithATranscript(FxRobot robot) {
        atDesk(robot);
        robot.type(KeyCode.O);
        waitFor(() -> hasTime(robot, "0:01"));
        assertThat(text(robot, "#spoken-left")).startsWith("2:5");
        robot.type(KeyCode.DIGIT1);
        waitFor(() -> hasTime(robot, "0:06"));
        robot.type(KeyCode.O);
        waitFor(() -> spoken().size() == 1);
        SpokenRemark remark = spoken().getFirst();
        assertThat(remark.place()).isEqualTo(SpokenPlace.WHOLE);
        assertThat(remark.heard().from()).as("the silence before the voice is cut").isGreaterThan(300);
        waitFor(() -> isThere(robot, "#spoken-words-" + remark.id()) && words(robot, remark).isFocused());
        robot.write("Your curve is right. ");
        waitFor(() -> spoken().getFirst().text().equals("Your curve is right."));
        robot.push(KeyCode.CONTROL, KeyCode.PERIOD);
        waitFor(() -> isThere(robot, "#listen-" + remark.id())
                && robot.lookup("#listen-" + remark.id()).queryAs(Button.class).getText().equals("Stop"));
        robot.push(KeyCode.CONTROL, KeyCode.PERIOD);
        robot.write("Look again.");
        waitFor(() -> spoken().getFirst().text().equals("Your curve is right. Look again."));
        robot.interact(() -> model().past().undo());
        assertThat(spoken().getFirst().text()).as("a spell of typing is one step").isEmpty();
        waitFor(() -> words(robot, remark).getText().isEmpty());
        robot.interact(() -> model().past().undo());
        assertThat(spoken()).isEmpty();
        waitFor(() -> !isThere(robot, "#spoken-words-" + remark.id()));
    }

    @Test
    void recordsAboutTheSelectedMarkWhileAKeyIsHeld(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> {
            model().edit(new Edit.PlaceMark(model().student(), note("n1", "Which table?")));
            model().chosen().choose(List.of("n1"));
        });
        robot.press(KeyCode.O);
        waitFor(() -> hasTime(robot, "0:02"));
        robot.press(KeyCode.O); // as a held key repeats
        robot.release(KeyCode.O);
        waitFor(() -> spoken().size() == 1);
        assertThat(spoken().getFirst().place()).isEqualTo(SpokenPlace.ofMark("n1"));
        String title = "#about-" + spoken().getFirst().id();
        waitFor(() -> isThere(robot, title));
        assertThat(robot.lookup(title).queryAs(Button.class).getText()).startsWith("Page 1: Which table?");
        robot.interact(() -> model().edit(new Edit.RemoveMark(model().student(), "n1")));
        waitFor(() -> robot.lookup(title).queryAs(Button.class).getText().startsWith("A mark that is gone"));
    }

    @Test
    void recordsDiscardsPlaysAndRemovesByMouse(FxRobot robot) {
        atDesk(robot);
        robot.push(KeyCode.SHIFT, KeyCode.O);
        robot.clickOn("#record");
        waitFor(() -> hasTime(robot, "0:01"));
        robot.clickOn("#throw-away");
        waitFor(() -> isThere(robot, ".spoken-ready"));
        assertThat(spoken()).isEmpty();
        robot.clickOn("#record");
        waitFor(() -> hasTime(robot, "0:02"));
        robot.clickOn("#stop-speaking");
        waitFor(() -> spoken().size() == 1);
        SpokenRemark first = spoken().getFirst();
        waitFor(() -> isThere(robot, "#again-" + first.id()));
        robot.clickOn("#again-" + first.id());
        waitFor(() -> hasTime(robot, "0:02"));
        robot.clickOn("#stop-speaking");
        waitFor(() -> !spoken().getFirst().sound().equals(first.sound()));
        assertThat(spoken()).hasSize(1);
        waitFor(() -> isThere(robot, "#whole-" + first.id()));
        robot.clickOn("#whole-" + first.id());
        waitFor(() -> spoken().getFirst().heard().equals(new Span(0, spoken().getFirst().length())));
        waitFor(() -> isThere(robot, "#cut-" + first.id()));
        Screen.moveAway(robot);
        robot.clickOn("#cut-" + first.id());
        waitFor(() -> spoken().getFirst().heard().from() > 0);
        waitFor(() -> isThere(robot, "#remove-" + first.id()));
        robot.clickOn("#remove-" + first.id());
        waitFor(() -> spoken().isEmpty());
    }

    @Test
    void leavingWhileRecordingLosesNothing(FxRobot robot) throws Exception {
        atDesk(robot);
        StudentKey ada = model().student();
        robot.type(KeyCode.O);
        waitFor(() -> hasTime(robot, "0:01"));
        robot.interact(() -> model().walk().step(1));
        waitFor(() -> text(robot, "#spoken-of").contains("Ada Typed"));
        waitFor(() -> hasTime(robot, "0:02"));
        robot.interact(program::toShelf);
        waitFor(() -> program.frame().place() instanceof Shelf);
        waitFor(this::isFree);
        robot.interact(() -> program.toDesk(batch.folder()));
        atDesk(robot);
        waitFor(() -> !model().batch().submission(ada).spoken().isEmpty());
        SpokenRemark kept = model().batch().submission(ada).spoken().getFirst();
        Workspace workspace = program.openBatch().orElseThrow();
        assertThat(WaveFile.read(workspace.folder().original(Document.of(kept))).length()).isGreaterThan(1_900);
        assertThat(model().batch().submissions().stream().mapToInt(s -> s.spoken().size()).sum()).isEqualTo(1);
    }

    @Test
    void explainsWhyNothingCanBeRecorded(FxRobot robot) throws Exception {
        atDesk(robot);
        Files.delete(voice);
        robot.type(KeyCode.O);
        waitFor(() -> model().noticeProperty().get().contains("has nothing to say"));
        assertThat(isThere(robot, ".record-line")).isFalse();
        robot.interact(() -> {
            model().batch()
                    .scheme()
                    .criteria()
                    .forEach(c -> model().edit(new Edit.SetScore(model().student(), c.id(),
                            Optional.of(BigDecimal.ONE))));
            model().seal();
        });
        robot.type(KeyCode.O);
        waitFor(() -> model().noticeProperty().get().contains("sealed"));
        assertThat(isThere(robot, ".spoken-ready")).isFalse();
    }

    @Test
    void showsARemarkWithoutTranscriptInTheLedger(FxRobot robot) {
        atDesk(robot);
        SpokenRemark remark = speak(robot, "0:02");
        waitFor(() -> isThere(robot, "#spoken-words-" + remark.id()) && words(robot, remark).isFocused());
        robot.type(KeyCode.ESCAPE);
        waitFor(() -> robot.lookup(".look-again-line").tryQuery().isPresent());
        robot.clickOn(".look-again-line");
        waitFor(() -> isThere(robot, "#spoken-words-" + remark.id()) && words(robot, remark).isFocused());
        robot.write("Well done.");
        waitFor(() -> robot.lookup(".look-again-line").tryQuery().isEmpty());
    }
}

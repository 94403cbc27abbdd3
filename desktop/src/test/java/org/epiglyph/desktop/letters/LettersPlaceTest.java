package org.epiglyph.desktop.letters;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import javafx.scene.control.Button;
import javafx.scene.control.Labeled;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.desktop.settings.Settings;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** Letters in the window, with keys and buttons. */
@ExtendWith(ApplicationExtension.class)
class LettersPlaceTest extends InWindow {
    @Start
    void start(Stage stage) throws Exception {
        show(stage);
    }

    private static void waitFor(Callable<Boolean> until) throws Exception {
        WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, until);
        WaitForAsyncUtils.waitForFxEvents();
    }

    private static String words(FxRobot robot, String id) {
        return robot.lookup(id).queryAs(Labeled.class).getText();
    }

    private void write(FxRobot robot) throws Exception {
        robot.interact(() -> program.toLetters(batch.folder()));
        waitFor(() -> robot.lookup("#letter-subject").tryQuery().isPresent()
                && robot.lookup("#letter-subject").query().isFocused());
        robot.write("Tides");
        robot.type(KeyCode.TAB);
        robot.write("Dear {name}.");
    }

    private List<Path> letters() throws IOException {
        Path folder = batch.folder().resolve("letters");
        if (!Files.exists(folder)) {
            return List.of();
        }
        try (Stream<Path> all = Files.list(folder)) {
            return all.sorted().toList();
        }
    }

    @Test
    void writesPreviewsAndSendsALetterOnce(FxRobot robot) throws Exception {
        write(robot);
        robot.interact(() -> robot.lookup("#whom-EVERYBODY").queryAs(RadioButton.class).fire());
        waitFor(() -> !words(robot, "#letters-send").contains("No letter"));
        String first = words(robot, "#read-words");
        assertThat(first).startsWith("Dear ").doesNotContain("{");
        robot.press(KeyCode.CONTROL).type(KeyCode.DOWN).release(KeyCode.CONTROL);
        waitFor(() -> !words(robot, "#read-words").equals(first));
        robot.interact(() -> {
            robot.lookup("#letters-from").queryAs(TextField.class).setText("m.rowe@kestrelpoint.example");
            robot.lookup("#letters-send").queryAs(Button.class).fire();
        });
        waitFor(() -> !words(robot, "#letters-said").isEmpty()
                && words(robot, "#letters-send").contains("No letter"));
        int written = letters().size();
        assertThat(written).isGreaterThan(1);
        assertThat(Files.readString(letters().getFirst())).contains("From: m.rowe@kestrelpoint.example", "Dear ");
        robot.interact(() -> program.toShelf());
        robot.interact(() -> program.toLetters(batch.folder()));
        waitFor(() -> robot.lookup("#letter-subject").tryQuery().isPresent());
        assertThat(robot.lookup("#letter-words").queryAs(TextInputControl.class).getText()).as("the draft is kept")
                .isEqualTo("Dear {name}.");
        assertThat(new Settings(world.resolve("settings")).mail().orElseThrow().from())
                .isEqualTo("m.rowe@kestrelpoint.example");
        try (Stream<Path> all = Files.walk(world.resolve("settings"))) {
            assertThat(all.map(p -> p.getFileName().toString())).contains("mail.json");
        }
    }

    @Test
    void namesAnUnknownSlotWhileTypingAndBlocksSending(FxRobot robot) throws Exception {
        write(robot);
        robot.interact(() -> robot.lookup("#whom-EVERYBODY").queryAs(RadioButton.class).fire());
        robot.interact(() -> robot.lookup("#letter-words").queryAs(TextInputControl.class).setText("Dear {nmae}."));
        waitFor(() -> words(robot, "#letter-unknown").contains("{nmae}"));
        assertThat(robot.lookup("#letters-send").query().isDisabled()).isTrue();
    }

    @Test
    void explainsAnUnreachableMailServiceAndRecordsNothingAsSent(FxRobot robot) throws Exception {
        write(robot);
        robot.interact(() -> robot.lookup("#whom-EVERYBODY").queryAs(RadioButton.class).fire());
        waitFor(() -> !words(robot, "#letters-send").contains("No letter"));
        robot.interact(() -> {
            robot.lookup("#letters-from").queryAs(TextField.class).setText("m.rowe@kestrelpoint.example");
            robot.lookup("#letters-mail").queryAs(RadioButton.class).fire();
            robot.lookup("#letters-host").queryAs(TextField.class).setText("mail.example.org");
            robot.lookup("#letters-port").queryAs(TextField.class).setText("99999");
            robot.lookup("#letters-send").queryAs(Button.class).fire();
        });
        waitFor(() -> words(robot, "#letters-trouble").contains("port 99999"));
        assertThat(((Letters) program.frame().place()).model().batch().submissions())
                .allSatisfy(s -> assertThat(s.correspondence().letters()).isEmpty());
    }

    @Test
    void acceptsATypedAddressAndRefusesAnInvalidOne(FxRobot robot) throws Exception {
        write(robot);
        robot.interact(() -> robot.lookup("#whom-EVERYBODY").queryAs(RadioButton.class).fire());
        waitFor(() -> words(robot, "#read-words").startsWith("Dear "));
        robot.interact(() -> robot.lookup("#recipients").queryListView().getSelectionModel().select(2));
        waitFor(() -> words(robot, "#read-words").equals("Dear Cem."));
        robot.clickOn("#letter-address");
        robot.write("cem at home");
        robot.type(KeyCode.ENTER);
        waitFor(() -> words(robot, "#letters-trouble").contains("is not a mail address"));
        robot.interact(() -> robot.lookup("#letter-address").queryAs(TextField.class).clear());
        robot.write("cem@students.example");
        robot.type(KeyCode.ENTER);
        waitFor(() -> program.openBatch()
                .orElseThrow()
                .batch()
                .submission(SmallBatch.TWICE)
                .student()
                .mail()
                .equals("cem@students.example"));
        waitFor(() -> words(robot, "#letters-trouble").isEmpty());
    }
}

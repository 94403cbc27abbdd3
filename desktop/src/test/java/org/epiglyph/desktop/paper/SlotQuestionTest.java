package org.epiglyph.desktop.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isFocused;
import static org.epiglyph.desktop.Screen.waitFor;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;
import org.epiglyph.core.phrases.Slots;
import org.epiglyph.desktop.Screen;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** What a phrase asks for when it is inserted. */
@ExtendWith(ApplicationExtension.class)
class SlotQuestionTest {
    private final List<String> answers = new ArrayList<>();
    private final StackPane ground = new StackPane();

    @Start
    void start(Stage stage) {
        stage.setScene(new Scene(ground, 400, 200));
        stage.show();
    }

    private void ask(FxRobot robot, Slots.Part part) {
        robot.interact(() -> {
            SlotQuestion question = new SlotQuestion(part, answers::add, () -> answers.add("given up"));
            ground.getChildren().setAll(question);
            question.focus();
        });
    }

    @Test
    void choosesAnOptionByItsDigit(FxRobot robot) {
        ask(robot, new Slots.OneOf(List.of("high", "low")));
        waitFor(() -> robot.lookup("1  high").tryQuery().filter(javafx.scene.Node::isFocused).isPresent());
        robot.write("3");
        assertThat(answers).as("there are two").isEmpty();
        robot.write("2");
        assertThat(answers).containsExactly("low");
        robot.clickOn("1  high");
        assertThat(answers).containsExactly("low", "high");
    }

    @Test
    void acceptsANumberOrAsksAgain(FxRobot robot) {
        ask(robot, new Slots.Number("metres"));
        waitFor(() -> isFocused(robot, "#slot-answer"));
        robot.write("half");
        robot.type(KeyCode.ENTER);
        assertThat(Screen.text(robot, ".slot-question .hint")).isEqualTo("Enter a number: metres");
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write("0,5");
        robot.type(KeyCode.ENTER);
        assertThat(answers).containsExactly("0,5");
    }

    @Test
    void requiresTextAndEscapeCancels(FxRobot robot) {
        ask(robot, new Slots.FreeText(""));
        waitFor(() -> isFocused(robot, "#slot-answer"));
        robot.type(KeyCode.ENTER);
        assertThat(Screen.text(robot, ".slot-question .hint")).startsWith("Enter a text");
        robot.type(KeyCode.ESCAPE);
        assertThat(answers).containsExactly("given up");
    }
}

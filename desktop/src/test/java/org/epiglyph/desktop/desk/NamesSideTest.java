package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.isThere;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.text.Text;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Covers;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.desktop.handback.HandBack;
import org.epiglyph.desktop.markbook.BookPlace;
import org.epiglyph.desktop.shelf.Shelf;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/**
 * Covering names at the desk, uncovering them with a reason, strips on scans; and no name is visible anywhere
 * meanwhile.
 */
@ExtendWith(ApplicationExtension.class)
class NamesSideTest extends InWindow {
    /** Names and keys of the small batch; its family names also occur in the interface. */
    private static final Pattern GIVEN_AWAY = Pattern
            .compile("\\b(Ada|Bao|Cem|Ada Typed|Bao Scanned|Cem Twice|K-[123]|\\S+@students\\.example|work\\.pdf)\\b");

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
        program.toDesk(batch.folder());
    }

    private void cover(FxRobot robot) {
        robot.push(KeyCode.SHIFT, KeyCode.V);
        robot.clickOn("#cover-names");
        waitFor(() -> text(robot, "#student-name").startsWith("Script "));
    }

    private static List<String> said(Node node) {
        List<String> said = new ArrayList<>();
        if (node.getAccessibleText() != null) {
            said.add(node.getAccessibleText());
        }
        switch (node) {
            case Labeled labeled -> said.add(String.valueOf(labeled.getText()));
            case Text text -> said.add(text.getText());
            case TextInputControl input -> said.add(input.getText() + " " + input.getPromptText());
            default -> {
            }
        }
        if (node instanceof Parent parent) {
            parent.getChildrenUnmodifiable().forEach(n -> said.addAll(said(n)));
        }
        return said;
    }

    private static void assertNobodyIsNamed(FxRobot robot, String where) {
        List<String> said = new ArrayList<>();
        robot.interact(() -> robot.listWindows().forEach(w -> {
            said.addAll(said(w.getScene().getRoot()));
            said.add(w instanceof Stage stage ? stage.getTitle() : "");
        }));
        assertThat(said.stream().filter(s -> s != null && GIVEN_AWAY.matcher(s).find())).as(where).isEmpty();
    }

    @Test
    void showsNoNamesAnywhereWhileCovered(FxRobot robot) {
        atDesk(robot);
        robot.interact(() -> model().writeOnTheWhole("Good."));
        cover(robot);
        for (var side : List.of("remarks", "pages", "find", "beside", "history", "same", "phrases", "names", "earlier",
                "passages", "spoken", "hints", "answers")) {
            robot.interact(() -> robot.lookup("#side-" + side).queryAs(Button.class).fire());
            robot.sleep(150);
            for (var student : model().batch().students()) {
                robot.interact(() -> model().open(student));
                robot.sleep(60);
                assertNobodyIsNamed(robot, side);
            }
        }
        robot.interact(() -> model().open(SmallBatch.TYPED));
        robot.push(KeyCode.M);
        waitFor(() -> robot.lookup(".beside-words").tryQuery().isPresent());
        assertThat(text(robot, ".beside-words")).startsWith("Page 2 is late work.");
        assertNobodyIsNamed(robot, "the student's message");
        robot.push(KeyCode.CONTROL, KeyCode.SPACE);
        robot.write("script");
        assertNobodyIsNamed(robot, "the finder");
        robot.type(KeyCode.ESCAPE);
        robot.interact(() -> program.toMarkBook(batch.folder()));
        waitFor(() -> program.frame().place() instanceof BookPlace);
        assertNobodyIsNamed(robot, "mark book");
        robot.interact(() -> program.toHandBack(batch.folder()));
        waitFor(() -> program.frame().place() instanceof HandBack);
        robot.sleep(500);
        assertNobodyIsNamed(robot, "hand back");
        robot.interact(() -> program.toLetters(batch.folder()));
        assertThat(program.frame().place()).as("letters go by name").isInstanceOf(Shelf.class);
        assertNobodyIsNamed(robot, "shelf");
    }

    @Test
    void uncoversANameForAReasonAndRecordsIt(FxRobot robot) {
        atDesk(robot);
        cover(robot);
        Screen.moveAway(robot);
        robot.clickOn("#uncover-one");
        assertThat(model().submission().student().isCovered()).as("a reason is asked for").isTrue();
        assertThat(Screen.isFocused(robot, "#uncover-reason")).isTrue();
        robot.write("an extension");
        robot.clickOn("#uncover-one");
        waitFor(() -> !text(robot, "#student-name").startsWith("Script "));
        assertThat(model().batch().submissions().stream().filter(s -> s.student().isCovered())).hasSize(2);
        robot.interact(() -> model().writeOnTheWhole("Good."));
        robot.interact(() -> robot.lookup("#side-history").queryAs(Button.class).fire());
        waitFor(() -> robot.lookup("#history-list").queryAs(ListView.class).getItems().size() == 3);
        assertThat(said(robot.lookup("#history-list").query())).anyMatch(s -> s.endsWith("(the name was known)"))
                .anyMatch(s -> s.startsWith("A name uncovered: an extension"));
    }

    @Test
    void redactsANameOnAScanOnly(FxRobot robot) {
        atDesk(robot);
        cover(robot);
        robot.interact(() -> model().open(SmallBatch.SCANNED));
        waitFor(() -> Screen.leaf(robot) != null && Screen.leaf(robot).getWidth() > 100);
        robot.clickOn("#draw-strip");
        Screen.drag(robot, new PagePoint(60, 80), new PagePoint(400, 130));
        waitFor(() -> model().batch().covers().strips().size() == 1);
        Covers.Strip strip = model().batch().covers().strips().getFirst();
        assertThat(strip.left() * 595).isBetween(55.0, 65.0);
        assertThat(strip.top() * 842).isBetween(75.0, 85.0);
        assertThat(model().submission().marks()).as("it is no mark").isEmpty();
        robot.clickOn("#remove-strip-0");
        waitFor(() -> model().batch().covers().strips().isEmpty() && isThere(robot, "#draw-strip"));
    }

    @Test
    void uncoversACoveredBatchAsAWhole(FxRobot robot) {
        atDesk(robot);
        cover(robot);
        robot.interact(() -> program.toShelf());
        robot.interact(() -> program.toDesk(batch.folder()));
        atDesk(robot);
        Batch again = model().batch();
        assertThat(again.isCovered()).isTrue();
        robot.interact(() -> model().edit(new Edit.UncoverNames(Set.copyOf(again.students()), "marked")));
        assertThat(model().batch().students()).containsExactly(SmallBatch.TYPED, SmallBatch.SCANNED, SmallBatch.TWICE);
        waitFor(() -> !text(robot, "#student-name").startsWith("Script "));
    }
}

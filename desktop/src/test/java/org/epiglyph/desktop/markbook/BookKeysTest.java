package org.epiglyph.desktop.markbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Clock;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.scene.control.ScrollBar;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** A class of twelve, most of whom handed in paper, scored with keys only. */
@ExtendWith(ApplicationExtension.class)
class BookKeysTest extends InBook {
    private static final List<StudentKey> ALL = Stream.concat(
            Stream.of(SmallBatch.TYPED, SmallBatch.SCANNED, SmallBatch.TWICE),
            IntStream.range(10, 19).mapToObj(i -> new StudentKey("K-" + i))).toList();

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
    }

    @Override
    protected void prepare() throws Exception {
        try (Workspace workspace = Workspace.open(batch.folder(), Clock.systemUTC())) {
            workspace.editAll(ALL.subList(3, ALL.size())
                    .stream()
                    .<Edit>map(key -> new Edit.Enrol(new Student(key, "Dee", "Paper " + key.value(), "")))
                    .toList());
        }
    }

    private List<String> scores(String criterion) {
        return ALL.stream()
                .map(s -> now().submission(s).scores())
                .map(c -> c.score(criterion)
                        .map(BigDecimal::toPlainString)
                        .or(() -> c.standing(criterion)
                                .map(x -> x.label()))
                        .orElse(""))
                .toList();
    }

    @Test
    void scoresTenStudentsDownTheClassAndStopsAtARefusal(FxRobot robot) {
        open(robot);
        for (String typed : List.of("8", "7.5", "n", "0", "6")) {
            robot.write(typed);
            robot.type(KeyCode.ENTER);
        }
        robot.write("99");
        robot.type(KeyCode.ENTER);
        Screen.waitFor(() -> Screen.text(robot, "#book-notice").contains("99")
                || robot.lookup(".text-field").queryAll().stream().anyMatch(f -> f.isFocused()));
        robot.type(KeyCode.ESCAPE);
        for (String typed : List.of("5", "x", "4,5", "3", "2")) {
            robot.write(typed);
            robot.type(KeyCode.ENTER);
        }
        assertThat(scores("c1")).containsExactly("8", "7.5", "not attempted", "0", "6", "5", "excused", "4.5", "3", "2",
                "", "");
        assertThat(scores("c2")).containsOnly("");
    }

    @Test
    void undoWhileTypingAffectsNoOtherCell(FxRobot robot) {
        open(robot);
        robot.write("8");
        robot.type(KeyCode.ENTER);
        robot.write("4");
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(scores("c1")).startsWith("8", "");
        robot.type(KeyCode.ESCAPE);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        Screen.waitFor(() -> scores("c1").getFirst().isEmpty());
    }

    @Test
    void theCurrentCellStaysInSightInANarrowSheet(FxRobot robot) {
        open(robot);
        BookSheet sheet = robot.lookup("#book-sheet").queryAs(BookSheet.class);
        robot.interact(() -> sheet.setMaxWidth(SheetLayout.NAMES + 500));
        ScrollBar across = robot.lookup("#book-sheet .scroll-bar:horizontal").queryAs(ScrollBar.class);
        for (int i = 0; i < 40; i++) {
            robot.type(KeyCode.RIGHT);
        }
        Screen.waitFor(() -> across.isVisible() && across.getValue() == across.getMax());
        double wide = across.getMax();
        robot.interact(() -> sheet.setMaxWidth(SheetLayout.NAMES + 250));
        Screen.waitFor(() -> across.getMax() > wide);
        assertThat(across.getValue()).as("the last column").isEqualTo(across.getMax());
        robot.interact(() -> across.setValue(0));
        robot.interact(() -> sheet.setMaxWidth(SheetLayout.NAMES + 500));
        assertThat(across.getValue()).as("scrolled away from on purpose").isZero();
    }
}

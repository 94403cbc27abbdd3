package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.waitFor;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.geometry.NodeOrientation;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.TextArea;
import javafx.scene.image.WritableImage;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Path;
import javafx.scene.text.Font;
import javafx.scene.text.Text;
import javafx.stage.Stage;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.desktop.frame.ReadingDirection;
import org.epiglyph.documents.base.Typeface;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** Right-to-left text on more than one line, compared with the same text with manual line breaks. */
@ExtendWith(ApplicationExtension.class)
class RightToLeftTest extends InWindow {
    /** Numbers from one to nine, in Hebrew and in Arabic. */
    private static final String HEBREW = "אחת שתיים שלוש ארבע חמש שש שבע שמונה תשע";
    private static final String ARABIC = "واحد اثنان ثلاثة أربعة خمسة ستة سبعة ثمانية تسعة";

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
    }

    private static Text text(String words, String family) {
        Text text = new Text(words);
        text.setFont(Font.font(family, 18));
        return text;
    }

    /** With a line break after each word that is the last to fit. */
    private static String broken(String text, String family, double width) {
        StringBuilder lines = new StringBuilder();
        String line = "";
        for (String word : text.split("(?<= )")) {
            if (!line.isEmpty() && text(line + word, family).getLayoutBounds().getWidth() > width) {
                lines.append(line).append('\n');
                line = "";
            }
            line += word;
        }
        return lines.append(line).toString();
    }

    private static int[] picture(Node node) {
        StackPane ground = new StackPane(new Group(node));
        new Scene(ground, 400, 400);
        WritableImage image = ground.snapshot(null, null);
        return IntStream.range(0, 160_000)
                .map(i -> image.getPixelReader().getArgb(i % 400, i / 400))
                .toArray();
    }

    @ParameterizedTest
    @CsvSource({"HEBREW, 90", "HEBREW, 150", "HEBREW, 240", "ARABIC, 90", "ARABIC, 150", "ARABIC, 240"})
    void wrappedLinesEqualManuallyBrokenOnes(Typeface typeface, double width, FxRobot robot)
            throws Exception {
        AtomicReference<int[]> wrapped = new AtomicReference<>();
        AtomicReference<int[]> byHand = new AtomicReference<>();
        try (var in = typeface.open()) {
            String family = Font.loadFont(in, 18).getFamily();
            String words = typeface == Typeface.HEBREW ? HEBREW : ARABIC;
            robot.interact(() -> {
                Text text = text(words, family);
                text.setWrappingWidth(width);
                text.getLayoutBounds();
                wrapped.set(picture(text));
                String lines = broken(words, family, width);
                assertThat(lines).contains("\n");
                Text same = text(lines, family);
                same.setWrappingWidth(width);
                byHand.set(picture(same));
            });
        }
        assertThat(Arrays.stream(byHand.get()).distinct().count()).as("something is drawn").isGreaterThan(10);
        assertThat(wrapped.get()).isEqualTo(byHand.get());
    }

    @Test
    void aParagraphShapedInPartsHasTheSameLines(FxRobot robot) throws Exception {
        AtomicReference<List<Double>> ends = new AtomicReference<>();
        AtomicReference<List<Double>> byHand = new AtomicReference<>();
        try (var in = Typeface.HEBREW.open()) {
            String family = Font.loadFont(in, 18).getFamily();
            String text = IntStream.range(0, 60).mapToObj(_ -> HEBREW).collect(Collectors.joining(" "));
            robot.interact(() -> {
                ends.set(heights(text(text, family)));
                byHand.set(heights(text(broken(text, family, 200), family)));
            });
        }
        assertThat(ends.get()).hasSizeGreaterThan(40).isEqualTo(byHand.get());
    }

    @Test
    void placesPartsInAnotherFontInReadingOrder(FxRobot robot) {
        String family = "Source Serif 4"; // which has the hyphen but no Hebrew letters
        AtomicReference<int[]> whole = new AtomicReference<>();
        AtomicReference<int[]> parts = new AtomicReference<>();
        robot.interact(() -> {
            whole.set(ink(picture(text("אבגדהוזחט-י", family))));
            parts.set(ink(picture(new HBox(text("י", family), text("-", family), text("אבגדהוזחט", family)))));
        });
        assertThat(difference(whole.get(), parts.get())).as("shares of ink that stand elsewhere").isLessThan(0.4);
    }

    @Test
    void startsARemarkFromItsReadingSide(FxRobot robot) {
        TextArea area = new TextArea();
        robot.interact(() -> ReadingDirection.of(area));
        assertThat(side(robot, area, "Units, please.")).isEqualTo(NodeOrientation.LEFT_TO_RIGHT);
        assertThat(side(robot, area, HEBREW)).isEqualTo(NodeOrientation.RIGHT_TO_LEFT);
        assertThat(side(robot, area, "3. " + ARABIC)).as("by its first letter")
                .isEqualTo(NodeOrientation.RIGHT_TO_LEFT);
        assertThat(side(robot, area, "")).isEqualTo(NodeOrientation.LEFT_TO_RIGHT);
    }

    private static NodeOrientation side(FxRobot robot, TextArea area, String text) {
        robot.interact(() -> area.setText(text));
        return area.getEffectiveNodeOrientation();
    }

    /** The amount of ink in each column. */
    private static int[] ink(int[] picture) {
        int[] columns = new int[400];
        for (int i = 0; i < picture.length; i++) {
            columns[i % 400] += (picture[i] & 255) < 128 ? 1 : 0;
        }
        return columns;
    }

    /** 0 if all ink is in the same columns, 1 if none is. */
    private static double difference(int[] one, int[] other) {
        double differs = IntStream.range(0, one.length).map(i -> Math.abs(one[i] - other[i])).sum();
        return differs / (Arrays.stream(one).sum() + Arrays.stream(other).sum());
    }

    /** The vertical positions of each letter's caret. */
    private static List<Double> heights(Text text) {
        text.setWrappingWidth(200);
        String plain = text.getText();
        return IntStream.range(0, plain.length())
                .filter(i -> plain.charAt(i) != '\n' && plain.charAt(i) != ' ')
                .mapToObj(i -> new Path(text.caretShape(i, true)).getLayoutBounds().getMinY())
                .toList();
    }

    @Test
    void acceptsALongRemarkInEitherDirection(FxRobot robot) {
        String text = IntStream.range(0, 6)
                .mapToObj(_ -> HEBREW + " " + ARABIC + " and on.")
                .collect(Collectors.joining(" "));
        robot.interact(() -> program.toDesk(batch.folder()));
        atDesk(robot);
        robot.push(KeyCode.DIGIT4);
        robot.clickOn(Screen.onPage(robot, 300, 400));
        waitFor(() -> Screen.isFocused(robot, "#remark"));
        robot.interact(() -> {
            ClipboardContent content = new ClipboardContent();
            content.putString(text);
            Clipboard.getSystemClipboard().setContent(content);
        });
        robot.push(KeyCode.CONTROL, KeyCode.V);
        robot.push(KeyCode.ENTER);
        waitFor(() -> remark().equals(Optional.of(text)));
        waitFor(() -> robot.lookup(".remark-text").tryQuery().isPresent());
        assertThat(robot.lookup(".remark-text").queryText().getFont().getStyle()).as("upright")
                .doesNotContain("Italic");
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        waitFor(() -> remark().filter(text::equals).isEmpty());
    }

    @Test
    void anEnglishRemarkStaysItalic(FxRobot robot) {
        robot.interact(() -> program.toDesk(batch.folder()));
        atDesk(robot);
        robot.push(KeyCode.DIGIT4);
        robot.clickOn(Screen.onPage(robot, 300, 400));
        waitFor(() -> Screen.isFocused(robot, "#remark"));
        robot.write("Why?");
        robot.push(KeyCode.ENTER);
        waitFor(() -> robot.lookup(".remark-text").tryQuery().isPresent());
        assertThat(robot.lookup(".remark-text").queryText().getFont().getStyle()).contains("Italic");
    }

    private Optional<String> remark() {
        return program.openBatch()
                .orElseThrow()
                .batch()
                .submission(SmallBatch.TYPED)
                .marks()
                .stream()
                .map((Mark m) -> m.remark().text())
                .findFirst();
    }
}

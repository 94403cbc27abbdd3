package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.desktop.Screen.waitFor;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.scene.Scene;
import javafx.scene.image.WritableImage;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Path;
import javafx.scene.text.Font;
import javafx.scene.text.Text;
import javafx.stage.Stage;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.documents.Typeface;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** Words that are written from right to left, on more than one line; the very same words with the breaks made by hand are the check. */
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

    /** With a break after each word that is the last for which there is room. */
    private static String broken(String words, String family, double width) {
        StringBuilder lines = new StringBuilder();
        String line = "";
        for (String word : words.split("(?<= )")) {
            if (!line.isEmpty() && text(line + word, family).getLayoutBounds().getWidth() > width) {
                lines.append(line).append('\n');
                line = "";
            }
            line += word;
        }
        return lines.append(line).toString();
    }

    private static int[] picture(Text text) {
        StackPane ground = new StackPane(text);
        new Scene(ground, 400, 400);
        WritableImage image = ground.snapshot(null, null);
        return IntStream.range(0, 160_000)
                .map(i -> image.getPixelReader().getArgb(i % 400, i / 400))
                .toArray();
    }

    @ParameterizedTest
    @CsvSource({"HEBREW, 90", "HEBREW, 150", "HEBREW, 240", "ARABIC, 90", "ARABIC, 150", "ARABIC, 240"})
    void linesThatAreBrokenByTheWindowHaveTheWordsOfLinesBrokenByHand(Typeface typeface, double width, FxRobot robot)
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
    void aParagraphThatIsShapedInPartsHasTheSameLines(FxRobot robot) throws Exception {
        AtomicReference<List<Double>> ends = new AtomicReference<>();
        AtomicReference<List<Double>> byHand = new AtomicReference<>();
        try (var in = Typeface.HEBREW.open()) {
            String family = Font.loadFont(in, 18).getFamily();
            String words = IntStream.range(0, 60).mapToObj(_ -> HEBREW).collect(Collectors.joining(" "));
            robot.interact(() -> {
                ends.set(heights(text(words, family)));
                byHand.set(heights(text(broken(words, family, 200), family)));
            });
        }
        assertThat(ends.get()).hasSizeGreaterThan(40).isEqualTo(byHand.get());
    }

    @Test
    void partsInAnotherFontStandWhereTheyAreRead(FxRobot robot) throws Exception {
        String words = "אסתר-מרים (בן־דוד), הלוי: רוזנצווייג";
        AtomicReference<List<Integer>> mixed = new AtomicReference<>();
        AtomicReference<List<Integer>> one = new AtomicReference<>();
        try (var in = Typeface.HEBREW.open()) {
            String hebrew = Font.loadFont(in, 18).getFamily();
            robot.interact(() -> {
                one.set(fromLeft(text(words, hebrew)));
                mixed.set(fromLeft(text(words, "Source Serif 4")));
            });
        }
        assertThat(one.get()).as("the last letter is the first from the left").startsWith(words.length() - 1);
        assertThat(mixed.get()).isEqualTo(one.get());
    }

    /** The places of all letters in the words, in the order in which they stand from left to right. */
    private static List<Integer> fromLeft(Text text) {
        return IntStream.range(0, text.getText().length())
                .boxed()
                .sorted(Comparator.comparingDouble(i -> new Path(text.caretShape(i, true)).getLayoutBounds().getMinX()))
                .toList();
    }

    /** Where the carets of each letter stand from above. */
    private static List<Double> heights(Text text) {
        text.setWrappingWidth(200);
        String plain = text.getText();
        return IntStream.range(0, plain.length())
                .filter(i -> plain.charAt(i) != '\n' && plain.charAt(i) != ' ')
                .mapToObj(i -> new Path(text.caretShape(i, true)).getLayoutBounds().getMinY())
                .toList();
    }

    @Test
    void aLongRemarkInEitherIsWrittenAndTheWindowGoesOn(FxRobot robot) {
        String words = IntStream.range(0, 6)
                .mapToObj(_ -> HEBREW + " " + ARABIC + " and on.")
                .collect(Collectors.joining(" "));
        robot.interact(() -> program.toDesk(batch.folder()));
        atDesk(robot);
        robot.push(KeyCode.DIGIT4);
        robot.clickOn(Screen.onPage(robot, 300, 400));
        waitFor(() -> Screen.isFocused(robot, "#remark"));
        robot.interact(() -> {
            ClipboardContent content = new ClipboardContent();
            content.putString(words);
            Clipboard.getSystemClipboard().setContent(content);
        });
        robot.push(KeyCode.CONTROL, KeyCode.V);
        robot.push(KeyCode.ENTER);
        waitFor(() -> remark().equals(Optional.of(words)));
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        waitFor(() -> remark().filter(words::equals).isEmpty());
    }

    private Optional<String> remark() {
        return program.openBatch()
                .orElseThrow()
                .batch()
                .submission(SmallBatch.TYPED)
                .marks()
                .stream()
                .map((Mark m) -> m.remark().words())
                .findFirst();
    }
}

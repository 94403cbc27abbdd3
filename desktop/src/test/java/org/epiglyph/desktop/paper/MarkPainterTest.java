package org.epiglyph.desktop.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import javafx.scene.Scene;
import javafx.scene.SnapshotParameters;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.Pane;
import javafx.scene.paint.Color;
import javafx.scene.transform.Affine;
import javafx.stage.Stage;
import org.epiglyph.core.ink.InkFit;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Shape;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** The pixels of marks that come, change and go, at sizes that end within a pixel. */
@ExtendWith(ApplicationExtension.class)
class MarkPainterTest {
    private static final int SIDE = 300;
    private final Pane pane = new Pane();

    @Start
    void start(Stage stage) {
        stage.setScene(new Scene(pane, 900, 900));
        stage.show();
    }

    private MarkPainter painter(double scale, double degrees, double density) {
        MarkPainter painter = new MarkPainter(_ -> null);
        pane.getChildren().add(painter.canvas());
        Affine toShown = new Affine();
        toShown.appendScale(scale, scale);
        toShown.appendRotation(degrees, SIDE / 2.0, SIDE / 2.0);
        painter.size(SIDE * scale, SIDE * scale, toShown, density);
        return painter;
    }

    private static Mark mark(int number, Random random) {
        Head head = new Head("m" + number, new PageRef("d", 0), Ink.values()[number % 6], 0, Remark.NONE);
        PagePoint from = new PagePoint(20 + random.nextInt(200), 20 + random.nextInt(200));
        PagePoint to = from.movedBy(random.nextInt(70) + 3.3, random.nextInt(70) + 1.7);
        return switch (number % 4) {
            case 0 -> new Stroke(head, InkPath.through(from, to), 1.6, Stroke.Nib.FINE);
            case 1 -> {
                InkPath path = InkFit.smooth(List.of(from, from.movedBy(20, 5), to), 0.25);
                yield new Stroke(head, path, 2, Stroke.Nib.FINE,
                        new ArrayList<>(java.util.Collections.nCopies(path.curves().size() + 1, 1.2)));
            }
            case 2 -> new Shape(head, Shape.Form.ELLIPSE, from, to, 1.4);
            default -> number % 8 == 3
                    ? new TypedText(head, from, "Units?", 12, 40)
                    : new Stamp(head, number % 16 == 7 ? new Face.Text("so", 1.2) : Sign.TICK, from, 22);
        };
    }

    private static List<Integer> pixels(MarkPainter painter) {
        SnapshotParameters white = new SnapshotParameters();
        white.setFill(Color.WHITE);
        WritableImage image = painter.canvas().snapshot(white, null);
        List<Integer> all = new ArrayList<>();
        for (int y = 0; y < (int) image.getHeight(); y++) {
            for (int x = 0; x < (int) image.getWidth(); x++) {
                all.add(image.getPixelReader().getArgb(x, y));
            }
        }
        return all;
    }

    @ParameterizedTest
    @ValueSource(doubles = {1, 1.032, 0.77, 1.5})
    void leavesNoTraceOfRemovedMarks(double scale, FxRobot robot) {
        robot.interact(() -> {
            for (double degrees : new double[]{0, 90}) {
                for (double density : new double[]{1, 1.25}) {
                    Random random = new Random(3);
                    MarkPainter painter = painter(scale, degrees, density);
                    for (int i = 0; i < 16; i++) {
                        painter.show(List.of(mark(i, random)));
                        painter.show(List.of());
                        assertThat(pixels(painter).stream().filter(p -> p != 0xffffffff).count())
                                .as("mark %d at %s, %s degrees, %s", i, scale, degrees, density)
                                .isZero();
                    }
                }
            }
        });
    }

    /** Painting only where something changed leaves the same pixels as painting everything anew. */
    @ParameterizedTest
    @ValueSource(doubles = {1, 1.032, 0.77})
    void incrementalPaintingEqualsPaintingAtOnce(double scale, FxRobot robot) {
        robot.interact(() -> {
            Random random = new Random(5);
            List<Mark> marks = new ArrayList<>();
            for (int i = 0; i < 24; i++) {
                marks.add(mark(i, random));
            }
            MarkPainter painter = painter(scale, 0, 1);
            for (int round = 0; round < 12; round++) {
                List<Mark> some = new ArrayList<>(marks);
                some.removeIf(_ -> random.nextInt(3) == 0);
                painter.show(some);
                MarkPainter fresh = painter(scale, 0, 1);
                fresh.show(some);
                long different = different(pixels(painter), pixels(fresh));
                assertThat(different).as("round %d at %s", round, scale).isZero();
            }
        });
    }

    private static long different(List<Integer> one, List<Integer> other) {
        long count = 0;
        for (int i = 0; i < one.size(); i++) {
            count += one.get(i).equals(other.get(i)) ? 0 : 1;
        }
        return count;
    }
}

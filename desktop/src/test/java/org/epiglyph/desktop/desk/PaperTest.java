package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.epiglyph.desktop.Screen.drag;
import static org.epiglyph.desktop.Screen.leaf;
import static org.epiglyph.desktop.Screen.onPage;
import static org.epiglyph.desktop.Screen.text;
import static org.epiglyph.desktop.Screen.waitFor;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.stage.Stage;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Shape;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.epiglyph.core.pen.PenSample;
import org.epiglyph.core.pen.PenTrace;
import org.epiglyph.core.pen.TraceTablet;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.core.pencase.Tool;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.Screen;
import org.epiglyph.desktop.Simulated;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.desktop.settings.View;
import org.epiglyph.documents.OpenDocument;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/** Mouse, keys and the simulated pen create every kind of mark on real pages. */
@ExtendWith(ApplicationExtension.class)
class PaperTest extends InWindow {
    @TempDir
    private static Path hands;
    private PageText page;

    @Start
    void start(Stage stage) throws Exception {
        Path trace = Files.writeString(hands.resolve("hand.trace"),
                "0 100 100 0 0 0\n8 100 100 0.5 0 0\n16 120 110 0.6 0 0\n24 150 105 0.7 0 0\n32 150 105 0 0 0\n");
        show(stage, start -> start.with(new Simulated(Optional.of(trace), Optional.empty())));
        try (OpenDocument document = OpenDocument.open(batch.typed())) {
            page = document.text(0);
        }
        program.toDesk(batch.folder());
    }

    private List<Mark> marks() {
        return model().submission().marks();
    }

    private <T extends Mark> T last(Class<T> kind) {
        waitFor(() -> !marks().isEmpty() && kind.isInstance(marks().getLast()));
        return kind.cast(marks().getLast());
    }

    private PageWord word(String text) {
        return page.words().stream().filter(w -> w.text().equals(text)).findFirst().orElseThrow();
    }

    private static void withShift(FxRobot robot, PagePoint... way) {
        for (int i = 0; i <= way.length; i++) {
            Screen.mouse(robot, i == 0
                    ? MouseEvent.MOUSE_PRESSED
                    : i < way.length ? MouseEvent.MOUSE_DRAGGED : MouseEvent.MOUSE_RELEASED,
                    way[Math.min(i, way.length - 1)], true);
        }
    }

    private void hold(FxRobot robot, Slot slot) {
        robot.interact(() -> model().save(model().penCaseProperty().get().holding(0).withCurrent(slot)));
    }

    private static PagePoint p(double x, double y) {
        return new PagePoint(x, y);
    }

    @Test
    void pressureWidensInkAndFingersThenOnlyScroll(FxRobot robot) throws Exception {
        atDesk(robot);
        Bounds leaf = leaf(robot).localToScene(leaf(robot).getBoundsInLocal());
        StringBuilder trace = new StringBuilder("0 100 500 0 0 0\n");
        for (int i = 0; i < 60; i++) {
            trace.append(8 * i + 8)
                    .append(' ')
                    .append(100 + 3 * i)
                    .append(' ')
                    .append(500 + 30 * Math.sin(i / 6.0))
                    .append(i < 30 ? " 0.1 0 0\n" : " 0.95 0 0\n");
        }
        trace.append("500 280 500 0 0 0\n");
        PenTrace moved = PenTrace.read(trace.toString()).at(leaf.getMinX(), leaf.getMinY(), 1);
        try (TraceTablet tablet = new TraceTablet(moved, 20)) {
            robot.interact(() -> ((Desk) program.frame().place()).penInput().listenTo(tablet));
            tablet.await();
        }
        Stroke stroke = last(Stroke.class);
        assertThat(stroke.swell()).hasSize(stroke.path().curves().size() + 1);
        assertThat(stroke.swell().getFirst()).isLessThan(0.8);
        assertThat(stroke.swell().getLast()).isGreaterThan(1.2);
        double scale = leaf.getWidth() / 595.276;
        for (PenSample sample : moved.samples().stream().filter(PenSample::isDown).toList()) {
            PagePoint hand = p((sample.x() - leaf.getMinX()) / scale, (sample.y() - leaf.getMinY()) / scale);
            assertThat(nearest(stroke.path(), hand)).as("within a quarter point of the hand").isLessThan(0.27);
        }
        int before = marks().size();
        for (var type : List.of(MouseEvent.MOUSE_PRESSED, MouseEvent.MOUSE_DRAGGED, MouseEvent.MOUSE_RELEASED)) {
            robot.interact(() -> leaf(robot).fireEvent(new MouseEvent(type, leaf.getMinX() + 90, leaf.getMinY() + 200,
                    leaf.getMinX() + 90, leaf.getMinY() + 200, MouseButton.PRIMARY, 1, false, false, false, false, true,
                    false, false, true, false, true, null)));
        }
        assertThat(marks()).as("a finger beside the pen draws nothing").hasSize(before);
    }

    @Test
    void theBundledTabletWritesOnThePageInSight(FxRobot robot) {
        atDesk(robot);
        robot.push(KeyCode.CONTROL, KeyCode.SPACE);
        robot.write("simulated").type(KeyCode.ENTER);
        waitFor(() -> !marks().isEmpty());
        assertThat(last(Stroke.class).path().start().distanceTo(p(100, 100))).isLessThan(1);
        assertThat(last(Stroke.class).swell()).isNotEmpty();
    }

    private static double nearest(InkPath path, PagePoint place) {
        double best = path.start().distanceTo(place);
        PagePoint from = path.start();
        for (Cubic curve : path.curves()) {
            for (int i = 0; i <= 400; i++) {
                best = Math.min(best, curve.at(from, i / 400.0).distanceTo(place));
            }
            from = curve.end();
        }
        return best;
    }

    /** A busy machine reports a quick hand's press and release, and little in between. */
    @Test
    void inkReachesTheEndOfAQuickStroke(FxRobot robot) {
        atDesk(robot);
        Screen.mouse(robot, MouseEvent.MOUSE_PRESSED, p(100, 600), false);
        Screen.mouse(robot, MouseEvent.MOUSE_DRAGGED, p(150, 590), false);
        Screen.mouse(robot, MouseEvent.MOUSE_RELEASED, p(300, 640), false);
        assertThat(last(Stroke.class).path().flattened().getLast().distanceTo(p(300, 640))).isLessThan(1);
    }

    @Test
    void shiftStraightensInkAndWidthFollowsSpeedWithoutPressure(FxRobot robot) {
        atDesk(robot);
        withShift(robot, p(100, 600), p(200, 603), p(300, 606));
        Stroke straight = last(Stroke.class);
        assertThat(straight.path().curves()).hasSize(1);
        assertThat(straight.path().bounds().height()).isLessThan(0.1);
        drag(robot, p(100, 650), p(300, 660));
        assertThat(last(Stroke.class).swell()).isNotEmpty();
    }

    @Test
    void marksWordsByDoubleAndTripleClickAndAcrossPages(FxRobot robot) {
        atDesk(robot);
        robot.type(KeyCode.DIGIT2);
        PagePoint range = word("range").box().centre();
        robot.moveTo(onPage(robot, range)).clickOn(MouseButton.PRIMARY).clickOn(MouseButton.PRIMARY);
        robot.type(KeyCode.ESCAPE);
        assertThat(last(TextMarkup.class).text()).isEqualTo("range");
        int before = marks().size();
        robot.interact(() -> model().chosen().none());
        hold(robot, new Slot(Tool.WAVY_UNDERLINE, Ink.MADDER, 12));
        PageWord late = page.words().get(page.words().size() - 4);
        robot.interact(() -> program.frame().looks().change(v -> v.withZoom(View.Zoom.of(0.5))));
        waitFor(() -> robot.lookup(".page-leaf").queryAll().size() > 1 && leaf(robot).getWidth() < 300);
        Node second = robot.lookup(".page-leaf")
                .queryAll()
                .stream()
                .filter(n -> n != leaf(robot))
                .min(java.util.Comparator.comparingDouble(Node::getLayoutY))
                .orElseThrow();
        robot.moveTo(onPage(robot, late.box().centre())).press(MouseButton.PRIMARY);
        Bounds there = second.localToScreen(second.getBoundsInLocal());
        robot.moveTo(there.getMinX() + 60, there.getMinY() + 58).moveTo(there.getMinX() + 62, there.getMinY() + 58);
        robot.release(MouseButton.PRIMARY);
        waitFor(() -> marks().size() == before + 2);
        assertThat(marks().subList(before, before + 2)).extracting(m -> m.page().index()).containsExactly(0, 1);
        assertThat(marks().getLast()).isInstanceOfSatisfying(TextMarkup.class,
                m -> assertThat(m.style()).isEqualTo(TextMarkup.Style.WAVY_UNDERLINE));
        robot.type(KeyCode.ESCAPE);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(marks()).as("both pages were one act").hasSize(before);
    }

    @Test
    void replacesInsertsDeletesAndMovesTextByProofMarks(FxRobot robot) {
        atDesk(robot);
        robot.type(KeyCode.DIGIT9);
        PageWord range = word("range");
        drag(robot, p(range.box().left() + 2, range.box().centre().y()),
                p(range.box().right() - 2, range.box().centre().y()));
        waitFor(() -> Screen.isFocused(robot, "#remark"));
        robot.write("height");
        robot.type(KeyCode.ENTER);
        Correction replaced = last(Correction.class);
        assertThat(replaced.kind()).isEqualTo(Correction.Kind.REPLACE);
        assertThat(replaced.text()).isEqualTo("range");
        PageWord minutes = page.words().get(page.words().indexOf(range) + 12);
        robot.clickOn(onPage(robot, p(minutes.box().left() - 1, minutes.box().centre().y())));
        waitFor(() -> Screen.isFocused(robot, "#remark"));
        robot.type(KeyCode.ESCAPE);
        assertThat(marks()).as("nothing put in is no correction").hasSize(1);
        PageWord other = page.words().get(page.words().indexOf(range) + 20);
        drag(robot, p(other.box().left() + 1, other.box().centre().y()),
                p(other.box().right() - 1, other.box().centre().y()));
        robot.type(KeyCode.ESCAPE);
        assertThat(last(Correction.class).kind()).isEqualTo(Correction.Kind.DELETE);
        drag(robot, other.box().centre(), p(300, 500));
        waitFor(() -> marks().getLast() instanceof Correction c && c.kind() == Correction.Kind.MOVE);
        assertThat(last(Correction.class).caret().orElseThrow().x()).isBetween(297.0, 303.0);
        assertThat(last(Correction.class).remark().text()).isEqualTo(other.text());
    }

    @Test
    void drawsShapesStampsAndTextRepeatedly(FxRobot robot) {
        atDesk(robot);
        hold(robot, new Slot(Tool.ELLIPSE, Ink.PLUM, 1.2));
        drag(robot, p(100, 300), p(200, 340));
        robot.write("this part").type(KeyCode.ENTER);
        assertThat(last(Shape.class).form()).isEqualTo(Shape.Form.ELLIPSE);
        assertThat(last(Shape.class).remark().text()).isEqualTo("this part");
        hold(robot, new Slot(Tool.BRACKET, Ink.PLUM, 1.2));
        drag(robot, p(400, 300), p(404, 380));
        assertThat(last(Shape.class).from().x()).as("a bracket stands upright").isEqualTo(last(Shape.class).to().x());
        robot.type(KeyCode.ESCAPE);
        hold(robot, Slot.stamp(Sign.TICK, Ink.MADDER, 20));
        int before = marks().size();
        drag(robot, p(100, 420), p(204, 420));
        waitFor(() -> marks().size() >= before + 4);
        assertThat(marks().subList(before, marks().size())).allMatch(Stamp.class::isInstance);
        hold(robot, Slot.stamp(SlotCard.face("1,5"), Ink.MADDER, 20));
        robot.clickOn(onPage(robot, p(2, 450)));
        assertThat(((Face.Score) last(Stamp.class).face()).text()).isEqualTo("1.5");
        assertThat(last(Stamp.class).bounds().left()).as("a stamp at the edge is whole").isNotNegative();
        hold(robot, new Slot(Tool.TEXT, Ink.INDIGO, 12).withGround(true));
        robot.clickOn(onPage(robot, p(570, 480)));
        waitFor(() -> Screen.isFocused(robot, "#typed-text"));
        robot.interact(() -> robot.lookup("#typed-text")
                .queryAs(TextInputControl.class)
                .setText("These words are so many that they do not stand on one line of the column"));
        robot.type(KeyCode.ENTER);
        TypedText typed = last(TypedText.class);
        assertThat(typed.lines()).hasSizeGreaterThan(1);
        assertThat(typed.bounds().right()).as("it is on the page").isLessThan(595.3);
        assertThat(typed.ground()).isTrue();
    }

    @Test
    void movesScalesRotatesAndReordersMarks(FxRobot robot) {
        atDesk(robot);
        hold(robot, Slot.stamp(Sign.CROSS, Ink.MADDER, 24));
        robot.clickOn(onPage(robot, p(200, 600)));
        robot.clickOn(onPage(robot, p(300, 600)));
        hold(robot, new Slot(Tool.CHOOSE, Ink.INDIGO, 1));
        drag(robot, p(160, 560), p(162, 562)); // a click beside them selects nothing
        assertThat(model().chosen().isEmpty()).isTrue();
        robot.moveTo(onPage(robot, p(170, 560))).press(MouseButton.PRIMARY);
        for (PagePoint corner : List.of(p(340, 560), p(340, 650), p(170, 650), p(170, 570))) {
            robot.moveTo(onPage(robot, corner));
        }
        robot.release(MouseButton.PRIMARY);
        assertThat(model().chosen().idsProperty().get()).as("the loop goes around both").hasSize(2);
        drag(robot, p(200, 600), p(220, 640));
        assertThat(marks()).extracting(m -> Math.round(m.bounds().centre().y())).containsOnly(640L);
        Screen.mouse(robot, MouseEvent.MOUSE_PRESSED, p(220, 640), false);
        Screen.mouse(robot, MouseEvent.MOUSE_DRAGGED, p(-60, 640), false);
        Screen.mouse(robot, MouseEvent.MOUSE_RELEASED, p(-60, 640), false);
        assertThat(marks().getFirst().bounds().left()).as("they stay on their page").isCloseTo(0, within(1e-6));
        robot.interact(() -> model().chosen().choose(List.of(marks().getFirst().id())));
        Stamp first = (Stamp) marks().getFirst();
        double size = first.size();
        PagePoint grip = p(first.bounds().right() + 2, first.bounds().bottom() + 2);
        drag(robot, grip, p(grip.x() + 20, grip.y() + 20));
        assertThat(((Stamp) marks().getFirst()).size()).isGreaterThan(size * 1.4);
        robot.type(KeyCode.T);
        assertThat(((Stamp) marks().getFirst()).tilt()).isEqualTo(15);
        String id = marks().getFirst().id();
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.F);
        assertThat(marks().getLast().id()).isEqualTo(id);
        robot.type(KeyCode.G);
        assertThat(marks().getLast().head().criterion()).isEqualTo("c1");
    }

    @Test
    void erasesWholeMarksOrOnlyInk(FxRobot robot) {
        atDesk(robot);
        drag(robot, p(100, 600), p(300, 600));
        robot.type(KeyCode.E);
        withShift(robot, p(200, 600));
        assertThat(marks()).as("the stroke falls into two").hasSize(2);
        robot.clickOn(onPage(robot, p(120, 600)));
        assertThat(marks()).hasSize(1);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(marks()).singleElement().isInstanceOf(Stroke.class);
    }

    @Test
    void copiesMarksToAnotherSubmissionWithTheirText(FxRobot robot) {
        atDesk(robot);
        robot.type(KeyCode.DIGIT4);
        robot.clickOn(onPage(robot, p(200, 600)));
        robot.write("Show the working.").type(KeyCode.ENTER);
        robot.push(KeyCode.CONTROL, KeyCode.C);
        robot.push(KeyCode.CONTROL, KeyCode.DOWN);
        waitFor(() -> model().student().equals(SmallBatch.SCANNED) && leaf(robot) != null);
        robot.push(KeyCode.CONTROL, KeyCode.V);
        waitFor(() -> !marks().isEmpty());
        assertThat(marks()).singleElement().isInstanceOf(Note.class);
        assertThat(marks().getFirst().remark().text()).isEqualTo("Show the working.");
        assertThat(marks().getFirst().page().document()).isEqualTo("d2");
    }

    @Test
    void placesMovesReadsAndDeletesAMarkByKeysAlone(FxRobot robot) {
        atDesk(robot);
        robot.type(KeyCode.DIGIT6);
        robot.type(KeyCode.X);
        for (int i = 0; i < 3; i++) {
            robot.type(KeyCode.RIGHT).type(KeyCode.DOWN);
        }
        robot.type(KeyCode.ENTER);
        Stamp tick = last(Stamp.class);
        robot.type(KeyCode.ESCAPE).type(KeyCode.ESCAPE);
        robot.type(KeyCode.N);
        assertThat(model().chosen().one()).contains(tick);
        assertThat(robot.lookup(".page-roll").query().getAccessibleText()).contains("Stamp: Tick", "Page 1");
        robot.type(KeyCode.LEFT);
        assertThat(last(Stamp.class).at().x()).isEqualTo(tick.at().x() - 1);
        robot.type(KeyCode.DIGIT1).type(KeyCode.X).type(KeyCode.SPACE);
        robot.type(KeyCode.RIGHT).type(KeyCode.DOWN).type(KeyCode.RIGHT).type(KeyCode.SPACE);
        assertThat(last(Stroke.class).path().curves()).isNotEmpty();
        robot.type(KeyCode.DELETE);
        assertThat(marks()).hasSize(1);
    }

    @Test
    void opensTheCaseAtThePointerAndArrangesItsSlots(FxRobot robot) throws IOException {
        atDesk(robot);
        robot.moveTo(onPage(robot, p(200, 300)));
        robot.type(KeyCode.Q);
        waitFor(() -> Screen.isThere(robot, "#case-7"));
        robot.clickOn("#case-7");
        assertThat(model().penCaseProperty().get().current().face()).isEqualTo(Sign.CROSS);
        robot.clickOn(onPage(robot, p(200, 300)), MouseButton.SECONDARY);
        waitFor(() -> Screen.isThere(robot, "#case-1"));
        robot.type(KeyCode.ESCAPE);
        robot.type(KeyCode.S);
        waitFor(() -> Screen.isThere(robot, "#slot-meaning"));
        robot.clickOn("#slot-meaning").write("reasoning").type(KeyCode.ENTER);
        PenCase before = model().penCaseProperty().get();
        assertThat(before.current().meaning()).isEqualTo("reasoning");
        robot.clickOn(robot.lookup("#stamp-words").<TextInputControl>query()).write("see me").type(KeyCode.ENTER);
        assertThat(model().penCaseProperty().get().current().face()).isInstanceOf(Face.Text.class);
        robot.interact(() -> robot.lookup("#Case-up").queryButton().fire());
        assertThat(model().penCaseProperty().get().inHand()).isEqualTo(before.inHand() - 1);
        robot.type(KeyCode.ESCAPE);
        robot.clickOn(onPage(robot, p(300, 500)));
        assertThat(last(Stamp.class).head().meaning()).isEqualTo("reasoning");
        robot.push(KeyCode.SHIFT, KeyCode.R);
        waitFor(() -> robot.lookup("#remarks-list").tryQuery().isPresent());
        assertThat(text(robot, "#kept")).isNotEmpty();
    }
}

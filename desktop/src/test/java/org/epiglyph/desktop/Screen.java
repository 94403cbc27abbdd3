package org.epiglyph.desktop;

import java.nio.file.Path;
import java.time.Clock;
import java.util.Comparator;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.event.EventType;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.stage.Stage;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.desktop.frame.Closing;
import org.testfx.api.FxRobot;
import org.testfx.service.query.EmptyNodeQueryException;
import org.testfx.util.WaitForAsyncUtils;

/** What a test sees of the program's window. */
public final class Screen {
    private static final double A4_POINTS = 595.276;

    private Screen() {}

    /** Starts a program with the shelf that contains a batch, and settings in a world's folder. */
    public static Program start(Stage stage, Path batch, Path world) {
        Program program = new Program(new Program.Start(batch.getParent(), world.resolve("settings"), "", ""),
                Clock.systemUTC());
        show(stage, program);
        return program;
    }

    /** Shows a program with its shelf. */
    public static void show(Stage stage, Program program) {
        stage.setScene(OpeningWindow.scene(program.frame()));
        Closing.attach(stage, program.frame());
        program.toShelf();
        stage.show();
    }

    /** Ends a program as closing its window does, and waits for the page being made. */
    public static void end(Program program) throws InterruptedException {
        WaitForAsyncUtils.asyncFx(program::end);
        WaitForAsyncUtils.waitForFxEvents();
        for (Thread thread : Thread.getAllStackTraces().keySet()) {
            if (thread.getName().equals("making pages")) {
                thread.join(20_000);
            }
        }
    }

    /** The first page in the roll; null if there is none. */
    public static Region leaf(FxRobot robot) {
        return look(() -> (Region) robot.lookup(".page-leaf")
                .queryAll()
                .stream()
                .min(Comparator.comparingDouble(Node::getLayoutY))
                .orElse(null));
    }

    /** A point of the first page, an upright A4 sheet, in points; returns its position on the screen. */
    public static Point2D onPage(FxRobot robot, double x, double y) {
        Region leaf = leaf(robot);
        double scale = leaf.getWidth() / A4_POINTS;
        return leaf.localToScreen(x * scale, y * scale);
    }

    /** As {@link #onPage(FxRobot, double, double)}. */
    public static Point2D onPage(FxRobot robot, PagePoint place) {
        return onPage(robot, place.x(), place.y());
    }

    /** Drags with the main button from one point of the first page to another, through the middle. */
    public static void drag(FxRobot robot, PagePoint from, PagePoint to) {
        robot.moveTo(onPage(robot, from)).press(MouseButton.PRIMARY);
        robot.moveTo(onPage(robot, new PagePoint((from.x() + to.x()) / 2, (from.y() + to.y()) / 2)))
                .moveTo(onPage(robot, to))
                .release(MouseButton.PRIMARY);
    }

    /** A press, drag or release at a point of the first page; the headless platform's pointer knows no modifiers. */
    public static void mouse(FxRobot robot, EventType<MouseEvent> type, PagePoint at, boolean shift) {
        Region leaf = leaf(robot);
        Point2D scene = leaf.localToScene(leaf.screenToLocal(onPage(robot, at)));
        robot.interact(() -> leaf.fireEvent(new MouseEvent(type, scene.getX(), scene.getY(), scene.getX(),
                scene.getY(), MouseButton.PRIMARY, 1, shift, false, false, false, true, false, false, false, false,
                true, null)));
    }

    /** The text of a label or field; empty if it does not exist. */
    public static String text(FxRobot robot, String query) {
        return look(() -> switch (robot.lookup(query).tryQuery().orElse(null)) {
            case Labeled labeled -> labeled.getText();
            case TextInputControl input -> input.getText();
            case null, default -> "";
        });
    }

    public static boolean isThere(FxRobot robot, String query) {
        return look(() -> robot.lookup(query).tryQuery().filter(Node::isVisible).isPresent());
    }

    public static boolean isFocused(FxRobot robot, String query) {
        return look(() -> robot.lookup(query).tryQuery().filter(Node::isFocused).isPresent());
    }

    /** Moves the pointer, so that the next click is not the second of a double click on what the first one changed. */
    public static void moveAway(FxRobot robot) {
        robot.moveBy(0, -120);
    }

    /** Lets the interface work until a condition holds and the nodes it asks for exist; gives up after 20 seconds. */
    public static void waitFor(BooleanSupplier condition) {
        if (Platform.isFxApplicationThread()) {
            throw new IllegalStateException("A condition must not wait for another one");
        }
        try {
            WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, () -> {
                WaitForAsyncUtils.waitForFxEvents(1);
                return holds(condition);
            });
        } catch (TimeoutException e) {
            throw new AssertionError("Waited in vain", e);
        }
    }

    private static boolean holds(BooleanSupplier condition) {
        return look(() -> {
            try {
                return condition.getAsBoolean();
            } catch (EmptyNodeQueryException | NullPointerException _) {
                return false; // what is looked for is not there yet
            }
        });
    }

    /** Looks at the scene on its own thread, so that nothing changes meanwhile. */
    private static <T> T look(Supplier<T> looking) {
        return Platform.isFxApplicationThread()
                ? looking.get()
                : CompletableFuture.supplyAsync(looking, Platform::runLater).join();
    }
}

package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Queue;
import java.util.Random;
import java.util.concurrent.ConcurrentLinkedQueue;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** Commands, keys and clicks in random order: none fails, and their results are there afterwards. */
@ExtendWith(ApplicationExtension.class)
class AnyOrderTest extends InWindow {
    private static final int STEPS = Integer.getInteger("epiglyph.torture.steps", 60);
    private static final long SEED = Long.getLong("epiglyph.torture.seed", 20261129);
    private static final KeyCode[] KEYS = {KeyCode.ENTER, KeyCode.TAB, KeyCode.ESCAPE, KeyCode.SPACE, KeyCode.DELETE,
            KeyCode.BACK_SPACE, KeyCode.UP, KeyCode.DOWN, KeyCode.LEFT, KeyCode.RIGHT, KeyCode.PAGE_DOWN, KeyCode.HOME,
            KeyCode.END, KeyCode.A, KeyCode.B, KeyCode.X, KeyCode.N, KeyCode.DIGIT1, KeyCode.DIGIT3, KeyCode.DIGIT5,
            KeyCode.DIGIT6, KeyCode.DIGIT0, KeyCode.MINUS};
    private final Deque<String> last = new ArrayDeque<>();
    private final Queue<Throwable> thrown = new ConcurrentLinkedQueue<>();
    private Stage stage;

    @Start
    void start(Stage window) throws Exception {
        stage = window;
        show(window);
    }

    private void note(String what) {
        last.add(what);
        if (last.size() > 12) {
            last.removeFirst();
        }
    }

    private void step(FxRobot robot, Random random) {
        int kind = random.nextInt(10);
        if (kind < 4) {
            run(robot, random);
        } else if (kind < 7) {
            KeyCode key = KEYS[random.nextInt(KEYS.length)];
            note(key.toString());
            robot.push(key);
        } else {
            double x = stage.getX() + random.nextInt((int) stage.getWidth());
            double y = stage.getY() + random.nextInt((int) stage.getHeight());
            MouseButton button = random.nextInt(8) == 0 ? MouseButton.SECONDARY : MouseButton.PRIMARY;
            note("click " + x + " " + y + " " + button);
            if (kind == 9) {
                robot.moveTo(x, y)
                        .press(MouseButton.PRIMARY)
                        .moveBy(random.nextInt(200), random.nextInt(90))
                        .release(MouseButton.PRIMARY);
            } else {
                robot.clickOn(x, y, button);
            }
        }
    }

    private void run(FxRobot robot, Random random) {
        List<Act> acts = new ArrayList<>();
        robot.interact(() -> acts.addAll(program.frame()
                .acts()
                .find("")
                .stream()
                .filter(a -> a.possible().getAsBoolean())
                .toList()));
        Act act = acts.get(random.nextInt(acts.size()));
        note(act.name());
        robot.interact(() -> {
            try {
                act.run().run();
            } catch (RuntimeException | Error e) {
                failed(e);
            }
        });
    }

    /** Only the system's own windows cannot be shown here. */
    private void failed(Throwable e) {
        Throwable cause = e;
        while (cause.getCause() != null) {
            cause = cause.getCause();
        }
        if (!(cause instanceof UnsupportedOperationException)
                || !cause.getStackTrace()[0].getMethodName().startsWith("staticCommonDialogs")) {
            thrown.add(e);
        }
    }

    @AfterEach
    void checkAgain() {
        WaitForAsyncUtils.clearExceptions();
        WaitForAsyncUtils.autoCheckException = true;
    }

    @Test
    void commandsInAnyOrderNeverFail(FxRobot robot) throws Exception {
        Thread.getAllStackTraces()
                .keySet()
                .stream()
                .filter(t -> t.getName().contains("JavaFX Application"))
                .forEach(t -> t.setUncaughtExceptionHandler((_, e) -> failed(e)));
        WaitForAsyncUtils.autoCheckException = false; // checked here instead
        Random random = new Random(SEED);
        for (int i = 0; i < STEPS; i++) {
            if (i % 25 == 0) {
                robot.interact(() -> program.toDesk(batch.folder()));
            }
            step(robot, random);
            WaitForAsyncUtils.waitForFxEvents(2);
            Throwable first = thrown.peek();
            assertThat(first).as("after %s", last).isNull();
            assertThat(Screen.text(robot, "#frame-said")).as("after %s", last).doesNotContain(UiText.of("Frame.fault"));
        }
        robot.interact(() -> Window.getWindows().stream().filter(w -> w != stage).toList().forEach(Window::hide));
        List<Submission> before = new ArrayList<>();
        robot.interact(() -> program.openBatch().ifPresent(w -> before.addAll(w.batch().submissions())));
        Screen.end(program);
        try (Workspace again = Workspace.open(batch.folder(), java.time.Clock.systemUTC())) {
            assertThat(again.damage().isNone()).isTrue();
            if (!before.isEmpty()) {
                assertThat(again.batch().submissions()).isEqualTo(before);
            }
        }
    }
}

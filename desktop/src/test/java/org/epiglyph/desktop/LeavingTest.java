package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.math.BigDecimal;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import javafx.stage.WindowEvent;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.handback.HandBack;
import org.epiglyph.desktop.shelf.Shelf;
import org.epiglyph.workspace.Glance;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/**
 * Every screen can be left while work is in progress: the work holds the batch open, the top line shows it, and no
 * receipt is lost.
 */
@ExtendWith(ApplicationExtension.class)
class LeavingTest {
    @TempDir
    private static Path worlds;
    private final CountDownLatch arrived = new CountDownLatch(1);
    private final CountDownLatch answer = new CountDownLatch(1);
    private final AtomicInteger received = new AtomicInteger();
    private HttpServer service;
    private SmallBatch batch;
    private Program program;
    private Stage stage;

    @Start
    void start(Stage window) throws Exception {
        stage = window;
        service = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
        service.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        service.createContext("/", exchange -> {
            exchange.getRequestBody().readAllBytes();
            String path = exchange.getRequestURI().getPath();
            if (path.contains("/records/") && !path.endsWith("/visibility")) {
                arrived.countDown();
                await(answer);
                received.incrementAndGet();
            }
            byte[] body = ("{\"receipt\":\"R-" + received.get()
                    + "\",\"at\":\"2026-03-20T20:00:00Z\",\"visible\":false,\"sourcedId\":\"t\",\"title\":\"T\",\"resultValueMax\":10}")
                    .getBytes(StandardCharsets.UTF_8);
            exchange.getResponseHeaders().add("ETag", "\"v1\"");
            exchange.sendResponseHeaders(200, body.length);
            exchange.getResponseBody().write(body);
            exchange.close();
        });
        service.start();
        Path world = worlds.resolve(String.valueOf(System.nanoTime()));
        batch = SmallBatch.make(world);
        Files.writeString(batch.folder().resolve("origin.json"), "{\"address\":\"http://127.0.0.1:"
                + service.getAddress().getPort() + "\",\"task\":\"t\"}");
        try (Workspace workspace = Workspace.open(batch.folder(), Clock.systemUTC())) {
            for (Submission submission : workspace.batch().submissions()) {
                StudentKey student = submission.student().key();
                for (String criterion : new String[]{"c1", "c2"}) {
                    workspace.edit(new Edit.SetScore(student, criterion, Optional.of(BigDecimal.ONE)));
                }
                submission.pages().forEach(p -> workspace.edit(new Edit.SeePage(student, p)));
                workspace.edit(new Edit.Seal(student));
            }
        }
        program = new Program(new Program.Start(batch.folder().getParent(), world.resolve("settings"), "", "token"),
                Clock.systemUTC());
        Screen.show(stage, program);
    }

    @AfterEach
    void stop() throws Exception {
        answer.countDown();
        Screen.end(program);
        service.stop(0);
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await(20, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static void waitFor(java.util.concurrent.Callable<Boolean> until) throws Exception {
        WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, until);
        WaitForAsyncUtils.waitForFxEvents();
    }

    private void handBack(FxRobot robot) throws Exception {
        robot.interact(() -> program.toHandBack(batch.folder()));
        waitFor(() -> program.frame().place() instanceof HandBack);
        robot.interact(() -> robot.lookup("#held").queryAs(RadioButton.class).setSelected(true));
        waitFor(() -> !robot.lookup("#hand-back-send").query().isDisabled());
        robot.clickOn("#hand-back-send");
        assertThat(arrived.await(20, TimeUnit.SECONDS)).isTrue();
    }

    @Test
    void aHandBackContinuesInTheBackgroundAndItsReceiptsAreSaved(FxRobot robot) throws Exception {
        handBack(robot);
        robot.interact(() -> program.toShelf());
        waitFor(() -> program.frame().place() instanceof Shelf);
        assertThat(robot.lookup("#work").queryAs(Label.class).getParent().isVisible()).as("the top line shows the work")
                .isTrue();
        robot.interact(() -> program.toDesk(batch.folder()));
        waitFor(() -> program.frame().place() instanceof Desk);
        assertThat(program.openBatch()).as("the batch that the work holds").isPresent();
        robot.interact(() -> program.toShelf());
        answer.countDown();
        waitFor(() -> received.get() == 3);
        waitFor(() -> robot.lookup("#frame-said").queryAs(Label.class).getText().startsWith("3 handed back"));
        waitFor(() -> Glance.at(batch.folder()).batch().submissions().stream().allMatch(s -> s.receipt().isPresent()));
        robot.interact(() -> program.toDesk(batch.folder()));
        waitFor(() -> program.frame().place() instanceof Desk);
    }

    @Test
    void cancelsWorkFromTheTopLineAndKeepsReceipts(FxRobot robot) throws Exception {
        handBack(robot);
        robot.interact(() -> program.toShelf());
        waitFor(() -> program.frame().place() instanceof Shelf);
        robot.clickOn("#stop-work-elsewhere");
        waitFor(() -> !robot.lookup("#work").queryAs(Label.class).getParent().isVisible());
        answer.countDown();
        robot.interact(() -> program.toDesk(batch.folder()));
        waitFor(() -> program.frame().place() instanceof Desk);
        assertThat(received.get()).isLessThanOrEqualTo(1);
    }

    @Test
    void asksBeforeClosingTheWindowDuringWork(FxRobot robot) throws Exception {
        requestClose(robot);
        assertThat(stage.isShowing()).as("nothing speaks against it").isFalse();
        robot.interact(stage::show);
        handBack(robot);
        Node before = stage.getScene().getFocusOwner();
        requestClose(robot);
        assertThat(stage.isShowing()).isTrue();
        assertThat(Screen.text(robot, "#frame-question")).startsWith("Work is still running: ");
        robot.type(KeyCode.ESCAPE);
        assertThat(robot.lookup("#frame-question").query().getParent().isVisible()).isFalse();
        assertThat(stage.getScene().getFocusOwner()).as("the focus is where it was").isSameAs(before);
        requestClose(robot);
        robot.type(KeyCode.SPACE); // its button has the focus
        waitFor(() -> !stage.isShowing());
    }

    private void requestClose(FxRobot robot) {
        robot.interact(() -> {
            WindowEvent request = new WindowEvent(stage, WindowEvent.WINDOW_CLOSE_REQUEST);
            stage.fireEvent(request);
            if (!request.isConsumed()) {
                stage.close(); // as the window does
            }
        });
    }

    @Test
    void explainsAnEmptyAndAnInvalidBatch(FxRobot robot) throws Exception {
        answer.countDown();
        Path nothing = Files.createDirectories(batch.folder().resolveSibling("nothing"));
        Files.writeString(nothing.resolve("batch.sqlite"),
                "no database at all, but some text that is long enough to be read");
        robot.interact(() -> program.toDesk(nothing));
        waitFor(() -> !robot.lookup("#shelf-trouble").queryAs(Label.class).getText().isEmpty());
        assertThat(program.frame().place()).isInstanceOf(Shelf.class);
        robot.interact(() -> program.toDesk(batch.folder()));
        waitFor(() -> program.frame().place() instanceof Desk);
    }
}

package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.animation.AnimationTimer;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/**
 * A page that would take forever to render says so after a while, can be retried with more time, and blocks nothing
 * else.
 */
@ExtendWith(ApplicationExtension.class)
class SlowPageTest {
    private static final int LEVELS = 12;
    @TempDir
    private static Path worlds;
    private Program program;
    private Path folder;
    private Path withoutPages;

    /** Forms each of which draws the next one ten times (ISO 32000-2, 8.10). */
    private static byte[] nestedForms() {
        StringBuilder pdf = new StringBuilder("%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj\n"
                + "2 0 obj<</Type/Pages/Count 1/Kids[3 0 R]>>endobj\n3 0 obj<</Type/Page/Parent 2 0 R/MediaBox[0 0 300 400]"
                + "/Resources<</XObject<</F 5 0 R>>>>/Contents 4 0 R>>endobj\n4 0 obj<</Length 5>>stream\n/F Do\nendstream endobj\n");
        for (int level = 0; level < LEVELS; level++) {
            String content = level == LEVELS - 1 ? "0 0 9 9 re f " : "/F Do ".repeat(10);
            pdf.append(5 + level)
                    .append(" 0 obj<</Type/XObject/Subtype/Form/BBox[0 0 300 400]/Resources<</XObject<</F ")
                    .append(6 + level)
                    .append(" 0 R>>>>/Length ")
                    .append(content.length())
                    .append(">>stream\n")
                    .append(content)
                    .append("\nendstream endobj\n");
        }
        return pdf.append("trailer<</Root 1 0 R>>\n").toString().getBytes(StandardCharsets.US_ASCII);
    }

    @Start
    void start(Stage stage) throws Exception {
        Path world = worlds.resolve(String.valueOf(System.nanoTime()));
        folder = batch(world.resolve("shelf/slow"), new Pages.Ready(1, ""));
        withoutPages = batch(world.resolve("shelf/none"), new Pages.None(Message.literal("of an unknown kind")));
        program = Screen.start(stage, folder, world);
    }

    private static Path batch(Path folder, Pages pages) throws Exception {
        Files.createDirectories(folder.getParent());
        try (NewBatch batch = NewBatch.at(folder)) {
            Originals.Stored slow = batch.store("d1", "slow.pdf", new ByteArrayInputStream(nestedForms()));
            batch.add(new Student(new StudentKey("K-1"), "Ada", "Slow", ""),
                    List.of(new HandIn(1, Optional.empty(), "",
                            List.of(new Document("d1", "slow.pdf", slow.sha256(), slow.bytes(), pages, "test")))));
            batch.place(new Task("", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                    MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY);
        }
        return folder;
    }

    @AfterEach
    void stop() throws Exception {
        Screen.end(program);
    }

    @Test
    void saysThatAPageTakesTooLongAndOffersMoreTime(FxRobot robot) throws Exception {
        robot.interact(() -> program.toDesk(folder));
        WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, () -> program.frame().place() instanceof Desk);
        WaitForAsyncUtils.waitFor(40, TimeUnit.SECONDS, () -> robot.lookup("#draw-longer").tryQuery().isPresent());
        robot.interact(() -> robot.lookup("#draw-longer").queryAs(Button.class).fire());
        WaitForAsyncUtils.waitFor(10, TimeUnit.SECONDS, () -> robot.lookup("#draw-longer").tryQuery().isEmpty());
        long from = System.nanoTime();
        robot.interact(() -> program.toShelf());
        assertThat(Duration.ofNanos(System.nanoTime() - from))
                .as("the page is still being drawn, and nothing waits for it")
                .isLessThan(Duration.ofSeconds(10));
        assertThat(program.openBatch()).as("nothing waits for the page").isEmpty();
    }

    @Test
    void theLedgerRespondsWithoutWaitingForAPage(FxRobot robot) {
        robot.interact(() -> program.toDesk(folder));
        Screen.waitFor(() -> program.frame().place() instanceof Desk);
        robot.type(KeyCode.L);
        Screen.waitFor(() -> Screen.isFocused(robot, "#score-c1"));
        Screen.waitFor(() -> Screen.isThere(robot, "#slot-1"));
        robot.interact(() -> program.toShelf());
        robot.interact(() -> program.toDesk(folder));
        Screen.waitFor(() -> Screen.isThere(robot, ".ledger-foot"));
        assertThat(robot.lookup("#draw-longer").tryQuery()).as("the page is still being drawn").isEmpty();
    }

    /** A page that takes long is waited for, for 60 frames at most; where there is none, nothing is waited for. */
    @Test
    void theLedgerDoesNotWaitWithoutAPage(FxRobot robot) {
        AtomicInteger frames = new AtomicInteger();
        AnimationTimer counting = new AnimationTimer() {
            @Override
            public void handle(long now) {
                if (robot.lookup(".no-pages").tryQuery().isPresent()
                        && robot.lookup("#private-note").tryQuery().isEmpty()) {
                    frames.incrementAndGet();
                }
            }
        };
        robot.interact(counting::start);
        robot.interact(() -> program.toDesk(withoutPages));
        Screen.waitFor(() -> Screen.isThere(robot, "#private-note"));
        robot.interact(counting::stop);
        assertThat(frames.get()).as("frames for its parts").isBetween(1, 30);
    }
}

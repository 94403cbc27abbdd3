package org.epiglyph.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.application.Platform;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

@ExtendWith(ApplicationExtension.class)
class BackgroundTest {
    private final Background background = new Background();

    private <T> void start(Background.Work<T> work, CompletableFuture<Object> outcome) {
        WaitForAsyncUtils.asyncFx(() -> background.start(work, outcome::complete, outcome::complete));
    }

    @Test
    void returnsAResultOnTheInterfaceThread() throws Exception {
        CompletableFuture<Boolean> thread = new CompletableFuture<>();
        WaitForAsyncUtils.asyncFx(
                () -> background.start(_ -> "done", _ -> thread.complete(Platform.isFxApplicationThread()), _ -> {}));
        assertThat(thread.get(10, TimeUnit.SECONDS)).isTrue();
    }

    @Test
    void explainsAFailure() throws Exception {
        CompletableFuture<Object> outcome = new CompletableFuture<>();
        start(_ -> {
            throw new Problem("The disk is full. Free some space.");
        }, outcome);
        assertThat(outcome.get(10, TimeUnit.SECONDS)).isEqualTo("The disk is full. Free some space.");
    }

    @Test
    void reportsAnInternalErrorWithoutDetails() throws Exception {
        CompletableFuture<Object> outcome = new CompletableFuture<>();
        start(_ -> {
            throw new IllegalStateException("inner workings of Ada's submission");
        }, outcome);
        assertThat((String) outcome.get(10, TimeUnit.SECONDS)).startsWith("Something went wrong inside the program")
                .doesNotContain("Ada");
    }

    @Test
    void cancelledWorkStopsSilently() throws Exception {
        CountDownLatch running = new CountDownLatch(1);
        CountDownLatch stopped = new CountDownLatch(1);
        CompletableFuture<Object> outcome = new CompletableFuture<>();
        start(progress -> {
            try {
                while (true) {
                    progress.at("working", 1, 2);
                    running.countDown();
                    Thread.onSpinWait();
                }
            } finally {
                stopped.countDown();
            }
        }, outcome);
        assertThat(running.await(10, TimeUnit.SECONDS)).isTrue();
        background.cancel();
        assertThat(stopped.await(10, TimeUnit.SECONDS)).isTrue();
        WaitForAsyncUtils.waitFor(10, TimeUnit.SECONDS, () -> !background.busyProperty().get());
        assertThat(outcome).isNotDone();
    }

    @Test
    void rejectsASecondConcurrentTask() throws Exception {
        CountDownLatch hold = new CountDownLatch(1);
        AtomicBoolean refused = new AtomicBoolean();
        CompletableFuture<Object> outcome = new CompletableFuture<>();
        start(_ -> {
            try {
                hold.await();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            return "first";
        }, outcome);
        WaitForAsyncUtils.waitForFxEvents();
        WaitForAsyncUtils.asyncFx(() -> {
            assertThatThrownBy(() -> background.start(_ -> "second", _ -> {}, _ -> {}))
                    .isInstanceOf(IllegalStateException.class);
            refused.set(true);
        });
        WaitForAsyncUtils.waitForFxEvents();
        hold.countDown();
        assertThat(outcome.get(10, TimeUnit.SECONDS)).isEqualTo("first");
        assertThat(refused).isTrue();
    }
}

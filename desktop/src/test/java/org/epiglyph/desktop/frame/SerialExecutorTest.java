package org.epiglyph.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.NoSuchFileException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;

class SerialExecutorTest {
    private final Queue<Runnable> away = new ArrayDeque<>();
    private final Queue<Runnable> back = new ArrayDeque<>();
    private final SerialExecutor serial = new SerialExecutor(away::add, back::add);
    private final List<String> told = new ArrayList<>();

    private void start(SerialExecutor.Work<String> work) {
        serial.start(work, told::add, failed -> told.add("failed: " + failed));
    }

    private void run() {
        away.forEach(Runnable::run);
        assertThat(told).as("nothing is told on the other thread").isEmpty();
        back.forEach(Runnable::run);
    }

    @Test
    void returnsResultsInOrder() {
        start(() -> "first");
        start(() -> "second");
        run();
        assertThat(told).containsExactly("first", "second");
    }

    @Test
    void explainsAFailureAndContinues() {
        start(() -> {
            throw new NoSuchFileException("marks.csv");
        });
        start(() -> {
            throw new Problem("Row 3 has no name.");
        });
        start(() -> {
            throw new IllegalStateException("inner words");
        });
        start(() -> "done");
        run();
        assertThat(told).hasSize(4)
                .startsWith("failed: The file cannot be read: marks.csv",
                        "failed: Row 3 has no name.");
        assertThat(told.get(2)).startsWith("failed: ").doesNotContain("inner words");
        assertThat(told.getLast()).isEqualTo("done");
    }
}

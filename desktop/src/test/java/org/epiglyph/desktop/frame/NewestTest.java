package org.epiglyph.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;

/** Of several requests, only the last one counts. */
class NewestTest {
    private final Queue<Runnable> away = new ArrayDeque<>();
    private final Queue<Runnable> back = new ArrayDeque<>();
    private final Newest newest = new Newest(new SerialExecutor(away::add, back::add));
    private final List<String> told = new ArrayList<>();
    private final List<String> worked = new ArrayList<>();

    private void start(String name) {
        newest.start(() -> {
            worked.add(name);
            return name;
        }, told::add, failed -> told.add("failed: " + failed));
    }

    private static void run(Queue<Runnable> queue) {
        for (Runnable next = queue.poll(); next != null; next = queue.poll()) {
            next.run();
        }
    }

    @Test
    void skipsRequestsThatWereOvertaken() {
        start("first");
        start("second");
        start("third");
        run(away);
        run(back);
        assertThat(worked).containsExactly("third");
        assertThat(told).containsExactly("third");
    }

    @Test
    void dropsLateResultsAndEverythingAfterClosing() {
        start("first");
        run(away);
        start("second");
        run(back);
        assertThat(told).as("the first one's result came late").isEmpty();
        run(away);
        newest.drop();
        run(back);
        assertThat(worked).containsExactly("first", "second");
        assertThat(told).isEmpty();
    }

    @Test
    void reportsIntermediateResultsUntilCancelled() {
        newest.startLong(turn -> {
            turn.report(() -> told.add("half"));
            run(back);
            newest.drop();
            worked.add(String.valueOf(turn.isWanted()));
            turn.report(() -> told.add("whole"));
        }, told::add);
        run(away);
        run(back);
        assertThat(told).containsExactly("half");
        assertThat(worked).containsExactly("false");
    }

    @Test
    void reportsAFailureUnlessItIsObsolete() {
        newest.start(() -> {
            throw new Problem("Row 3 has no name.");
        }, _ -> {}, told::add);
        newest.startLong(_ -> {
            throw new IllegalStateException("inner words");
        }, told::add);
        run(away);
        run(back);
        assertThat(told).singleElement().satisfies(w -> assertThat(w).doesNotContain("inner").isNotBlank());
        told.clear();
        newest.start(() -> {
            throw new Problem("Row 3 has no name.");
        }, _ -> {}, told::add);
        run(away);
        newest.drop();
        run(back);
        assertThat(told).isEmpty();
    }
}

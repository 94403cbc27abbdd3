package org.epiglyph.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** Measures the mark book in a process of its own, and reports its figures with their baselines. */
final class BookFigures {
    private static final double QUARTER_FRAME_MILLIS = 1000.0 / 60 / 4;
    private final Path world;

    BookFigures(Path world) {
        this.world = world;
    }

    void report(IntakeFigures.FigureSink say) throws Exception {
        Path folder = Files.createDirectories(world.resolve("book"));
        Map<String, Double> said = OwnProcess.figures(
                List.of("-Xmx1g", "-Dglass.platform=Headless", "-Dprism.order=sw"), BookBench.class,
                folder.toString());
        say.report("the mark book of 5,000 students by 40 criteria, first shown", "reading the batch's state",
                said.get("first-ms"), said.get("read-ms"), "ms");
        say.report("scrolling it: interface thread time per step, 95th percentile", "a quarter of a frame at 60 Hz",
                said.get("scroll-ms-95"), QUARTER_FRAME_MILLIS, "ms");
        say.report("one score until the sheet is drawn, 10,000 students", "100 students", said.get("score-10000-ms"),
                said.get("score-100-ms"), "ms");
        say.report("all figures of 5,000 students", "a second", said.get("figures-ms"), 1000, "ms");
    }
}

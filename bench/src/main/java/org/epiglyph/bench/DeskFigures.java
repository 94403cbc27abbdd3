package org.epiglyph.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Consumer;

/** Measures the desk in a process of its own, and reports its figures with their baselines. */
final class DeskFigures {
    private final Path world;

    DeskFigures(Path world) {
        this.world = world;
    }

    /** The desk is measured in a process of its own with a heap of at most 512 MB. */
    void report(Path batch, ScoringBench.Figures say, Consumer<String> note) throws Exception {
        Path folder = Files.createDirectories(world.resolve("desk"));
        Map<String, Double> said = OwnProcess.figures(
                List.of("-Xmx512m", "-Dglass.platform=Headless", "-Dprism.order=sw"), DeskBench.class, batch.toString(),
                folder.toString());
        say.report("next submission to its first sharp page, not prepared", "PDFBox alone opening and rendering it",
                said.get("next-unprepared-ms"), said.get("next-bare-ms"), "ms");
        say.report("ink with 5,000 strokes on the page: interface thread time per frame, 95th percentile",
                "a quarter of a frame at 60 Hz", said.get("ink-5000-frame-ms-95"), said.get("ink-quarter-frame-ms"),
                "ms");
        say.report("allocated per frame while drawing with 5,000 strokes on the page", "the same with few",
                said.get("ink-allocated-5000") / 1024, said.get("ink-allocated-few") / 1024, "KB");
        say.report("scrolling with 30 remarks in the margin: interface thread time per step, 95th percentile",
                "a frame at 60 Hz", said.get("margin-scroll-ms-95"), 1000.0 / 60, "ms");
        say.report(String.format(Locale.ROOT,
                "a scan of 300 pages and %.0f MB from opening it at the desk until its first page is sharp",
                said.get("scan-megabytes")), "from requesting its last page until it is sharp",
                said.get("scan-first-ms"), said.get("scan-last-ms"), "ms");
        say.report("time a page of the scan stays blank when scrolling ten pages a second, 95th percentile",
                "a low-resolution image of the same pages by PDFBox alone, 95th percentile",
                said.get("scan-blank-ms-95"),
                said.get("scan-coarse-bare-ms-95"), "ms");
        say.report(
                "from the shelf to the first sharp page of a batch of 5,000 students and 300,000 changes that was open before",
                "of 26 and 1,000, in the same program", said.get("reopening-large-ms"), said.get("reopening-small-ms"),
                "ms");
        note.accept(String.format(Locale.ROOT,
                "The next submission, prepared while the previous one was on the desk, is sharp %.0f frames after the one in which it is requested (95th percentile; 0 is at once). Scrolling through all pages of the scan, ten a second, none stayed blank for longer than %.0f ms, including the frame in which it is shown; the slowest low-resolution image alone took %.0f ms. Without pauses it was %.0f ms for 95 of 100 pages and %.0f ms at most. %.0f MB of heap were in use afterwards, with a limit of 512 MB.",
                said.get("next-prepared-frames-95"), said.get("scan-blank-ms-most"),
                said.get("scan-coarse-bare-ms-most"), said.get("scan-raced-ms-95"), said.get("scan-raced-ms-most"),
                said.get("scan-heap-megabytes")));
    }
}

package org.epiglyph.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Consumer;

/** Has a paper marked in a real window, by keys and by mouse, and reports the acts. */
final class EffortFigures {
    private final Path world;

    EffortFigures(Path world) {
        this.world = world;
    }

    /** @param pdf a paper with text */
    void report(Path pdf, Consumer<String> note) throws Exception {
        Map<String, Double> said = OwnProcess.figures(List.of(), EffortBench.class, pdf.toString(),
                Files.createDirectories(world.resolve("effort")).toString());
        StringBuilder table = new StringBuilder(
                """
                        One paper with 3 pen marks, 2 highlights with remarks, 3 remarks from phrases, 4 ticks, 5 scores, seal and the next student, in a real window:

                        | with | key presses | clicks | drags | pointer travel, px |
                        |---|---|---|---|---|
                        """);
        for (String way : List.of("keys", "mouse")) {
            String by = "effort-" + way;
            table.append(String.format(Locale.ROOT, "| %s | %.0f | %.0f | %.0f | %.0f |%n",
                    way.equals("keys") ? "keys wherever possible" : "the mouse, except for text and scores",
                    said.get(by + "-keys"), said.get(by + "-clicks"), said.get(by + "-drags"),
                    said.get(by + "-travel")));
        }
        note.accept(table.toString());
    }
}

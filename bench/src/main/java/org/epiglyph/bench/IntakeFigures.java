package org.epiglyph.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.epiglyph.documents.Intake;
import org.epiglyph.documents.IntakeProcess;

/** The cost of examining received files in a process of their own: the same files there and in this process. */
final class IntakeFigures {
    private static final int ROUNDS = 7;
    private final Path world;

    IntakeFigures(Path world) {
        this.world = world;
    }

    /** Receives figures. */
    interface FigureSink {
        void report(String what, String against, double ours, double theirs, String unit);
    }

    void report(FigureSink say) throws Exception {
        List<Path> files = files();
        List<Double> apart = new ArrayList<>();
        List<Double> here = new ArrayList<>();
        double first;
        try (IntakeProcess intake = new IntakeProcess()) {
            long from = System.nanoTime();
            intake.examine(files.getFirst(), world.resolve("apart/first.pdf"));
            first = (System.nanoTime() - from) / 1e9;
            for (int round = 0; round < ROUNDS; round++) {
                double there = seconds(files,
                        f -> intake.examine(f, world.resolve("apart/" + f.getFileName() + ".pdf")));
                double own = seconds(files, f -> Intake.examine(f, world.resolve("here/" + f.getFileName() + ".pdf")));
                if (round > 1) { // both have warmed up
                    apart.add(there);
                    here.add(own);
                }
            }
        }
        say.report("examining " + files.size()
                + " received files and making their pages in the separate process, warm",
                "the same in this process, without limits", median(apart), median(here), "s");
        say.report("the very first file, including the start of that process", "each of the others",
                first, median(apart) / files.size(), "s");
    }

    private List<Path> files() throws IOException {
        List<Path> files = new ArrayList<>();
        try (Stream<Path> all = Files.walk(world.resolve("office"))) {
            all.filter(f -> f.toString().matches(".*\\.(pdf|jpg|png)")).sorted().forEach(files::add);
        }
        Path text = Files.createDirectories(world.resolve("texts"));
        files.add(Files.writeString(text.resolve("log.txt"), "A line of the reflective log.\n".repeat(800)));
        files.add(Files.writeString(text.resolve("plan.md"), "# Plan\n\n" + "Words of a passage plan. ".repeat(600)));
        files.add(Files.writeString(text.resolve("heights.csv"), "hour,height\n" + "1,2.35\n".repeat(300)));
        return files;
    }

    private interface Look {
        Object at(Path file) throws IOException;
    }

    private static double seconds(List<Path> files, Look look) throws IOException {
        long from = System.nanoTime();
        for (Path file : files) {
            look.at(file);
        }
        return (System.nanoTime() - from) / 1e9;
    }

    private static double median(List<Double> values) {
        return values.stream().sorted().skip(values.size() / 2).findFirst().orElseThrow();
    }
}

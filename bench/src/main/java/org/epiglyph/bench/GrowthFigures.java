package org.epiglyph.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.function.Consumer;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.workspace.Overview;
import org.epiglyph.workspace.ShelfNote;
import org.epiglyph.workspace.Workspace;

/**
 * What grows with the class and with the history, and what must not: each figure relative to that of a small class or a
 * short history.
 */
final class GrowthFigures {
    private static final int SHELF = 500;
    private static final int[] CLASSES = {26, 400, 1_000, 5_000};
    private static final int[] HISTORIES = {1_000, 10_000, 100_000, 300_000};
    private static final int ROUNDS = 20_000;
    private static final int MARKS = 5_000;
    /** Rounds in which what is compared takes turns, so that a slow moment of the machine meets all of it. */
    private static final int TURNS = 9;
    private final Path world;
    private GrowthPlot.Curve scoring;
    private GrowthPlot.Curve opening;

    GrowthFigures(Path world) {
        this.world = world;
    }

    /** @param picture where the curves are drawn */
    void report(IntakeFigures.FigureSink say, Consumer<String> notes, Path picture) throws Exception {
        classes(say, notes);
        marks(say);
        histories(say, notes);
        GrowthPlot.write(picture, scoring, opening);
        notes.accept(
                "![Cost of one score by class size, and of opening by length of history](" + picture.getFileName()
                        + ")");
    }

    private void classes(IntakeFigures.FigureSink say, Consumer<String> notes) throws Exception {
        double[] micros = inTurns(CLASSES.length, i -> {
            Random random = new Random(7);
            Batch batch = GrownBatch.inMemory(CLASSES[i]);
            long from = System.nanoTime();
            for (int round = 0; round < ROUNDS; round++) {
                batch = batch.apply(GrownBatch.score(random, CLASSES[i]));
            }
            return (System.nanoTime() - from) / 1e3 / ROUNDS;
        });
        say.report("one score in a class of 5,000", "in a class of 26", micros[3], micros[0], "µs");
        notes.accept(table("Students", "One score, µs", CLASSES, micros));
        scoring = new GrowthPlot.Curve("One score", "students", CLASSES, micros);
    }

    private static void marks(IntakeFigures.FigureSink say) throws Exception {
        Batch few = GrownBatch.inMemory(26);
        Batch many = few;
        for (int i = 0; i < MARKS; i++) {
            many = many.apply(new Edit.PlaceMark(GrownBatch.key(1), note(i)));
        }
        Batch[] batches = {many, few.apply(new Edit.PlaceMark(GrownBatch.key(1), note(0)))};
        double[] micros = inTurns(2, i -> removing(batches[i], i == 0 ? MARKS : 1));
        say.report("removing one of 5,000 marks, with the edit that restores it", "one of 1", micros[0], micros[1],
                "µs");
    }

    private static double removing(Batch batch, int marks) {
        Random random = new Random(3);
        int rounds = 20_000;
        long from = System.nanoTime();
        for (int i = 0; i < rounds; i++) {
            Edit edit = new Edit.RemoveMark(GrownBatch.key(1), "m" + random.nextInt(marks));
            batch.inverse(edit);
            batch.apply(edit);
        }
        return (System.nanoTime() - from) / 1e3 / rounds;
    }

    private static Note note(int number) {
        return new Note(
                new Head("m" + number, new PageRef("d", number % 40), Ink.MADDER, 0, Remark.of("Units " + number)),
                new PagePoint(50, 60));
    }

    private void histories(IntakeFigures.FigureSink say, Consumer<String> notes) throws Exception {
        Path small = GrownBatch.make(folder("small"), 26, HISTORIES[0], Optional.empty());
        List<Path> large = new ArrayList<>();
        for (int changes : HISTORIES) {
            large.add(GrownBatch.make(folder("large " + changes), 5_000, changes, Optional.empty()));
        }
        // more batches than a program remembers, so that each is read from the disk
        double[] millis = inTurns(HISTORIES.length + 1, i -> opening(i < large.size() ? large.get(i) : small));
        Path largest = large.getLast();
        say.report("opening a batch of 5,000 students and 300,000 changes in a program just started",
                "of 26 and 1,000, in another just started", started(largest), started(small), "ms");
        double[] again = inTurns(2, i -> opening(i == 0 ? largest : small));
        say.report("the same in a program that has opened it before", "of 26 and 1,000, in the same program", again[0],
                again[1], "ms");
        opening = new GrowthPlot.Curve("Opening a batch of 5,000", "changes", HISTORIES, millis);
        notes.accept(table("Changes", String.format(Locale.ROOT,
                "Opening with 5,000 students from the disk, in a running program, ms (26 students and 1,000 changes: %.2f)",
                millis[HISTORIES.length]), HISTORIES, millis));
        long from = System.nanoTime();
        Overview.at(largest);
        double figures = (System.nanoTime() - from) / 1e6;
        say.report("the shelf's entry for that batch, from its summary", "opening it from the disk", figures, millis[3],
                "ms");
        say.report("the shelf's entries for 500 batches", "a second", shelf(small), 1000, "ms");
    }

    /** Reading the shelf of many batches, once their summaries exist. */
    private double shelf(Path batch) throws Exception {
        Overview.at(batch);
        Path shelf = Files.createDirectories(world.resolve("growth").resolve("shelf"));
        for (int i = 0; i < SHELF; i++) {
            Path copy = Files.createDirectory(shelf.resolve("batch " + i));
            try (Stream<Path> files = Files.list(batch)) {
                for (Path file : files.filter(Files::isRegularFile).toList()) {
                    Files.copy(file, copy.resolve(file.getFileName()), StandardCopyOption.COPY_ATTRIBUTES);
                }
            }
        }
        long from = System.nanoTime();
        try (Stream<Path> all = Files.list(shelf)) {
            for (Path one : all.sorted().toList()) {
                Overview.at(one);
                ShelfNote.of(one);
            }
        }
        return (System.nanoTime() - from) / 1e6;
    }

    private Path folder(String name) {
        return world.resolve("growth").resolve(name);
    }

    /** The median of three. */
    private static double started(Path folder) throws Exception {
        List<Double> millis = new ArrayList<>();
        for (int round = 0; round < 3; round++) {
            millis.add(OwnProcess.figures(List.of(), OpeningBench.class, folder.toString()).get("opening"));
        }
        return millis.stream().sorted().skip(1).findFirst().orElseThrow();
    }

    private static double opening(Path folder) throws Exception {
        long from = System.nanoTime();
        try (Workspace _ = Workspace.open(folder, Clock.systemUTC())) {
            return (System.nanoTime() - from) / 1e6;
        }
    }

    /** A measurement of one of several things that are compared. */
    private interface Measurement {
        double of(int number) throws Exception;
    }

    /** @return the median of each after two unmeasured rounds */
    private static double[] inTurns(int compared, Measurement measurement) throws Exception {
        double[][] figures = new double[compared][TURNS];
        for (int turn = -2; turn < TURNS; turn++) {
            for (int i = 0; i < compared; i++) {
                figures[i][Math.max(turn, 0)] = measurement.of(i);
            }
        }
        return Stream.of(figures).mapToDouble(f -> Bench.median(DoubleStream.of(f).boxed().toList())).toArray();
    }

    private static String table(String head, String what, int[] sizes, double[] figures) {
        StringBuilder table = new StringBuilder("\n| " + head + " | " + what + " |\n|---|---|\n");
        for (int i = 0; i < sizes.length; i++) {
            table.append(String.format(Locale.ROOT, "| %,d | %.2f |%n", sizes[i], figures[i]));
        }
        return table.toString();
    }
}

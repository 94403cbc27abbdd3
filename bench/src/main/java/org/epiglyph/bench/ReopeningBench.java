package org.epiglyph.bench;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/**
 * From the shelf to the desk again: how long it takes from opening a batch that was open before until its first page is
 * sharp, for a small batch with a short history and a large one with a long one.
 */
final class ReopeningBench {
    private static final int ROUNDS = 9;
    private final MeasuredDesk desk;
    private final Path world;

    ReopeningBench(MeasuredDesk desk, Path world) {
        this.desk = desk;
        this.world = world;
    }

    /** @param pdf what the first student of each handed in */
    void run(Path pdf) throws Exception {
        Path small = GrownBatch.make(world.resolve("reopened").resolve("small"), 26, 1_000, Optional.of(pdf));
        Path large = GrownBatch.make(world.resolve("reopened").resolve("large"), 5_000, 300_000, Optional.of(pdf));
        List<Double> few = new ArrayList<>();
        List<Double> many = new ArrayList<>();
        for (int round = 0; round < ROUNDS; round++) {
            few.add(sharpMillis(small));
            many.add(sharpMillis(large));
        }
        MeasuredDesk.print("reopening-small-ms", MeasuredDesk.percentile(few.subList(1, ROUNDS), 0.5));
        MeasuredDesk.print("reopening-large-ms", MeasuredDesk.percentile(many.subList(1, ROUNDS), 0.5));
    }

    private double sharpMillis(Path batch) throws Exception {
        desk.forget();
        TimeUnit.SECONDS.sleep(1);
        long from = System.nanoTime();
        desk.framesUntilSharp(GrownBatch.key(0), () -> desk.program().toDesk(batch));
        return (System.nanoTime() - from) / 1e6;
    }
}

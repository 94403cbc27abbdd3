package org.epiglyph.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/** How long one waits for the program: for its window, for the shelf in it, and for the first page of a batch. */
final class StartFigures {
    private static final int STARTS = 6;
    private final Path world;

    StartFigures(Path world) {
        this.world = world;
    }

    void report(Path batch, IntakeFigures.FigureSink say) throws Exception {
        List<Double> bare = new ArrayList<>();
        Map<StartProgram.Until, List<Double>> program = new EnumMap<>(StartProgram.Until.class);
        bareWindow(); // the first starts make the caches
        program(batch, StartProgram.Until.PAGE);
        for (int i = 0; i < STARTS; i++) {
            bare.add(Bench.seconds(this::bareWindow));
            for (StartProgram.Until until : StartProgram.Until.values()) {
                program.computeIfAbsent(until, _ -> new ArrayList<>()).add(Bench.seconds(() -> program(batch, until)));
            }
        }
        program.forEach((until, there) -> say.report("start " + switch (until) {
            case WINDOW -> "until the window is on the screen";
            case SHELF -> "until the shelf is in it and can be used";
            case PAGE -> "to the first page on the desk";
        }, "a bare JavaFX window", Bench.median(there), Bench.median(bare), "s"));
    }

    private void bareWindow() throws IOException, InterruptedException {
        java("bare", BareWindow.class.getName());
    }

    private void program(Path batch, StartProgram.Until until) throws IOException, InterruptedException {
        java("program", StartProgram.class.getName(), batch.toString(), until.name());
    }

    /** @param cache name of the cache kept from one start for the next, as the launcher does; for the baseline too */
    private void java(String cache, String... arguments) throws IOException, InterruptedException {
        Path kept = world.resolve(cache + ".aot");
        List<String> command = new ArrayList<>(List.of(ProcessHandle.current().info().command().orElseThrow(),
                (Files.exists(kept) ? "-XX:AOTCache=" : "-XX:AOTCacheOutput=") + kept,
                "-Djava.awt.headless=true", "-Djdk.reflect.useNativeAccessorOnly=true",
                "--enable-native-access=javafx.graphics,ALL-UNNAMED", "--module-path",
                System.getProperty("jdk.module.path", ""), "--add-modules", "javafx.controls", "-cp",
                System.getProperty("java.class.path")));
        command.addAll(List.of(arguments));
        Bench.run(command);
    }
}

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
        Map<Kept, List<Double>> bare = new EnumMap<>(Kept.class);
        Map<StartProgram.Until, List<Double>> program = new EnumMap<>(StartProgram.Until.class);
        for (Kept kept : Kept.values()) { // the first starts make what is kept
            bareWindow(kept);
        }
        program(batch, StartProgram.Until.PAGE);
        for (int i = 0; i < STARTS; i++) {
            for (Kept kept : Kept.values()) {
                bare.computeIfAbsent(kept, _ -> new ArrayList<>()).add(Bench.seconds(() -> bareWindow(kept)));
            }
            for (StartProgram.Until until : StartProgram.Until.values()) {
                program.computeIfAbsent(until, _ -> new ArrayList<>()).add(Bench.seconds(() -> program(batch, until)));
            }
        }
        program.forEach((until, there) -> bare.forEach((kept, window) -> say.report("start " + switch (until) {
            case WINDOW -> "until the window is on the screen";
            case SHELF -> "until the shelf is in it and can be used";
            case PAGE -> "to the first page on the desk";
        }, "a bare JavaFX window, " + kept.description, Bench.median(there), Bench.median(window), "s")));
    }

    /** What is kept from one start for the next. */
    private enum Kept {
        CACHE("with a cache of its own as the program has"), ARCHIVE("with an archive of its classes");

        private final String description;

        Kept(String description) {
            this.description = description;
        }

        private List<String> options(Path file) {
            return this == ARCHIVE
                    ? List.of("-XX:+AutoCreateSharedArchive", "-XX:SharedArchiveFile=" + file)
                    : List.of((Files.exists(file) ? "-XX:AOTCache=" : "-XX:AOTCacheOutput=") + file);
        }
    }

    private void bareWindow(Kept kept) throws IOException, InterruptedException {
        java(kept, "bare", BareWindow.class.getName());
    }

    private void program(Path batch, StartProgram.Until until) throws IOException, InterruptedException {
        java(Kept.CACHE, "program", StartProgram.class.getName(), batch.toString(), until.name());
    }

    /** @param name of the file that is kept, as the launcher does; for the baseline too */
    private void java(Kept kept, String name, String... arguments) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>();
        command.add(ProcessHandle.current().info().command().orElseThrow());
        command.addAll(kept.options(world.resolve(name + "." + kept)));
        command.addAll(List.of(
                "-Djava.awt.headless=true", "-Djdk.reflect.useNativeAccessorOnly=true",
                "-Dorg.sqlite.lib.path=" + System.getProperty("org.sqlite.lib.path", ""),
                "--enable-native-access=javafx.graphics,ALL-UNNAMED", "--module-path",
                System.getProperty("jdk.module.path", ""), "--add-modules", "javafx.controls", "-cp",
                System.getProperty("java.class.path")));
        command.addAll(List.of(arguments));
        Bench.run(command);
    }
}

package org.epiglyph.bench;

import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import javafx.animation.AnimationTimer;
import javafx.scene.Scene;
import javafx.stage.Stage;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.OpeningWindow;
import org.epiglyph.desktop.Program;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.PageRoll;

/** The program's window with a batch at the desk, and helpers for measuring it. */
final class MeasuredDesk {
    private final Program program;
    private final Scene scene;

    private MeasuredDesk(Program program, Scene scene) {
        this.program = program;
        this.scene = scene;
    }

    /** Shows the window at its shelf. */
    static MeasuredDesk show(Path world) throws Exception {
        return Camera.onInterface(() -> {
            Program program = new Program(
                    new Program.Start(world.resolve("shelf"), world.resolve("settings"), "", ""), Clock.systemUTC());
            Stage stage = new Stage();
            Scene scene = OpeningWindow.scene(program.frame());
            stage.setScene(scene);
            program.toShelf();
            stage.show();
            return new MeasuredDesk(program, scene);
        });
    }

    /** Opens a batch at the desk. */
    void open(Path batch) throws Exception {
        Camera.act(() -> program.toDesk(batch));
        Camera.waitFor(() -> program.frame().place() instanceof Desk);
    }

    /** Leaves the desk, which drops every image and everything prepared. */
    void forget() throws Exception {
        Camera.act(program::toShelf);
    }

    Program program() {
        return program;
    }

    Scene scene() {
        return scene;
    }

    DeskModel model() {
        return ((Desk) program.frame().place()).model();
    }

    PageRoll roll() {
        return ((Desk) program.frame().place()).pages();
    }

    boolean isSharp(StudentKey student) {
        return roll().leafInSight()
                .filter(l -> model().batch().submission(student).pages().contains(l.page()))
                .filter(l -> l.isSharp(1))
                .isPresent();
    }

    /** Frames until the first page of a submission is sharp, not counting the frame in which it is requested. */
    double framesUntilSharp(StudentKey student, Runnable request) throws Exception {
        CountDownLatch sharp = new CountDownLatch(1);
        double[] frames = {0};
        Camera.act(() -> {
            request.run();
            new AnimationTimer() {
                @Override
                public void handle(long now) {
                    if (program.frame().place() instanceof Desk && isSharp(student)) {
                        stop();
                        sharp.countDown();
                    } else {
                        frames[0]++;
                    }
                }
            }.start();
        });
        if (!sharp.await(30, TimeUnit.SECONDS)) {
            throw new IllegalStateException("No sharp page for a submission");
        }
        return frames[0];
    }

    static void print(String name, double figure) {
        System.out.println(name + " " + String.format(Locale.ROOT, "%.4f", figure));
    }

    static double percentile(List<Double> values, double share) {
        List<Double> sorted = values.stream().sorted().toList();
        return sorted.get((int) Math.min(sorted.size() - 1, Math.floor(sorted.size() * share)));
    }
}

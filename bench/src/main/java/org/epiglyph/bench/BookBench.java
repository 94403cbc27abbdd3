package org.epiglyph.bench;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Clock;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.CountDownLatch;
import java.util.stream.IntStream;
import javafx.application.Platform;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.input.ScrollEvent;
import javafx.stage.Stage;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Work;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.EpiglyphApplication;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.markbook.BookModel;
import org.epiglyph.desktop.markbook.BookPlace;
import org.epiglyph.desktop.settings.BookHabit;
import org.epiglyph.figures.ClassFigures;
import org.epiglyph.workspace.Glance;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Workspace;

/** Measures the mark book with its real sheet, in a process of its own: 40 criteria, classes of any size. */
public final class BookBench {
    private static final int[] CLASSES = {100, 1_000, 5_000, 10_000};
    private static final int SHOWN = 5_000;
    private static final int CRITERIA = 40;
    private static final int SCORES = 200;
    private static final int STEPS = 400;
    private final Path world;

    private BookBench(Path world) {
        this.world = world;
    }

    /** @param arguments a working folder */
    public static void main(String[] arguments) throws Exception {
        CountDownLatch up = new CountDownLatch(1);
        Platform.startup(up::countDown);
        Platform.setImplicitExit(false);
        up.await();
        try {
            new BookBench(Path.of(arguments[0])).run();
        } catch (Exception e) {
            e.printStackTrace();
            Runtime.getRuntime().halt(1);
        }
        System.exit(0);
    }

    private static StudentKey key(int number) {
        return new StudentKey("S-" + (10_000 + number));
    }

    private Path batch(int students) throws Exception {
        Path folder = world.resolve("class " + students);
        MarkScheme scheme = new MarkScheme(IntStream.range(0, CRITERIA)
                .mapToObj(i -> new Criterion("c" + i, "Criterion " + i, "", BigDecimal.TEN, BigDecimal.ONE))
                .toList());
        try (NewBatch batch = NewBatch.at(folder)) {
            for (int i = 0; i < students; i++) {
                batch.add(new Student(key(i), "Given", "Name " + i, i % 2 == 0 ? "A" : "B"), List.of());
            }
            batch.place(new Task("t", "", "Book", "", Optional.empty(), ZoneId.of("UTC"),
                    BigDecimal.valueOf(10L * CRITERIA)), scheme, Phrasebook.EMPTY);
        }
        Random random = new Random(5);
        try (Workspace workspace = Workspace.open(folder, Clock.systemUTC())) {
            List<Edit> edits = new ArrayList<>();
            for (int i = 0; i < students; i++) {
                Scorecard card = Scorecard.EMPTY;
                for (int c = 0; c < CRITERIA; c++) {
                    card = card.with("c" + c, Judgement.of(BigDecimal.valueOf(random.nextInt(11))));
                }
                edits.add(new Edit.BringBack(key(i), List.of(), card, "", "", List.of()));
            }
            workspace.editAll(edits);
        }
        return folder;
    }

    private void run() throws Exception {
        for (int students : CLASSES) {
            Path folder = batch(students);
            try (Workspace workspace = Workspace.open(folder, Clock.systemUTC(), Platform::runLater)) {
                measure(folder, workspace, students);
            }
        }
    }

    private void measure(Path folder, Workspace workspace, int students) throws Exception {
        Glance.at(folder);
        long reading = System.nanoTime();
        Glance.at(folder);
        double read = millis(reading);
        Opened opened = Camera.onInterface(() -> open(workspace));
        Parent root = opened.stage.getScene().getRoot();
        System.out.println("score-" + students + "-ms " + median(scores(workspace, root, students)));
        if (students == SHOWN) {
            System.out.println("first-ms " + opened.millis);
            System.out.println("read-ms " + read);
            System.out.println("scroll-ms-95 " + percentile(scrolled(root)));
            Batch batch = workspace.batch();
            long from = System.nanoTime();
            ClassFigures.of(batch, batch.students(), Work.of(workspace.lines()), ZoneId.of("UTC"));
            System.out.println("figures-ms " + millis(from));
        }
        Camera.act(() -> opened.stage.close());
    }

    /** @param millis of the interface thread until it was laid out */
    private record Opened(Stage stage, double millis) {}

    private static Opened open(Workspace workspace) {
        long from = System.nanoTime();
        BookModel model = new BookModel(workspace, BookHabit.FRESH, SerialExecutor.thread());
        BookPlace place = new BookPlace(model, SerialExecutor.thread(), new SimpleObjectProperty<>(List.of()),
                new BookPlace.Ways((_, _) -> {}, (_, _) -> {}, _ -> {}));
        Stage stage = new Stage();
        Scene scene = new Scene((Parent) place.node(), 1280, 800);
        scene.getStylesheets().add(EpiglyphApplication.class.getResource("epiglyph.bss").toExternalForm());
        stage.setScene(scene);
        stage.show();
        scene.getRoot().applyCss();
        scene.getRoot().layout();
        return new Opened(stage, millis(from));
    }

    /** The interface thread's work from a score to the redrawn sheet. */
    private static double[] scores(Workspace workspace, Parent root, int students) throws Exception {
        Random random = new Random(9);
        double[] times = new double[SCORES];
        for (int i = 0; i < SCORES; i++) {
            int at = i;
            Edit edit = new Edit.Judge(key(random.nextInt(students)), "c" + random.nextInt(CRITERIA),
                    Judgement.of(BigDecimal.valueOf(random.nextInt(11))));
            Camera.act(() -> {
                long from = System.nanoTime();
                workspace.edit(edit);
                times[at] = millis(from);
            });
            Camera.act(() -> {
                long from = System.nanoTime();
                root.layout();
                times[at] += millis(from);
            });
        }
        return times;
    }

    private static double[] scrolled(Parent root) throws Exception {
        Node sheet = root.lookup("#book-sheet");
        double[] times = new double[STEPS];
        for (int i = 0; i < STEPS; i++) {
            int at = i;
            Camera.act(() -> {
                long from = System.nanoTime();
                sheet.fireEvent(new ScrollEvent(ScrollEvent.SCROLL, 600, 400, 600, 400, false, false, false, false,
                        false, false, at % 5 == 0 ? -90 : 0, -47, 0, 0, ScrollEvent.HorizontalTextScrollUnits.NONE, 0,
                        ScrollEvent.VerticalTextScrollUnits.NONE, 0, 0, null));
                root.layout();
                times[at] = millis(from);
            });
        }
        return times;
    }

    private static double millis(long from) {
        return (System.nanoTime() - from) / 1e6;
    }

    private static double median(double[] times) {
        return at(times, 0.5);
    }

    private static double percentile(double[] times) {
        return at(times, 0.95);
    }

    private static double at(double[] times, double share) {
        double[] sorted = times.clone();
        Arrays.sort(sorted);
        return sorted[(int) (share * (sorted.length - 1))];
    }
}

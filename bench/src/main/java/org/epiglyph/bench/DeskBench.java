package org.epiglyph.bench;

import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.ink.InkFit;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.paper.PageLeaf;

/**
 * Measures the desk in a process of its own, with its real scene: going to the next submission, ink on a crowded page,
 * a scan of 300 pages. Prints each figure on a line of its own: a name, a space, the figure.
 */
public final class DeskBench {
    private static final int REMARKS = 30;
    private static final int SCROLLED = 300;
    private static final double FRAME_MILLIS = 1000.0 / 60;
    /** One round is eleven submissions, of which the median varies by a fifth. */
    private static final int UNPREPARED_ROUNDS = 3;
    /** By then the desk that was opened is complete, as it is for a marker who has looked at a page. */
    private static final int AT_REST_MILLIS = 2_500;
    /** By then the originals have been compared with their digests. */
    private static final int SETTLING_SECONDS = 7;
    private final Path batch;
    private final Path world;
    private MeasuredDesk desk;

    private DeskBench(Path batch, Path world) {
        this.batch = batch;
        this.world = world;
    }

    /** @param arguments the batch's folder and a working folder */
    public static void main(String[] arguments) throws Exception {
        DeskBench bench = new DeskBench(Path.of(arguments[0]), Path.of(arguments[1]));
        try {
            bench.run();
        } catch (Exception e) {
            e.printStackTrace();
            Runtime.getRuntime().halt(1);
        }
        System.exit(0);
    }

    private void run() throws Exception {
        CountDownLatch up = new CountDownLatch(1);
        Platform.startup(up::countDown);
        up.await();
        desk = MeasuredDesk.show(world);
        desk.open(batch);
        TimeUnit.SECONDS.sleep(SETTLING_SECONDS);
        next();
        TimeUnit.SECONDS.sleep(SETTLING_SECONDS);
        ink();
        margin();
        Path pdf = pages(desk.model().student());
        new ScanBench(desk, world).run();
        new ReopeningBench(desk, world).run(pdf);
    }

    private double framesUntilSharp(StudentKey student) throws Exception {
        return desk.framesUntilSharp(student, () -> desk.model().open(student));
    }

    /** First each submission in the order for which it was prepared; then in an unprepared order. */
    private void next() throws Exception {
        List<StudentKey> students = desk.model()
                .batch()
                .students()
                .stream()
                .filter(s -> !desk.model().batch().submission(s).pages().isEmpty())
                .toList();
        prepared(students);
        unprepared(students);
    }

    private void prepared(List<StudentKey> students) throws Exception {
        List<Double> prepared = new ArrayList<>();
        for (int round = 0; round < 2; round++) {
            for (StudentKey student : students) {
                double frames = framesUntilSharp(student);
                if (round == 0 && !student.equals(students.getFirst())) {
                    prepared.add(frames);
                }
                TimeUnit.MILLISECONDS.sleep(700); // a marker stays longer than that
            }
        }
        MeasuredDesk.print("next-prepared-frames-95", MeasuredDesk.percentile(prepared, 0.95));
    }

    private void unprepared(List<StudentKey> students) throws Exception {
        List<Double> ours = new ArrayList<>();
        List<Double> bare = new ArrayList<>();
        Path fresh = world.resolve("settings");
        Files.createDirectories(fresh);
        for (int round = 0; round < UNPREPARED_ROUNDS; round++) {
            for (int i = 0; i < students.size() - 2; i += 2) {
                StudentKey student = students.get(students.size() - 1 - i);
                desk.forget();
                desk.open(batch);
                TimeUnit.MILLISECONDS.sleep(AT_REST_MILLIS);
                long from = System.nanoTime();
                framesUntilSharp(student);
                ours.add((System.nanoTime() - from) / 1e6);
                bare.add(bareMillis(student));
            }
        }
        MeasuredDesk.print("next-unprepared-ms", MeasuredDesk.percentile(ours, 0.5));
        MeasuredDesk.print("next-bare-ms", MeasuredDesk.percentile(bare, 0.5));
    }

    private Path pages(StudentKey student) throws Exception {
        Document first = desk.model().batch().submission(student).documents().getFirst();
        return Camera.onInterface(() -> desk.program().openBatch().orElseThrow().folder().pages(first));
    }

    private double bareMillis(StudentKey student) throws Exception {
        double scale = Camera.onInterface(() -> desk.roll().scale());
        Path pdf = pages(student);
        long began = System.nanoTime();
        try (PDDocument document = Loader.loadPDF(pdf.toFile())) {
            new PDFRenderer(document).renderImage(0, (float) scale);
        }
        return (System.nanoTime() - began) / 1e6;
    }

    /** Draws a stroke on a page with few strokes, then on one with 5,000. */
    private void ink() throws Exception {
        StudentKey student = desk.model()
                .batch()
                .students()
                .stream()
                .filter(s -> !desk.model().batch().submission(s).pages().isEmpty()
                        && !desk.model().batch().submission(s).sealed())
                .findFirst()
                .orElseThrow();
        framesUntilSharp(student);
        PageRef page = Camera.onInterface(() -> desk.roll().pageInSight().orElseThrow());
        Camera.act(() -> desk.model().selectSlot(0));
        double[] few = draw(page, 240);
        List<Edit> edits = strokes(student, page, 5_000);
        Camera.act(() -> desk.model().edit(new Edit.Together(edits)));
        TimeUnit.SECONDS.sleep(4);
        draw(page, 240);
        double[] many = draw(page, 240);
        MeasuredDesk.print("ink-5000-frame-ms-95", many[0]);
        MeasuredDesk.print("ink-quarter-frame-ms", FRAME_MILLIS / 4);
        MeasuredDesk.print("ink-allocated-few", few[1]);
        MeasuredDesk.print("ink-allocated-5000", many[1]);
        for (int act = 0; act < 3; act++) { // the two lines and the 5,000 strokes: later figures are of an ordinary class
            Camera.act(desk.model().past()::undo);
        }
    }

    private List<Edit> strokes(StudentKey student, PageRef page, int count) {
        Random random = new Random(3);
        List<Edit> edits = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            double x = 40 + random.nextInt(480);
            double y = 40 + random.nextInt(740);
            List<PagePoint> hand = List.of(new PagePoint(x, y), new PagePoint(x + 9, y + 7),
                    new PagePoint(x + 20, y - 3), new PagePoint(x + 31, y + 5));
            Mark stroke = new Stroke(desk.model().newHead(page, 0), InkFit.smooth(hand, 0.25), 1.6, Stroke.Nib.FINE);
            edits.add(new Edit.PlaceMark(student, stroke));
        }
        return edits;
    }

    /**
     * Draws one long stroke, a few samples per frame.
     *
     * @return the 95th percentile of the interface thread's work per frame in milliseconds, and its allocated bytes per
     *         frame
     */
    private double[] draw(PageRef page, int frames) throws Exception {
        PageLeaf leaf = Camera.onInterface(() -> desk.roll().leafInSight().orElseThrow());
        Camera.act(() -> fire(leaf, MouseEvent.MOUSE_PRESSED, 100, 300));
        DrawnStroke stroke = new DrawnStroke(leaf, frames);
        Camera.act(stroke::begin);
        if (!stroke.drawn.await(60, TimeUnit.SECONDS)) {
            throw new IllegalStateException("The stroke was not drawn");
        }
        TimeUnit.MILLISECONDS.sleep(600);
        return new double[]{MeasuredDesk.percentile(stroke.work, 0.95),
                MeasuredDesk.percentile(stroke.allocated, 0.5)};
    }

    /** A stroke drawn frame by frame, measuring the interface thread's work. */
    private final class DrawnStroke extends AnimationTimer {
        private final PageLeaf leaf;
        private final int frames;
        private final com.sun.management.ThreadMXBean threads = (com.sun.management.ThreadMXBean) ManagementFactory
                .getThreadMXBean();
        private final List<Double> work = new ArrayList<>();
        private final List<Double> allocated = new ArrayList<>();
        private final CountDownLatch drawn = new CountDownLatch(1);
        private final Runnable after = this::frameEnds;
        private int frame;
        private long began;
        private long bytes;

        DrawnStroke(PageLeaf leaf, int frames) {
            this.leaf = leaf;
            this.frames = frames;
        }

        void begin() {
            desk.scene().addPostLayoutPulseListener(after);
            start();
        }

        private void frameEnds() {
            if (began != 0) {
                work.add((System.nanoTime() - began) / 1e6);
                allocated.add((double) (threads.getCurrentThreadAllocatedBytes() - bytes));
                began = 0;
            }
        }

        @Override
        public void handle(long now) {
            if (frame++ == frames) {
                stop();
                desk.scene().removePostLayoutPulseListener(after);
                fire(leaf, MouseEvent.MOUSE_RELEASED, 300, 300);
                drawn.countDown();
                return;
            }
            began = System.nanoTime();
            bytes = threads.getCurrentThreadAllocatedBytes();
            for (int i = 0; i < 3; i++) {
                double t = (frame * 3 + i) / 20.0;
                fire(leaf, MouseEvent.MOUSE_DRAGGED, 250 + 140 * Math.cos(t), 330 + 60 * Math.sin(t * 1.3));
            }
        }
    }

    /** Scrolls a page with 30 remarks in its margin, a few pixels per frame. */
    private void margin() throws Exception {
        StudentKey student = desk.model().student();
        PageRef page = Camera.onInterface(() -> desk.roll().pageInSight().orElseThrow());
        List<Edit> edits = new ArrayList<>();
        for (int i = 0; i < REMARKS; i++) {
            Mark note = new Note(desk.model().newHead(page, 0), new PagePoint(60 + 10 * i, 40 + 25 * i));
            edits.add(new Edit.PlaceMark(student, note.withRemark(
                    Remark.of("Remark " + i + ", **long** enough to be set in two lines or three of the margin."))));
        }
        Camera.act(() -> desk.model().edit(new Edit.Together(edits)));
        TimeUnit.SECONDS.sleep(2);
        List<Double> work = new ArrayList<>();
        for (int i = 0; i < SCROLLED; i++) {
            double place = i % (SCROLLED / 2) * 4.0;
            Camera.act(() -> {
                long began = System.nanoTime();
                desk.roll().scrollProperty().set(place);
                work.add((System.nanoTime() - began) / 1e6);
            });
            TimeUnit.MILLISECONDS.sleep(17);
        }
        MeasuredDesk.print("margin-scroll-ms-95", MeasuredDesk.percentile(work, 0.95));
        Camera.act(desk.model().past()::undo);
    }

    private static void fire(PageLeaf leaf, javafx.event.EventType<MouseEvent> type, double x, double y) {
        var place = leaf.localToScene(x, y);
        leaf.fireEvent(new MouseEvent(type, place.getX(), place.getY(), place.getX(), place.getY(), MouseButton.PRIMARY,
                1, false, false, false, false, true, false, false, false, false, true, null));
    }
}

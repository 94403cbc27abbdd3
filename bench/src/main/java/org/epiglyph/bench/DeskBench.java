package org.epiglyph.bench;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.InputStream;
import java.lang.management.ManagementFactory;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.stage.Stage;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.ink.InkFit;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.EpiglyphApplication;
import org.epiglyph.desktop.Program;
import org.epiglyph.desktop.desk.Desk;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.paper.PageLeaf;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;

/**
 * Measures the desk in a process of its own, with its real scene: going to the next submission, ink on a crowded page,
 * a scan of 300 pages. Says each figure on a line of its own: a name, a space, the figure.
 */
public final class DeskBench {
    private static final double FRAME_MILLIS = 1000.0 / 60;
    private static final int SCAN_PAGES = 300;
    /** Ten pages a second: faster than anybody reads, as fast as one looks for a place. */
    private static final int PAGE_MILLIS = 100;
    /** By then the originals have been compared with their digests. */
    private static final int SETTLING_SECONDS = 7;
    private final Path batch;
    private final Path world;
    private Program program;
    private Scene scene;

    private DeskBench(Path batch, Path world) {
        this.batch = batch;
        this.world = world;
    }

    /** @param arguments the batch's folder and a folder to work in */
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

    private static void say(String name, double figure) {
        System.out.println(name + " " + String.format(Locale.ROOT, "%.4f", figure));
    }

    private static double percentile(List<Double> values, double share) {
        List<Double> sorted = values.stream().sorted().toList();
        return sorted.get((int) Math.min(sorted.size() - 1, Math.floor(sorted.size() * share)));
    }

    private void run() throws Exception {
        CountDownLatch up = new CountDownLatch(1);
        Platform.startup(up::countDown);
        up.await();
        program = Camera.onInterface(() -> new Program(
                new Program.Start(world.resolve("shelf"), world.resolve("settings"), "", ""), Clock.systemUTC()));
        Camera.act(() -> {
            Stage stage = new Stage();
            scene = EpiglyphApplication.scene(program);
            stage.setScene(scene);
            program.toShelf();
            stage.show();
            program.toDesk(batch);
        });
        Camera.waitFor(() -> program.frame().place() instanceof Desk);
        TimeUnit.SECONDS.sleep(SETTLING_SECONDS);
        next();
        TimeUnit.SECONDS.sleep(SETTLING_SECONDS);
        ink();
        scan();
    }

    private DeskModel model() {
        return ((Desk) program.frame().place()).model();
    }

    private PageRoll roll() {
        return (PageRoll) scene.lookup(".page-roll");
    }

    private boolean isSharp(StudentKey student) {
        return roll().leafInSight()
                .filter(l -> model().batch().submission(student).pages().contains(l.page()))
                .filter(l -> l.isSharp(1))
                .isPresent();
    }

    /** Frames until the first page of a submission is sharp; the frame in which it is asked for counts as none. */
    private double framesUntilSharp(StudentKey student) throws Exception {
        CountDownLatch sharp = new CountDownLatch(1);
        double[] frames = {0};
        Camera.act(() -> {
            model().open(student);
            new AnimationTimer() {
                @Override
                public void handle(long now) {
                    if (isSharp(student)) {
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

    /** Each submission was prepared while the one before lay on the desk; then in an order that nobody prepared. */
    private void next() throws Exception {
        List<StudentKey> students = model().students()
                .stream()
                .filter(s -> !model().batch().submission(s).pages().isEmpty())
                .toList();
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
        say("next-prepared-frames-95", percentile(prepared, 0.95));
        List<Double> ours = new ArrayList<>();
        List<Double> bare = new ArrayList<>();
        Path fresh = world.resolve("settings");
        Files.createDirectories(fresh);
        for (int i = 0; i < students.size() - 2; i += 2) {
            StudentKey student = students.get(students.size() - 1 - i);
            Camera.act(() -> program.toShelf()); // forgets every image
            Camera.act(() -> program.toDesk(batch));
            Camera.waitFor(() -> program.frame().place() instanceof Desk && scene.lookup(".page-roll") != null);
            TimeUnit.MILLISECONDS.sleep(400);
            long from = System.nanoTime();
            framesUntilSharp(student);
            ours.add((System.nanoTime() - from) / 1e6);
            double scale = Camera.onInterface(() -> roll().scale());
            Document first = model().batch().submission(student).documents().getFirst();
            Path pdf = Camera.onInterface(() -> program.openBatch().orElseThrow().folder().pages(first));
            long began = System.nanoTime();
            try (PDDocument document = Loader.loadPDF(pdf.toFile())) {
                new PDFRenderer(document).renderImage(0, (float) scale);
            }
            bare.add((System.nanoTime() - began) / 1e6);
        }
        say("next-unprepared-ms", percentile(ours, 0.5));
        say("next-bare-ms", percentile(bare, 0.5));
    }

    /** Draws a stroke on a page that carries few strokes, then one that carries 5,000. */
    private void ink() throws Exception {
        StudentKey student = model().students()
                .stream()
                .filter(s -> !model().batch().submission(s).pages().isEmpty()
                        && !model().batch().submission(s).sealed())
                .findFirst()
                .orElseThrow();
        framesUntilSharp(student);
        PageRef page = Camera.onInterface(() -> roll().pageInSight().orElseThrow());
        Camera.act(() -> model().take(0));
        double[] few = draw(page, 240);
        Random random = new Random(3);
        List<Edit> edits = new ArrayList<>();
        for (int i = 0; i < 5_000; i++) {
            double x = 40 + random.nextInt(480);
            double y = 40 + random.nextInt(740);
            List<PagePoint> hand = List.of(new PagePoint(x, y), new PagePoint(x + 9, y + 7),
                    new PagePoint(x + 20, y - 3),
                    new PagePoint(x + 31, y + 5));
            Mark stroke = new Stroke(model().newHead(page, 0), InkFit.smooth(hand, 0.25), 1.6, Stroke.Nib.FINE);
            edits.add(new Edit.PlaceMark(student, stroke));
        }
        Camera.act(() -> model().edit(new Edit.Together(edits)));
        TimeUnit.SECONDS.sleep(4);
        draw(page, 240);
        double[] many = draw(page, 240);
        say("ink-5000-frame-ms-95", many[0]);
        say("ink-quarter-frame-ms", FRAME_MILLIS / 4);
        say("ink-allocated-few", few[1]);
        say("ink-allocated-5000", many[1]);
        Camera.act(model()::undo);
    }

    /**
     * Draws one long stroke, a few samples a frame.
     *
     * @return the 95th percentile of the interface thread's work a frame in milliseconds, and its allocated bytes a frame
     */
    private double[] draw(PageRef page, int frames) throws Exception {
        PageLeaf leaf = Camera.onInterface(() -> roll().leafInSight().orElseThrow());
        com.sun.management.ThreadMXBean threads = (com.sun.management.ThreadMXBean) ManagementFactory.getThreadMXBean();
        List<Double> work = new ArrayList<>();
        List<Double> allocated = new ArrayList<>();
        CountDownLatch drawn = new CountDownLatch(1);
        long[] began = new long[2];
        Camera.act(() -> fire(leaf, MouseEvent.MOUSE_PRESSED, 100, 300));
        Camera.act(() -> {
            Runnable after = () -> {
                if (began[0] != 0) {
                    work.add((System.nanoTime() - began[0]) / 1e6);
                    allocated.add((double) (threads.getCurrentThreadAllocatedBytes() - began[1]));
                    began[0] = 0;
                }
            };
            scene.addPostLayoutPulseListener(after);
            new AnimationTimer() {
                private int frame;

                @Override
                public void handle(long now) {
                    if (frame++ == frames) {
                        stop();
                        scene.removePostLayoutPulseListener(after);
                        fire(leaf, MouseEvent.MOUSE_RELEASED, 300, 300);
                        drawn.countDown();
                        return;
                    }
                    began[0] = System.nanoTime();
                    began[1] = threads.getCurrentThreadAllocatedBytes();
                    for (int i = 0; i < 3; i++) {
                        double t = (frame * 3 + i) / 20.0;
                        fire(leaf, MouseEvent.MOUSE_DRAGGED, 250 + 140 * Math.cos(t), 330 + 60 * Math.sin(t * 1.3));
                    }
                }
            }.start();
        });
        if (!drawn.await(60, TimeUnit.SECONDS)) {
            throw new IllegalStateException("The stroke was not drawn");
        }
        TimeUnit.MILLISECONDS.sleep(600);
        return new double[]{percentile(work, 0.95), percentile(allocated, 0.5)};
    }

    private static void fire(PageLeaf leaf, javafx.event.EventType<MouseEvent> type, double x, double y) {
        var place = leaf.localToScene(x, y);
        leaf.fireEvent(new MouseEvent(type, place.getX(), place.getY(), place.getX(), place.getY(), MouseButton.PRIMARY,
                1, false, false, false, false, true, false, false, false, false, true, null));
    }

    /** A scan of 300 pages and about 100 MB: from opening to the first sharp page, then through all of it. */
    private void scan() throws Exception {
        Path pdf = world.resolve("scan.pdf");
        makeScan(pdf);
        say("scan-megabytes", Files.size(pdf) / 1048576.0);
        Path folder = world.resolve("scan batch");
        try (NewBatch made = NewBatch.at(folder); InputStream bytes = Files.newInputStream(pdf)) {
            Originals.Stored stored = made.store("s1", "scan.pdf", bytes);
            Document document = new Document("s1", "scan.pdf", stored.sha256(), stored.bytes(),
                    new Pages.Ready(SCAN_PAGES, ""), "a measure");
            made.add(new Student(new StudentKey("K-0"), "", "Before", ""), List.of());
            made.add(new Student(new StudentKey("K-1"), "", "Scan", ""),
                    List.of(new HandIn(1, Optional.empty(), "", List.of(document))));
            made.place(new Task("", "", "Scan", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                    new MarkScheme(List.of(new Criterion("c1", "All", "", BigDecimal.TEN, BigDecimal.ONE))),
                    Phrasebook.EMPTY);
        }
        Camera.act(() -> program.toDesk(folder));
        Camera.waitFor(() -> program.frame().place() instanceof Desk && model().students().size() == 2);
        Camera.act(() -> model().open(new StudentKey("K-0")));
        TimeUnit.SECONDS.sleep(8); // the originals have been compared by then
        StudentKey student = new StudentKey("K-1");
        Camera.act(() -> program.toShelf()); // forgets what was got ready
        Camera.act(() -> program.toDesk(folder));
        Camera.waitFor(() -> program.frame().place() instanceof Desk && model().student().equals(student));
        Camera.waitFor(() -> isSharp(student));
        Camera.act(() -> program.toShelf());
        Camera.act(() -> program.toDesk(folder));
        long from = System.nanoTime();
        Camera.waitFor(() -> program.frame().place() instanceof Desk);
        until(student, 0);
        say("scan-first-ms", (System.nanoTime() - from) / 1e6);
        from = System.nanoTime();
        Camera.act(() -> roll().reveal(new PageRef("s1", SCAN_PAGES - 1), 0));
        until(student, SCAN_PAGES - 1);
        say("scan-last-ms", (System.nanoTime() - from) / 1e6);
        List<Double> raced = blank(0);
        Camera.act(() -> program.toShelf()); // forgets the images
        Camera.act(() -> program.toDesk(folder));
        Camera.waitFor(() -> program.frame().place() instanceof Desk);
        until(student, 0);
        List<Double> blank = blank(PAGE_MILLIS);
        List<Double> coarse = coarse(pdf);
        say("scan-blank-ms-95", percentile(blank, 0.95));
        say("scan-blank-ms-most", percentile(blank, 1));
        say("scan-raced-ms-95", percentile(raced, 0.95));
        say("scan-raced-ms-most", percentile(raced, 1));
        say("scan-coarse-bare-ms-95", percentile(coarse, 0.95));
        say("scan-coarse-bare-ms-most", percentile(coarse, 1));
        System.gc();
        TimeUnit.MILLISECONDS.sleep(300);
        System.gc();
        Runtime runtime = Runtime.getRuntime();
        say("scan-heap-megabytes", (runtime.totalMemory() - runtime.freeMemory()) / 1048576.0);
    }

    /** How long each page stays blank when all are gone through, so many milliseconds a page. */
    private List<Double> blank(int millis) throws Exception {
        List<Double> blank = new ArrayList<>();
        for (int i = 0; i < SCAN_PAGES; i++) {
            PageRef page = new PageRef("s1", i);
            Camera.act(() -> roll().reveal(page, 0));
            long asked = System.nanoTime();
            while (!Camera.onInterface(() -> roll().leafInSight().filter(PageLeaf::hasImage).isPresent())) {
                TimeUnit.MILLISECONDS.sleep(1);
            }
            double taken = (System.nanoTime() - asked) / 1e6;
            blank.add(taken);
            TimeUnit.MILLISECONDS.sleep(Math.max(0, millis - (long) taken));
        }
        return blank;
    }

    /** What a coarse image of each page takes when nothing else is done, in milliseconds. */
    private static List<Double> coarse(Path pdf) throws Exception {
        List<Double> taken = new ArrayList<>();
        try (PDDocument document = Loader.loadPDF(pdf.toFile())) {
            PDFRenderer renderer = new PDFRenderer(document);
            renderer.setSubsamplingAllowed(true);
            for (int i = 0; i < SCAN_PAGES; i++) {
                long began = System.nanoTime();
                renderer.renderImage(i, (float) PageImages.COARSE);
                taken.add((System.nanoTime() - began) / 1e6);
            }
        }
        return taken;
    }

    private void until(StudentKey student, int page) throws Exception {
        while (!Camera.onInterface(() -> roll() != null && isSharp(student)
                && roll().leafInSight().filter(l -> l.page().index() == page).isPresent())) {
            TimeUnit.MILLISECONDS.sleep(2);
        }
    }

    private static void makeScan(Path pdf) throws Exception {
        Random random = new Random(9);
        BufferedImage paper = new BufferedImage(1240, 1754, BufferedImage.TYPE_BYTE_GRAY);
        try (PDDocument document = new PDDocument()) {
            for (int i = 0; i < SCAN_PAGES; i++) {
                byte[] grain = new byte[1240 * 1754];
                for (int n = 0; n < grain.length; n++) {
                    grain[n] = (byte) (225 + random.nextInt(24) - (n / 1240 + i * 7) % 40 / 36 * 90);
                }
                paper.getRaster().setDataElements(0, 0, 1240, 1754, grain);
                ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
                ImageIO.write(paper, "jpeg", jpeg);
                PDPage page = new PDPage(PDRectangle.A4);
                document.addPage(page);
                PDImageXObject image = org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory.createFromStream(document,
                        new ByteArrayInputStream(jpeg.toByteArray()));
                try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                    out.drawImage(image, 0, 0, PDRectangle.A4.getWidth(), PDRectangle.A4.getHeight());
                }
            }
            document.save(pdf.toFile());
        }
    }
}

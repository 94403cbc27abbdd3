package org.epiglyph.bench;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.paper.PageLeaf;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;

/** Measures the desk with a scan of 300 pages and about 100 MB. */
final class ScanBench {
    private static final int SCAN_PAGES = 300;
    /** Ten pages per second: faster than anybody reads, as fast as one looks for a place. */
    private static final int PAGE_MILLIS = 100;
    private final MeasuredDesk desk;
    private final Path world;

    ScanBench(MeasuredDesk desk, Path world) {
        this.desk = desk;
        this.world = world;
    }

    /** A scan of 300 pages and about 100 MB: from opening to the first sharp page, then through all of it. */
    void run() throws Exception {
        Path pdf = world.resolve("scan.pdf");
        makeScan(pdf);
        MeasuredDesk.print("scan-megabytes", Files.size(pdf) / 1048576.0);
        Path folder = world.resolve("scan batch");
        makeBatch(pdf, folder);
        desk.open(folder);
        Camera.waitFor(() -> desk.model().batch().students().size() == 2);
        Camera.act(() -> desk.model().open(new StudentKey("K-0")));
        TimeUnit.SECONDS.sleep(8); // the originals have been compared by then
        StudentKey student = new StudentKey("K-1");
        firstAndLast(folder, student);
        List<Double> raced = blank(0);
        desk.forget();
        desk.open(folder);
        until(student, 0);
        List<Double> blank = blank(PAGE_MILLIS);
        List<Double> coarse = coarse(pdf);
        MeasuredDesk.print("scan-blank-ms-95", MeasuredDesk.percentile(blank, 0.95));
        MeasuredDesk.print("scan-blank-ms-most", MeasuredDesk.percentile(blank, 1));
        MeasuredDesk.print("scan-raced-ms-95", MeasuredDesk.percentile(raced, 0.95));
        MeasuredDesk.print("scan-raced-ms-most", MeasuredDesk.percentile(raced, 1));
        MeasuredDesk.print("scan-coarse-bare-ms-95", MeasuredDesk.percentile(coarse, 0.95));
        MeasuredDesk.print("scan-coarse-bare-ms-most", MeasuredDesk.percentile(coarse, 1));
        printHeapUse();
    }

    private void firstAndLast(Path folder, StudentKey student) throws Exception {
        desk.forget();
        desk.open(folder);
        Camera.waitFor(() -> desk.model().student().equals(student));
        Camera.waitFor(() -> desk.isSharp(student));
        desk.forget();
        long from = System.nanoTime();
        desk.open(folder);
        until(student, 0);
        MeasuredDesk.print("scan-first-ms", (System.nanoTime() - from) / 1e6);
        from = System.nanoTime();
        Camera.act(() -> desk.roll().reveal(new PageRef("s1", SCAN_PAGES - 1), 0));
        until(student, SCAN_PAGES - 1);
        MeasuredDesk.print("scan-last-ms", (System.nanoTime() - from) / 1e6);
    }

    private static void makeBatch(Path pdf, Path folder) throws Exception {
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
    }

    private static void printHeapUse() throws InterruptedException {
        System.gc();
        TimeUnit.MILLISECONDS.sleep(300);
        System.gc();
        Runtime runtime = Runtime.getRuntime();
        MeasuredDesk.print("scan-heap-megabytes", (runtime.totalMemory() - runtime.freeMemory()) / 1048576.0);
    }

    /** How long each page stays blank when all pages are turned at a fixed rate. */
    private List<Double> blank(int millis) throws Exception {
        List<Double> blank = new ArrayList<>();
        for (int i = 0; i < SCAN_PAGES; i++) {
            PageRef page = new PageRef("s1", i);
            Camera.act(() -> desk.roll().reveal(page, 0));
            long asked = System.nanoTime();
            while (!Camera.onInterface(() -> desk.roll().leafInSight().filter(PageLeaf::hasImage).isPresent())) {
                TimeUnit.MILLISECONDS.sleep(1);
            }
            double taken = (System.nanoTime() - asked) / 1e6;
            blank.add(taken);
            TimeUnit.MILLISECONDS.sleep(Math.max(0, millis - (long) taken));
        }
        return blank;
    }

    /** The time for a coarse image of each page with nothing else running, in milliseconds. */
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
        while (!Camera.onInterface(() -> desk.roll() != null && desk.isSharp(student)
                && desk.roll().leafInSight().filter(l -> l.page().index() == page).isPresent())) {
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

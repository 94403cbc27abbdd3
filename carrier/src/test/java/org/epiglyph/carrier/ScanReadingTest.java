package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.TextQuery;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.documents.WordRecognition;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Scans whose text is recognised in the background, so that the class can be searched. Needs Tesseract, as CI installs
 * it.
 */
class ScanReadingTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final StudentKey BAO = new StudentKey("K-2");
    private static final StudentKey CEM = new StudentKey("K-3");
    @TempDir
    private Path folder;
    private Path batch;
    private final BlockingQueue<String> read = new LinkedBlockingQueue<>();

    /** Ada has a page of text and a scanned one after it, Bao a blank page and then a scan, Cem text alone. */
    @BeforeEach
    void make() throws Exception {
        batch = folder.resolve("batch");
        try (NewBatch made = NewBatch.at(batch)) {
            add(made, ADA, "Ada", "d1", pdf("typed heights", "scanned twelfths"), 2);
            add(made, BAO, "Bao", "d2", pdf("", "scanned harbour"), 2);
            add(made, CEM, "Cem", "d3", pdf("typed soundings", ""), 1);
            made.place(new Task("", "", "Tides", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                    MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY);
        }
    }

    private static void add(NewBatch made, StudentKey key, String name, String id, byte[] pdf, int pages)
            throws Exception {
        Originals.Stored stored = made.store(id, "work.pdf", new ByteArrayInputStream(pdf));
        made.add(new Student(key, name, "Example", ""), List.of(new HandIn(1, Optional.empty(), "", List.of(
                new Document(id, "work.pdf", stored.sha256(), stored.bytes(), new Pages.Ready(pages, ""), "")))));
    }

    private static byte[] pdf(String typed, String scanned) throws Exception {
        try (PDDocument document = new PDDocument(); ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            PDPage first = new PDPage(PDRectangle.A4);
            document.addPage(first);
            if (!typed.isEmpty()) {
                try (PDPageContentStream content = new PDPageContentStream(document, first)) {
                    content.beginText();
                    content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 14);
                    content.newLineAtOffset(72, 700);
                    content.showText(typed);
                    content.endText();
                }
            }
            if (!scanned.isEmpty()) {
                addScan(document, scanned);
            }
            document.save(out);
            return out.toByteArray();
        }
    }

    private static void addScan(PDDocument document, String scanned) throws IOException {
        PDPage second = new PDPage(PDRectangle.A4);
        document.addPage(second);
        BufferedImage image = new BufferedImage(827, 1170, BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D g = image.createGraphics();
        g.setColor(Color.WHITE);
        g.fillRect(0, 0, 827, 1170);
        g.setColor(Color.BLACK);
        g.setFont(new Font(Font.SERIF, Font.PLAIN, 30));
        g.drawString(scanned, 100, 200);
        g.dispose();
        try (PDPageContentStream content = new PDPageContentStream(document, second)) {
            content.drawImage(LosslessFactory.createFromImage(document, image), 0, 0, PDRectangle.A4.getWidth(),
                    PDRectangle.A4.getHeight());
        }
    }

    private ScanReading scans(Workspace workspace) {
        return new ScanReading(workspace, WordRecognition::installed, Duration.ZERO, read::add);
    }

    private static long found(Workspace workspace, String text) {
        long[] places = {0};
        new ClassSearch(new CachedWords(workspace.folder())).search(workspace.batch(), new TextQuery(text, false),
                f -> {
                    places[0] += f.places();
                    return true;
                });
        return places[0];
    }

    @Test
    void recognisesTheClassesScansStartingWithTheCurrentStudent() throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC()); ScanReading scans = scans(workspace)) {
            assertThat(found(workspace, "twelfths")).isZero();
            scans.first(BAO);
            assertThat(read.poll(60, TimeUnit.SECONDS)).isEqualTo("d2");
            assertThat(read.poll(60, TimeUnit.SECONDS)).isEqualTo("d1");
            assertThat(found(workspace, "twelfths")).isEqualTo(1);
            assertThat(found(workspace, "harbour")).isEqualTo(1);
            assertThat(found(workspace, "heights")).as("a page's own words stay").isEqualTo(1);
            assertThat(ScanReading.of(workspace, new PageRef("d1", 1)).map(PageText::words).orElseThrow()).hasSize(2);
            assertThat(ScanReading.of(workspace, new PageRef("d1", 0))).as("it has words of its own").isEmpty();
            assertThat(ScanReading.of(workspace, new PageRef("d1", 2))).as("there is no such page").isEmpty();
        }
        Files.delete(batch.resolve("words/d2.recognised"));
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC()); ScanReading scans = scans(workspace)) {
            assertThat(found(workspace, "twelfths")).as("kept beside the batch").isEqualTo(1);
            scans.first(ADA);
            assertThat(read.poll(60, TimeUnit.SECONDS)).as("Ada's is not read twice").isEqualTo("d2");
        }
    }

    @Test
    void readsAndLosesNothingWithoutTheProgram() throws Exception {
        BlockingQueue<Thread> asked = new LinkedBlockingQueue<>();
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC());
                ScanReading scans = new ScanReading(workspace, () -> {
                    asked.add(Thread.currentThread());
                    return Optional.empty();
                }, Duration.ZERO, read::add)) {
            scans.first(ADA);
            asked.poll(60, TimeUnit.SECONDS).join();
            assertThat(read).isEmpty();
            assertThat(batch.resolve("words/d1.recognised")).doesNotExist();
            assertThat(found(workspace, "heights")).isEqualTo(1);
        }
    }
}

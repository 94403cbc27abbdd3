package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.color.PDColor;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceRGB;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationHighlight;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.Test;

/**
 * Pages scaled down with their printed margin: the paper size is unchanged, everything on it is scaled, and what the
 * page hides stays hidden; checked with poppler (pdftoppm, pdftotext), mupdf and qpdf.
 */
class ScaledMarginTest {
    private static final Instant AT = Instant.parse("2026-03-20T20:00:00Z");
    private static final PageRef PAGE = new PageRef("d1", 0);

    /** A black square, a student's own highlight over it, and red beyond the crop box. */
    private static Path original(Path folder, int rotation, boolean unbalanced) throws IOException {
        Path file = folder.resolve("original.pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(-40, -30, 500, 680));
            page.setCropBox(new PDRectangle(10, 20, 400, 560));
            page.setRotation(rotation);
            document.addPage(page);
            try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                out.setNonStrokingColor(1f, 0, 0);
                out.addRect(-40, -30, 500, 680);
                out.fill();
                out.setNonStrokingColor(1f, 1, 1);
                out.addRect(10, 20, 400, 560);
                out.fill();
                out.setNonStrokingColor(0f, 0, 0);
                out.addRect(110, 220, 40, 40);
                out.fill();
                if (unbalanced) {
                    out.saveGraphicsState();
                    out.transform(org.apache.pdfbox.util.Matrix.getScaleInstance(3, 3));
                }
            }
            PDAnnotationHighlight own = new PDAnnotationHighlight();
            own.setRectangle(new PDRectangle(210, 220, 60, 40));
            own.setQuadPoints(new float[]{210, 260, 270, 260, 210, 220, 270, 220});
            own.setColor(new PDColor(new float[]{0, 1, 0}, PDDeviceRGB.INSTANCE));
            page.getAnnotations().add(own);
            own.constructAppearances(document);
            document.save(file.toFile());
        }
        return file;
    }

    private static Mark remark(String text) {
        InkPath line = InkPath.through(new PagePoint(60, 100), new PagePoint(160, 100));
        return new Stroke(new Head("m1", PAGE, Ink.MADDER, 0, Remark.of(text)), line, 6, Stroke.Nib.FINE, List.of());
    }

    private static Path scaled(Path folder, Path original, List<Mark> marks, MarkedPdf.Form form) throws Exception {
        Path target = folder.resolve(form + ".pdf");
        MarkedPdf.write(original, folder.resolve("pictures"), marks,
                new MarkedPdf.Manner(form, false, "Marker", AT), target);
        return target;
    }

    private interface Colour {
        boolean is(int red, int green, int blue);
    }

    /** The centroid of all pixels of a colour, and their number. */
    private static double[] middle(BufferedImage image, Colour colour) {
        double x = 0;
        double y = 0;
        double count = 0;
        int width = image.getWidth();
        int[] pixels = image.getRGB(0, 0, width, image.getHeight(), null, 0, width);
        for (int i = 0; i < pixels.length; i++) {
            int rgb = pixels[i];
            if (colour.is(rgb >> 16 & 255, rgb >> 8 & 255, rgb & 255)) {
                x += i % width;
                y += i / width;
                count++;
            }
        }
        return new double[]{x / count, y / count, count};
    }

    private static boolean isBlack(int red, int green, int blue) {
        return red + green + blue < 60;
    }

    private static boolean isGreen(int red, int green, int blue) {
        return green > 180 && red < 140 && blue < 140;
    }

    @Property(tries = 16)
    void everythingScalesWithThePageAndThePaperKeepsItsSize(@ForAll long seed) throws Exception {
        Random random = new Random(seed);
        Path folder = TestFolders.make("scaled");
        Path original = original(folder, 90 * random.nextInt(4), random.nextBoolean());
        String drawer = random.nextBoolean() ? "poppler" : "mupdf";
        BufferedImage before = Drawers.draw(drawer, original, folder.resolve("before.png"));
        MarkedPdf.Form form = random.nextBoolean() ? MarkedPdf.Form.SCALED_MARGIN : MarkedPdf.Form.SCALED_FLATTENED;
        Path pdf = scaled(folder, original, List.of(remark("Which table did you use?")), form);
        BufferedImage after = Drawers.draw(drawer, pdf, folder.resolve("after.png"));
        assertThat(after.getWidth()).isEqualTo(before.getWidth());
        assertThat(after.getHeight()).isEqualTo(before.getHeight());

        double[] was = middle(before, ScaledMarginTest::isBlack);
        double[] is = middle(after, ScaledMarginTest::isBlack);
        double shrink = is[0] / was[0];
        assertThat(shrink).as("seed " + seed).isBetween(0.45, 0.9);
        assertThat(Math.sqrt(is[2] / was[2])).isCloseTo(shrink, within(0.02));
        for (Colour colour : List.<Colour>of(ScaledMarginTest::isBlack, ScaledMarginTest::isGreen)) {
            double[] from = middle(before, colour);
            double[] to = middle(after, colour);
            assertThat(to[2]).isGreaterThan(0);
            assertThat(Math.hypot(to[0] - from[0] * shrink, to[1] - from[1] * shrink))
                    .as("about the upper left corner, seed " + seed)
                    .isLessThan(2);
        }
        assertThat(middle(after, (r, g, b) -> r > 240 && g < 20 && b < 20)[2])
                .as("what is hidden, but for a line of points where an edge falls between two")
                .isLessThan(after.getWidth() + after.getHeight());
        assertThat(middle(after, (r, g, b) -> r > 120 && g < 90 && b < 90)[2]).as("the mark").isGreaterThan(50);
        assertThat(Drawers.run("pdftotext", "-layout", pdf.toString(), "-").replaceAll("\\s+", " "))
                .contains("Which table did you use?");
        assertThat(Drawers.run("qpdf", "--check", pdf.toString())).contains("No syntax or stream encoding errors");
    }

    @Test
    void manyRemarksContinueOnMorePagesOfTheSameSize() throws Exception {
        Path folder = TestFolders.make("scaled");
        Path original = original(folder, 0, false);
        List<Mark> many = new ArrayList<>();
        for (int i = 0; i < 70; i++) {
            Mark one = remark("Remark number " + i + " says something.");
            many.add(one.withHead(new Head("m" + i, PAGE, Ink.PLUM, 0, one.remark())).movedBy(0, i * 5));
        }
        Path pdf = scaled(folder, original, many, MarkedPdf.Form.SCALED_MARGIN);
        try (OpenDocument document = OpenDocument.open(pdf)) {
            assertThat(document.pageCount()).isGreaterThan(1);
            for (int i = 0; i < document.pageCount(); i++) {
                assertThat(document.geometry(i).shownWidth()).isEqualTo(400);
                assertThat(document.geometry(i).shownHeight()).isEqualTo(560);
            }
            assertThat(document.remarks(0)).as("still open annotations").hasSizeGreaterThanOrEqualTo(70);
        }
        String text = Drawers.run("pdftotext", pdf.toString(), "-").replaceAll("\\s+", " ");
        for (int i = 0; i < 70; i++) {
            assertThat(text).contains("Remark number " + i + " says something.");
        }
        Path silent = scaled(folder, original, List.of(remark("")), MarkedPdf.Form.SCALED_MARGIN);
        BufferedImage before = Drawers.draw("poppler", original, folder.resolve("before.png"));
        BufferedImage after = Drawers.draw("poppler", silent, folder.resolve("after.png"));
        assertThat(middle(after, ScaledMarginTest::isBlack)).isEqualTo(middle(before, ScaledMarginTest::isBlack));
    }
}

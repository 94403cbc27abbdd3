package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Stroke;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.interactive.digitalsignature.PDSignature;
import org.apache.pdfbox.pdmodel.interactive.form.PDAcroForm;
import org.apache.pdfbox.pdmodel.interactive.form.PDSignatureField;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.Test;

/**
 * Remarks printed into an added margin: none lost, overlapping or outside the page, and the page's content unchanged;
 * checked with poppler (pdftotext -bbox, pdftoppm) and qpdf, none of which the program uses.
 */
class PrintedMarginTest {
    private static final Instant AT = Instant.parse("2026-03-20T20:00:00Z");
    private static final PageRef PAGE = new PageRef("d1", 0);
    private static final Pattern WORD = Pattern
            .compile(
                    "<word xMin=\"([-0-9.]+)\" yMin=\"([-0-9.]+)\" xMax=\"([-0-9.]+)\" yMax=\"([-0-9.]+)\">(.*?)</word>");
    private static final double TOLERANCE = 1;

    private record Word(int page, double left, double top, double right, double bottom, String text) {
        boolean overlaps(Word other) {
            double across = Math.min(right, other.right) - Math.max(left, other.left);
            double down = Math.min(bottom, other.bottom) - Math.max(top, other.top);
            return page == other.page && across > TOLERANCE && down > (bottom - top) * 0.35; // lines may touch
        }
    }

    private record Found(List<double[]> pages, List<Word> words) {}

    /** A page with words and a black bar; beyond the crop box, on every side, there is red that must stay hidden. */
    private static Path original(Path folder, int rotation, PDRectangle crop, boolean unbalanced) throws IOException {
        Path file = folder.resolve("original.pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(crop.getLowerLeftX() - 50, crop.getLowerLeftY() - 50,
                    crop.getWidth() + 100, crop.getHeight() + 100));
            page.setCropBox(crop);
            page.setRotation(rotation);
            document.addPage(page);
            try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                PDRectangle media = page.getMediaBox();
                out.setNonStrokingColor(1f, 0, 0);
                out.addRect(media.getLowerLeftX(), media.getLowerLeftY(), media.getWidth(), media.getHeight());
                out.fill();
                out.setNonStrokingColor(1f, 1, 1);
                out.addRect(crop.getLowerLeftX(), crop.getLowerLeftY(), crop.getWidth(), crop.getHeight());
                out.fill();
                out.setNonStrokingColor(0f, 0, 0);
                out.addRect(crop.getLowerLeftX() + 20, crop.getLowerLeftY() + 20, 60, 8);
                out.fill();
                out.beginText();
                out.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 11);
                out.newLineAtOffset(crop.getLowerLeftX() + 20, crop.getUpperRightY() - 60);
                out.showText("theirwords");
                out.endText();
                if (unbalanced) {
                    out.saveGraphicsState();
                    out.transform(org.apache.pdfbox.util.Matrix.getScaleInstance(3, 3));
                }
            }
            document.save(file.toFile());
        }
        return file;
    }

    private static Mark remark(int number, double x, double y, String text) {
        return new Stamp(new Head("m" + number, PAGE, Ink.MADDER, 0, Remark.of(text)), Sign.TICK, new PagePoint(x, y),
                12);
    }

    private static Path printed(Path folder, Path original, List<Mark> marks) throws Exception {
        Path target = folder.resolve("printed.pdf");
        MarkedPdf.write(original, folder.resolve("pictures"), marks,
                new MarkedPdf.Manner(MarkedPdf.Form.PRINTED_MARGIN, false, "Marker", AT), target);
        return target;
    }

    private static List<double[]> sizes(Path pdf) throws Exception {
        List<double[]> sizes = new ArrayList<>();
        try (OpenDocument document = OpenDocument.open(pdf)) {
            for (int i = 0; i < document.pageCount(); i++) {
                sizes.add(new double[]{document.geometry(i).shownWidth(), document.geometry(i).shownHeight()});
            }
        }
        return sizes;
    }

    private static Found read(Path pdf) throws Exception {
        String out = Drawers.run("pdftotext", "-bbox", "-cropbox", pdf.toString(), "-");
        List<Word> words = new ArrayList<>();
        int page = -1;
        for (String line : out.split("\n")) {
            page += line.contains("<page ") ? 1 : 0;
            Matcher word = WORD.matcher(line);
            if (word.find()) {
                words.add(new Word(page, Double.parseDouble(word.group(1)), Double.parseDouble(word.group(2)),
                        Double.parseDouble(word.group(3)), Double.parseDouble(word.group(4)), word.group(5)));
            }
        }
        return new Found(sizes(pdf), words);
    }

    @Property(tries = 24)
    void everyRemarkIsPrintedOnThePageWithoutOverlap(@ForAll long seed) throws Exception {
        Random random = new Random(seed);
        Path folder = TestFolders.make("margin");
        int rotation = 90 * random.nextInt(4);
        PDRectangle crop = new PDRectangle(random.nextInt(80) - 40, random.nextInt(80) - 40, 300 + random.nextInt(700),
                300 + random.nextInt(700));
        Path original = original(folder, rotation, crop, random.nextInt(4) == 0);
        boolean sideways = rotation % 180 != 0;
        double shownWidth = sideways ? crop.getHeight() : crop.getWidth();
        List<Mark> marks = new ArrayList<>();
        int count = 1 + random.nextInt(random.nextBoolean() ? 6 : 60);
        for (int i = 0; i < count; i++) {
            String text = "begin" + i + "x " + "some further words ".repeat(random.nextInt(8)) + "end" + i + "x";
            marks.add(remark(i, 150 + random.nextInt((int) crop.getWidth() - 180),
                    100 + random.nextInt((int) crop.getHeight() - 150), text));
        }
        Found found = read(printed(folder, original, marks));
        List<String> texts = found.words.stream().map(Word::text).toList();
        for (int i = 0; i < count; i++) {
            assertThat(texts).as("seed " + seed).containsOnlyOnce("begin" + i + "x", "end" + i + "x");
        }
        assertThat(texts).containsOnlyOnce("theirwords");
        for (Word word : found.words) {
            double[] page = found.pages.get(word.page);
            assertThat(word.right).as("%s of %s", word, seed).isLessThanOrEqualTo(page[0] + TOLERANCE);
            assertThat(word.bottom).as("%s of %s", word, seed).isLessThanOrEqualTo(page[1] + TOLERANCE);
            if (word.page == 0 && !word.text.equals("theirwords")) {
                assertThat(word.left).as("%s beside the page", word).isGreaterThanOrEqualTo(shownWidth);
            }
        }
        for (int i = 0; i < found.words.size(); i++) {
            for (int j = i + 1; j < found.words.size(); j++) {
                assertThat(found.words.get(i).overlaps(found.words.get(j)))
                        .as("%s and %s of %s", found.words.get(i), found.words.get(j), seed)
                        .isFalse();
            }
        }
    }

    @Property(tries = 8)
    void preservesThePagesContentAndKeepsHiddenContentHidden(@ForAll long seed) throws Exception {
        Random random = new Random(seed);
        Path folder = TestFolders.make("margin");
        PDRectangle crop = new PDRectangle(10, 20, 320, 400);
        Path original = original(folder, 90 * random.nextInt(4), crop, random.nextBoolean());
        BufferedImage before = Drawers.draw("poppler", original, folder.resolve("before.png"));
        Path printed = printed(folder, original,
                List.of(remark(1, 200, 200, "A remark."), remark(2, 210, 320, "More.")));
        BufferedImage after = Drawers.draw("poppler", printed, folder.resolve("after.png"));
        assertThat(after.getWidth()).isGreaterThan(before.getWidth() + 100);
        assertThat(after.getHeight()).isEqualTo(before.getHeight());
        for (int y = 0; y < before.getHeight(); y++) {
            for (int x = 0; x < before.getWidth(); x++) {
                if ((before.getRGB(x, y) & 0xffffff) != 0xffffff) {
                    assertThat(after.getRGB(x, y)).as("ink at " + x + ", " + y).isEqualTo(before.getRGB(x, y));
                }
            }
            for (int x = before.getWidth(); x < after.getWidth(); x++) {
                int rgb = after.getRGB(x, y) & 0xffffff;
                assertThat(rgb).as("red at " + x + ", " + y).isNotEqualTo(0xff0000);
            }
        }
    }

    @Test
    void theCopyIsAWellFormedUpdateThatKeepsEveryByte() throws Exception {
        Path folder = TestFolders.make("margin");
        Path original = original(folder, 0, new PDRectangle(0, 0, 400, 500), false);
        List<Mark> many = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            many.add(remark(i, 200, 100 + i * 5,
                    "Remark " + i + " \u0394\u03b1\u03bd\u03ac\u03b7 \u05e9\u05dc\u05d5\u05dd."));
        }
        Path printed = printed(folder, original, many);
        assertThat(Files.readAllBytes(printed)).startsWith(Files.readAllBytes(original));
        assertThat(Drawers.run("qpdf", "--check", printed.toString())).contains("No syntax or stream encoding errors");
        assertThat(read(printed).pages.size()).as("continued on a page behind").isGreaterThan(1);
        assertThat(Drawers.run("pdftotext", printed.toString(), "-")).contains("\u0394\u03b1\u03bd\u03ac\u03b7");
        try (OpenDocument document = OpenDocument.open(printed)) {
            assertThat(document.remarks(0)).as("still open annotations").hasSize(60);
        }
    }

    /** The distance of each printed line from the right edge of the margin, as shares of the margin's width. */
    private static List<Double> distancesFromTheRight(String text) throws Exception {
        Path folder = TestFolders.make("margin");
        Path original = original(folder, 0, new PDRectangle(0, 0, 400, 500), false);
        Path printed = printed(folder, original, List.of(remark(1, 200, 200, text)));
        BufferedImage drawn = Drawers.draw("poppler", printed, folder.resolve("drawn.png"));
        double margin = drawn.getWidth() * (1 - 400 / sizes(printed).getFirst()[0]);
        List<Double> distances = new ArrayList<>();
        int farthest = -1;
        for (int y = 0; y < drawn.getHeight(); y++) {
            int inked = -1;
            for (int x = (int) (drawn.getWidth() - 0.8 * margin); x < drawn.getWidth(); x++) {
                inked = (drawn.getRGB(x, y) & 0xff) < 0xa0 ? x : inked;
            }
            if (inked < 0 && farthest >= 0) {
                distances.add((drawn.getWidth() - farthest) / margin);
            }
            farthest = inked < 0 ? -1 : Math.max(farthest, inked);
        }
        return distances;
    }

    @Test
    void alignsRightToLeftTextToTheRight() throws Exception {
        String peace = "\u05e9\u05dc\u05d5\u05dd";
        assertThat(distancesFromTheRight("Short.")).singleElement().satisfies(d -> assertThat(d).isGreaterThan(0.5));
        assertThat(distancesFromTheRight(peace)).singleElement()
                .satisfies(d -> assertThat(d).isCloseTo(18 / 168.0, within(0.02)));
        assertThat(distancesFromTheRight((peace + " MMM ").repeat(8))).as("lines")
                .hasSizeGreaterThan(2)
                .allSatisfy(d -> assertThat(d).isCloseTo(18 / 168.0, within(0.02)));
    }

    /** An annotation keeps a signature valid; changed page content does not, and the marker is told. */
    @Test
    void saysWhenASignatureNoLongerHolds() throws Exception {
        Path folder = TestFolders.make("margin");
        Path signed = folder.resolve("signed.pdf");
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage());
            PDAcroForm form = new PDAcroForm(document);
            document.getDocumentCatalog().setAcroForm(form);
            PDSignatureField field = new PDSignatureField(form);
            PDSignature signature = new PDSignature();
            signature.setFilter(PDSignature.FILTER_ADOBE_PPKLITE);
            field.setValue(signature);
            form.getFields().add(field);
            document.save(signed.toFile());
        }
        List<Mark> marks = List.of(remark(1, 100, 100, "A remark."));
        for (MarkedPdf.Form form : MarkedPdf.Form.values()) {
            MarkedPdf.Written written = MarkedPdf.write(signed, folder.resolve("pictures"), marks,
                    new MarkedPdf.Manner(form, false, "Marker", AT), folder.resolve("out.pdf"));
            assertThat(written.unsigned()).as(form.name()).isEqualTo(form != MarkedPdf.Form.ANNOTATIONS);
        }
    }

    /** A page that a pen has covered for an hour, in every form. */
    @ParameterizedTest
    @EnumSource(MarkedPdf.Form.class)
    void writesThousandsOfStrokes(MarkedPdf.Form form, @TempDir Path folder) throws Exception {
        Path original = original(folder, 0, new PDRectangle(0, 0, 500, 700), false);
        List<Mark> marks = new ArrayList<>();
        for (int i = 0; i < 3_000; i++) {
            PagePoint from = new PagePoint(20 + i % 70 * 6, 20 + i / 70 * 9);
            marks.add(new Stroke(new Head("s" + i, PAGE, Ink.MADDER, 0, Remark.NONE),
                    InkPath.through(from, from.movedBy(5, 7)), 1, Stroke.Nib.FINE));
        }
        marks.add(remark(1, 100, 100, "Seen."));
        Path target = folder.resolve("many.pdf");
        MarkedPdf.write(original, folder.resolve("pictures"), marks,
                new MarkedPdf.Manner(form, false, "Marker", AT), target);
        Path bound = folder.resolve("bound.pdf");
        BoundSheet.write(target, original, true, AT, bound);
        for (Path pdf : List.of(target, bound)) {
            assertThat(new ProcessBuilder("qpdf", "--check", pdf.toString()).start().waitFor()).isZero();
        }
    }
}

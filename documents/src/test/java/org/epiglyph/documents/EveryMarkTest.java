package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import com.lowagie.text.pdf.PdfArray;
import com.lowagie.text.pdf.PdfDictionary;
import com.lowagie.text.pdf.PdfName;
import com.lowagie.text.pdf.PdfReader;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.epiglyph.core.Problem;
import org.epiglyph.core.ink.InkFit;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Shape;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Every kind of mark on pages of every rotation, with odd crop boxes and user units (ISO 32000-2, table 31), read back
 * by OpenPDF and rendered by poppler and mupdf: each must change the page where it is, and nowhere else.
 */
class EveryMarkTest {
    private static final PageRef PAGE = new PageRef("d1", 0);
    @TempDir
    private Path folder;
    private OwnPicture picture;

    @BeforeEach
    void picture() throws IOException, Problem {
        BufferedImage image = new BufferedImage(40, 20, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        g.setColor(Color.RED);
        g.fillRect(0, 0, 40, 20);
        g.dispose();
        Path file = folder.resolve("own.png");
        ImageIO.write(image, "png", file.toFile());
        picture = OwnPicture.read(file);
        picture.storeIn(folder.resolve("pictures"));
    }

    private static Head head(String id, int rotation, String text) {
        return new Head(id, PAGE, Ink.MADDER, (360 - rotation) % 360, Remark.of(text), "", "reasoning");
    }

    /** Words run along the page as it is shown, so on a rotated page they are vertical in page space. */
    private static PageBox words(double x, double y, int rotation) {
        return rotation % 180 == 0 ? new PageBox(x, y, 60, 12) : new PageBox(x, y, 12, 50);
    }

    private List<Mark> oneOfEach(int r) {
        List<PagePoint> hand = List.of(new PagePoint(20, 30), new PagePoint(50, 44), new PagePoint(80, 28));
        var fitted = InkFit.fit(hand, 0.25);
        List<Double> swell = new ArrayList<>();
        fitted.joints().forEach(j -> swell.add(0.6 + 0.4 * j));
        return List.of(
                new Stroke(head("pressed", r, "**Why?**"), fitted.path(), 3, Stroke.Nib.FINE, swell),
                new TextMarkup(head("under", r, ""), List.of(words(110, 30, r)), "a", TextMarkup.Style.UNDERLINE),
                new TextMarkup(head("wavy", r, ""), List.of(words(200, 30, r)), "b", TextMarkup.Style.WAVY_UNDERLINE),
                new TextMarkup(head("strike", r, ""), List.of(words(290, 30, r)), "c", TextMarkup.Style.STRIKE_OUT),
                new Correction(head("replace", r, "high"), List.of(words(20, 100, r)), "low", Optional.empty(), 12)
                        .replacing(),
                new Correction(head("insert", r, "not"), List.of(), "", Optional.of(new PagePoint(130, 110)), 12),
                new Correction(head("delete", r, ""), List.of(words(180, 100, r)), "very", Optional.empty(), 12),
                new Correction(head("move", r, ""), List.of(words(270, 100, r)), "here", Optional.empty(), 12)
                        .movingTo(new PagePoint(370, 120)),
                new Shape(head("box", r, "this"), Shape.Form.BOX, new PagePoint(20, 170), new PagePoint(70, 200), 1.5),
                new Shape(head("ellipse", r, ""), Shape.Form.ELLIPSE, new PagePoint(100, 170), new PagePoint(150, 200),
                        1.5),
                new Shape(head("line", r, ""), Shape.Form.LINE, new PagePoint(170, 170), new PagePoint(210, 200), 1.5),
                new Shape(head("arrow", r, ""), Shape.Form.ARROW, new PagePoint(230, 200), new PagePoint(280, 172),
                        1.5),
                new Shape(head("bracket", r, ""), Shape.Form.BRACKET, new PagePoint(320, 170), new PagePoint(320, 210),
                        1.5),
                new TypedText(head("text", r, ""), new PagePoint(100, 250), "one two", 12, 30, List.of("one", "two"),
                        true),
                new Stamp(head("sign", r, ""), Sign.SEEN, new PagePoint(200, 250), 18, 30),
                new Stamp(head("score", r, ""), new Face.Score(new BigDecimal("1.5"), 1.2), new PagePoint(260, 250),
                        22),
                new Stamp(head("words", r, ""), new Face.Text("see me", 2.2), new PagePoint(320, 260), 14),
                new Stamp(head("picture", r, ""), new Face.Picture(picture.name(), picture.aspect()),
                        new PagePoint(370, 230), 16));
    }

    private Path original(int rotation, float left, float bottom, double unit) throws IOException {
        Path file = folder.resolve("original.pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(-50, -50, 900, 900));
            page.setCropBox(new PDRectangle(left, bottom, (float) (400 / unit), (float) (300 / unit)));
            page.setRotation(rotation);
            if (unit != 1) {
                page.setUserUnit((float) unit);
            }
            document.addPage(page);
            document.save(file.toFile(), CompressParameters.NO_COMPRESSION);
        }
        return file;
    }

    private Path marked(Path original, List<Mark> marks) throws Problem {
        return marked(original, marks, MarkedPdf.Form.ANNOTATIONS);
    }

    private Path marked(Path original, List<Mark> marks, MarkedPdf.Form form) throws Problem {
        Path target = folder.resolve("marked.pdf");
        MarkedPdf.write(original, folder.resolve("pictures"), marks,
                new MarkedPdf.Manner(form, false, "Marker", Instant.EPOCH), target);
        return target;
    }

    @ParameterizedTest
    @CsvSource({"0, 0, 0, 1", "90, 13.5, -20, 1", "180, -7, 44, 1", "270, 30, 20, 1", "90, 10, 5, 2", "0, 31, 17, 0.5"})
    void drawsEachMarkInItsPlaceOnly(int rotation, float left, float bottom, double unit) throws Exception {
        Path original = original(rotation, left, bottom, unit);
        List<Mark> marks = oneOfEach(rotation);
        isDrawn(original, marks, marked(original, marks), new Turned(rotation, left, bottom, unit));
    }

    /** Without remarks, so that no margin is added. */
    @ParameterizedTest
    @CsvSource({"0, 0, 0, 1", "90, 13.5, -20, 1", "180, -7, 44, 2", "270, 30, 20, 0.5"})
    void flattensEachMarkInItsPlaceWithoutAnnotations(int rotation, float left, float bottom, double unit)
            throws Exception {
        Path original = original(rotation, left, bottom, unit);
        List<Mark> marks = oneOfEach(rotation).stream()
                .filter(m -> !(m instanceof Correction))
                .map(m -> m.withRemark(Remark.NONE))
                .toList();
        Path flat = marked(original, marks, MarkedPdf.Form.FLATTENED);
        isDrawn(original, marks, flat, new Turned(rotation, left, bottom, unit));
        try (PdfReader reader = new PdfReader(Files.readAllBytes(flat))) {
            assertThat(reader.getPageN(1).getAsArray(PdfName.ANNOTS)).isNull();
        }
    }

    private record Turned(int rotation, float left, float bottom, double unit) {}

    private void isDrawn(Path original, List<Mark> marks, Path marked, Turned turned) throws Exception {
        int rotation = turned.rotation;
        double unit = turned.unit;
        PageGeometry page = new PageGeometry(turned.left, turned.bottom, 400 / unit, 300 / unit, rotation, unit);
        for (String drawer : Drawers.ALL) {
            BufferedImage before = Drawers.draw(drawer, original, folder.resolve(drawer + "before.png"), unit);
            BufferedImage after = Drawers.draw(drawer, marked, folder.resolve(drawer + "after.png"), unit);
            assertThat(after.getWidth()).as("%s shows the page in its size", drawer)
                    .isBetween((int) (page.shownWidth() * 2) - 1, (int) (page.shownWidth() * 2) + 1);
            for (Mark mark : marks) {
                assertThat(Drawers.changed(before, after, page.toShown(mark.bounds().expandedBy(1))))
                        .as("%s draws %s at %s degrees", drawer, mark.id(), rotation)
                        .isGreaterThan(8);
            }
            assertThat(Drawers.changedOutside(before, after,
                    marks.stream().map(m -> page.toShown(m.bounds().expandedBy(2))).toList()))
                    .as("%s draws nothing outside at %s degrees", drawer, rotation)
                    .isZero();
        }
    }

    private static PdfDictionary named(PdfArray annotations, String name) {
        for (int i = 0; i < annotations.size(); i++) {
            if (annotations.getAsDict(i).getAsString(PdfName.NM).toString().equals(name)) {
                return annotations.getAsDict(i);
            }
        }
        throw new AssertionError("No annotation is called " + name);
    }

    private static String kind(PdfArray annotations, String name) {
        return named(annotations, name).getAsName(PdfName.SUBTYPE).toString();
    }

    /** ISO 32000-2, 12.5.6: the annotation types and their required entries. */
    @Test
    void writesTheStandardAnnotationForEachMark() throws Exception {
        Path marked = marked(original(0, 0, 0, 1), oneOfEach(0));
        assertThat(Drawers.run("qpdf", "--check", marked.toString()))
                .contains("No syntax or stream encoding errors found");
        try (PdfReader reader = new PdfReader(Files.readAllBytes(marked))) {
            PdfArray all = reader.getPageN(1).getAsArray(PdfName.ANNOTS);
            assertThat(List.of(kind(all, "pressed"), kind(all, "under"), kind(all, "wavy"), kind(all, "strike"),
                    kind(all, "box"), kind(all, "ellipse"), kind(all, "line"), kind(all, "arrow"),
                    kind(all, "bracket"), kind(all, "text"), kind(all, "picture")))
                    .containsExactly("/Ink", "/Underline", "/Squiggly", "/StrikeOut", "/Square", "/Circle", "/Line",
                            "/Line", "/PolyLine", "/FreeText", "/Stamp");
            for (int i = 0; i < all.size(); i++) {
                assertThat(all.getAsDict(i).getAsDict(PdfName.AP).getDirectObject(PdfName.N).isStream()).isTrue();
                assertThat(all.getAsDict(i).getAsString(new PdfName("Subj")).toString()).isEqualTo("reasoning");
            }
            assertThat(named(all, "arrow").getAsArray(new PdfName("LE")).getAsName(1).toString())
                    .isEqualTo("/OpenArrow");
            assertThat(named(all, "line").getAsArray(new PdfName("L")).size()).isEqualTo(4);
            assertThat(named(all, "bracket").getAsArray(new PdfName("Vertices")).size()).isEqualTo(8);
            assertThat(named(all, "box").getAsArray(new PdfName("RD")).size()).isEqualTo(4);
            assertThat(named(all, "text").getAsArray(PdfName.C).size()).as("the ground of free text").isEqualTo(3);
            assertThat(named(all, "score").getAsString(PdfName.CONTENTS).toUnicodeString()).isEqualTo("1.5");
            assertThat(named(all, "pressed").getAsString(PdfName.CONTENTS).toUnicodeString()).isEqualTo("Why?");
            assertThat(named(all, "pressed").getAsString(new PdfName("RC")).toUnicodeString())
                    .contains("<strong>Why?</strong>");
        }
    }

    /** ISO 32000-2, 12.5.6.2: annotations are grouped by IRT to the first one and RT Group. */
    @Test
    void aReplacementIsACaretGroupedWithItsStrikeOut() throws Exception {
        Path marked = marked(original(0, 0, 0, 1), oneOfEach(0));
        try (PdfReader reader = new PdfReader(Files.readAllBytes(marked))) {
            PdfArray all = reader.getPageN(1).getAsArray(PdfName.ANNOTS);
            for (String name : List.of("replace", "move")) {
                assertThat(kind(all, name)).isEqualTo("/Caret");
                PdfDictionary strike = named(all, name + "-strike");
                assertThat(strike.getAsName(PdfName.SUBTYPE).toString()).isEqualTo("/StrikeOut");
                assertThat(strike.getAsName(new PdfName("RT")).toString()).isEqualTo("/Group");
                assertThat(strike.getAsDict(new PdfName("IRT")).getAsString(PdfName.NM).toString()).isEqualTo(name);
            }
            assertThat(named(all, "replace").getAsString(PdfName.CONTENTS).toString()).isEqualTo("high");
            assertThat(named(all, "move").getAsString(PdfName.CONTENTS).toString()).isEqualTo("here");
            assertThat(kind(all, "insert")).isEqualTo("/Caret");
            assertThat(kind(all, "delete")).isEqualTo("/StrikeOut");
            assertThat(named(all, "delete").get(new PdfName("IRT"))).isNull();
        }
    }

    @Test
    void aMissingPictureLeavesAnEmptyStampAndTheRestIsWritten() throws Exception {
        Mark lost = new Stamp(head("lost", 0, ""), new Face.Picture("0".repeat(64) + ".png", 1),
                new PagePoint(60, 60), 20);
        Path marked = marked(original(0, 0, 0, 1), List.of(lost, oneOfEach(0).getFirst()));
        try (PdfReader reader = new PdfReader(Files.readAllBytes(marked))) {
            assertThat(reader.getPageN(1).getAsArray(PdfName.ANNOTS).size()).isEqualTo(2);
        }
    }
}

package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.lowagie.text.pdf.PdfArray;
import com.lowagie.text.pdf.PdfDictionary;
import com.lowagie.text.pdf.PdfName;
import com.lowagie.text.pdf.PdfReader;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.epiglyph.core.ink.InkFit;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Marks written as annotations: ISO 32000-2, 12.5 for the required entries, 7.5.6 for the incremental update; read back
 * by OpenPDF, checked by qpdf, rendered by poppler's pdftoppm and by mutool, none of which the program uses.
 */
class MarkedPdfTest {
    private static final Instant AT = Instant.parse("2026-03-20T20:00:00Z");
    private static final PageRef PAGE = new PageRef("d1", 0);
    @TempDir
    private Path folder;

    private static Head head(String id, Ink ink, int rotation, Remark remark) {
        return new Head(id, PAGE, ink, (360 - rotation) % 360, remark);
    }

    /** One mark of each kind, far apart, on a page of 400 by 300 points before rotation. */
    private static List<Mark> oneOfEach(int rotation) {
        List<PagePoint> hand = List.of(new PagePoint(40, 40), new PagePoint(60, 60), new PagePoint(80, 40));
        return List.of(
                new Stroke(head("ink", Ink.MADDER, rotation, Remark.of("Why?")), InkFit.smooth(hand, 0.25), 3,
                        Stroke.Nib.FINE),
                new Stroke(head("broad", Ink.OCHRE, rotation, Remark.NONE),
                        InkFit.smooth(List.of(new PagePoint(150, 50), new PagePoint(220, 50)), 0.25), 14,
                        Stroke.Nib.BROAD),
                new TextMarkup(head("high", Ink.MOSS, rotation, Remark.of("Naïve – “yes” Ω")),
                        List.of(new PageBox(40, 120, 80, 14)), "range"),
                new Note(head("note", Ink.PLUM, rotation, Remark.of("Show the working.")), new PagePoint(200, 130)),
                new Stamp(head("tick", Ink.MADDER, rotation, Remark.NONE), Sign.TICK, new PagePoint(300, 60), 30),
                new TypedText(head("text", Ink.INDIGO, rotation, Remark.NONE), new PagePoint(60, 220), "See the table",
                        14, 90));
    }

    private Path original(int rotation, PDRectangle crop) throws IOException {
        Path file = folder.resolve("original.pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(0, 0, 460, 360));
            page.setCropBox(crop);
            page.setRotation(rotation);
            document.addPage(page);
            try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                out.beginText();
                out.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 12);
                out.newLineAtOffset(crop.getLowerLeftX() + 40, crop.getUpperRightY() - 200);
                out.showText("the range is 3.9 m");
                out.endText();
            }
            document.save(file.toFile(), CompressParameters.NO_COMPRESSION);
        }
        return file;
    }

    private Path marked(Path original, List<Mark> marks) throws Exception {
        Path target = folder.resolve("marked.pdf");
        MarkedPdf.write(original, original.resolveSibling("pictures"), marks,
                new MarkedPdf.Manner(MarkedPdf.Form.ANNOTATIONS, false, "Marker", AT), target);
        return target;
    }

    @Test
    void startsWithTheOriginalBytesUnchanged() throws Exception {
        Path original = original(0, new PDRectangle(0, 0, 400, 300));
        Path marked = marked(original, oneOfEach(0));
        assertThat(Files.readAllBytes(marked)).startsWith(Files.readAllBytes(original))
                .hasSizeGreaterThan((int) Files.size(original));
    }

    @Test
    void anIndependentReaderFindsEveryMarkAsTheStandardRequires() throws Exception {
        Path marked = marked(original(0, new PDRectangle(30, 20, 400, 300)), oneOfEach(0));
        try (PdfReader reader = new PdfReader(Files.readAllBytes(marked))) {
            PdfArray annotations = reader.getPageN(1).getAsArray(PdfName.ANNOTS);
            List<String> kinds = new ArrayList<>();
            List<String> words = new ArrayList<>();
            for (int i = 0; i < annotations.size(); i++) {
                PdfDictionary a = annotations.getAsDict(i);
                kinds.add(a.getAsName(PdfName.SUBTYPE).toString());
                words.add(a.getAsString(PdfName.CONTENTS).toUnicodeString());
                assertThat(a.getAsArray(PdfName.RECT).size()).isEqualTo(4);
                assertThat(a.getAsNumber(PdfName.F).intValue() & 4).as("printed").isEqualTo(4);
                assertThat(a.getAsDict(PdfName.AP).getDirectObject(PdfName.N).isStream()).isTrue();
                assertThat(a.getAsString(PdfName.NM).toString()).isNotEmpty();
                assertThat(a.getAsString(PdfName.M).toString()).isEqualTo("D:20260320200000Z");
            }
            assertThat(kinds).containsExactly("/Ink", "/Ink", "/Highlight", "/Text", "/Stamp", "/FreeText");
            assertThat(words).containsExactly("Why?", "", "Naïve – “yes” Ω", "Show the working.", "Right",
                    "See the table");
            PdfArray quad = annotations.getAsDict(2).getAsArray(PdfName.QUADPOINTS);
            // Page space (40,120)-(120,134) in a crop box of 30,20 to 430,320: top left first, then top right, bottom left, bottom right.
            assertThat(numbers(quad)).containsExactly(70, 200, 150, 200, 70, 186, 150, 186);
            assertThat(annotations.getAsDict(5).getAsString(PdfName.DA).toString()).contains("Tf");
        }
    }

    private static List<Integer> numbers(PdfArray array) {
        List<Integer> numbers = new ArrayList<>();
        for (int i = 0; i < array.size(); i++) {
            numbers.add(array.getAsNumber(i).intValue());
        }
        return numbers;
    }

    @Test
    void qpdfFindsNoFault() throws Exception {
        Path marked = marked(original(90, new PDRectangle(0, 0, 400, 300)), oneOfEach(90));
        assertThat(Drawers.run("qpdf", "--check", marked.toString()))
                .contains("No syntax or stream encoding errors found");
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 90, 180, 270})
    void popplerAndMupdfDrawEachMarkInItsPlaceOnly(int rotation) throws Exception {
        PDRectangle crop = new PDRectangle(30, 20, 400, 300);
        Path original = original(rotation, crop);
        List<Mark> marks = oneOfEach(rotation);
        Path marked = marked(original, marks);
        PageGeometry page = new PageGeometry(30, 20, 400, 300, rotation, 1);
        for (String drawer : List.of("poppler", "mupdf")) {
            BufferedImage before = Drawers.draw(drawer, original, folder.resolve(drawer + "before.png"));
            BufferedImage after = Drawers.draw(drawer, marked, folder.resolve(drawer + "after.png"));
            assertThat(after.getWidth()).isEqualTo((int) page.shownWidth() * 2);
            for (Mark mark : marks) {
                assertThat(Drawers.changed(before, after, page.toShown(mark.bounds().expandedBy(room(mark)))))
                        .as("%s draws %s at %s degrees", drawer, mark.id(), rotation)
                        .isGreaterThan(20);
            }
            assertThat(Drawers.changedOutside(before, after,
                    marks.stream().map(m -> page.toShown(m.bounds().expandedBy(room(m) + 1))).toList()))
                    .as("%s draws nothing outside at %s degrees", drawer, rotation)
                    .isZero();
        }
    }

    /**
     * Notes do not rotate with the page (ISO 32000-2, 12.5.6.4), and readers may place them around their corner
     * differently.
     */
    private static double room(Mark mark) {
        return mark instanceof Note ? 24 : 1;
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 90, 180, 270})
    void findsWordsInTheirPlaces(int rotation) throws Exception {
        Path original = original(rotation, new PDRectangle(30, 20, 400, 300));
        try (OpenDocument document = OpenDocument.open(original)) {
            PageText text = document.text(0);
            assertThat(text.words()).extracting(w -> w.text())
                    .containsExactlyInAnyOrder("the", "range", "is", "3.9", "m");
            PageBox the = text.words().stream().filter(w -> w.text().equals("the")).findFirst().orElseThrow().box();
            assertThat(the.left()).isCloseTo(40, within(1.0));
            assertThat(the.bottom()).isBetween(200.0, 204.0); // the base line is 200 points below the top
            assertThat(document.render(0, 2).width()).isEqualTo((int) document.geometry(0).shownWidth() * 2);
        }
    }

    @Test
    void neverWritesAPrivateMark() throws Exception {
        Path original = original(0, new PDRectangle(0, 0, 400, 300));
        Mark secret = oneOfEach(0).getFirst().withRemark(new Remark("copied?", Audience.PRIVATE, ""));
        assertThatThrownBy(() -> marked(original, List.of(secret))).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void keepsTheStudentsOwnAnnotations() throws Exception {
        Path once = marked(original(0, new PDRectangle(0, 0, 400, 300)), oneOfEach(0).subList(0, 1));
        Path twice = folder.resolve("twice.pdf");
        MarkedPdf.write(once, once.resolveSibling("pictures"), oneOfEach(0).subList(4, 5),
                new MarkedPdf.Manner(MarkedPdf.Form.ANNOTATIONS, false, "Marker", AT), twice);
        try (PdfReader reader = new PdfReader(Files.readAllBytes(twice))) {
            assertThat(reader.getPageN(1).getAsArray(PdfName.ANNOTS).size()).isEqualTo(2);
        }
        assertThat(Files.readAllBytes(twice)).startsWith(Files.readAllBytes(once));
    }

    @Test
    void rewritesAFileWithADamagedEnd() throws Exception {
        Path original = original(0, new PDRectangle(0, 0, 400, 300));
        byte[] bytes = Files.readAllBytes(original);
        Path cut = folder.resolve("cut.pdf");
        Files.write(cut, java.util.Arrays.copyOf(bytes, bytes.length - 30));
        assertThat(MarkedPdf.hasValidEnd(original)).isTrue();
        assertThat(MarkedPdf.hasValidEnd(cut)).isFalse();
        Path marked = marked(cut, oneOfEach(0));
        assertThat(Drawers.run("qpdf", "--check", marked.toString()))
                .contains("No syntax or stream encoding errors found");
    }
}

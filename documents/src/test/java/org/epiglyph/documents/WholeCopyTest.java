package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSString;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * A marked copy is written completely or not at all, whatever the received PDF is like; checked with qpdf and poppler.
 */
class WholeCopyTest {
    private static final Instant AT = Instant.parse("2026-03-20T20:00:00Z");
    @TempDir
    private Path folder;

    private static Mark tick(int page) {
        return new Stamp(new Head("t" + page, new PageRef("d1", page), Ink.MADDER, 0, Remark.of("Good.")), Sign.TICK,
                new PagePoint(100, 100), 30);
    }

    /** A hand-written PDF with a correct cross-reference table. */
    private Path byHand(String... objects) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write("%PDF-1.5\n".getBytes(StandardCharsets.ISO_8859_1));
        StringBuilder table = new StringBuilder("xref\n0 " + (objects.length + 1) + "\n0000000000 65535 f \n");
        for (int i = 0; i < objects.length; i++) {
            table.append(String.format("%010d 00000 n %n", out.size()).replace("\r", ""));
            out.write(((i + 1) + " 0 obj\n" + objects[i] + "\nendobj\n").getBytes(StandardCharsets.ISO_8859_1));
        }
        int start = out.size();
        out.write((table + "trailer\n<</Root 1 0 R/Size " + (objects.length + 1) + ">>\nstartxref\n" + start
                + "\n%%EOF\n")
                .getBytes(StandardCharsets.ISO_8859_1));
        return Files.write(folder.resolve("received.pdf"), out.toByteArray());
    }

    /** Pages through intake, marks on the first and last, and the number of annotations on each page of the copy. */
    private List<Integer> marked(Path received, boolean plain) throws Exception {
        Pages.Ready ready = (Pages.Ready) Intake.examine(received, folder.resolve("rendition.pdf"));
        Path source = ready.rendition().isEmpty() ? received : folder.resolve("rendition.pdf");
        Path target = folder.resolve("out/marked.pdf");
        MarkedPdf.write(source, folder, List.of(tick(0), tick(ready.count() - 1)),
                new MarkedPdf.Manner(MarkedPdf.Form.ANNOTATIONS, plain, "Marker", AT), target);
        try (OpenDocument open = OpenDocument.open(source)) {
            assertThat(open.pageCount()).isEqualTo(ready.count());
            IntStream.range(0, open.pageCount()).forEach(i -> {
                try {
                    open.render(i, 0.2);
                } catch (org.epiglyph.core.Problem e) {
                    throw new AssertionError(e);
                }
            });
        }
        assertThat(run("qpdf", "--check", target.toString())).as("qpdf: %s", said).isZero();
        assertThat(run("pdftoppm", "-r", "20", target.toString(), folder.resolve("drawn").toString())).isZero();
        try (PDDocument copy = Loader.loadPDF(target.toFile())) {
            return copy.getPages().getCount() == 0
                    ? List.of()
                    : IntStream.range(0, copy.getNumberOfPages())
                            .mapToObj(i -> copy.getPage(i)
                                    .getCOSObject()
                                    .getDictionaryObject(COSName.ANNOTS) instanceof COSArray all
                                            ? all.size()
                                            : 0)
                            .toList();
        }
    }

    private String said = "";

    private int run(String... command) throws Exception {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        return process.waitFor();
    }

    @Test
    void pagesDirectlyInTheTreeGetTheirMarks() throws Exception {
        Path received = byHand("<</Type/Catalog/Pages 2 0 R>>",
                "<</Type/Pages/Count 2/MediaBox[0 0 300 400]/Kids[<</Type/Page/Parent 2 0 R>><</Type/Page/Parent 2 0 R>>]>>");
        assertThat(marked(received, false)).containsExactly(1, 1);
    }

    @ParameterizedTest
    @ValueSource(strings = {"1", "7", "-1", "0"})
    void repairsAWrongPageCountAndSaysSo(String count) throws Exception {
        Path received = byHand("<</Type/Catalog/Pages 2 0 R>>",
                "<</Type/Pages/Count " + count + "/MediaBox[0 0 300 400]/Kids[3 0 R 4 0 R 5 0 R]>>",
                "<</Type/Page/Parent 2 0 R>>", "<</Type/Page/Parent 2 0 R/Rotate 90>>", "<</Type/Page/Parent 2 0 R>>");
        Pages.Ready ready = (Pages.Ready) Intake.examine(received, folder.resolve("r.pdf"));
        assertThat(ready.count()).isEqualTo(3);
        assertThat(Message.text(ready.notes())).contains("a repaired copy is shown and marked");
        assertThat(marked(received, false)).containsExactly(1, 0, 1);
    }

    @Test
    void aPageListedTwiceIsTwoPages() throws Exception {
        Path received = byHand("<</Type/Catalog/Pages 2 0 R>>",
                "<</Type/Pages/Count 2/MediaBox[0 0 300 400]/Kids[3 0 R 3 0 R]>>", "<</Type/Page/Parent 2 0 R>>");
        assertThat(marked(received, false)).containsExactly(1, 1);
    }

    /** ISO 32000-2, 7.5.8: files with cross-reference streams; the update's stream must have an entry for itself. */
    @Test
    void anotherReaderAcceptsUpdatesWithCrossReferenceStreams() throws Exception {
        Path received = folder.resolve("received.pdf");
        try (PDDocument document = new PDDocument()) {
            for (int i = 0; i < 3; i++) {
                document.addPage(new PDPage());
            }
            document.save(received.toFile(), CompressParameters.DEFAULT_COMPRESSION);
        }
        byte[] before = Files.readAllBytes(received);
        assertThat(marked(received, false)).containsExactly(1, 0, 1);
        assertThat(said).doesNotContain("WARNING");
        byte[] after = Files.readAllBytes(folder.resolve("out/marked.pdf"));
        assertThat(java.util.Arrays.copyOf(after, before.length)).as("an update, and nothing before it")
                .isEqualTo(before);
        assertThat(run("qpdf", "--check", folder.resolve("out/marked.pdf").toString())).isZero();
        assertThat(said).doesNotContain("WARNING").doesNotContain("not in xref");
    }

    /**
     * ISO 32000-2, 12.8.1: a signature covers the byte ranges of its revision, which a later update does not change.
     */
    @Test
    void preservesTheBytesCoveredByASignature() throws Exception {
        Path received = byHand("<</Type/Catalog/Pages 2 0 R/AcroForm<</SigFlags 3/Fields[5 0 R]>>>>",
                "<</Type/Pages/Count 1/MediaBox[0 0 300 400]/Kids[3 0 R]>>",
                "<</Type/Page/Parent 2 0 R/Annots[5 0 R]>>",
                "<</Type/Sig/Filter/Adobe.PPKLite/SubFilter/adbe.pkcs7.detached/ByteRange[0 100 200 100]/Contents<00>>>",
                "<</Type/Annot/Subtype/Widget/FT/Sig/T(s)/V 4 0 R/Rect[0 0 0 0]/P 3 0 R>>");
        byte[] before = Files.readAllBytes(received);
        MarkedPdf.Written written = MarkedPdf.write(received, folder, List.of(tick(0)),
                new MarkedPdf.Manner(MarkedPdf.Form.ANNOTATIONS, false, "", AT),
                folder.resolve("out/marked.pdf"));
        assertThat(written).isEqualTo(new MarkedPdf.Written(false, false));
        assertThat(java.util.Arrays.copyOf(Files.readAllBytes(folder.resolve("out/marked.pdf")), before.length))
                .isEqualTo(before);
        try (OutputStream out = Files.newOutputStream(received, java.nio.file.StandardOpenOption.APPEND)) {
            out.write("\nnothing that belongs here".getBytes(StandardCharsets.ISO_8859_1));
            out.write(new byte[4000]);
        }
        assertThat(MarkedPdf.write(received, folder, List.of(tick(0)),
                new MarkedPdf.Manner(MarkedPdf.Form.ANNOTATIONS, false, "", AT), folder.resolve("out/anew.pdf")))
                .as("where the file must be written anew, that is said")
                .isEqualTo(new MarkedPdf.Written(true, true));
    }

    @Test
    void rewritesAFileThatReadersMustRepair() throws Exception {
        Path received = byHand("<</Type/Catalog/Pages 2 0 R>>",
                "<</Type/Pages/Count 1/MediaBox[0 0 300 400]/Kids[3 0 R]>>", "<</Type/Page/Parent 2 0 R>>");
        String text = Files.readString(received, StandardCharsets.ISO_8859_1).replace("0000000009", "0000000017");
        Files.write(received, text.getBytes(StandardCharsets.ISO_8859_1));
        assertThat(marked(received, false)).containsExactly(2);
        assertThat(run("qpdf", "--check", folder.resolve("out/marked.pdf").toString())).isZero();
    }

    /**
     * Where actions can occur: ISO 32000-2, 12.3.3 (bookmarks), 12.7.4 (fields and their parents), 13.7, 12.7.8 (XFA).
     */
    @Test
    void plainCopiesContainNoScripts() throws Exception {
        Path received = folder.resolve("active.pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage();
            document.addPage(page);
            COSDictionary catalog = document.getDocumentCatalog().getCOSObject();
            COSDictionary outlines = new COSDictionary();
            COSDictionary item = new COSDictionary();
            item.setItem(COSName.A, action("Launch"));
            outlines.setItem(COSName.FIRST, item);
            catalog.setItem(COSName.OUTLINES, outlines);
            COSDictionary parent = new COSDictionary();
            COSDictionary additional = new COSDictionary();
            additional.setItem(COSName.K, action("JavaScript"));
            parent.setItem(COSName.getPDFName("AA"), additional);
            COSDictionary widget = new COSDictionary();
            widget.setItem(COSName.PARENT, parent);
            widget.setItem(COSName.SUBTYPE, COSName.getPDFName("Widget"));
            widget.setItem(COSName.RECT, new COSArray());
            COSDictionary rich = new COSDictionary();
            rich.setItem(COSName.SUBTYPE, COSName.getPDFName("RichMedia"));
            rich.setItem(COSName.RECT, new COSArray());
            rich.setItem(COSName.getPDFName("RichMediaContent"), new COSDictionary());
            COSArray annotations = new COSArray();
            annotations.add(widget);
            annotations.add(rich);
            page.getCOSObject().setItem(COSName.ANNOTS, annotations);
            COSDictionary form = new COSDictionary();
            form.setItem(COSName.getPDFName("XFA"), new COSString("<xdp/>"));
            form.setItem(COSName.FIELDS, new COSArray());
            catalog.setItem(COSName.ACRO_FORM, form);
            document.save(received.toFile(), CompressParameters.NO_COMPRESSION);
        }
        assertThat(Intake.examine(received, folder.resolve("r.pdf")).has(Pages.Trait.ACTIVE)).isTrue();
        assertThat(marked(received, true)).containsExactly(3);
        String copy = Files.readString(folder.resolve("out/marked.pdf"), StandardCharsets.ISO_8859_1);
        assertThat(copy).doesNotContain("/JavaScript")
                .doesNotContain("/Launch")
                .doesNotContain("RichMedia")
                .doesNotContain("/XFA");
        try (PDDocument again = Loader.loadPDF(folder.resolve("out/marked.pdf").toFile())) {
            assertThat(ActiveContent.isIn(again)).isFalse();
        }
    }

    private static COSDictionary action(String kind) {
        COSDictionary action = new COSDictionary();
        action.setItem(COSName.S, COSName.getPDFName(kind));
        action.setItem(COSName.JS, new COSString("app.alert(1)"));
        return action;
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3})
    void warnsOfACertificationThatForbidsMarks(int permission) throws Exception {
        Path received = byHand("<</Type/Catalog/Pages 2 0 R/Perms<</DocMDP 4 0 R>>>>",
                "<</Type/Pages/Count 1/MediaBox[0 0 300 400]/Kids[3 0 R]>>", "<</Type/Page/Parent 2 0 R>>",
                "<</Type/Sig/Filter/X/Reference[<</Type/SigRef/TransformMethod/DocMDP/TransformParams<</P " + permission
                        + ">>>>]>>");
        Pages pages = Intake.examine(received, folder.resolve("r.pdf"));
        assertThat(pages.has(Pages.Trait.CERTIFIED)).isEqualTo(permission < 3);
    }
}

package org.epiglyph.documents.rendition;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.documents.Intake;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Pages of everything other than PDF; without LibreOffice, so that the tests are the same on every machine. */
class RenditionsTest {
    @TempDir
    private Path folder;

    @BeforeEach
    void withoutOfficeProgram() {
        System.setProperty("epiglyph.office", "none");
    }

    @AfterEach
    void withOfficeProgram() {
        System.clearProperty("epiglyph.office");
    }

    private Pages examine(String name, byte[] bytes) throws IOException {
        Path file = folder.resolve(name);
        Files.write(file, bytes);
        return Intake.examine(file, folder.resolve("pages.pdf"));
    }

    private Pages.Ready ready(String name, byte[] bytes) throws IOException {
        Pages pages = examine(name, bytes);
        assertThat(pages).as(name).isInstanceOf(Pages.Ready.class);
        byte[] once = Files.readAllBytes(folder.resolve("pages.pdf"));
        examine(name, bytes);
        assertThat(folder.resolve("pages.pdf")).as("made again, the pages are the same").hasBinaryContent(once);
        return (Pages.Ready) pages;
    }

    private Pages.Ready ready(String name, String text) throws IOException {
        return ready(name, text.getBytes(StandardCharsets.UTF_8));
    }

    private String words() throws IOException {
        try (PDDocument pages = Loader.loadPDF(folder.resolve("pages.pdf").toFile())) {
            PDFTextStripper stripper = new PDFTextStripper();
            stripper.setSortByPosition(true);
            return stripper.getText(pages).replaceAll("\\s+", " ");
        }
    }

    private BufferedImage picture(int page) throws IOException {
        try (PDDocument pages = Loader.loadPDF(folder.resolve("pages.pdf").toFile())) {
            return new PDFRenderer(pages).renderImage(page);
        }
    }

    // --- pictures

    private static byte[] image(String format, BufferedImage... images) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageWriter writer = null;
        for (var all = ImageIO.getImageWritersByFormatName(format); all.hasNext();) {
            ImageWriter next = all.next();
            writer = writer == null || next.getClass().getName().startsWith("com.sun.") ? next : writer;
        }
        try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
            writer.setOutput(out);
            if (images.length == 1) {
                writer.write(images[0]);
            } else {
                writer.prepareWriteSequence(null);
                for (BufferedImage image : images) {
                    writer.writeToSequence(new IIOImage(image, null, null), null);
                }
                writer.endWriteSequence();
            }
        } finally {
            writer.dispose();
        }
        return bytes.toByteArray();
    }

    /** Landscape, with a red block in the upper left corner. */
    private static BufferedImage marked(int type) {
        BufferedImage image = new BufferedImage(200, 100, type);
        for (int y = 0; y < 100; y++) {
            for (int x = 0; x < 200; x++) {
                image.setRGB(x, y, x < 50 && y < 50 ? Color.RED.getRGB() : Color.WHITE.getRGB());
            }
        }
        return image;
    }

    @ParameterizedTest
    @ValueSource(strings = {"png", "gif", "bmp", "jpg", "tif"})
    void eachPictureFormatBecomesAPage(String format) throws IOException {
        assertThat(ready("photo." + format, image(format, marked(BufferedImage.TYPE_INT_RGB))).count()).isEqualTo(1);
        BufferedImage page = picture(0);
        assertThat(page.getWidth()).isGreaterThan(page.getHeight());
        assertThat(new Color(page.getRGB(page.getWidth() / 10, page.getHeight() / 10)).getGreen()).isLessThan(60);
        assertThat(new Color(page.getRGB(page.getWidth() * 9 / 10, page.getHeight() / 2)).getGreen())
                .isGreaterThan(200);
    }

    /** A lossless WebP of one pixel (RFC 9649); the bytes are from memory. */
    @Test
    void aWebPictureBecomesAPage() throws IOException {
        assertThat(
                ready("p.webp", Base64.getDecoder().decode("UklGRhoAAABXRUJQVlA4TA0AAAAvAAAAEAcQERGIiP4HAA==")).count())
                .isEqualTo(1);
    }

    /** TIFF 6.0: sixteen bits per sample, and a file in which one image is broken. */
    @Test
    void readsTiffOf16BitsAndContinuesAfterABrokenPicture() throws IOException {
        BufferedImage deep = new BufferedImage(new java.awt.image.ComponentColorModel(
                java.awt.color.ColorSpace.getInstance(java.awt.color.ColorSpace.CS_sRGB), false, false,
                java.awt.Transparency.OPAQUE,
                java.awt.image.DataBuffer.TYPE_USHORT),
                java.awt.image.Raster.createInterleavedRaster(java.awt.image.DataBuffer.TYPE_USHORT, 60, 40, 3, null),
                false, null);
        assertThat(ready("deep.tif", image("tif", deep)).count()).isEqualTo(1);
        BufferedImage one = marked(BufferedImage.TYPE_INT_RGB);
        byte[] three = image("tif", one, one, one);
        byte[] broken = three.clone();
        int second = Math.toIntExact(Integer.toUnsignedLong(java.nio.ByteBuffer.wrap(three)
                .order(three[0] == 'I' ? java.nio.ByteOrder.LITTLE_ENDIAN : java.nio.ByteOrder.BIG_ENDIAN)
                .getInt(4)));
        assertThat(second).isPositive();
        java.nio.ByteBuffer bytes = java.nio.ByteBuffer.wrap(broken)
                .order(three[0] == 'I' ? java.nio.ByteOrder.LITTLE_ENDIAN : java.nio.ByteOrder.BIG_ENDIAN);
        int entries = bytes.getShort(second) & 0xFFFF;
        for (int i = 0; i < entries; i++) {
            int at = second + 2 + 12 * i;
            if ((bytes.getShort(at) & 0xFFFF) == 259) { // the compression of the first picture
                bytes.putShort(at + 8, (short) 31_999);
            }
        }
        Pages.Ready rest = ready("scan.tif", broken);
        assertThat(rest.count()).isEqualTo(2);
        assertThat(Message.text(rest.notes())).contains("Picture 1 of 3 is broken");
    }

    /** An uncompressed single-colour TIFF, written by hand (TIFF 6.0, sections 2, 16 and 23). */
    private static byte[] tiff(int photometric, int... pixel) {
        int side = 8;
        int entries = 9;
        java.nio.ByteBuffer out = java.nio.ByteBuffer.allocate(2000).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        int bits = 8 + 2 + 12 * entries + 4;
        int data = bits + 8;
        out.put((byte) 'I').put((byte) 'I').putShort((short) 42).putInt(8).putShort((short) entries);
        int[][] fields = {{256, 3, 1, side}, {257, 3, 1, side}, {258, 3, pixel.length, bits}, {259, 3, 1, 1},
                {262, 3, 1, photometric}, {273, 4, 1, data}, {277, 3, 1, pixel.length}, {278, 3, 1, side},
                {279, 4, 1, side * side * pixel.length}};
        for (int[] field : fields) {
            out.putShort((short) field[0]).putShort((short) field[1]).putInt(field[2]).putInt(field[3]);
        }
        out.putInt(0);
        for (int sample = 0; sample < 4; sample++) {
            out.putShort((short) 8);
        }
        for (int i = 0; i < side * side; i++) {
            for (int sample : pixel) {
                out.put((byte) sample);
            }
        }
        return java.util.Arrays.copyOf(out.array(), out.position());
    }

    @Test
    void showsSeparationsAndLabInColour() throws IOException {
        for (byte[] red : List.of(tiff(5, 0, 255, 255, 0), tiff(8, 135, 80, 67))) {
            ready("red.tif", red);
            BufferedImage page = picture(0);
            Color colour = new Color(page.getRGB(page.getWidth() / 2, page.getHeight() / 2));
            assertThat(colour.getRed()).as("%s", colour).isGreaterThan(150);
            assertThat(colour.getGreen()).as("%s", colour).isLessThan(110);
        }
    }

    @Test
    void aTiffOfThreePicturesIsThreePages() throws IOException {
        BufferedImage one = marked(BufferedImage.TYPE_BYTE_GRAY);
        assertThat(ready("scan.tiff", image("tif", one, one, one)).count()).isEqualTo(3);
    }

    /**
     * Exif 2.32, tag 0x0112: the orientation defines where row 0 and column 0 of the stored image are shown; the corner
     * with the red block must be where the standard's table puts it.
     */
    @ParameterizedTest
    @CsvSource({"1, left, top", "2, right, top", "3, right, bottom", "4, left, bottom", "5, left, top", "6, right, top",
            "7, right, bottom", "8, left, bottom"})
    void rotatesAPhotographUpright(int orientation, String across, String down) throws IOException {
        byte[] jpeg = image("jpg", marked(BufferedImage.TYPE_INT_RGB));
        byte[] exif = {(byte) 0xFF, (byte) 0xE1, 0, 34, 'E', 'x', 'i', 'f', 0, 0, 'M', 'M', 0, 42, 0, 0, 0, 8, 0, 1, 1,
                0x12, 0, 3, 0,
                0, 0, 1, 0, (byte) orientation, 0, 0, 0, 0, 0, 0};
        ByteArrayOutputStream turned = new ByteArrayOutputStream();
        turned.write(jpeg, 0, 2);
        turned.write(exif);
        turned.write(jpeg, 2, jpeg.length - 2);
        ready("photo.jpg", turned.toByteArray());
        BufferedImage page = picture(0);
        assertThat(page.getWidth() > page.getHeight()).isEqualTo(orientation < 5);
        int x = across.equals("left") ? page.getWidth() / 10 : page.getWidth() * 9 / 10;
        int y = down.equals("top") ? page.getHeight() / 10 : page.getHeight() * 9 / 10;
        assertThat(new Color(page.getRGB(x, y)).getGreen()).isLessThan(90);
        assertThat(new Color(page.getRGB(page.getWidth() - 1 - x, page.getHeight() - 1 - y)).getGreen())
                .isGreaterThan(200);
    }

    @Test
    void scalesDownAHundredMegapixelsAndSaysSo() throws IOException {
        BufferedImage large = new BufferedImage(12_500, 8_000, BufferedImage.TYPE_BYTE_BINARY);
        Pages.Ready pages = (Pages.Ready) examine("large.png", image("png", large));
        assertThat(Message.text(pages.notes()))
                .startsWith("The picture has 100 million pixels; it is shown at 1/2 of its size.");
    }

    // --- text

    /** Text in many scripts; every letter drawn as a box is counted, and no letter becomes a different character. */
    @ParameterizedTest
    @ValueSource(strings = {"md", "html", "csv", "txt", "java"})
    void drawsOrCountsLettersOfManyScripts(String ending) throws IOException {
        String text = "Ωμέγα прилив Łódź ğüşiö ערב גאות مدّ وجزر";
        Pages.Ready ready = ready("tide." + ending, ending.equals("html") ? "<p>" + text + "</p>" : text);
        assertThat(Message.text(ready.notes())).doesNotContain("letters");
        assertThat(java.text.Normalizer.normalize(words(), java.text.Normalizer.Form.NFKC))
                .contains("Ωμέγα прилив Łódź ğüşiö")
                .doesNotContain("#")
                .doesNotContain("\u25A1");
        String rare = "\uD808\uDC00\uD808\uDC01"; // cuneiform, which is in no typeface here
        Pages.Ready missing = ready("rare." + ending,
                ending.equals("html") ? "<p>tide " + rare + "</p>" : "tide " + rare);
        assertThat(Message.text(missing.notes())).contains("2 letters");
    }

    @Test
    void wrapsPlainTextAndNumbersSourceCode() throws IOException {
        ready("notes.txt", "Tide and time. ".repeat(40));
        assertThat(words()).contains("Tide and time.").doesNotContain("\u21AA");
        ready("Tides.java", "class Tides {\n    String s = \"" + "x".repeat(150) + "\";\n}\n");
        assertThat(words()).contains("1 class Tides {", "2 String s").contains("\u21AA").contains("3 }");
    }

    @ParameterizedTest
    @ValueSource(strings = {"notes.txt", "notes.md", "notes.html", "Notes.java"})
    void copiesTextWithLigaturesCorrectly(String name) throws IOException {
        ready(name, "after the first office craft, fjord and affluent staff");
        assertThat(words()).contains("after the first office craft, fjord and affluent staff");
    }

    @Test
    void handlesOldEncodingsAndMissingGlyphs() throws IOException {
        ready("notes.txt", "Ångström – Müller".getBytes(Charset.forName("windows-1252")));
        assertThat(words()).contains("Ångström – Müller");
        ready("notes.txt", "\uFEFFhöhe".getBytes(StandardCharsets.UTF_16LE));
        assertThat(words()).contains("höhe");
        assertThat(Message.text(ready("notes.txt", "see \uD83D\uDEA2 go").notes()))
                .contains("One letter is shown as");
    }

    @Test
    void setsMarkdownAndHtmlWithoutRunningOrFetchingAnything() throws IOException {
        ready("plan.md", "# Passage plan\n\n| leg | course |\n|---|---|\n| bar | 248 |\n\n<script>alert(1)</script>\n");
        assertThat(words()).contains("Passage plan", "bar 248");
        Pages.Ready html = ready("plan.html",
                "<h1>Plan</h1><script>document.write('run')</script><img src='http://127.0.0.1:1/x.png' alt='chart'><p onclick='x()'>Over the bar</p><iframe src='file:///etc/passwd'></iframe>");
        assertThat(words()).contains("Plan", "[picture: chart]", "Over the bar").doesNotContain("run", "root:");
        assertThat(Message.text(html.notes())).contains("Pictures that are not part of the file are left out.",
                "Its scripts are not run.");
    }

    @Test
    void rulesTablesAndShowsABrokenOneAsWritten() throws IOException {
        ready("waypoints.csv", "leg;course\nbar;248\n\"home; again\";=1+1\n");
        assertThat(words()).contains("bar 248", "home; again =1+1");
        ready("broken.csv", "leg,course\n\"bar,248\n");
        assertThat(words()).contains("\"bar,248");
    }

    @Test
    void showsAWorkbooksStoredResults() throws IOException {
        Path file = folder.resolve("made.xlsx");
        try (XSSFWorkbook workbook = new XSSFWorkbook(); OutputStream out = Files.newOutputStream(file)) {
            Row row = workbook.createSheet("Heights").createRow(0);
            row.createCell(0).setCellValue("hour");
            row.createCell(1).setCellFormula("2+2");
            workbook.getCreationHelper().createFormulaEvaluator().evaluateAll();
            workbook.createSheet("Empty");
            workbook.write(out);
        }
        ready("heights.xlsx", Files.readAllBytes(file));
        assertThat(words()).contains("Heights", "hour 4");
    }

    // --- office files

    private static byte[] docx(String body) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(bytes)) {
            part(out, "[Content_Types].xml",
                    "<Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\"><Default Extension=\"rels\" ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/><Override PartName=\"/word/document.xml\" ContentType=\"application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml\"/></Types>");
            part(out, "_rels/.rels",
                    "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\"><Relationship Id=\"r1\" Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument\" Target=\"word/document.xml\"/></Relationships>");
            part(out, "word/document.xml", body);
        }
        return bytes.toByteArray();
    }

    private static void part(ZipOutputStream out, String name, String xml) throws IOException {
        out.putNextEntry(new ZipEntry(name));
        out.write(xml.getBytes(StandardCharsets.UTF_8));
        out.closeEntry();
    }

    private static final String WORD = "<w:document xmlns:w=\"http://schemas.openxmlformats.org/wordprocessingml/2006/main\"><w:body><w:p><w:r><w:rPr><w:rFonts w:ascii=\"Mariner Sans\"/></w:rPr><w:t>%s</w:t></w:r></w:p></w:body></w:document>";

    @Test
    void setsOfficeFilesPlainlyAndSaysHow() throws IOException {
        Pages.Ready made = ready("plan.docx", docx(WORD.formatted("Over the bar at half flood")));
        assertThat(words()).contains("Over the bar at half flood");
        assertThat(Message.text(made.notes())).contains("since LibreOffice is not installed")
                .contains("Mariner Sans");
        ready("plan.rtf", "{\\rtf1\\ansi{\\fonttbl\\f0\\fswiss Mariner;}\\f0 Course \\b 248\\b0  true\\par}");
        assertThat(words()).contains("Course 248 true");
    }

    @Test
    void setsAnOpenDocumentPlainly() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(bytes)) {
            part(out, "mimetype", "application/vnd.oasis.opendocument.text");
            part(out, "content.xml",
                    "<office:document-content xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\" xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\"><office:body><office:text><text:h text:outline-level=\"1\">Log</text:h><text:p>Wind north by west</text:p></office:text></office:body></office:document-content>");
        }
        ready("log.odt", bytes.toByteArray());
        assertThat(words()).contains("Log", "Wind north by west");
    }

    /** Only if LibreOffice is installed; its output contains times and numbers, which must be removed. */
    @Test
    void libreOfficeMakesTheSamePagesEachTime() throws IOException {
        System.clearProperty("epiglyph.office");
        org.junit.jupiter.api.Assumptions.assumeTrue(OfficeProgram.find().isPresent());
        assertThat(Message.text(ready("plan.docx", docx(WORD.formatted("Over the bar"))).notes()))
                .startsWith("Converted by LibreOffice.")
                .contains("Mariner Sans");
        assertThat(words()).contains("Over the bar");
    }

    @Test
    void refusesAnOfficeFileWithExternalReferences() throws IOException {
        Pages pages = examine("evil.docx",
                docx("<!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/passwd\">]>" + WORD.formatted("&e;")));
        assertThat(((Pages.None) pages).reason().text()).contains("declares a document type or entities");
    }

    @Test
    void reportsABrokenOfficeFile() throws IOException {
        byte[] whole = docx(WORD.formatted("x"));
        assertThat(((Pages.None) examine("cut.docx", Arrays.copyOf(whole, whole.length / 2))).reason().text())
                .contains("Ask the student for it again");
    }
}

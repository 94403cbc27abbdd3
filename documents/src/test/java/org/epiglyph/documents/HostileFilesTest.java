package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Pages;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Received files can only be read. There is a secret on the disk and a listening socket: neither is reached. */
class HostileFilesTest {
    private static final String SECRET = "the marker's own words";
    private static final AtomicInteger CALLS = new AtomicInteger();
    private static final String W = "http://schemas.openxmlformats.org/wordprocessingml/2006/main";
    private static final String R = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    private static final String RELS = "http://schemas.openxmlformats.org/package/2006/relationships";
    @TempDir
    private Path folder;
    private ServerSocket socket;
    private Path secretText;
    private Path secretPicture;

    @BeforeEach
    void plant() throws IOException {
        secretText = Files.writeString(folder.resolve("secret.txt"), SECRET);
        secretPicture = folder.resolve("secret.png");
        BufferedImage red = new BufferedImage(60, 60, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < 3600; i++) {
            red.setRGB(i % 60, i / 60, Color.RED.getRGB());
        }
        ImageIO.write(red, "png", secretPicture.toFile());
        CALLS.set(0);
        socket = new ServerSocket(0, 10, java.net.InetAddress.getLoopbackAddress());
        Thread.ofVirtual().start(() -> {
            while (!socket.isClosed()) {
                try (Socket call = socket.accept()) {
                    CALLS.incrementAndGet();
                    call.getOutputStream().write("HTTP/1.0 404 None\r\n\r\n".getBytes(StandardCharsets.US_ASCII));
                } catch (IOException e) {
                    return;
                }
            }
        });
    }

    @AfterEach
    void close() throws IOException {
        socket.close();
        System.clearProperty("epiglyph.office");
    }

    private String listening(String name) {
        return "http://127.0.0.1:" + socket.getLocalPort() + "/" + name;
    }

    private static byte[] zip(Map<String, byte[]> parts) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            for (Map.Entry<String, byte[]> part : parts.entrySet()) {
                zip.putNextEntry(new ZipEntry(part.getKey()));
                zip.write(part.getValue());
                zip.closeEntry();
            }
        }
        return bytes.toByteArray();
    }

    private static Map<String, byte[]> docx(String body, String relationships, Charset charset) {
        Map<String, byte[]> parts = new LinkedHashMap<>();
        parts.put("[Content_Types].xml", ("<Types xmlns='http://schemas.openxmlformats.org/package/2006/content-types'>"
                + "<Default Extension='rels' ContentType='application/vnd.openxmlformats-package.relationships+xml'/>"
                + "<Default Extension='png' ContentType='image/png'/><Override PartName='/word/document.xml' "
                + "ContentType='application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml'/></Types>")
                .getBytes(StandardCharsets.UTF_8));
        parts.put("_rels/.rels", ("<Relationships xmlns='" + RELS + "'><Relationship Id='r1' Type='" + R
                + "/officeDocument' Target='word/document.xml'/></Relationships>").getBytes(StandardCharsets.UTF_8));
        parts.put("word/_rels/document.xml.rels",
                ("<Relationships xmlns='" + RELS + "'>" + relationships + "</Relationships>")
                        .getBytes(StandardCharsets.UTF_8));
        parts.put("word/document.xml", body.getBytes(charset));
        return parts;
    }

    private static String document(String declaration, String inside) {
        return declaration + "<w:document xmlns:w='" + W + "' xmlns:r='" + R
                + "' xmlns:wp='http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing' "
                + "xmlns:a='http://schemas.openxmlformats.org/drawingml/2006/main' "
                + "xmlns:pic='http://schemas.openxmlformats.org/drawingml/2006/picture'><w:body><w:p><w:r><w:t>Own words.</w:t></w:r></w:p>"
                + inside + "</w:body></w:document>";
    }

    private static String picture(String how) {
        return "<w:p><w:r><w:drawing><wp:inline><wp:extent cx='914400' cy='914400'/><wp:docPr id='1' name='p'/><a:graphic>"
                + "<a:graphicData uri='http://schemas.openxmlformats.org/drawingml/2006/picture'><pic:pic><pic:nvPicPr>"
                + "<pic:cNvPr id='1' name='p'/><pic:cNvPicPr/></pic:nvPicPr><pic:blipFill><a:blip " + how
                + "='r5'/></pic:blipFill><pic:spPr><a:xfrm><a:off x='0' y='0'/><a:ext cx='914400' cy='914400'/></a:xfrm>"
                + "<a:prstGeom prst='rect'/></pic:spPr></pic:pic></a:graphicData></a:graphic></wp:inline></w:drawing></w:r></w:p>";
    }

    private String image(String target, boolean external) {
        return "<Relationship Id='r5' Type='" + R + "/image' Target='" + target + "'"
                + (external ? " TargetMode='External'" : "") + "/>";
    }

    static java.util.stream.Stream<String> converters() {
        return java.util.stream.Stream.of("none", "");
    }

    private Pages examine(String name, byte[] bytes, String converter) throws IOException {
        System.setProperty("epiglyph.office", converter);
        Path file = folder.resolve(name);
        Files.write(file, bytes);
        return Intake.examine(file, folder.resolve("pages.pdf"));
    }

    /** The document's own text is there, nothing of the secret is, and nobody connected. */
    private Pages isHarmless(String name, byte[] bytes, String converter) throws IOException {
        Pages pages = examine(name, bytes, converter);
        assertThat(CALLS.get()).as("calls of %s", name).isZero();
        if (pages instanceof Pages.Ready) {
            try (PDDocument made = Loader.loadPDF(folder.resolve("pages.pdf").toFile())) {
                assertThat(new PDFTextStripper().getText(made)).as(name).contains("Own words").doesNotContain(SECRET);
                BufferedImage page = new PDFRenderer(made).renderImage(0);
                for (int y = 0; y < page.getHeight(); y += 3) {
                    for (int x = 0; x < page.getWidth(); x += 3) {
                        Color color = new Color(page.getRGB(x, y));
                        assertThat(color.getRed() > 200 && color.getGreen() < 60).as("red at %s, %s of %s", x, y, name)
                                .isFalse();
                    }
                }
            }
        }
        return pages;
    }

    @ParameterizedTest
    @MethodSource("converters")
    void refusesEntitiesInAnyEncoding(String converter) throws IOException {
        for (Charset charset : new Charset[]{StandardCharsets.UTF_8, StandardCharsets.UTF_16,
                StandardCharsets.UTF_16LE}) {
            String encoding = charset.equals(StandardCharsets.UTF_8) ? "UTF-8" : "UTF-16";
            String body = document(
                    (charset.equals(StandardCharsets.UTF_16LE) ? "\uFEFF" : "") + "<?xml version='1.0' encoding='"
                            + encoding + "'?><!DOCTYPE x [<!ENTITY s SYSTEM '" + secretText.toUri() + "'>]>",
                    "<w:p><w:r><w:t>&s;</w:t></w:r></w:p>");
            Pages pages = examine("entity.docx", zip(docx(body, "", charset)), converter);
            assertThat(pages).isInstanceOf(Pages.None.class);
            assertThat(((Pages.None) pages).reason().text()).contains("document type or entities");
        }
        String outside = document("<!DOCTYPE x SYSTEM '" + listening("x.dtd") + "'>", "");
        isHarmless("dtd.docx", zip(docx(outside, "", StandardCharsets.UTF_8)), converter);
    }

    @ParameterizedTest
    @MethodSource("converters")
    void ignoresLinkedPicturesAndSaysSo(String converter) throws IOException {
        for (String how : new String[]{"r:link", "r:embed"}) {
            for (String target : new String[]{secretPicture.toUri().toString(), listening("a.png"), "../secret.png",
                    "../../../../../../../.." + secretPicture, "secret.png"}) {
                Pages pages = isHarmless("linked.docx", zip(docx(document("", picture(how)), image(target, true),
                        StandardCharsets.UTF_8)), converter);
                assertThat(Message.text(((Pages.Ready) pages).notes())).contains("was left out");
                isHarmless("within.docx", zip(docx(document("", picture(how)), image(target, false),
                        StandardCharsets.UTF_8)), converter);
            }
        }
    }

    @ParameterizedTest
    @MethodSource("converters")
    void linkedFieldsFetchNothing(String converter) throws IOException {
        for (String field : new String[]{"INCLUDEPICTURE \"" + secretPicture.toUri() + "\" \\d",
                "INCLUDETEXT \"" + secretText + "\"", "INCLUDEPICTURE " + listening("f.png"), "DDEAUTO c \"x\" y"}) {
            String instruction = field.replace("\"", "&quot;");
            String simple = "<w:p><w:fldSimple w:instr='" + instruction.replace("'", "")
                    + "'><w:r><w:t>was</w:t></w:r></w:fldSimple></w:p>";
            String complex = "<w:p><w:r><w:fldChar w:fldCharType='begin'/></w:r><w:r><w:instrText>"
                    + instruction.substring(0, 4)
                    + "</w:instrText></w:r><w:r><w:instrText>" + instruction.substring(4)
                    + "</w:instrText></w:r><w:r><w:fldChar w:fldCharType='separate'/></w:r><w:r><w:t>was</w:t></w:r>"
                    + "<w:r><w:fldChar w:fldCharType='end'/></w:r></w:p>";
            isHarmless("field.docx", zip(docx(document("", simple + complex), "", StandardCharsets.UTF_8)), converter);
            String rtf = "{\\rtf1\\ansi Own words.\\par{\\field{\\*\\fldinst {\\b " + field.replace("\\", "\\\\")
                    + "}}{\\fldrslt was}}\\par}";
            isHarmless("field.rtf", rtf.getBytes(StandardCharsets.US_ASCII), converter);
        }
    }

    @ParameterizedTest
    @MethodSource("converters")
    void readsNothingOutsideAnOpenDocument(String converter) throws IOException {
        for (String href : new String[]{secretPicture.toUri().toString(), listening("o.png"), "../secret.png",
                "../../secret.png", secretPicture.toString()}) {
            Map<String, byte[]> parts = new LinkedHashMap<>();
            parts.put("mimetype", "application/vnd.oasis.opendocument.text".getBytes(StandardCharsets.US_ASCII));
            parts.put("META-INF/manifest.xml",
                    ("<manifest:manifest xmlns:manifest='urn:oasis:names:tc:opendocument:xmlns:manifest:1.0'>"
                            + "<manifest:file-entry manifest:full-path='/' manifest:media-type='application/vnd.oasis.opendocument.text'/>"
                            + "<manifest:file-entry manifest:full-path='content.xml' manifest:media-type='text/xml'/></manifest:manifest>")
                            .getBytes(StandardCharsets.UTF_8));
            parts.put("content.xml",
                    ("<office:document-content xmlns:office='urn:oasis:names:tc:opendocument:xmlns:office:1.0' "
                            + "xmlns:text='urn:oasis:names:tc:opendocument:xmlns:text:1.0' xmlns:draw='urn:oasis:names:tc:opendocument:xmlns:drawing:1.0' "
                            + "xmlns:svg='urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0' xmlns:xlink='http://www.w3.org/1999/xlink' office:version='1.2'>"
                            + "<office:body><office:text><text:p>Own words.</text:p><text:section text:name='s'><text:section-source xlink:href='"
                            + secretText.toUri()
                            + "'/></text:section><text:p><draw:frame svg:width='3cm' svg:height='3cm' text:anchor-type='as-char'>"
                            + "<draw:image xlink:href='" + href
                            + "' xlink:type='simple' xlink:show='embed' xlink:actuate='onLoad'/></draw:frame></text:p>"
                            + "</office:text></office:body></office:document-content>")
                            .getBytes(StandardCharsets.UTF_8));
            isHarmless("linked.odt", zip(parts), converter);
        }
    }

    @Test
    void markupHasNoAccess() throws IOException {
        for (String html : new String[]{
                "<p>Own words.</p><img src='" + secretPicture.toUri() + "'><img src='secret.png'>",
                "<p>Own words.</p><link rel=stylesheet href='" + listening("s.css") + "'><style>@import url('"
                        + listening("t.css")
                        + "'); body{background:url('" + secretPicture.toUri() + "')}</style>",
                "<p style=\"background:url('" + secretPicture.toUri() + "')\">Own words.</p><iframe src='"
                        + secretText.toUri()
                        + "'></iframe><object data='" + listening("o") + "'></object>",
                "<!DOCTYPE html [<!ENTITY s SYSTEM '" + secretText.toUri()
                        + "'>]><p>Own words. &s;</p><svg><image href='"
                        + secretPicture.toUri() + "'/></svg>"}) {
            isHarmless("page.html", html.getBytes(StandardCharsets.UTF_8), "none");
            isHarmless("page.md", ("Own words.\n\n" + html).getBytes(StandardCharsets.UTF_8), "none");
        }
    }

    // --- one file stops nothing

    @ParameterizedTest
    @ValueSource(strings = {"a\u200Bb\u202Ec\u0085d\u2028e\u2029f\u0007g\uFFFEh\uD800i\u00ADj\u2066k", "\u0000",
            "\uFEFF\uFEFFx", "\u0300\u0301", "\uD83D\uDE00\uD83D"})
    void invisibleCharactersDoNotBreakAPage(String text) throws IOException {
        for (String name : new String[]{"t.txt", "t.java", "t.md", "t.html", "t.csv"}) {
            Pages pages = examine(name, text.getBytes(StandardCharsets.UTF_8), "none");
            assertThat(pages).as(name).isInstanceOfAny(Pages.Ready.class, Pages.None.class);
            if (!text.contains("\u0000") && !text.contains("\u0007") && !text.contains("\uD83D")) {
                assertThat(pages).as(name).isInstanceOf(Pages.Ready.class);
            }
        }
    }

    @Test
    void aFileThatNeverFinishesIsStoppedAndTheNextIsRead() throws IOException {
        try (IntakeProcess intake = new IntakeProcess("-Xmx256m", Optional.of(Duration.ofSeconds(30)))) {
            Map<String, byte[]> hostile = new LinkedHashMap<>();
            hostile.put("quoted.md", (">".repeat(60_000) + " deep").getBytes(StandardCharsets.US_ASCII));
            hostile.put("listed.md", ("- ".repeat(20_000) + "deep").getBytes(StandardCharsets.US_ASCII));
            hostile.put("span.html",
                    "<table><tr><td colspan=2000000000>a<td rowspan=99999999>b".getBytes(StandardCharsets.US_ASCII));
            hostile.put("nested.html", "<div>".repeat(50_000).getBytes(StandardCharsets.US_ASCII));
            hostile.put("line.java", ("x".repeat(15 << 20)).getBytes(StandardCharsets.US_ASCII));
            hostile.put("wide.csv", (",".repeat(3_000_000)).getBytes(StandardCharsets.US_ASCII));
            hostile.put("braces.rtf", ("{\\rtf1" + "{".repeat(3_000_000)).getBytes(StandardCharsets.US_ASCII));
            hostile.put("deep.pdf",
                    ("%PDF-1.4\n1 0 obj\n" + "[".repeat(2_000_000) + "\ntrailer<</Root 1 0 R>>\nstartxref\n9\n%%EOF")
                            .getBytes(StandardCharsets.US_ASCII));
            for (Map.Entry<String, byte[]> one : hostile.entrySet()) {
                Path file = folder.resolve(one.getKey());
                Files.write(file, one.getValue());
                long began = System.nanoTime();
                Pages pages = intake.examine(file, folder.resolve("made/pages.pdf"));
                assertThat(pages).as(one.getKey()).isInstanceOfAny(Pages.None.class, Pages.Ready.class);
                assertThat(Duration.ofNanos(System.nanoTime() - began)).as(one.getKey())
                        .isLessThan(Duration.ofSeconds(40));
                Path honest = Files.writeString(folder.resolve("honest.txt"), "Own words.");
                assertThat(intake.examine(honest, folder.resolve("made/honest.pdf"))).isInstanceOf(Pages.Ready.class);
                assertThat(folder.resolve("made/pages.pdf.part")).doesNotExist();
            }
        }
    }

    @Test
    void replacesAHelperThatRunsOutOfMemoryOrTime() throws IOException {
        Path large = folder.resolve("large.txt");
        Files.writeString(large, "A line of words.\n".repeat(90_000));
        try (IntakeProcess starved = new IntakeProcess("-Xmx12m", Optional.of(Duration.ofSeconds(60)));
                IntakeProcess hurried = new IntakeProcess("-Xmx256m", Optional.of(Duration.ofMillis(150)))) {
            assertThat(((Pages.None) starved.examine(large, folder.resolve("a.pdf"))).reason().text())
                    .contains("memory");
            assertThat(((Pages.None) hurried.examine(large, folder.resolve("b.pdf"))).reason().text())
                    .contains("takes too long");
            assertThat(folder.resolve("b.pdf")).doesNotExist();
        }
    }

    /** Twelve forms, each drawing the next one ten times. */
    private Path nestedForms() throws IOException {
        Path file = folder.resolve("forms.pdf");
        try (PDDocument document = new PDDocument()) {
            PDFormXObject below = new PDFormXObject(document);
            below.setBBox(new PDRectangle(100, 100));
            below.setResources(new PDResources());
            try (var out = below.getContentStream().createOutputStream()) {
                out.write("0 0 10 10 re f ".getBytes(StandardCharsets.US_ASCII));
            }
            for (int level = 0; level < 12; level++) {
                PDFormXObject form = new PDFormXObject(document);
                form.setBBox(new PDRectangle(100, 100));
                PDResources resources = new PDResources();
                resources.put(COSName.getPDFName("F"), below);
                form.setResources(resources);
                try (var out = form.getContentStream().createOutputStream()) {
                    out.write("/F Do ".repeat(10).getBytes(StandardCharsets.US_ASCII));
                }
                below = form;
            }
            PDPage page = new PDPage();
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.drawForm(below);
            }
            document.save(file.toFile());
        }
        return file;
    }

    @Test
    void stopsAPageThatExceedsItsDrawingTimeAndSaysSo() throws Exception {
        try (OpenDocument document = OpenDocument.open(nestedForms())) {
            org.assertj.core.api.Assertions.assertThatThrownBy(() -> document.render(0, 1, Duration.ofMillis(300)))
                    .isInstanceOf(OpenDocument.TooSlow.class);
        }
    }
}

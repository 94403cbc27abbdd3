package org.epiglyph.documents.rendition;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.swing.text.BadLocationException;
import javax.swing.text.Document;
import javax.swing.text.Element;
import javax.swing.text.StyleConstants;
import javax.swing.text.rtf.RTFEditorKit;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.tika.exception.TikaException;
import org.apache.tika.metadata.Metadata;
import org.apache.tika.parser.ParseContext;
import org.apache.tika.parser.odf.OpenDocumentParser;
import org.apache.tika.sax.ToXMLContentHandler;
import org.xml.sax.SAXException;
import org.zwobble.mammoth.DocumentConverter;

/**
 * Pages of DOCX, ODT and RTF: as LibreOffice sets them where it is installed, else words, headings, lists, tables and
 * pictures in a plain style. The note says which, and which fonts are missing.
 */
final class OfficePages {
    private static final long MOST_UNPACKED = 500L << 20;
    private static final Pattern FONT = Pattern
            .compile("(?:w:ascii|w:font w:name|svg:font-family|style:font-name)=\"'?([^\"';&]+)");
    private static final Pattern RTF_FONT = Pattern
            .compile("\\\\f(?:nil|roman|swiss|modern|script|decor)[^;{}]*? ([^;{}\\\\]+);");
    private static final String PLAIN = "Made in a plain style, since LibreOffice is not installed: words, tables and pictures are the student\u2019s, the layout is not. ";

    /** The kinds of office files. */
    enum Kind {
        DOCX("DOCX"), ODT("ODT"), RTF("RTF");

        private final String called;

        Kind(String called) {
            this.called = called;
        }
    }

    private OfficePages() {}

    static Rendition make(Path file, Kind kind, Path target) throws IOException, Unreadable {
        Set<String> asked = kind == Kind.RTF ? rtfFonts(file) : inspected(file);
        Optional<Path> program = OfficeProgram.find();
        if (program.isPresent()) {
            Optional<Rendition> made = byProgram(program.get(), file, kind, asked, target);
            if (made.isPresent()) {
                return made.get();
            }
        }
        Rendition plain = MarkupPages.make(html(file, kind), "", target);
        String fonts = asked.isEmpty() ? "" : "The file asks for " + String.join(", ", asked) + ". ";
        String why = program.isPresent()
                ? "LibreOffice could not set this file. " + PLAIN.replace(
                        "since LibreOffice is not installed", "without it")
                : PLAIN;
        return new Rendition(plain.pages(), (why + fonts + plain.note()).strip());
    }

    private static Optional<Rendition> byProgram(Path program, Path file, Kind kind, Set<String> asked, Path target)
            throws IOException {
        Path folder = Files.createTempDirectory("epiglyph-office-");
        try {
            Path copy = folder.resolve("document." + kind.called.toLowerCase(java.util.Locale.ROOT));
            Files.copy(file, copy);
            Optional<Path> pdf = OfficeProgram.toPdf(program, copy, folder);
            if (pdf.isEmpty()) {
                return Optional.empty();
            }
            try (PDDocument document = Loader.loadPDF(pdf.get().toFile())) {
                Set<String> missing = new TreeSet<>(asked);
                missing.removeAll(used(document, asked));
                int pages = document.getNumberOfPages();
                Rendition.save(document, target);
                String fonts = missing.isEmpty()
                        ? ""
                        : " Not installed here, so another font stands for it: " + String.join(", ", missing) + ".";
                return pages == 0 ? Optional.empty() : Optional.of(new Rendition(pages, "Set by LibreOffice." + fonts));
            } catch (IOException | RuntimeException e) {
                return Optional.empty();
            }
        } finally {
            OfficeProgram.deleteTree(folder);
        }
    }

    /** Of the fonts asked for, those that the PDF was set in. */
    private static Set<String> used(PDDocument document, Set<String> asked) throws IOException {
        Set<String> used = new TreeSet<>();
        for (PDPage page : document.getPages()) {
            for (COSName name : page.getResources().getFontNames()) {
                PDFont font = page.getResources().getFont(name);
                String set = font.getName().replaceFirst("^[A-Z]{6}\\+", "").replaceAll("[^A-Za-z0-9]", "");
                asked.stream()
                        .filter(a -> set.toLowerCase(java.util.Locale.ROOT)
                                .startsWith(a.replaceAll("[^A-Za-z0-9]", "").toLowerCase(java.util.Locale.ROOT)))
                        .forEach(used::add);
            }
        }
        return used;
    }

    private static String html(Path file, Kind kind) throws IOException, Unreadable {
        try {
            return switch (kind) {
                case DOCX -> new DocumentConverter().convertToHtml(file.toFile()).getValue();
                case ODT -> odt(file);
                case RTF -> rtf(file);
            };
        } catch (TikaException | SAXException | BadLocationException | RuntimeException | StackOverflowError e) {
            throw new Unreadable("The " + kind.called
                    + " file is broken or of an unusual make. Open it in another program, or ask the student for a PDF.",
                    e);
        }
    }

    private static String odt(Path file) throws IOException, TikaException, SAXException {
        ToXMLContentHandler handler = new ToXMLContentHandler("UTF-8");
        try (InputStream in = Files.newInputStream(file)) {
            new OpenDocumentParser().parse(in, handler, new Metadata(), new ParseContext());
        }
        return handler.toString();
    }

    private static String rtf(Path file) throws IOException, BadLocationException {
        RTFEditorKit kit = new RTFEditorKit();
        Document document = kit.createDefaultDocument();
        try (InputStream in = new ByteArrayInputStream(Files.readAllBytes(file))) {
            kit.read(in, document, 0);
        }
        StringBuilder html = new StringBuilder();
        paragraphs(document.getDefaultRootElement(), document, html);
        return html.toString();
    }

    private static void paragraphs(Element element, Document document, StringBuilder html)
            throws BadLocationException {
        if (element.getName().equals("paragraph")) {
            html.append("<p>");
            for (int i = 0; i < element.getElementCount(); i++) {
                Element run = element.getElement(i);
                String text = document.getText(run.getStartOffset(), run.getEndOffset() - run.getStartOffset())
                        .replace("&", "&amp;")
                        .replace("<", "&lt;")
                        .replace("\n", "");
                String words = StyleConstants.isItalic(run.getAttributes()) ? "<i>" + text + "</i>" : text;
                html.append(StyleConstants.isBold(run.getAttributes()) ? "<b>" + words + "</b>" : words);
            }
            html.append("</p>");
            return;
        }
        for (int i = 0; i < element.getElementCount(); i++) {
            paragraphs(element.getElement(i), document, html);
        }
    }

    /** Refuses what no office program writes, and gives the fonts that the file asks for. */
    private static Set<String> inspected(Path file) throws IOException, Unreadable {
        Set<String> fonts = new TreeSet<>();
        long unpacked = 0;
        try (ZipFile zip = new ZipFile(file.toFile())) {
            Enumeration<? extends ZipEntry> entries = zip.entries();
            while (entries.hasMoreElements()) {
                ZipEntry entry = entries.nextElement();
                boolean xml = entry.getName().endsWith(".xml") || entry.getName().endsWith(".rels");
                try (InputStream in = zip.getInputStream(entry)) {
                    unpacked += xml ? inspect(in, fonts) : in.skip(MOST_UNPACKED);
                }
                if (unpacked > MOST_UNPACKED) {
                    throw new Unreadable("The file grows to more than " + (MOST_UNPACKED >> 20)
                            + " MB on unpacking, which no honest document does. Ask the student for a PDF.");
                }
            }
        } catch (java.util.zip.ZipException e) {
            throw new Unreadable("The file is broken or was cut off on its way. Ask the student for it again.", e);
        }
        return fonts;
    }

    private static long inspect(InputStream in, Set<String> fonts) throws IOException, Unreadable {
        byte[] buffer = new byte[1 << 20];
        long length = 0;
        String before = "";
        for (int n = in.readNBytes(buffer, 0, buffer.length); n > 0; n = in.readNBytes(buffer, 0, buffer.length)) {
            length += n;
            String text = before + new String(buffer, 0, n, StandardCharsets.ISO_8859_1);
            if (text.contains("<!ENTITY")) {
                throw new Unreadable(
                        "The file declares XML entities, which no office program does and which can reach out of the file. It is not read. Ask the student for a PDF.");
            }
            Matcher font = FONT.matcher(text);
            while (font.find() && fonts.size() < 20) {
                fonts.add(font.group(1).strip());
            }
            before = text.substring(Math.max(0, text.length() - 64));
            if (length > MOST_UNPACKED) {
                break;
            }
        }
        return length;
    }

    private static Set<String> rtfFonts(Path file) throws IOException {
        Set<String> fonts = new TreeSet<>();
        try (InputStream in = Files.newInputStream(file)) {
            Matcher font = RTF_FONT.matcher(new String(in.readNBytes(1 << 16), StandardCharsets.ISO_8859_1));
            while (font.find() && fonts.size() < 20) {
                fonts.add(font.group(1).strip());
            }
        }
        return fonts;
    }
}

package org.epiglyph.documents.rendition;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
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
import org.epiglyph.core.Message;
import org.epiglyph.places.TemporaryFolder;
import org.xml.sax.SAXException;
import org.zwobble.mammoth.DocumentConverter;

/**
 * Pages of DOCX, ODT and RTF: converted by LibreOffice if it is installed, else text, headings, lists, tables and
 * pictures in a plain style. The note says which, and which fonts are missing.
 */
final class OfficePages {
    private static final Pattern RTF_FONT = Pattern
            .compile("\\\\f(?:nil|roman|swiss|modern|script|decor)[^;{}]*? ([^;{}\\\\]+);");

    /** The kinds of office files. */
    enum Kind {
        DOCX("DOCX"), ODT("ODT"), RTF("RTF");

        private final String called;

        Kind(String called) {
            this.called = called;
        }
    }

    private static final long MOST_RTF = 100L << 20;
    private final Kind kind;
    private final Path file;

    private OfficePages(Kind kind, Path file) {
        this.kind = kind;
        this.file = file;
    }

    static Rendition make(Path file, Kind kind, Path target) throws IOException, Unreadable {
        try (TemporaryFolder folder = TemporaryFolder.make("office")) {
            Path safe = folder.path().resolve("document." + kind.called.toLowerCase(java.util.Locale.ROOT));
            return new OfficePages(kind, safe).make(safe(file, kind, safe), target);
        }
    }

    /** From here on no converter sees the file as received. */
    private static SafePackage.Found safe(Path file, Kind kind, Path safe) throws IOException, Unreadable {
        if (kind != Kind.RTF) {
            return SafePackage.rewrite(file, safe);
        }
        if (Files.size(file) > MOST_RTF) {
            throw new Unreadable(Message.of(OfficePages.class, "rtfTooLarge", MOST_RTF >> 20));
        }
        SafeRtf.Safe text = SafeRtf.of(Files.readAllBytes(file));
        Files.write(safe, text.rtf());
        return new SafePackage.Found(rtfFonts(file), text.leftOut());
    }

    private Rendition make(SafePackage.Found found, Path target) throws IOException, Unreadable {
        List<Message> notes = new ArrayList<>();
        if (found.leftOut() > 0) {
            notes.add(Message.of(OfficePages.class, "linksLeftOut"));
        }
        Optional<Path> program = OfficeProgram.find();
        if (program.isPresent()) {
            Optional<Rendition> made = byProgram(program.get(), found.fonts(), target);
            if (made.isPresent()) {
                return made.get().with(notes);
            }
        }
        notes.add(program.isPresent()
                ? Message.of(OfficePages.class, "programFailed")
                : Message.of(OfficePages.class, "noProgram"));
        if (!found.fonts().isEmpty()) {
            notes.add(Message.of(OfficePages.class, "fonts", String.join(", ", found.fonts())));
        }
        return MarkupPages.make(html(), "", target).with(notes);
    }

    private Optional<Rendition> byProgram(Path program, Set<String> asked, Path target) throws IOException {
        Optional<Path> pdf = OfficeProgram.toPdf(program, file, file.getParent());
        if (pdf.isEmpty()) {
            return Optional.empty();
        }
        try (PDDocument document = Loader.loadPDF(pdf.get().toFile())) {
            Set<String> missing = new TreeSet<>(asked);
            missing.removeAll(used(document, asked));
            int pages = document.getNumberOfPages();
            Rendition.save(document, target);
            Message how = missing.isEmpty()
                    ? Message.of(OfficePages.class, "set")
                    : Message.of(OfficePages.class, "setWithoutFonts", String.join(", ", missing));
            return pages == 0 ? Optional.empty() : Optional.of(new Rendition(pages, List.of(how)));
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        }
    }

    /** Of the requested fonts, those that the PDF uses. */
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

    private String html() throws IOException, Unreadable {
        try {
            return switch (kind) {
                case DOCX -> docx(file);
                case ODT -> odt(file);
                case RTF -> rtf(file);
            };
        } catch (TikaException | SAXException | BadLocationException | RuntimeException | StackOverflowError e) {
            throw new Unreadable(Message.of(OfficePages.class, "broken", kind.called),
                    e);
        }
    }

    /** From a stream, so that the converter has no place on the disk from which to resolve a path. */
    private static String docx(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return new DocumentConverter().convertToHtml(in).getValue();
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

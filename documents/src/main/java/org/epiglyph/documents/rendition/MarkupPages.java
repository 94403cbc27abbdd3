package org.epiglyph.documents.rendition;

import com.openhtmltopdf.bidi.support.ICUBidiReorderer;
import com.openhtmltopdf.bidi.support.ICUBidiSplitter;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PDFontSupplier;
import com.openhtmltopdf.pdfboxout.PdfBoxRenderer;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.epiglyph.core.Message;
import org.epiglyph.documents.base.TextDirection;
import org.epiglyph.documents.base.Typeface;
import org.jsoup.Jsoup;
import org.jsoup.helper.W3CDom;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.TextNode;
import org.jsoup.safety.Cleaner;
import org.jsoup.safety.Safelist;

/**
 * Markup on A4 in the program's own style. Only structure is kept: no scripts, no styles, nothing from elsewhere;
 * pictures only if they are embedded in the text.
 */
final class MarkupPages {
    private static final String STYLE = """
            @page { size: A4; margin: 20mm }
            body { font-family: %s; font-size: 11pt; line-height: 1.45; color: #111 }
            h1 { font-size: 18pt } h2 { font-size: 14.5pt } h3, h4, h5, h6 { font-size: 12pt }
            h1, h2, h3, h4, h5, h6 { line-height: 1.2; page-break-after: avoid }
            pre, code { font-family: %s; font-size: 9pt; white-space: pre-wrap; word-wrap: break-word }
            blockquote { margin-left: 8mm; color: #333 }
            table { border-collapse: collapse; -fs-table-paginate: paginate; max-width: 100%% }
            th, td { border: 0.5pt solid #888; padding: 2pt 4pt; text-align: left; vertical-align: top; word-wrap: break-word }
            [dir=rtl] { direction: rtl; text-align: right }
            img { max-width: 100%% } a { color: #232a4d }
            """;
    /**
     * Our own names: a family called "serif" would be the renderer's built-in one, which covers Western Europe only.
     */
    private static final String WORDS = "epiglyph-words";
    private static final String PITCH = "epiglyph-fixed";
    private static final String HEBREW = "epiglyph-hebrew";
    private static final String ARABIC = "epiglyph-arabic";
    private static final String SYSTEM = "epiglyph-system-";
    private static final int MOST_SPAN = 60;
    private static final int DEEPEST = 200;
    private static final int MOST_ELEMENTS = 200_000;

    private MarkupPages() {}

    static {
        XRLog.setLoggingEnabled(false);
    }

    /** Makes pages of HTML. */
    static Rendition make(String html, String moreStyle, Path target) throws IOException, Unreadable {
        Document received = Jsoup.parse(html);
        refuseEndless(received);
        boolean elsewhere = received.select("img[src]").stream().anyMatch(i -> !i.attr("src").startsWith("data:"));
        boolean scripts = !received.select("script").isEmpty();
        Document clean = clean(received);
        PdfRendererBuilder builder = new PdfRendererBuilder();
        PDDocument document = Rendition.newDocument(); // closed with the renderer
        builder.usePDDocument(document);
        int missing = prepare(builder, document, clean, moreStyle);
        builder.useUnicodeBidiSplitter(new ICUBidiSplitter.ICUBidiSplitterFactory());
        builder.useUnicodeBidiReorderer(new ICUBidiReorderer());
        builder.useUriResolver((_, uri) -> uri != null && uri.startsWith("data:") ? uri : null);
        builder.withW3cDocument(new W3CDom().fromJsoup(clean), null);
        try (PdfBoxRenderer renderer = builder.buildPdfRenderer()) {
            renderer.layout();
            renderer.createPDFWithoutClosing();
            int pages = document.getNumberOfPages();
            Rendition.save(document, target);
            return new Rendition(pages, notes(elsewhere, scripts, missing));
        } catch (IOException e) {
            throw e;
        } catch (RuntimeException | StackOverflowError e) {
            throw new Unreadable(
                    Message.of(MarkupPages.class, "cannotBeLaidOut"),
                    e);
        }
    }

    private static Document clean(Document received) {
        Safelist structure = Safelist.relaxed()
                .addTags("hr", "section", "article", "header", "footer", "main", "figure", "figcaption", "s", "del",
                        "ins", "mark")
                .addProtocols("img", "src", "data")
                .preserveRelativeLinks(false);
        Document clean = new Cleaner(structure).clean(received);
        for (Element image : clean.select("img")) {
            if (!image.attr("src").startsWith("data:")) {
                image.after("[picture: " + image.attr("alt").replaceAll("[<>&]", "") + "]");
                image.remove();
            }
        }
        limitSpans(clean);
        clean.outputSettings().syntax(Document.OutputSettings.Syntax.xml);
        return clean;
    }

    /**
     * Sets a page's faces and direction. The program's own style precedes every other style of the page.
     *
     * @return number of letters that no face has; a box replaces each
     */
    static int prepare(PdfRendererBuilder builder, PDDocument document, Document page, String moreStyle)
            throws IOException {
        boolean simple = isSimple(page.wholeText()) && page.select("pre, code").isEmpty();
        List<SystemFaces.Face> system = simple || isLatin(page.text()) ? List.of() : SystemFaces.all();
        int missing = simple ? 0 : markMissing(page.body());
        List<TextNode> empty = new ArrayList<>();
        page.body().traverse((node, _) -> {
            if (node instanceof TextNode words && words.getWholeText().isEmpty()) {
                empty.add(words); // the renderer fails on text nodes that are empty
            }
        });
        empty.forEach(TextNode::remove);
        page.select("p, li, td, th, h1, h2, h3, h4, h5, h6, blockquote, div, caption, dt, dd")
                .forEach(MarkupPages::turn);
        page.head()
                .prependElement("style")
                .appendText((simple ? STYLE.formatted(WORDS, WORDS) : style(system.size())) + moreStyle);
        text(builder, document);
        if (!simple) {
            furtherFonts(builder, document, system);
        }
        return missing;
    }

    /** True if the text face has every letter and nothing affects its direction: then no other face need be loaded. */
    private static boolean isSimple(String text) {
        return text.codePoints()
                .allMatch(c -> c >= ' ' && c < 127 || c == '\n' || c == '\t'
                        || Character.getType(c) != Character.FORMAT && Character.getType(c) != Character.CONTROL
                                && c < 0x2100 && !TextDirection.isRightToLeft(Character.toString(c))
                                && Typeface.SERIF.has(c));
    }

    /** Refuses deeply nested or endless markup, which would exhaust the stack or the memory. */
    private static void refuseEndless(Document received) throws Unreadable {
        int[] deepest = new int[1];
        int[] elements = new int[1];
        received.traverse((node, depth) -> {
            deepest[0] = Math.max(deepest[0], depth);
            elements[0]++;
        });
        if (deepest[0] > DEEPEST || elements[0] > MOST_ELEMENTS) {
            throw new Unreadable(
                    Message.of(MarkupPages.class, "tooDeep"));
        }
    }

    /** A cell may span what a table has, and no more; list numbers stay within what a page can show. */
    private static void limitSpans(Document clean) {
        for (String span : List.of("colspan", "rowspan", "span", "start", "value")) {
            for (Element element : clean.select("[" + span + "]")) {
                String digits = element.attr(span).strip();
                boolean small = digits.matches("\\d{1,4}") && (span.startsWith("s") && !span.equals("span")
                        || span.equals("value") || Integer.parseInt(digits) <= MOST_SPAN);
                if (!small) {
                    element.attr(span, Integer.toString(span.endsWith("span") ? MOST_SPAN : 1));
                }
            }
        }
        clean.select("[width],[height]").forEach(e -> {
            e.removeAttr("width");
            e.removeAttr("height");
        });
        clean.select("[dir]").forEach(e -> {
            if (!e.attr("dir").matches("(?i)rtl|ltr")) {
                e.removeAttr("dir");
            }
        });
    }

    private static boolean isLatin(String text) {
        return text.codePoints().allMatch(c -> c < 0x0590);
    }

    private static String style(int system) {
        StringBuilder others = new StringBuilder(", " + HEBREW + ", " + ARABIC);
        for (int i = 0; i < system; i++) {
            others.append(", ").append(SYSTEM).append(i);
        }
        return STYLE.formatted(WORDS + others + ", " + PITCH, PITCH + ", " + WORDS + others);
    }

    private static void text(PdfRendererBuilder builder, PDDocument document) {
        font(builder, document, Typeface.SERIF, 400, FontStyle.NORMAL);
        font(builder, document, Typeface.SERIF_STRONG, 700, FontStyle.NORMAL);
        font(builder, document, Typeface.SERIF_ITALIC, 400, FontStyle.ITALIC);
    }

    private static void furtherFonts(PdfRendererBuilder builder, PDDocument document, List<SystemFaces.Face> system)
            throws IOException {
        font(builder, Typeface.FIXED_PITCH, PITCH, 400, FontStyle.NORMAL);
        font(builder, Typeface.HEBREW, HEBREW, 400, FontStyle.NORMAL);
        font(builder, Typeface.ARABIC, ARABIC, 400, FontStyle.NORMAL);
        for (int i = 0; i < system.size(); i++) {
            builder.useFont(new PDFontSupplier(PDType0Font.load(document, Ligatures.apart(system.get(i).open()), true)),
                    SYSTEM + i, 400,
                    FontStyle.NORMAL, true);
        }
    }

    private static void font(PdfRendererBuilder builder, PDDocument document, Typeface face, int weight,
            FontStyle style) {
        builder.useFont(new PlainFace(document, face), WORDS, weight, style, true);
    }

    /** A typeface of ours, embedded when first used. */
    private static final class PlainFace extends PDFontSupplier {
        private final PDDocument document;
        private final Typeface face;

        PlainFace(PDDocument document, Typeface face) {
            super(null);
            this.document = document;
            this.face = face;
        }

        @Override
        public PDFont supply() {
            try {
                return PDType0Font.load(document, face.trueType(), true);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    private static void font(PdfRendererBuilder builder, Typeface face, String family, int weight, FontStyle style) {
        builder.useFont(face::open, family, weight, style, true);
    }

    /** A block that reads from right to left does so as a whole. */
    private static void turn(Element block) {
        if (block.attr("dir").isEmpty() && TextDirection.isRightToLeft(block.text())) {
            block.attr("dir", "rtl");
        }
    }

    /** Replaces each letter that no face has by a box, and counts them. */
    private static int markMissing(Element text) throws IOException {
        int[] missing = new int[1];
        try (Faces faces = Faces.of(Typeface.SERIF, Typeface.HEBREW, Typeface.ARABIC, Typeface.FIXED_PITCH)) {
            text.traverse((node, _) -> {
                if (node instanceof TextNode words) {
                    words.text(known(words.getWholeText(), faces, missing));
                }
            });
        }
        return missing[0];
    }

    private static String known(String text, Faces faces, int[] missing) {
        StringBuilder out = new StringBuilder();
        text.codePoints().forEach(c -> {
            int type = Character.getType(c);
            boolean steers = type == Character.FORMAT && c != 0x200C && c != 0x200D
                    || type == Character.CONTROL && !Character.isWhitespace(c) || type == Character.SURROGATE;
            boolean shown = c > 127 && !Character.isWhitespace(c) && type != Character.SPACE_SEPARATOR
                    && type != Character.FORMAT;
            if (steers) {
                return;
            }
            boolean lacking = shown && !faces.has(c);
            missing[0] += lacking ? 1 : 0;
            out.append(lacking ? Faces.MISSING : Character.toString(c));
        });
        return out.toString();
    }

    private static List<Message> notes(boolean elsewhere, boolean scripts, int missing) {
        List<Message> notes = new ArrayList<>();
        if (elsewhere) {
            notes.add(Message.of(MarkupPages.class, "picturesElsewhere"));
        }
        if (scripts) {
            notes.add(Message.of(MarkupPages.class, "scripts"));
        }
        if (missing > 0) {
            notes.add(missing == 1
                    ? Message.of(MarkupPages.class, "missingOne")
                    : Message.of(MarkupPages.class, "missing", missing));
        }
        return notes;
    }
}

package org.epiglyph.documents.rendition;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfBoxRenderer;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import java.io.IOException;
import java.nio.file.Path;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.epiglyph.documents.Typeface;
import org.jsoup.Jsoup;
import org.jsoup.helper.W3CDom;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.safety.Cleaner;
import org.jsoup.safety.Safelist;

/**
 * Marked-up text on A4 in the program's own style. Only structure is taken over: no scripts, no styles, nothing from
 * elsewhere; pictures only where they are within the text itself.
 */
final class MarkupPages {
    private static final String STYLE = """
            @page { size: A4; margin: 20mm }
            body { font-family: serif; font-size: 11pt; line-height: 1.45; color: #111 }
            h1 { font-size: 18pt } h2 { font-size: 14.5pt } h3, h4, h5, h6 { font-size: 12pt }
            h1, h2, h3, h4, h5, h6 { line-height: 1.2; page-break-after: avoid }
            pre, code { font-family: fixed; font-size: 9pt; white-space: pre-wrap; word-wrap: break-word }
            blockquote { margin-left: 8mm; color: #333 }
            table { border-collapse: collapse; -fs-table-paginate: paginate; max-width: 100% }
            th, td { border: 0.5pt solid #888; padding: 2pt 4pt; text-align: left; vertical-align: top; word-wrap: break-word }
            img { max-width: 100% } a { color: #232a4d }
            """;

    private MarkupPages() {}

    static {
        XRLog.setLoggingEnabled(false);
    }

    /** Makes pages of HTML. */
    static Rendition make(String html, String moreStyle, Path target) throws IOException, Unreadable {
        Document received = Jsoup.parse(html);
        boolean elsewhere = received.select("img[src]").stream().anyMatch(i -> !i.attr("src").startsWith("data:"));
        boolean scripts = !received.select("script").isEmpty();
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
        int missing = missingLetters(clean);
        clean.head().appendElement("style").appendText(STYLE + moreStyle);
        clean.outputSettings().syntax(Document.OutputSettings.Syntax.xml);
        PdfRendererBuilder builder = new PdfRendererBuilder();
        fonts(builder);
        builder.useUriResolver((_, uri) -> uri != null && uri.startsWith("data:") ? uri : null);
        builder.withW3cDocument(new W3CDom().fromJsoup(clean), null);
        try (PdfBoxRenderer renderer = builder.buildPdfRenderer()) {
            renderer.layout();
            renderer.createPDFWithoutClosing();
            PDDocument document = renderer.getPdfDocument();
            int pages = document.getNumberOfPages();
            Rendition.save(document, target);
            return new Rendition(pages, note(elsewhere, scripts, missing));
        } catch (IOException e) {
            throw e;
        } catch (RuntimeException | StackOverflowError e) {
            throw new Unreadable(
                    "Its text is built in a way that cannot be set on pages. Open it in another program; it can be scored all the same.",
                    e);
        }
    }

    private static void fonts(PdfRendererBuilder builder) {
        font(builder, Typeface.SERIF, "serif", 400, FontStyle.NORMAL);
        font(builder, Typeface.SERIF_STRONG, "serif", 700, FontStyle.NORMAL);
        font(builder, Typeface.SERIF_ITALIC, "serif", 400, FontStyle.ITALIC);
        font(builder, Typeface.FIXED_PITCH, "fixed", 400, FontStyle.NORMAL);
    }

    private static void font(PdfRendererBuilder builder, Typeface face, String family, int weight, FontStyle style) {
        builder.useFont(face::open, family, weight, style, true);
    }

    private static int missingLetters(Document text) {
        return (int) text.text()
                .codePoints()
                .filter(c -> c > 127 && !Character.isWhitespace(c) && !Typeface.SERIF.has(c))
                .count();
    }

    private static String note(boolean elsewhere, boolean scripts, int missing) {
        StringBuilder note = new StringBuilder();
        if (elsewhere) {
            note.append("Pictures that are not within the file are left out. ");
        }
        if (scripts) {
            note.append("Its scripts are not run. ");
        }
        if (missing > 0) {
            note.append(missing)
                    .append(" letters cannot be shown, since no font that ships with the program has them. ");
        }
        return note.toString().strip();
    }
}

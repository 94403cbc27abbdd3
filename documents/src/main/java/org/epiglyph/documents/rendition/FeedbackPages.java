package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.feedback.FeedbackSheet;
import org.epiglyph.documents.base.RemarkText;
import org.epiglyph.places.WholeFile;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;

/** The feedback sheet as an HTML page, as tagged PDF (ISO 14289-1), and as plain text. */
public final class FeedbackPages {
    private static final String STYLE = """
            @page { size: A4; margin: 22mm 24mm 20mm 24mm;
              @bottom-left { content: "%s"; font-family: epiglyph-words; font-size: 8.5pt; color: #555b7a }
              @bottom-right { content: counter(page) " / " counter(pages); font-family: epiglyph-words; font-size: 8.5pt; color: #555b7a } }
            body { font-size: 10.5pt; line-height: 1.5; color: #232a4d }
            h1 { font-size: 19pt; margin: 0 0 1mm 0 }
            h2 { font-size: 12.5pt; margin: 7mm 0 2mm 0; border-bottom: 0.6pt solid #d5ccba; padding-bottom: 1mm }
            .facts { color: #555b7a; margin: 0 0 6mm 0 }
            .result { font-size: 15pt; font-weight: bold; margin: 0 0 1mm 0 }
            .whole { font-size: 11.5pt; margin: 3mm 0 0 0 }
            table { border-collapse: collapse; width: 100%% }
            th, td { border: 0 solid #d5ccba; border-bottom-width: 0.5pt; padding: 1.6mm 3mm 1.6mm 0; vertical-align: top; text-align: left }
            thead th { font-size: 9pt; color: #555b7a; font-weight: normal }
            tbody th { font-weight: bold; width: 34%% }
            td.score { width: 17%%; white-space: nowrap }
            .words { font-style: italic } td p, .whole p { margin: 0 0 1mm 0 }
            h3 { font-size: 10.5pt; margin: 3mm 0 1mm 0 }
            ol { margin: 0 0 0 6mm; padding: 0 } li { margin: 0 0 1mm 0 } li p { margin: 0 }
            .derivation { font-size: 9.5pt; margin: 0; padding: 0; list-style-type: none }
            .signed { margin: 0 0 0 3mm; padding: 0; list-style-type: none }
            [dir=rtl] { direction: rtl; text-align: right }
            """;

    private FeedbackPages() {}

    /** Writes tagged pages with title and language; the same sheet at the same time gives the same bytes. */
    public static void pdf(FeedbackSheet sheet, Instant at, Path target) throws Problem {
        Document page = page(sheet);
        try {
            Files.createDirectories(target.toAbsolutePath().getParent());
            WholeFile.write(target, beside -> SetPages.draw(page, at, beside));
        } catch (IOException e) {
            throw new Problem(Message.of(FeedbackPages.class, "cannotBeWritten"),
                    e);
        } catch (RuntimeException | StackOverflowError e) {
            throw new Problem(Message.of(FeedbackPages.class, "cannotBeLaidOut"), e);
        }
    }

    /** The sheet as a self-contained page for any browser. */
    public static String html(FeedbackSheet sheet) {
        Document page = page(sheet);
        page.head()
                .appendElement("style")
                .appendText(style(sheet)
                        + """
                                body { max-width: 46em; margin: 2em auto; padding: 0 1.5em; font-family: Georgia, serif; font-size: 1rem }
                                """);
        return page.outerHtml();
    }

    private static String style(FeedbackSheet sheet) {
        return STYLE.formatted((sheet.student() + ", " + sheet.key()).replaceAll("[\"\\\\\\n<>&]", " "));
    }

    private static Document page(FeedbackSheet sheet) {
        Document page = Document.createShell("");
        head(page, sheet);
        Element body = page.body();
        title(body, sheet);
        if (!sheet.onTheWhole().isBlank()) {
            marked(body.appendElement("div").addClass("whole"), sheet.onTheWhole());
        }
        criteria(body, sheet.criteria());
        remarks(body, sheet);
        spoken(body, sheet.spoken());
        if (!sheet.derivation().isEmpty()) {
            body.appendElement("h2").text("How the result was computed");
            Element derivation = body.appendElement("ul").addClass("derivation");
            sheet.derivation().forEach(l -> derivation.appendElement("li").text(l));
        }
        if (!sheet.inTheClass().isEmpty()) {
            body.appendElement("h2").text("In the class");
            sheet.inTheClass().forEach(l -> body.appendElement("p").text(l));
        }
        return page;
    }

    private static void head(Document page, FeedbackSheet sheet) {
        page.selectFirst("html").attr("lang", "en");
        page.title(sheet.task() + ": feedback for " + sheet.student());
        page.head().appendElement("meta").attr("charset", "UTF-8");
        page.head().appendElement("meta").attr("name", "description").attr("content", "Feedback on " + sheet.task());
        page.head().appendElement("meta").attr("name", "subject").attr("content", "Feedback on " + sheet.task());
        page.head().appendElement("meta").attr("name", "author").attr("content", "Epiglyph");
        page.head().appendElement("style").appendText(style(sheet));
    }

    private static void title(Element body, FeedbackSheet sheet) {
        body.appendElement("h1").text(sheet.task());
        String module = sheet.module().isBlank() ? "" : "  \u00b7  " + sheet.module();
        body.appendElement("p")
                .addClass("facts")
                .text(sheet.student() + ", " + sheet.key() + module
                        + sheet.lateness().map(l -> "  \u00b7  " + l).orElse(""));
        sheet.result()
                .ifPresent(r -> body.appendElement("p")
                        .addClass("result")
                        .text(r + sheet.grade().map(g -> "  \u00b7  " + g).orElse("")));
    }

    private static void criteria(Element body, List<FeedbackSheet.Line> lines) {
        if (lines.isEmpty()) {
            return;
        }
        body.appendElement("h2").text("Criterion by criterion");
        Element table = body.appendElement("table");
        Element head = table.appendElement("thead").appendElement("tr");
        for (String heading : List.of("Criterion", "Score", "Remark")) {
            head.appendElement("th").attr("scope", "col").text(heading);
        }
        Element rows = table.appendElement("tbody");
        for (FeedbackSheet.Line line : lines) {
            Element row = rows.appendElement("tr");
            row.appendElement("th").attr("scope", "row").text(line.name());
            row.appendElement("td").addClass("score").text(line.score());
            Element words = row.appendElement("td");
            if (!line.level().isBlank()) {
                words.appendElement("p").text(line.level());
            }
            if (!line.text().isBlank()) {
                marked(words.appendElement("div").addClass("words"), line.text());
            }
        }
    }

    private static void remarks(Element body, FeedbackSheet sheet) {
        if (sheet.remarks().isEmpty()) {
            return;
        }
        body.appendElement("h2").text("Remarks on the pages");
        int number = 1;
        for (FeedbackSheet.PageRemarks page : sheet.remarks()) {
            body.appendElement("h3")
                    .text(page.document().isEmpty()
                            ? "Page " + page.page()
                            : page.document() + ", page " + page.page());
            Element list = body.appendElement("ol").attr("start", Integer.toString(number));
            number += page.remarks().size();
            page.remarks().forEach(w -> marked(list.appendElement("li"), w));
        }
        if (!sheet.legend().isBlank()) {
            body.appendElement("p").text(sheet.legend());
        }
    }

    private static void spoken(Element body, List<FeedbackSheet.SpokenLine> lines) {
        if (!lines.isEmpty()) {
            body.appendElement("h2").text("Spoken remarks");
        }
        for (FeedbackSheet.SpokenLine line : lines) {
            body.appendElement("h3").text(line.title());
            body.appendElement("p").addClass("words").text(line.text());
        }
    }

    /** CommonMark as HTML; a picture by its alternative text, since no pictures come with the sheet. */
    private static void marked(Element into, String text) {
        into.append(RemarkText.markup(text));
        into.select("img").forEach(i -> {
            i.after("[" + i.attr("alt").replaceAll("[<>&]", "") + "]");
            i.remove();
        });
        into.select("script, style, iframe, object, embed, link").remove();
    }

    /** The text of a sheet that was written as a web page, read back. */
    public static String text(Path html) throws IOException {
        return Jsoup.parse(html.toFile(), StandardCharsets.UTF_8.name()).text();
    }

    /** The sheet as plain text. */
    public static String text(FeedbackSheet sheet) {
        StringBuilder text = new StringBuilder();
        text.append(sheet.task()).append('\n').append(sheet.student()).append(", ").append(sheet.key()).append('\n');
        sheet.lateness().ifPresent(l -> text.append(l).append('\n'));
        sheet.result().ifPresent(r -> text.append(r).append(sheet.grade().map(g -> ", " + g).orElse("")).append('\n'));
        if (!sheet.onTheWhole().isBlank()) {
            text.append('\n').append(RemarkText.plain(sheet.onTheWhole())).append('\n');
        }
        text.append('\n');
        for (FeedbackSheet.Line line : sheet.criteria()) {
            text.append(line.name());
            text.append(line.score().isBlank() ? "" : ": " + line.score());
            text.append(line.level().isBlank() ? "" : ", " + line.level()).append('\n');
            text.append(line.text().isBlank() ? "" : "  " + RemarkText.plain(line.text()) + "\n");
        }
        text.append(remarksAsPlainText(sheet));
        for (FeedbackSheet.SpokenLine line : sheet.spoken()) {
            text.append("\n").append(line.title()).append('\n');
            text.append(line.text().isEmpty() ? "" : line.text() + "\n");
        }
        text.append(sheet.legend().isBlank() ? "" : "\n" + sheet.legend() + "\n").append('\n');
        sheet.derivation().forEach(l -> text.append(l).append('\n'));
        text.append(sheet.inTheClass().isEmpty() ? "" : "\n");
        sheet.inTheClass().forEach(l -> text.append(l).append('\n'));
        return text.toString();
    }

    private static String remarksAsPlainText(FeedbackSheet sheet) {
        StringBuilder text = new StringBuilder();
        int number = 1;
        for (FeedbackSheet.PageRemarks page : sheet.remarks()) {
            text.append("\n").append(page.document().isEmpty() ? "" : page.document() + ", ");
            text.append("page ").append(page.page()).append('\n');
            for (String words : page.remarks()) {
                text.append(number++).append(". ").append(RemarkText.plain(words)).append('\n');
            }
        }
        return text.toString();
    }
}

package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.feedback.ClassReport;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.places.WholeFile;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;

/**
 * A mark book on paper, like pages of an account book: ruled, with headings on each page, and figures closed off by a
 * double line.
 */
public final class BookPages {
    /** Number of columns beside the names on one page. */
    private static final int COLUMNS = 13;
    private static final String STYLE = """
            @page { size: A4 landscape; margin: 14mm 12mm 14mm 12mm; @bottom-right { content: counter(page) " / " counter(pages); font-family: epiglyph-words; font-size: 8pt; color: #555b7a } }
            body { font-family: epiglyph-words; font-size: 8.5pt; color: #232a4d }
            h1 { font-size: 15pt; margin: 0 0 1mm 0 } p { margin: 0 0 3mm 0; color: #555b7a }
            table { border-collapse: collapse; -fs-table-paginate: paginate; width: 100%; table-layout: fixed }
            table.more { page-break-before: always }
            th { text-align: left; vertical-align: bottom; font-weight: normal; padding: 1mm 1.2mm; border-bottom: 0.6pt solid #232a4d; word-wrap: break-word }
            td { padding: 1.1mm 1.2mm; border-bottom: 0.4pt solid #d5ccba; border-left: 0.4pt solid #d5ccba; word-wrap: break-word }
            td.name, th.name { width: 46mm; border-left: none; border-right: 1.2pt solid #a8322d }
            td.figure { text-align: right } tr { page-break-inside: avoid }
            tr.foot td { color: #555b7a } tr.first td { border-top: 2.4pt double #232a4d }
            """;

    private BookPages() {}

    /**
     * Writes a table as pages, atomically.
     *
     * @param table its first column has the names
     * @param foot  rows below the double line, as long as the headings
     * @param title its title
     * @param below whom it shows in which order
     * @param at    when
     * @throws Problem if it cannot be written
     */
    public static void pdf(ClassReport table, List<List<ClassReport.Cell>> foot, String title, String below, Instant at,
            Path file) throws Problem {
        Document page = Document.createShell("");
        page.selectFirst("html").attr("lang", "en");
        page.title(title);
        page.head().appendElement("meta").attr("name", "subject").attr("content", title);
        page.head().appendElement("meta").attr("name", "author").attr("content", "Epiglyph");
        page.head().appendElement("meta").attr("name", "description").attr("content", below);
        page.head().appendElement("style").appendText(STYLE);
        page.body().appendElement("h1").text(title);
        page.body().appendElement("p").text(below);
        int last = table.headings().size();
        for (int from = 1; from == 1 || from < last; from += COLUMNS) {
            table(page.body(), table, foot, columns(from, Math.min(last, from + COLUMNS)), from > 1);
        }
        try {
            WholeFile.write(file, beside -> SetPages.draw(page, at, beside));
        } catch (IOException e) {
            throw new Problem(Message.of(BookPages.class, "cannotBeWritten", file.getFileName()), e);
        } catch (RuntimeException | StackOverflowError e) {
            throw new Problem(Message.of(BookPages.class, "cannotBeLaidOut"), e);
        }
    }

    private static List<Integer> columns(int from, int to) {
        List<Integer> columns = new ArrayList<>(List.of(0));
        for (int i = from; i < to; i++) {
            columns.add(i);
        }
        return columns;
    }

    private static void table(Element body, ClassReport table, List<List<ClassReport.Cell>> foot, List<Integer> columns,
            boolean more) {
        Element set = body.appendElement("table").addClass(more ? "more" : "first");
        Element heads = set.appendElement("thead").appendElement("tr");
        columns.forEach(
                c -> heads.appendElement("th").addClass(c == 0 ? "name" : "head").text(table.headings().get(c)));
        Element rows = set.appendElement("tbody");
        table.rows().forEach(r -> row(rows.appendElement("tr"), r, columns));
        for (int i = 0; i < foot.size(); i++) {
            row(rows.appendElement("tr").addClass("foot").addClass(i == 0 ? "first" : "next"), foot.get(i), columns);
        }
    }

    private static void row(Element row, List<ClassReport.Cell> cells, List<Integer> columns) {
        for (int column : columns) {
            Element cell = row.appendElement("td");
            switch (cells.get(column)) {
                case ClassReport.Number(var value) -> cell.addClass("figure").text(Criterion.format(value));
                case ClassReport.Text(String text) -> cell.addClass(column == 0 ? "name" : "words").text(text);
            }
        }
    }
}

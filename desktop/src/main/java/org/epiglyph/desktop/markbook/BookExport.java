package org.epiglyph.desktop.markbook;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.feedback.ClassReport;
import org.epiglyph.core.markbook.Cell;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Context;
import org.epiglyph.core.markbook.Foot;
import org.epiglyph.core.markbook.Tally;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.documents.rendition.BookPages;
import org.epiglyph.exchange.sheet.ReportFile;

/**
 * What the mark book shows, for files and for paper, at one moment.
 *
 * @param batch   the batch
 * @param rows    the students in order
 * @param columns beside the names
 * @param foot    the statistics of the columns
 * @param context what is known besides the batch
 * @param below   whom it shows in which order, as text
 */
record BookExport(Batch batch, List<StudentKey> rows, List<Column> columns, Foot foot, Context context,
        String below) {
    BookExport {
        rows = List.copyOf(rows);
        columns = List.copyOf(columns);
    }

    /**
     * Writes it, with numbers as numbers.
     *
     * @param file its extension decides the format: .pdf, .csv or .xlsx
     */
    void write(Path file) throws Problem {
        if (file.getFileName().toString().toLowerCase(Locale.ROOT).endsWith(".pdf")) {
            BookPages.pdf(table(), List.of(foot("MarkBook.mean", (t, _) -> t.mean()),
                    foot("MarkBook.spread", (t, _) -> t.spread()),
                    foot("MarkBook.facility", (t, most) -> t.facility(most))), batch.task().title(), below,
                    Instant.now(), file);
        } else {
            ReportFile.write(table(), file);
        }
    }

    private interface Figure {
        Optional<BigDecimal> of(Tally tally, BigDecimal maximum);
    }

    private ClassReport table() {
        List<String> headings = new ArrayList<>(List.of(UiText.of("MarkBook.name")));
        columns.forEach(c -> headings.add(SheetPainter.heading(c, batch.scheme())));
        return new ClassReport(headings, rows.stream()
                .map(student -> row(batch.listedName(student),
                        c -> of(c.cell(batch, batch.submission(student), context))))
                .toList());
    }

    private static ClassReport.Cell of(Cell cell) {
        return cell.isFigure()
                ? new ClassReport.Number(cell.rank().orElseThrow())
                : new ClassReport.Text(cell.text());
    }

    private List<ClassReport.Cell> foot(String name, Figure figure) {
        return row(UiText.of(name), c -> c.maximum(batch)
                .flatMap(most -> figure.of(foot.tally(c), most)).<ClassReport
                        .Cell>map(ClassReport.Number::new)
                .orElse(new ClassReport.Text("")));
    }

    private List<ClassReport.Cell> row(String name, Function<Column, ClassReport.Cell> cell) {
        List<ClassReport.Cell> row = new ArrayList<>(List.of(new ClassReport.Text(name)));
        columns.forEach(c -> row.add(cell.apply(c)));
        return row;
    }
}

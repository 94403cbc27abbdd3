package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.io.StringReader;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.ss.usermodel.WorkbookFactory;
import org.epiglyph.core.Message;
import org.jsoup.nodes.Entities;

/**
 * Tables, separated values and worksheets, as ruled tables on landscape pages. Formulas are shown by their cached
 * result.
 */
final class TablePages {
    private static final int MOST_ROWS = 5000;
    private static final int MOST_COLUMNS = 60;
    private static final int COLUMNS_ON_A4 = 12;
    private static final int FEW_COLUMNS = 6;

    private TablePages() {}

    static Rendition ofText(String text, Path target) throws IOException, Unreadable {
        List<List<String>> rows = new ArrayList<>();
        CSVFormat format = CSVFormat.DEFAULT.builder().setDelimiter(separator(text)).get();
        try (var records = format.parse(new StringReader(text))) {
            for (CSVRecord row : records) {
                rows.add(row.toList());
            }
        } catch (IOException | RuntimeException e) {
            return TextPages.make(text, true, target); // a table that cannot be split into cells is shown as it is written
        }
        return make(List.of(new Table("", rows)), target);
    }

    private static char separator(String text) {
        String first = text.lines().findFirst().orElse("");
        char best = ',';
        for (char c : new char[]{';', '\t', '|'}) {
            if (count(first, c) > count(first, best)) {
                best = c;
            }
        }
        return best;
    }

    private static long count(String text, char letter) {
        return text.chars().filter(c -> c == letter).count();
    }

    static Rendition ofWorkbook(Path file, Path target) throws IOException, Unreadable {
        DataFormatter words = new DataFormatter();
        words.setUseCachedValuesForFormulaCells(true);
        List<Table> tables = new ArrayList<>();
        boolean hidden = false;
        try (Workbook workbook = WorkbookFactory.create(file.toFile(), null, true)) {
            for (int i = 0; i < workbook.getNumberOfSheets(); i++) {
                Sheet sheet = workbook.getSheetAt(i);
                hidden |= workbook.isSheetHidden(i);
                tables.add(new Table(sheet.getSheetName(), rows(sheet, words)));
            }
        } catch (IOException | RuntimeException e) {
            throw new Unreadable(
                    Message.of(TablePages.class, "broken"),
                    e);
        }
        return make(tables, target).with(hidden ? List.of(Message.of(TablePages.class, "hiddenToo")) : List.of());
    }

    private static List<List<String>> rows(Sheet sheet, DataFormatter words) {
        List<List<String>> rows = new ArrayList<>();
        for (int r = 0; r <= Math.min(sheet.getLastRowNum(), MOST_ROWS); r++) {
            List<String> cells = new ArrayList<>();
            Row row = sheet.getRow(r);
            for (int c = 0; row != null && c < Math.min(row.getLastCellNum(), MOST_COLUMNS + 1); c++) {
                Cell cell = row.getCell(c);
                cells.add(cell == null || cell.getCellType() == CellType.ERROR ? "" : words.formatCellValue(cell));
            }
            rows.add(cells);
        }
        return rows;
    }

    private record Table(String name, List<List<String>> rows) {}

    private static Rendition make(List<Table> tables, Path target) throws IOException, Unreadable {
        StringBuilder html = new StringBuilder();
        boolean cut = false;
        int widest = 1;
        for (Table table : tables) {
            int columns = table.rows.stream().mapToInt(List::size).max().orElse(1);
            widest = Math.max(widest, Math.min(columns, MOST_COLUMNS));
            cut |= columns > MOST_COLUMNS || table.rows.size() > MOST_ROWS;
            html.append(table.name.isEmpty() ? "" : "<h3>" + Entities.escape(table.name) + "</h3>").append("<table>");
            for (List<String> row : table.rows.subList(0, Math.min(MOST_ROWS, table.rows.size()))) {
                html.append("<tr>");
                for (int c = 0; c < Math.min(columns, MOST_COLUMNS); c++) {
                    html.append("<td>").append(c < row.size() ? Entities.escape(row.get(c)) : "").append("</td>");
                }
                html.append("</tr>");
            }
            html.append("</table>");
        }
        int width = 297 * Math.max(1, Math.ceilDiv(widest, COLUMNS_ON_A4));
        Rendition made = MarkupPages.make(html.toString(), "@page { size: " + width
                + "mm 210mm; margin: 12mm } body { font-size: " + (widest <= FEW_COLUMNS ? "11" : "8.5")
                + "pt; line-height: 1.25 }", target);
        return made.with(cut ? List.of(Message.of(TablePages.class, "cut", MOST_ROWS, MOST_COLUMNS)) : List.of());
    }
}

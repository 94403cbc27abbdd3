package org.epiglyph.exchange.table;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Font;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/** Creates new tables. Text that would start a formula is escaped by a leading apostrophe. */
public final class NewTable {
    private static final int WIDEST = 60 * 256;

    private NewTable() {}

    /**
     * RFC 4180 in UTF-8 with a byte order mark, which spreadsheet programs need to recognise the encoding (common
     * practice, no source).
     */
    public static byte[] csv(List<String> headings, List<Map<String, String>> rows) throws Problem {
        StringWriter out = new StringWriter();
        out.write('\uFEFF');
        try (CSVPrinter printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(headings.stream().map(Disarmed::of).toList());
            for (Map<String, String> row : rows) {
                printer.printRecord(headings.stream().map(h -> Disarmed.of(row.getOrDefault(h, ""))).toList());
            }
        } catch (IOException e) {
            throw new Problem(Message.of(NewTable.class, "noTable"), e);
        }
        return out.toString().getBytes(StandardCharsets.UTF_8);
    }

    /** A workbook with one worksheet; numbers are stored as numbers. */
    public static byte[] xlsx(String name, List<String> headings, List<Map<String, String>> rows) throws Problem {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (XSSFWorkbook workbook = new XSSFWorkbook()) {
            Sheet sheet = workbook.createSheet(name);
            Font bold = workbook.createFont();
            bold.setBold(true);
            CellStyle head = workbook.createCellStyle();
            head.setFont(bold);
            Row first = sheet.createRow(0);
            for (int i = 0; i < headings.size(); i++) {
                Cell cell = first.createCell(i);
                cell.setCellValue(headings.get(i));
                cell.setCellStyle(head);
            }
            for (int r = 0; r < rows.size(); r++) {
                fill(sheet.createRow(r + 1), headings, rows.get(r));
            }
            for (int i = 0; i < headings.size(); i++) {
                sheet.setColumnWidth(i, Math.min(WIDEST, (4 + longest(headings.get(i), rows)) * 256));
            }
            sheet.createFreezePane(0, 1);
            workbook.write(out);
        } catch (IOException e) {
            throw new Problem(Message.of(NewTable.class, "noWorkbook"), e);
        }
        return out.toByteArray();
    }

    private static void fill(Row row, List<String> headings, Map<String, String> cells) {
        for (int i = 0; i < headings.size(); i++) {
            String value = cells.getOrDefault(headings.get(i), "");
            if (value.matches("-?\\d{1,9}(\\.\\d{1,6})?")) {
                row.createCell(i).setCellValue(Double.parseDouble(value));
            } else if (!value.isEmpty()) {
                row.createCell(i).setCellValue(value); // a string cell is never taken for a formula
            }
        }
    }

    private static int longest(String heading, List<Map<String, String>> rows) {
        return rows.stream()
                .mapToInt(r -> Math.min(56, r.getOrDefault(heading, "").length()))
                .reduce(heading.length(), Math::max);
    }
}

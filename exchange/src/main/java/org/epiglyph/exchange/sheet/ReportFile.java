package org.epiglyph.exchange.sheet;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.feedback.ClassReport;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.exchange.table.Disarmed;
import org.epiglyph.places.WholeFile;

/** The report of a class as CSV or XLSX; text that would start a formula is escaped, keys stay as they are. */
public final class ReportFile {
    private ReportFile() {}

    /**
     * Writes a report atomically.
     *
     * @param file its extension decides the format: .csv or .xlsx
     * @throws Problem if the extension is another, or it cannot be written
     */
    public static void write(ClassReport report, Path file) throws Problem {
        String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
        if (!name.endsWith(".csv") && !name.endsWith(".xlsx")) {
            throw new Problem(Message.of(ReportFile.class, "unknownFormat", file.getFileName()));
        }
        try {
            byte[] bytes = name.endsWith(".csv") ? csv(report) : xlsx(report);
            WholeFile.write(file, beside -> Files.write(beside, bytes));
        } catch (IOException e) {
            throw new Problem(Message.of(ReportFile.class, "cannotBeWritten", file), e);
        }
    }

    /**
     * RFC 4180 in UTF-8 with a byte order mark, which spreadsheet programs need to recognise the encoding (common
     * practice, no source).
     */
    private static byte[] csv(ClassReport report) throws IOException {
        StringWriter out = new StringWriter();
        out.write('\uFEFF');
        try (CSVPrinter printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(report.headings().stream().map(Disarmed::of).toList());
            for (List<ClassReport.Cell> row : report.rows()) {
                printer.printRecord(row.stream().map(c -> switch (c) {
                    case ClassReport.Number number -> Criterion.format(number.value());
                    case ClassReport.Text text -> Disarmed.of(text.value());
                }).toList());
            }
        }
        return out.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] xlsx(ClassReport report) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (XSSFWorkbook workbook = new XSSFWorkbook()) {
            Sheet sheet = workbook.createSheet("Class");
            Row head = sheet.createRow(0);
            for (int i = 0; i < report.headings().size(); i++) {
                head.createCell(i).setCellValue(report.headings().get(i));
            }
            for (int r = 0; r < report.rows().size(); r++) {
                Row row = sheet.createRow(r + 1);
                List<ClassReport.Cell> cells = report.rows().get(r);
                for (int i = 0; i < cells.size(); i++) {
                    set(row.createCell(i), cells.get(i));
                }
            }
            sheet.createFreezePane(3, 1);
            workbook.write(out);
        }
        return out.toByteArray();
    }

    private static void set(Cell cell, ClassReport.Cell value) {
        switch (value) {
            case ClassReport.Number number -> cell.setCellValue(number.value().doubleValue());
            case ClassReport.Text text -> cell.setCellValue(text.value()); // a string cell is never taken for a formula
        }
    }
}

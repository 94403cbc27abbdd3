package org.epiglyph.exchange.scheme;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.exchange.table.CsvTable;
import org.epiglyph.exchange.table.NewTable;
import org.epiglyph.exchange.table.Worksheet;

/** Mark schemes as files: a table as CSV or XLSX, or JSON. The kind of a file is detected from its first bytes. */
public final class SchemeFile {
    private SchemeFile() {}

    /**
     * Reads a mark scheme.
     *
     * @param called the file's name in error messages
     * @throws Problem naming the row and the reason
     */
    public static MarkScheme read(byte[] bytes, String called) throws Problem {
        if (bytes.length > 1 && bytes[0] == 'P' && bytes[1] == 'K') {
            return SchemeRows.read(Worksheet.all(bytes, called).getFirst(), called);
        }
        String start = new String(bytes, 0, Math.min(bytes.length, 64), StandardCharsets.UTF_8).replace("\uFEFF", "")
                .strip();
        return start.startsWith("{")
                ? CaseJson.read(bytes, called)
                : SchemeRows.read(CsvTable.read(bytes, called), called);
    }

    /**
     * Writes a mark scheme in the format given by the file name's extension: .csv, .xlsx or .json.
     *
     * @param title the task's
     * @throws Problem for another extension
     */
    public static byte[] write(MarkScheme scheme, String title, String name) throws Problem {
        List<Map<String, String>> rows = SchemeCells.rows(scheme);
        return switch (name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT)) {
            case "csv" -> NewTable.csv(SchemeRows.HEADINGS, rows);
            case "xlsx" -> NewTable.xlsx("Mark scheme", SchemeRows.HEADINGS, rows);
            case "json" -> CaseJson.write(scheme, title);
            default -> throw new Problem(
                    Message.of(SchemeFile.class, "unknownFormat", name));
        };
    }
}

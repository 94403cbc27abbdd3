package org.epiglyph.exchange.table;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;

/**
 * Cells as spreadsheet programs put them on the clipboard: separated by tabs and line ends, quoted if they contain
 * either.
 */
public final class PastedCells {
    private static final CSVFormat TABS = CSVFormat.TDF.builder()
            .setIgnoreSurroundingSpaces(false)
            .setIgnoreEmptyLines(false)
            .get();

    private PastedCells() {}

    /** Rows of cells; text with a stray quotation mark is taken literally. */
    public static List<List<String>> read(String text) {
        String whole = text.endsWith("\n") ? text.substring(0, text.length() - 1) : text;
        try (CSVParser parser = CSVParser.parse(new StringReader(whole), TABS)) {
            return parser.stream().map(r -> r.stream().toList()).toList();
        } catch (IOException | UncheckedIOException | IllegalStateException e) {
            return whole.lines().map(l -> List.of(l.split("\t", -1))).toList();
        }
    }
}

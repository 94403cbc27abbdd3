package org.epiglyph.exchange.table;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.scoring.Criterion;

/**
 * A table of separated values (RFC 4180, and other dialects) that records where each cell is, so that a changed table
 * differs from the received one in the changed cells only.
 */
public final class CsvTable implements Table {
    private static final char BOM = '\uFEFF';
    private static final Pattern WITH_COMMA = Pattern.compile("-?\\d{1,4},\\d{1,3}");
    private static final Pattern WITH_POINT = Pattern.compile("-?\\d{1,4}\\.\\d{1,3}");
    private final String text;
    private final Dialect dialect;
    private final List<List<Cell>> rows;
    private final boolean decimalComma;

    private CsvTable(String text, Dialect dialect, List<List<Cell>> rows) {
        this.text = text;
        this.dialect = dialect;
        this.rows = rows;
        this.decimalComma = dialect.separator() != ',' && counted(WITH_COMMA) >= counted(WITH_POINT)
                && (counted(WITH_COMMA) > 0 || dialect.separator() == ';');
    }

    private long counted(Pattern shape) {
        return rows.stream().flatMap(List::stream).filter(c -> shape.matcher(c.value().strip()).matches()).count();
    }

    private record Cell(int from, int to, boolean quoted, String value) {}

    /**
     * Reads a table in its detected dialect.
     *
     * @param name its name in error messages
     * @throws Problem if a quote is never closed, or is closed lines further down within another cell, so that the rows
     *         between would be read as one cell
     */
    public static CsvTable read(byte[] bytes, String name) throws Problem {
        return read(bytes, name, Dialect.of(bytes));
    }

    static CsvTable read(byte[] bytes, String name, Dialect dialect) throws Problem {
        String text = new String(bytes, dialect.charset());
        return new CsvTable(text, dialect, new Splitter(text, dialect, name).rows());
    }

    /** Its dialect. */
    public Dialect dialect() {
        return dialect;
    }

    @Override
    public String name() {
        return "";
    }

    @Override
    public int rowCount() {
        return rows.size();
    }

    @Override
    public List<String> row(int index) {
        return rows.get(index).stream().map(Cell::value).toList();
    }

    @Override
    public String value(Place place) {
        List<Cell> row = rows.get(place.row());
        return place.column() < row.size() ? row.get(place.column()).value() : "";
    }

    @Override
    public boolean hasDecimalComma() {
        return decimalComma;
    }

    /**
     * The table's bytes with some cells changed; every other byte is as received. A row that is too short is extended
     * by empty cells up to the last changed one.
     *
     * @param changes new values; text that would start a formula is escaped by a leading apostrophe
     * @throws IllegalArgumentException if a row is not in the table
     */
    public byte[] with(Map<Place, CellValue> changes) {
        StringBuilder out = new StringBuilder();
        int at = 0;
        Map<Place, CellValue> ordered = new TreeMap<>(changes);
        for (Map.Entry<Place, CellValue> change : ordered.entrySet()) {
            Place place = change.getKey();
            if (place.row() >= rows.size()) {
                throw new IllegalArgumentException("The table has no cell " + place);
            }
            List<Cell> row = rows.get(place.row());
            if (place.column() >= row.size()) {
                int had = grown(ordered, place);
                out.append(text, at, row.getLast().to())
                        .append(Character.toString(dialect.separator()).repeat(place.column() - had + 1))
                        .append(written(change.getValue(), false));
                at = row.getLast().to();
                continue;
            }
            Cell cell = row.get(place.column());
            if (!hasValue(cell.value(), change.getValue())) {
                out.append(text, at, cell.from()).append(written(change.getValue(), cell.quoted()));
                at = cell.to();
            }
        }
        return out.append(text.substring(at)).toString().getBytes(dialect.charset());
    }

    /** The present number of cells in the row, including those that earlier changes have added. */
    private int grown(Map<Place, CellValue> changes, Place place) {
        return changes.keySet()
                .stream()
                .filter(p -> p.row() == place.row() && p.column() < place.column())
                .mapToInt(p -> p.column() + 1)
                .reduce(rows.get(place.row()).size(), Math::max);
    }

    /** True if the cell has that value already, perhaps written differently: 7,50 equals 7.5. */
    private static boolean hasValue(String cell, CellValue value) {
        return switch (value) {
            case CellValue.Text(String text) -> cell.equals(text);
            case CellValue.Number(BigDecimal number) -> cell.strip().matches("-?\\d+([.,]\\d+)?")
                    && new BigDecimal(cell.strip().replace(',', '.')).compareTo(number) == 0;
        };
    }

    private String written(CellValue value, boolean quoted) {
        String harmless = switch (value) {
            case CellValue.Text(String text) -> Disarmed.of(text);
            case CellValue.Number(BigDecimal number) ->
                decimalComma ? Criterion.format(number).replace('.', ',') : Criterion.format(number);
        };
        String quote = Character.toString(dialect.quote());
        boolean needed = quoted || harmless.indexOf(dialect.separator()) >= 0 || harmless.contains(quote)
                || harmless.indexOf('\n') >= 0
                || harmless.indexOf('\r') >= 0 || !harmless.equals(harmless.strip());
        return needed ? quote + harmless.replace(quote, quote + quote) + quote : harmless;
    }

    /** Splits the text into cells. */
    private static final class Splitter {
        private final String text;
        private final char separator;
        private final char quote;
        private final String name;
        private int at;

        Splitter(String text, Dialect dialect, String name) {
            this.text = text;
            this.separator = dialect.separator();
            this.quote = dialect.quote();
            this.name = name;
            this.at = !text.isEmpty() && text.charAt(0) == BOM ? 1 : 0;
        }

        List<List<Cell>> rows() throws Problem {
            List<List<Cell>> rows = new ArrayList<>();
            while (at < text.length()) {
                rows.add(row());
            }
            return rows;
        }

        private List<Cell> row() throws Problem {
            List<Cell> row = new ArrayList<>();
            while (true) {
                row.add(cell());
                if (at >= text.length()) {
                    return row;
                }
                char c = text.charAt(at++);
                if (c == '\r' && at < text.length() && text.charAt(at) == '\n') {
                    at++;
                }
                if (c != separator) {
                    return row;
                }
            }
        }

        private Cell cell() throws Problem {
            int from = at;
            if (at < text.length() && text.charAt(at) == quote) {
                return quotedCell(from);
            }
            while (at < text.length() && text.charAt(at) != separator && text.charAt(at) != '\n'
                    && text.charAt(at) != '\r') {
                at++;
            }
            return new Cell(from, at, false, text.substring(from, at));
        }

        private Cell quotedCell(int from) throws Problem {
            StringBuilder value = new StringBuilder();
            at++;
            while (true) {
                int closing = text.indexOf(quote, at);
                if (closing < 0) {
                    throw new Problem(Message.of(CsvTable.class, "openQuotation", name, line(from)));
                }
                value.append(text, at, closing);
                at = closing + 1;
                if (at < text.length() && text.charAt(at) == quote) {
                    value.append(quote);
                    at++;
                } else {
                    break;
                }
            }
            int rest = at;
            while (at < text.length() && text.charAt(at) != separator && text.charAt(at) != '\n'
                    && text.charAt(at) != '\r') {
                at++;
            }
            boolean overLines = text.substring(from, rest).lines().limit(2).count() > 1;
            if (overLines && !text.substring(rest, at).isBlank()) {
                throw new Problem(Message.of(CsvTable.class, "strayQuotation", name, line(from), line(rest)));
            }
            value.append(text, rest, at);
            return new Cell(from, at, true, value.toString());
        }

        /** The line, counted from 1, of a character. */
        private long line(int letter) {
            return text.substring(0, letter).lines().count()
                    + (letter == 0 || text.charAt(letter - 1) == '\n' ? 1 : 0);
        }
    }
}

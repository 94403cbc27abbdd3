package org.epiglyph.exchange.sheet;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.epiglyph.core.Problem;

/**
 * A table of separated values (RFC 4180, and other separators) that remembers where each cell stands, so that a
 * changed table differs from the received one in the changed cells alone. UTF-8 with or without a byte order mark,
 * else Windows-1252.
 */
public final class CsvTable {
    private static final char BOM = '\uFEFF';
    private final String text;
    private final Charset charset;
    private final char separator;
    private final List<List<Cell>> rows;

    private CsvTable(String text, Charset charset, char separator, List<List<Cell>> rows) {
        this.text = text;
        this.charset = charset;
        this.separator = separator;
        this.rows = rows;
    }

    private record Cell(int from, int to, boolean quoted, String value) {}

    /** A cell's place: zero-based row (the header is row 0) and column. */
    public record Place(int row, int column) implements Comparable<Place> {
        @Override
        public int compareTo(Place other) {
            return row != other.row ? Integer.compare(row, other.row) : Integer.compare(column, other.column);
        }
    }

    /**
     * Reads a table.
     *
     * @param name how to call it in a complaint
     * @throws Problem where a quote is never closed
     */
    public static CsvTable read(byte[] bytes, String name) throws Problem {
        Charset charset = charset(bytes);
        String text = new String(bytes, charset);
        char separator = separator(text);
        return new CsvTable(text, charset, separator, new Splitter(text, separator, name).rows());
    }

    /** How many rows, the header included; empty lines count. */
    public int rowCount() {
        return rows.size();
    }

    /** The row's values, without quotes. */
    public List<String> row(int index) {
        return rows.get(index).stream().map(Cell::value).toList();
    }

    /** The value of a cell; empty where the row is shorter. */
    public String value(Place place) {
        List<Cell> row = rows.get(place.row());
        return place.column() < row.size() ? row.get(place.column()).value() : "";
    }

    /**
     * The table's bytes with some cells changed; every other byte is as received.
     *
     * @param changes new values; a value that would start a formula is disarmed by an apostrophe in front
     * @throws IllegalArgumentException where a place is not in the table
     */
    public byte[] with(Map<Place, String> changes) {
        StringBuilder out = new StringBuilder();
        int at = 0;
        for (Map.Entry<Place, String> change : new TreeMap<>(changes).entrySet()) {
            Place place = change.getKey();
            if (place.row() >= rows.size() || place.column() >= rows.get(place.row()).size()) {
                throw new IllegalArgumentException("The table has no cell " + place);
            }
            Cell cell = rows.get(place.row()).get(place.column());
            if (!cell.value().equals(change.getValue())) {
                out.append(text, at, cell.from()).append(written(change.getValue(), cell.quoted()));
                at = cell.to();
            }
        }
        return out.append(text.substring(at)).toString().getBytes(charset);
    }

    private String written(String value, boolean quoted) {
        String harmless = disarmed(value);
        boolean needed = quoted || harmless.indexOf(separator) >= 0 || harmless.indexOf('"') >= 0
                || harmless.indexOf('\n') >= 0
                || harmless.indexOf('\r') >= 0 || !harmless.equals(harmless.strip());
        return needed ? '"' + harmless.replace("\"", "\"\"") + '"' : harmless;
    }

    /** A spreadsheet takes text that starts with = + - @ or a control character for a formula (common practice, no source). */
    private static String disarmed(String value) {
        boolean number = value.matches("[+-]?\\d+([.,]\\d+)?");
        return !value.isEmpty() && "=+-@\t\r".indexOf(value.charAt(0)) >= 0 && !number ? "'" + value : value;
    }

    private static Charset charset(byte[] bytes) {
        try {
            StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes));
            return StandardCharsets.UTF_8;
        } catch (CharacterCodingException e) {
            Charset western = Charset.forName("windows-1252");
            boolean exact = Arrays.equals(new String(bytes, western).getBytes(western), bytes);
            return exact ? western : StandardCharsets.ISO_8859_1;
        }
    }

    /** The separator that occurs most in the first line outside quotes. */
    private static char separator(String text) {
        char best = ',';
        long most = 0;
        String first = text.lines().findFirst().orElse("").replaceAll("\"[^\"]*\"", "");
        for (char candidate : new char[]{',', ';', '\t'}) {
            long count = first.chars().filter(c -> c == candidate).count();
            if (count > most) {
                best = candidate;
                most = count;
            }
        }
        return best;
    }

    /** Cuts the text into cells. */
    private static final class Splitter {
        private final String text;
        private final char separator;
        private final String name;
        private int at;

        Splitter(String text, char separator, String name) {
            this.text = text;
            this.separator = separator;
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
            if (at < text.length() && text.charAt(at) == '"') {
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
                int quote = text.indexOf('"', at);
                if (quote < 0) {
                    long line = text.substring(0, from).lines().count()
                            + (from == 0 || text.charAt(from - 1) == '\n' ? 1 : 0);
                    throw new Problem("In " + name + " a quotation mark is opened on line " + line
                            + " and never closed. Mend that line and read the table again.");
                }
                value.append(text, at, quote);
                at = quote + 1;
                if (at < text.length() && text.charAt(at) == '"') {
                    value.append('"');
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
            value.append(text, rest, at);
            return new Cell(from, at, true, value.toString());
        }
    }
}

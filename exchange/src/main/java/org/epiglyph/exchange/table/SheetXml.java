package org.epiglyph.exchange.table;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.scoring.Criterion;

/**
 * The XML of a worksheet part (ECMA-376-1, 18.3.1: sheetData, row, c) with the places of rows and cells, so that
 * changed cells can be inserted and every other character stays. The library has found it well-formed before.
 */
final class SheetXml {
    private static final Pattern TAG = Pattern
            .compile(
                    "<!--.*?-->|<!\\[CDATA\\[.*?]]>|<(/?)((?:[\\w.-]+:)?)([\\w.-]+)((?:[^>\"'/]++|\"[^\"]*+\"|'[^']*+'|/(?!>))*+)(/?)>",
                    Pattern.DOTALL);
    private static final Pattern ATTRIBUTE = Pattern.compile("\\s([\\w:.-]+)\\s*=\\s*(\"([^\"]*)\"|'([^']*)')");
    private final String text;
    private final String called;
    private final List<Row> rows = new ArrayList<>();
    private String prefix = "";
    private int dataStart = -1;
    private int dataEnd = -1;
    private boolean dataEmpty;
    private boolean ended;

    private SheetXml(String text, String called) {
        this.text = text;
        this.called = called;
    }

    private static final class Row {
        int number;
        int start;
        int contentEnd;
        int end;
        boolean empty;
        final List<XmlCell> cells = new ArrayList<>();
    }

    private record XmlCell(int column, int from, int to, Optional<String> style, boolean formula) {}

    /** @param called the worksheet's name in error messages */
    static SheetXml read(String text, String called) throws Problem {
        SheetXml sheet = new SheetXml(text, called);
        sheet.scan();
        if (sheet.dataStart < 0) {
            throw new Problem(Message.of(SheetXml.class, "noCells", called));
        }
        return sheet;
    }

    private void scan() {
        Matcher tag = TAG.matcher(text);
        OpenCell cell = new OpenCell();
        while (!ended && tag.find()) {
            if (tag.group(3) == null) {
                continue;
            }
            boolean closing = !tag.group(1).isEmpty();
            boolean empty = !tag.group(5).isEmpty();
            switch (tag.group(3)) {
                case "sheetData" -> data(tag, closing, empty);
                case "row" -> row(tag, closing, empty);
                case "c" -> {
                    if (!closing) {
                        cell = new OpenCell(tag.start(), tag.group(4));
                    }
                    if (closing || empty) {
                        add(rows.getLast(), cell.from, tag.end(), cell.attributes, cell.formula);
                    }
                }
                case "f" -> cell.formula = true;
                default -> {
                    // everything else stays as it is
                }
            }
        }
    }

    private void data(Matcher tag, boolean closing, boolean empty) {
        prefix = tag.group(2);
        if (!closing) {
            dataStart = tag.start();
            dataEmpty = empty;
        }
        dataEnd = empty ? tag.end() : tag.start();
        ended = closing || empty;
    }

    private void row(Matcher tag, boolean closing, boolean empty) {
        if (closing) {
            rows.getLast().contentEnd = tag.start();
            rows.getLast().end = tag.end();
            return;
        }
        Row row = new Row();
        row.number = attribute(tag.group(4), "r").map(r -> Integer.parseInt(r) - 1)
                .orElse(rows.isEmpty() ? 0 : rows.getLast().number + 1);
        row.start = tag.start();
        row.contentEnd = tag.end();
        row.end = tag.end();
        row.empty = empty;
        rows.add(row);
    }

    /** The cell whose start tag was read last. */
    private static final class OpenCell {
        private final int from;
        private final String attributes;
        private boolean formula;

        OpenCell() {
            this(-1, "");
        }

        OpenCell(int from, String attributes) {
            this.from = from;
            this.attributes = attributes;
        }
    }

    private static void add(Row row, int from, int to, String attributes, boolean formula) {
        int column = attribute(attributes, "r").map(SheetXml::column)
                .orElse(row.cells.isEmpty() ? 0 : row.cells.getLast().column + 1);
        row.cells.add(new XmlCell(column, from, to, attribute(attributes, "s"), formula));
    }

    private static Optional<String> attribute(String attributes, String name) {
        Matcher one = ATTRIBUTE.matcher(attributes);
        while (one.find()) {
            if (one.group(1).equals(name)) {
                return Optional.of(one.group(3) == null ? one.group(4) : one.group(3));
            }
        }
        return Optional.empty();
    }

    private static int column(String reference) {
        int column = 0;
        for (int i = 0; i < reference.length() && Character.isLetter(reference.charAt(i)); i++) {
            column = column * 26 + reference.charAt(i) - 'A' + 1;
        }
        return column - 1;
    }

    private static String letters(int column) {
        String letters = "";
        for (int rest = column + 1; rest > 0; rest = (rest - 1) / 26) {
            letters = (char) ('A' + (rest - 1) % 26) + letters;
        }
        return letters;
    }

    /** Opens sheetData in a part that has none. */
    private int open(StringBuilder out) {
        String tag = text.substring(dataStart, dataEnd);
        out.append(text, 0, dataStart).append(tag, 0, tag.lastIndexOf('/')).append('>');
        return dataEnd;
    }

    private static TreeMap<Integer, TreeMap<Integer, CellValue>> byRow(Map<Place, CellValue> changes) {
        TreeMap<Integer, TreeMap<Integer, CellValue>> byRow = new TreeMap<>();
        changes.forEach((place, value) -> byRow.computeIfAbsent(place.row(), _ -> new TreeMap<>())
                .put(place.column(), value));
        return byRow;
    }

    /** The part with some cells changed or added. */
    byte[] with(Map<Place, CellValue> changes) throws Problem {
        TreeMap<Integer, TreeMap<Integer, CellValue>> byRow = byRow(changes);
        StringBuilder out = new StringBuilder(text.length() + 256 * changes.size());
        int at = 0;
        if (dataEmpty) {
            at = open(out);
        }
        for (Row row : rows) {
            for (int before = nextBefore(byRow, row.number); before >= 0; before = nextBefore(byRow, row.number)) {
                out.append(text, at, row.start).append(newRow(before, byRow.remove(before)));
                at = row.start;
            }
            TreeMap<Integer, CellValue> inRow = byRow.remove(row.number);
            if (inRow != null) {
                at = change(row, inRow, out, at);
            }
        }
        if (!dataEmpty) {
            out.append(text, at, dataEnd);
            at = dataEnd;
        }
        for (Map.Entry<Integer, TreeMap<Integer, CellValue>> rest : byRow.entrySet()) {
            out.append(newRow(rest.getKey(), rest.getValue()));
        }
        if (dataEmpty) {
            out.append("</").append(prefix).append("sheetData>");
        }
        return out.append(text.substring(at)).toString().getBytes(StandardCharsets.UTF_8);
    }

    /**
     * The part with other cached results of some formulas; without a result, the cached one is removed and the formula
     * stays.
     */
    byte[] withResults(Map<Place, Optional<CellValue>> results) {
        StringBuilder out = new StringBuilder(text.length() + 64 * results.size());
        int at = 0;
        for (Row row : rows) {
            for (XmlCell cell : row.cells) {
                Optional<CellValue> result = results.get(new Place(row.number, cell.column));
                if (result != null && cell.formula) {
                    out.append(text, at, cell.from).append(withResult(text.substring(cell.from, cell.to), result));
                    at = cell.to;
                }
            }
        }
        return out.append(text.substring(at)).toString().getBytes(StandardCharsets.UTF_8);
    }

    private String withResult(String cell, Optional<CellValue> result) {
        Matcher tag = TAG.matcher(cell);
        String start = "";
        int formulaFrom = -1;
        int formulaTo = -1;
        while (tag.find()) {
            if ("c".equals(tag.group(3)) && start.isEmpty()) {
                start = tag.group();
            } else if ("f".equals(tag.group(3))) {
                formulaFrom = formulaFrom < 0 ? tag.start() : formulaFrom;
                formulaTo = tag.end();
            }
        }
        String typed = start.replaceFirst("\\st\\s*=\\s*(\"[^\"]*\"|'[^']*')", "");
        boolean words = result.isPresent() && result.get() instanceof CellValue.Text;
        String head = words ? typed.substring(0, typed.length() - 1) + " t=\"str\">" : typed;
        String value = switch (result.orElse(null)) {
            case CellValue.Number(BigDecimal number) -> number.toString();
            case CellValue.Text(String text) -> escaped(text);
            case null -> "";
        };
        return head + cell.substring(formulaFrom, formulaTo)
                + (result.isPresent() ? "<" + prefix + "v>" + value + "</" + prefix + "v>" : "") + "</" + prefix + "c>";
    }

    private static int nextBefore(TreeMap<Integer, TreeMap<Integer, CellValue>> byRow, int row) {
        return byRow.isEmpty() || byRow.firstKey() >= row ? -1 : byRow.firstKey();
    }

    /** Adds cells to a row that has none. */
    private int fill(Row row, TreeMap<Integer, CellValue> values, StringBuilder out, int from) {
        String tag = text.substring(row.start, row.end);
        out.append(text, from, row.start).append(tag, 0, tag.lastIndexOf('/')).append('>');
        values.forEach((column, value) -> out.append(cell(row.number, column, value, Optional.empty())));
        out.append("</").append(prefix).append("row>");
        return row.end;
    }

    private int change(Row row, TreeMap<Integer, CellValue> values, StringBuilder out, int from) throws Problem {
        int at = from;
        if (row.empty) {
            return fill(row, values, out, from);
        }
        TreeMap<Integer, CellValue> left = new TreeMap<>(values);
        for (XmlCell cell : row.cells) {
            while (!left.isEmpty() && left.firstKey() < cell.column) {
                Map.Entry<Integer, CellValue> added = left.pollFirstEntry();
                out.append(text, at, cell.from)
                        .append(cell(row.number, added.getKey(), added.getValue(), Optional.empty()));
                at = cell.from;
            }
            CellValue value = left.remove(cell.column);
            if (value != null) {
                if (cell.formula) {
                    throw new Problem(
                            Message.of(SheetXml.class, "formula", called, letters(cell.column), row.number + 1));
                }
                out.append(text, at, cell.from).append(cell(row.number, cell.column, value, cell.style));
                at = cell.to;
            }
        }
        out.append(text, at, row.contentEnd);
        left.forEach((column, value) -> out.append(cell(row.number, column, value, Optional.empty())));
        return row.contentEnd;
    }

    private String newRow(int row, TreeMap<Integer, CellValue> values) {
        StringBuilder out = new StringBuilder("<" + prefix + "row r=\"" + (row + 1) + "\">");
        values.forEach((column, value) -> out.append(cell(row, column, value, Optional.empty())));
        return out.append("</").append(prefix).append("row>").toString();
    }

    private String cell(int row, int column, CellValue value, Optional<String> style) {
        String start = "<" + prefix + "c r=\"" + letters(column) + (row + 1) + "\""
                + style.map(s -> " s=\"" + s + "\"").orElse("");
        String end = "</" + prefix + "c>";
        return switch (value) {
            case CellValue.Number(BigDecimal number) ->
                start + "><" + prefix + "v>" + Criterion.format(number) + "</" + prefix + "v>" + end;
            case CellValue.Text(String text) when text.isEmpty() -> start + "/>";
            case CellValue.Text(String text) -> start + " t=\"inlineStr\"><" + prefix + "is><" + prefix
                    + "t xml:space=\"preserve\">" + escaped(text) + "</" + prefix + "t></" + prefix + "is>" + end;
        };
    }

    /** Text that XML can represent; other control characters are dropped (XML 1.0, 2.2). */
    private static String escaped(String text) {
        StringBuilder out = new StringBuilder();
        text.codePoints()
                .filter(c -> c >= 0x20 && c != 0xFFFE && c != 0xFFFF && (c < 0xD800 || c > 0xDFFF) || c == '\n'
                        || c == '\t')
                .forEach(c -> out.append(switch (c) {
                    case '<' -> "&lt;";
                    case '>' -> "&gt;";
                    case '&' -> "&amp;";
                    default -> Character.toString(c);
                }));
        return out.toString();
    }
}

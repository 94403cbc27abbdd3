package org.epiglyph.exchange.sheet;

import java.nio.charset.CharsetEncoder;
import java.util.List;
import java.util.Map;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.exchange.table.CellTable;
import org.epiglyph.exchange.table.CellValue;
import org.epiglyph.exchange.table.CsvTable;
import org.epiglyph.exchange.table.Place;
import org.epiglyph.exchange.table.Table;
import org.epiglyph.exchange.table.Worksheet;

/** A file with one or several tables: separated values or an XLSX workbook. Keeps its bytes. */
public final class SheetFile {
    private static final int MOST_BYTES = 100 << 20;
    private final byte[] bytes;
    private final String called;
    private final List<Table> tables;

    private SheetFile(byte[] bytes, String called, List<? extends Table> tables) {
        this.bytes = bytes;
        this.called = called;
        this.tables = List.copyOf(tables);
    }

    /**
     * Reads a file by its content.
     *
     * @param called its name in error messages
     * @throws Problem if it is broken, locked or not a table
     */
    public static SheetFile read(byte[] bytes, String called) throws Problem {
        if (bytes.length > MOST_BYTES) {
            throw new Problem(Message.of(SheetFile.class, "tooLarge", called, MOST_BYTES >> 20));
        }
        if (startsWith(bytes, 'P', 'K')) {
            return new SheetFile(bytes.clone(), called, Worksheet.all(bytes, called));
        }
        if (startsWith(bytes, 0xD0, 0xCF)) {
            throw new Problem(Message.of(SheetFile.class, "oldOrLocked", called));
        }
        return new SheetFile(bytes.clone(), called, List.of(CsvTable.read(bytes, called)));
    }

    private static boolean startsWith(byte[] bytes, int first, int second) {
        return bytes.length > 1 && (bytes[0] & 0xFF) == first && (bytes[1] & 0xFF) == second;
    }

    /** The worksheets in order; one for separated values. */
    public List<Table> tables() {
        return tables;
    }

    /** Its name in error messages. */
    String displayName() {
        return called;
    }

    /** The extension of a file of this kind: csv or xlsx. */
    public String ending() {
        return tables.getFirst() instanceof CsvTable ? "csv" : "xlsx";
    }

    /** A description of its format. */
    public String describe() {
        return tables.getFirst() instanceof CsvTable csv
                ? csv.dialect().describe()
                : "XLSX, " + tables.size() + (tables.size() == 1 ? " worksheet" : " worksheets");
    }

    /** The bytes as they were read. */
    public byte[] bytes() {
        return bytes.clone();
    }

    /**
     * The file with some cells of one table changed; everything else is as received, byte for byte.
     *
     * @throws Problem if a cell cannot be changed or a character cannot be encoded
     */
    byte[] with(Table table, Map<Place, CellValue> changes) throws Problem {
        return switch (table) {
            case CsvTable csv -> {
                refuseUnwritable(csv.dialect().charset().newEncoder(), changes);
                yield csv.with(changes);
            }
            case Worksheet sheet -> sheet.with(bytes, changes);
            case CellTable _ -> throw new IllegalArgumentException("Rows that came from no file are in none");
        };
    }

    private void refuseUnwritable(CharsetEncoder encoder, Map<Place, CellValue> changes) throws Problem {
        for (Map.Entry<Place, CellValue> change : changes.entrySet()) {
            if (change.getValue() instanceof CellValue.Text(String text) && !encoder.canEncode(text)) {
                String letter = text.codePoints()
                        .mapToObj(Character::toString)
                        .filter(c -> !encoder.canEncode(c))
                        .findFirst()
                        .orElseThrow();
                throw new Problem(Message.of(SheetFile.class, "letterMissing", called, encoder.charset().name(), letter,
                        change.getKey().row() + 1));
            }
        }
    }
}

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

/** A file that holds one table or several: separated values or an XLSX workbook. Remembers its bytes. */
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
     * @param called how to call it in a complaint
     * @throws Problem where it is broken, locked or no table
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

    /** How to call it in a complaint. */
    public String called() {
        return called;
    }

    /** The ending that a file of this kind has: csv or xlsx. */
    public String ending() {
        return tables.getFirst() instanceof CsvTable ? "csv" : "xlsx";
    }

    /** How it is written, in words. */
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
     * The file with some cells of one table changed; everything else is as received, to the byte.
     *
     * @throws Problem where a cell may not be changed or a letter cannot be written
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

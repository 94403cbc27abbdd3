package org.epiglyph.exchange.table;

import java.math.BigDecimal;

/** What is written into a cell. */
public sealed interface CellValue {
    /** A number; written with the table's decimal sign. */
    record Number(BigDecimal value) implements CellValue {}

    /** Text, never a formula. */
    record Text(String value) implements CellValue {}
}

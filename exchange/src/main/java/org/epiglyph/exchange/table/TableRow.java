package org.epiglyph.exchange.table;

import java.math.BigDecimal;
import java.util.OptionalInt;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.scoring.Decimal;

/** One row read cell by cell, with error messages that name its line. */
public record TableRow(Table table, int row, String called) {
    public String text(OptionalInt column) {
        return column.isEmpty() ? "" : Disarmed.back(table.value(new Place(row, column.getAsInt())).strip());
    }

    public BigDecimal number(OptionalInt column, String heading) throws Problem {
        try {
            return Decimal.of(text(column));
        } catch (NumberFormatException e) {
            throw new Problem(Message.of(TableRow.class, "noNumber", called, row + 1, text(column), heading));
        }
    }

    public BigDecimal positive(OptionalInt column, String heading) throws Problem {
        BigDecimal number = number(column, heading);
        if (number.signum() <= 0) {
            throw new Problem(Message.of(TableRow.class, "notAbove0", called, row + 1, heading, number));
        }
        return number;
    }
}

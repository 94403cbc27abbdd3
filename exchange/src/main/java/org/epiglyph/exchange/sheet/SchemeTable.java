package org.epiglyph.exchange.sheet;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import org.epiglyph.core.Problem;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;

/** A mark scheme as a table: criterion, maximum, step (1 where it is missing), text. */
public final class SchemeTable {
    private SchemeTable() {}

    /** @throws Problem naming the line and the reason */
    public static MarkScheme read(byte[] bytes, String called) throws Problem {
        CsvTable table = CsvTable.read(bytes, called);
        Columns columns = new Columns(table.rowCount() == 0 ? List.of() : table.row(0));
        OptionalInt name = columns.find("criterion", "name");
        OptionalInt maximum = columns.find("maximum", "max", "points");
        if (name.isEmpty() || maximum.isEmpty()) {
            throw new Problem(called + " needs columns headed 'criterion' and 'maximum'. Add them to its first line.");
        }
        OptionalInt step = columns.find("step");
        OptionalInt text = columns.find("text", "what earns the points");
        List<Criterion> criteria = new ArrayList<>();
        for (int row = 1; row < table.rowCount(); row++) {
            TableRow cells = new TableRow(table, row, called);
            if (cells.text(name).isEmpty()) {
                continue;
            }
            criteria.add(new Criterion("c" + (criteria.size() + 1), cells.text(name), cells.text(text),
                    cells.above0(maximum, "maximum"),
                    cells.text(step).isEmpty() ? BigDecimal.ONE : cells.above0(step, "step")));
        }
        if (criteria.isEmpty()) {
            throw new Problem(called + " lists no criterion. Add a line for each.");
        }
        return new MarkScheme(criteria);
    }
}

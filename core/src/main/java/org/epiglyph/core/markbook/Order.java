package org.epiglyph.core.markbook;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;

/**
 * The order of students: by the first column, ties by the second, and so on, and finally by the roster.
 *
 * @param by the columns, each at most once
 */
public record Order(List<By> by) {
    /** Roster order. */
    public static final Order ROSTER = new Order(List.of());

    public Order {
        by = List.copyOf(by);
    }

    /** One column and its direction. */
    public record By(Column column, boolean descending) {}

    /** By this column first; if it is first already, reversed, and then not at all. */
    public Order first(Column column, boolean descendingFirst) {
        List<By> rest = new ArrayList<>(by);
        rest.removeIf(b -> b.column.equals(column));
        boolean isFirst = !by.isEmpty() && by.getFirst().column.equals(column);
        if (!isFirst) {
            rest.addFirst(new By(column, descendingFirst));
        } else if (by.getFirst().descending == descendingFirst) {
            rest.addFirst(new By(column, !descendingFirst));
        }
        return new Order(rest);
    }

    /**
     * The submissions in order.
     *
     * @param context what is known besides the batch
     */
    public List<Submission> of(Batch batch, List<Submission> submissions, Context context) {
        Map<StudentKey, List<Cell>> cells = new HashMap<>();
        submissions.forEach(s -> cells.put(s.student().key(),
                by.stream().map(b -> b.column.cell(batch, s, context)).toList()));
        Comparator<Submission> order = (_, _) -> 0;
        for (int i = 0; i < by.size(); i++) {
            int at = i;
            order = order.thenComparing(s -> cells.get(s.student().key()).get(at), Cell.order(by.get(i).descending));
        }
        return submissions.stream().sorted(order).toList();
    }
}

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
 * In which order students stand: by the first column, those who are equal there by the second, and so on; at last as the
 * roster has them.
 *
 * @param by the columns, none twice
 */
public record Order(List<By> by) {
    /** As the roster has them. */
    public static final Order ROSTER = new Order(List.of());

    public Order {
        by = List.copyOf(by);
    }

    /** One column, and which way. */
    public record By(Column column, boolean descending) {}

    /** By this column first; where it is the first already, the other way round, and then no longer. */
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
     * @param context what is known beside the batch
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

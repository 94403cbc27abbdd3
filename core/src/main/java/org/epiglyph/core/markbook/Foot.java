package org.epiglyph.core.markbook;

import java.math.BigDecimal;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.roster.StudentKey;

/**
 * The figures of the columns over the students who are shown, and where in their range the scores lie. After an edit only
 * those whom it reaches are looked at. For one thread.
 */
public final class Foot {
    /** So many values lie evenly in a column's range, its ends included; each figure is counted with the nearest. */
    public static final int PARTS = 11;
    private final Map<Column, Tally> tallies = new HashMap<>();
    private final Map<Column, int[]> densities = new HashMap<>();
    private final Set<StudentKey> students;
    private final List<Column> columns;

    public Foot(Batch batch, Collection<StudentKey> students, List<Column> columns) {
        this.students = new HashSet<>(students);
        this.columns = columns.stream().filter(c -> c.maximum(batch).isPresent()).toList();
        for (StudentKey student : students) {
            this.columns.forEach(c -> count(batch, student, c, 1));
        }
    }

    private void count(Batch batch, StudentKey student, Column column, int by) {
        Cell cell = column.cell(batch, batch.submission(student));
        if (!cell.isFigure()) {
            return;
        }
        tallies.merge(column, Tally.NONE.with(cell), (there, _) -> by > 0 ? there.with(cell) : there.without(cell));
        BigDecimal maximum = column.maximum(batch).orElseThrow();
        if (maximum.signum() > 0) {
            long part = Math.round(cell.rank().orElseThrow().doubleValue() / maximum.doubleValue() * (PARTS - 1));
            densities.computeIfAbsent(column, _ -> new int[PARTS])[Math.clamp(part, 0, PARTS - 1)] += by;
        }
    }

    /** @param changed whose submissions are otherwise than before; the scheme and the task are the same */
    public void changed(Batch before, Batch after, Set<StudentKey> changed) {
        for (StudentKey student : changed) {
            if (students.contains(student)) {
                columns.forEach(c -> count(before, student, c, -1));
                columns.forEach(c -> count(after, student, c, 1));
            }
        }
    }

    /** The figures of a column; none of one that has no maximum. */
    public Tally tally(Column column) {
        return tallies.getOrDefault(column, Tally.NONE);
    }

    /** How many figures are nearest to each of those values of the column's range, the lowest first; empty where there are none. */
    public Optional<int[]> density(Column column) {
        return Optional.ofNullable(densities.get(column)).map(int[]::clone);
    }
}

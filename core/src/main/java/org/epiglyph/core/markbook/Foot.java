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
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;

/**
 * The statistics of the columns over the students shown, and the distribution of scores. After an edit only the
 * affected students are counted again. For one thread.
 */
public final class Foot {
    /**
     * Number of evenly spaced values over a column's range, both ends included; each figure is counted at the nearest.
     */
    public static final int PARTS = 11;
    private final Map<Column, Counted> counted = new HashMap<>();
    private final Set<StudentKey> students;

    public Foot(Batch batch, Collection<StudentKey> students, List<Column> columns) {
        this.students = new HashSet<>(students);
        List<Submission> submissions = students.stream().map(batch::submission).toList();
        columns.forEach(c -> c.maximum(batch).ifPresent(m -> counted.put(c, new Counted(m))));
        counted.entrySet()
                .parallelStream() // each column separately
                .forEach(e -> submissions.forEach(s -> e.getValue().count(e.getKey().cell(batch, s), 1)));
    }

    /** The statistics of one column. */
    private static final class Counted {
        private final BigDecimal maximum;
        private final int[] density = new int[PARTS];
        private Tally tally = Tally.NONE;

        Counted(BigDecimal maximum) {
            this.maximum = maximum;
        }

        void count(Cell cell, int by) {
            if (!cell.isFigure()) {
                return;
            }
            tally = by > 0 ? tally.with(cell) : tally.without(cell);
            if (maximum.signum() > 0) {
                long part = Math.round(cell.rank().orElseThrow().doubleValue() / maximum.doubleValue() * (PARTS - 1));
                density[Math.clamp(part, 0, PARTS - 1)] += by;
            }
        }
    }

    /** @param changed students whose submissions differ from before; scheme and task are the same */
    public void changed(Batch before, Batch after, Set<StudentKey> changed) {
        for (StudentKey student : changed) {
            if (students.contains(student)) {
                Submission then = before.submission(student);
                Submission now = after.submission(student);
                counted.forEach((column, of) -> {
                    of.count(column.cell(before, then), -1);
                    of.count(column.cell(after, now), 1);
                });
            }
        }
    }

    /** The statistics of a column; empty if it has no maximum. */
    public Tally tally(Column column) {
        return counted.containsKey(column) ? counted.get(column).tally : Tally.NONE;
    }

    /**
     * How many figures are nearest to each of the values over the column's range, lowest first; empty if there are no
     * figures.
     */
    public Optional<int[]> density(Column column) {
        return Optional.ofNullable(counted.get(column)).filter(c -> c.tally.count() > 0).map(c -> c.density.clone());
    }
}

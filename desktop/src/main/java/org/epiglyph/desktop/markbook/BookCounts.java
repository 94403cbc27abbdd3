package org.epiglyph.desktop.markbook;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.markbook.Census;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Condition;
import org.epiglyph.core.markbook.Context;
import org.epiglyph.core.markbook.Foot;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Newest;
import org.epiglyph.desktop.frame.SerialExecutor;

/**
 * What is counted over everything in the mark book: how many students meet each condition, and the statistics at its
 * foot. A small class is counted at once, a large one in the background while the table is already shown. For the
 * interface thread.
 */
final class BookCounts {
    private static final int AT_ONCE = 500;
    private static final int MOST_FOLLOWED = 50;
    private final Newest newest;
    private final Supplier<Of> now;
    private final Runnable arrived;
    private Optional<Counted> counted = Optional.empty();

    /** What is counted. */
    record Of(Batch batch, List<StudentKey> rows, List<Column> columns, Context context) {
        /** True if all of it is the same instance. */
        boolean is(Of other) {
            return batch == other.batch && rows == other.rows && columns == other.columns && context == other.context;
        }
    }

    private record Counted(Census census, Foot foot) {
        static Counted of(Of what) {
            return new Counted(new Census(what.batch, what.context),
                    new Foot(what.batch, what.rows, what.columns));
        }
    }

    /**
     * @param now     what is to be counted
     * @param arrived called when new figures are available
     */
    BookCounts(SerialExecutor executor, Supplier<Of> now, Runnable arrived) {
        newest = new Newest(executor);
        this.now = now;
        this.arrived = arrived;
    }

    /** Counts everything again. */
    void recompute() {
        Of what = now.get();
        newest.drop();
        if (what.batch.submissions().size() <= AT_ONCE) {
            counted = Optional.of(Counted.of(what));
            return;
        }
        counted = Optional.empty();
        newest.start(() -> Counted.of(what), found -> {
            if (what.is(now.get())) {
                counted = Optional.of(found);
                arrived.run();
            } else {
                recompute();
            }
        }, _ -> {}); // without figures the table is as useful as before
    }

    /** Follows an edit of some students; if they are many, everything is counted again. */
    void follow(Batch before, Batch after, Set<StudentKey> students) {
        if (students.size() > MOST_FOLLOWED && after.submissions().size() > AT_ONCE) {
            recompute();
        }
        counted.ifPresent(c -> {
            c.census.changed(Optional.of(students), after);
            c.foot.changed(before, after, students);
        });
    }

    /** How many students meet a condition; empty while that is being counted. */
    Optional<Integer> count(Condition condition) {
        return counted.map(c -> c.census.count(condition));
    }

    /** The statistics at the foot; empty while they are being counted. */
    Optional<Foot> foot() {
        return counted.map(Counted::foot);
    }
}

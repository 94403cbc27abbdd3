package org.epiglyph.core.markbook;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;

/**
 * How many students of a class meet each condition. After an edit only the affected students are checked again. For one
 * thread.
 */
public final class Census {
    private final Map<Condition, Integer> counts = new EnumMap<>(Condition.class);
    private List<Set<Condition>> met = List.of();
    private final Context context;

    /** @param context what is known besides the batch */
    public Census(Batch batch, Context context) {
        this.context = context;
        all(batch);
    }

    public int count(Condition condition) {
        return counts.get(condition);
    }

    /** @param students whose submissions may have changed; empty if any may have */
    public void changed(Optional<Set<StudentKey>> students, Batch batch) {
        if (students.isEmpty() || batch.submissions().size() != met.size()) {
            all(batch);
            return;
        }
        for (StudentKey student : students.get()) {
            int at = batch.position(student);
            met.get(at).forEach(c -> counts.merge(c, -1, Integer::sum));
            met.set(at, of(batch, batch.submission(student)));
            count(met.get(at));
        }
    }

    private void all(Batch batch) {
        for (Condition condition : Condition.values()) {
            counts.put(condition, 0);
        }
        met = new ArrayList<>(batch.submissions().parallelStream().map(s -> of(batch, s)).toList());
        met.forEach(this::count);
    }

    private Set<Condition> of(Batch batch, Submission submission) {
        Set<Condition> own = EnumSet.noneOf(Condition.class);
        for (Condition condition : Condition.values()) {
            if (condition.holds(batch, submission, context)) {
                own.add(condition);
            }
        }
        return own;
    }

    private void count(Set<Condition> own) {
        own.forEach(c -> counts.merge(c, 1, Integer::sum));
    }
}

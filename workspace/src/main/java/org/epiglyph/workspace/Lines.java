package org.epiglyph.workspace;

import java.io.IOException;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.History;
import org.epiglyph.core.roster.StudentKey;

/** All lines of an open batch: those in memory, preceded by those that opening from a checkpoint skipped. */
final class Lines implements AutoCloseable {
    private final History history;
    private final Optional<EarlierHistory> earlier;

    /** @param history also the lock under which it is read */
    Lines(History history, Optional<EarlierHistory> earlier) {
        this.history = history;
        this.earlier = earlier;
    }

    Batch collected() throws Problem {
        try {
            return history.collected();
        } catch (EditRefused e) {
            throw new Problem(e.asMessage(), e);
        }
    }

    List<Entry> all() throws Problem {
        List<Entry> all = new ArrayList<>(earlier.isPresent() ? earlier.get().all() : List.of());
        all.addAll(inMemory());
        return all;
    }

    List<Entry> of(StudentKey student) throws Problem {
        try {
            List<Entry> all = new ArrayList<>(earlier.map(e -> e.of(student)).orElse(List.of()));
            inMemory().stream().filter(l -> l.edit().mayChange(student)).forEach(all::add);
            return all;
        } catch (EditRefused e) {
            throw new Problem(e.asMessage(), e);
        }
    }

    Optional<Entry> newest(Predicate<Entry> kind) {
        return inMemory().reversed()
                .stream()
                .filter(kind)
                .findFirst()
                .or(() -> earlier.flatMap(e -> e.newest(kind)));
    }

    Optional<Entry> find(long number) {
        return inMemory().stream()
                .filter(e -> e.number() == number)
                .findFirst()
                .or(() -> earlier.flatMap(e -> e.line(number)));
    }

    private List<Entry> inMemory() {
        synchronized (history) {
            return history.lines();
        }
    }

    /** True if some lines are not in memory. */
    boolean reachesBack() {
        return earlier.isPresent();
    }

    /**
     * Reads the lines that are not in memory, and reports damage.
     *
     * @param goOn returns false to stop
     */
    Damage check(BooleanSupplier goOn) {
        return earlier.map(e -> e.check(goOn)).orElse(Damage.NONE);
    }

    @Override
    public void close() throws SQLException, IOException {
        if (earlier.isPresent()) {
            earlier.get().close();
        }
    }
}

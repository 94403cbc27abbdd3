package org.epiglyph.core.batch;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.roster.StudentKey;

/**
 * The history of a batch as a person reads it: what was done when and to whom, with consecutive edits of one thing
 * merged.
 */
public final class Chronicle {
    private static final Duration ONE_SPELL = Duration.ofSeconds(20);

    private Chronicle() {}

    /**
     * One thing that was done.
     *
     * @param first     number of the first history line it consists of
     * @param last      number of the last one
     * @param at        when it was last done
     * @param kind      whether it was done, undone or redone
     * @param edit      the edit; if several were merged, the last one
     * @param before    the submission before it, if it concerns one; used to name marks that are gone since
     * @param nameKnown true if it was done to a student whose name had been covered and uncovered again
     */
    public record Item(long first, long last, Instant at, Entry.Kind kind, Edit edit, Optional<Submission> before,
            boolean nameKnown) {
        public Optional<StudentKey> student() {
            return edit.scope();
        }
    }

    /**
     * The things done, newest first. Facts that are not acts, such as a page looked at, are left out.
     *
     * @param collected the batch before any edit
     * @param lines     its history in order; for one student, lines that cannot have changed the submission may be left
     *                  out
     * @param student   whose history; empty for the whole batch
     */
    public static List<Item> items(Batch collected, List<Entry> lines, Optional<StudentKey> student) {
        return student.map(s -> ofStudent(collected, lines, s)).orElseGet(() -> ofAll(collected, lines));
    }

    private static List<Item> ofStudent(Batch collected, List<Entry> lines, StudentKey student) {
        List<Item> items = new ArrayList<>();
        StudentReplay replay = new StudentReplay(collected, student);
        for (Entry line : lines) {
            Optional<Submission> before = replay.submission();
            boolean known = replay.isNameKnown();
            replay.replay(line);
            boolean concerns = line.edit().scope().equals(Optional.of(student)) || covers(line.edit(), student);
            if (line.edit().isUndoable() && concerns) {
                add(items, line, before, known);
            }
        }
        return items.reversed();
    }

    private static List<Item> ofAll(Batch collected, List<Entry> lines) {
        List<Item> items = new ArrayList<>();
        History history = new History(collected);
        for (Entry line : lines) {
            Optional<Submission> before = line.edit().scope().map(s -> history.batch().submission(s));
            boolean known = !history.batch().covers().isNone()
                    && before.filter(s -> !s.student().isCovered()).isPresent();
            history.replay(line);
            if (line.edit().isUndoable()) {
                add(items, line, before, known);
            }
        }
        return items.reversed();
    }

    private static boolean covers(Edit edit, StudentKey student) {
        return edit instanceof Edit.CoverNames cover && cover.who().contains(student)
                || edit instanceof Edit.UncoverNames uncover && uncover.who().contains(student);
    }

    private static void add(List<Item> items, Entry line, Optional<Submission> before, boolean known) {
        Item item = new Item(line.number(), line.number(), line.at(), line.kind(), line.edit(), before, known);
        Item top = items.isEmpty() ? null : items.getLast();
        if (top != null && continues(item, top)) {
            items.set(items.size() - 1,
                    new Item(top.first, item.last, item.at, item.kind, item.edit, top.before, item.nameKnown));
        } else {
            items.add(item);
        }
    }

    private static boolean continues(Item item, Item top) {
        return item.kind == Entry.Kind.DONE && top.kind == Entry.Kind.DONE && item.edit.continues(top.edit)
                && Duration.between(top.at, item.at).compareTo(ONE_SPELL) < 0;
    }

    /**
     * A student's submission as it was after a line of history.
     *
     * @param lines  its history in order; lines that cannot have changed the submission may be left out
     * @param number the line's number; 0 for the submission as collected
     * @return empty if the student was not in the class yet
     */
    public static Optional<Submission> at(Batch collected, List<Entry> lines, long number, StudentKey student) {
        StudentReplay replay = new StudentReplay(collected, student);
        lines.stream().filter(l -> l.number() <= number).forEach(replay::replay);
        return replay.submission();
    }

    /** The edit that restores an earlier submission; seal, receipts and hand-ins stay as they are now. */
    public static Edit bringBack(Submission earlier) {
        return new Edit.BringBack(earlier.student().key(), earlier.marks(), earlier.scores(), earlier.onTheWhole(),
                earlier.privately(), earlier.spoken());
    }
}

package org.epiglyph.core.markbook;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.TypedScore;

/**
 * Scores for several cells of the mark book, parsed in advance: what is accepted and what is refused, cell by cell.
 * Executed as one edit.
 *
 * @param places in the order given
 */
public record ScorePlan(List<Place> places) {
    public ScorePlan {
        places = List.copyOf(places);
    }

    /** The outcome for one cell. */
    public sealed interface Place {}

    /**
     * The score is accepted.
     *
     * @param from how the criterion is settled now, which may be the same
     */
    public record Taken(StudentKey student, Criterion criterion, Judgement from, Judgement to) implements Place {
        /** True if anything changes. */
        public boolean changes() {
            return !from.equals(to);
        }
    }

    /**
     * The score is refused.
     *
     * @param where which student's score on what
     * @param typed what was given
     * @param why   with the remedy
     */
    public record Refused(String where, String typed, Message why) implements Place {}

    /**
     * Parses a block of cells of which the first belongs to a student and a column; cells beyond the book are refused.
     */
    public static ScorePlan block(Batch batch, List<StudentKey> rows, List<Column> columns, List<List<String>> cells) {
        Reader reader = new Reader(batch);
        for (int r = 0; r < cells.size(); r++) {
            for (int c = 0; c < cells.get(r).size(); c++) {
                Optional<StudentKey> student = r < rows.size() ? Optional.of(rows.get(r)) : Optional.empty();
                Optional<Column> column = c < columns.size() ? Optional.of(columns.get(c)) : Optional.empty();
                reader.read(student, column, cells.get(r).get(c));
            }
        }
        return new ScorePlan(reader.places);
    }

    /** Parses what was typed into one cell. */
    public static ScorePlan typed(Batch batch, StudentKey student, Column column, String typed) {
        return block(batch, List.of(student), List.of(column), List.of(List.of(typed)));
    }

    /** Copies the first of several cells of one column to the others. */
    public static ScorePlan fill(Batch batch, List<StudentKey> rows, Column column) {
        Reader reader = new Reader(batch);
        String first = rows.isEmpty() ? "" : column.cell(batch, batch.submission(rows.getFirst())).text();
        rows.stream().skip(1).forEach(s -> reader.read(Optional.of(s), Optional.of(column), first));
        return new ScorePlan(reader.places);
    }

    /** Parses cells one after the other; a second score for the same cell is refused. */
    static final class Reader {
        private final Batch batch;
        private final List<Place> places = new ArrayList<>();
        private final Set<String> given = new HashSet<>();

        Reader(Batch batch) {
            this.batch = batch;
        }

        List<Place> places() {
            return places;
        }

        void refuse(String where, String typed, Message why) {
            places.add(new Refused(where, typed, why));
        }

        /** @param student empty below the last row, as the column is beyond the last one */
        void read(Optional<StudentKey> student, Optional<Column> column, String typed) {
            String who = student.map(batch::listedName)
                    .orElseGet(() -> Message.of(ScorePlan.class, "belowLast").text());
            if (student.isEmpty() || column.isEmpty()) {
                if (!typed.isBlank()) {
                    refuse(who, typed, Message.of(ScorePlan.class, "beyond"));
                }
                return;
            }
            Optional<Criterion> criterion = column.get() instanceof Column.OfCriterion(String id)
                    ? batch.scheme().findCriterion(id)
                    : Optional.empty();
            if (criterion.isEmpty()) {
                if (!typed.isBlank()) {
                    refuse(who, typed, Message.of(ScorePlan.class, "computed"));
                }
                return;
            }
            read(student.get(), criterion.get(), typed);
        }

        void read(StudentKey student, Criterion criterion, String typed) {
            Submission submission = batch.submission(student);
            String where = batch.listedName(student) + ", " + criterion.name();
            Judgement now = submission.scores().judgement(criterion.id());
            if (!given.add(student.value() + "\n" + criterion.id())) {
                refuse(where, typed, Message.of(ScorePlan.class, "twice"));
                return;
            }
            switch (TypedScore.read(criterion, typed, now)) {
                case TypedScore.Refused(Message why) -> refuse(where, typed, why);
                case TypedScore.Read(Judgement to) when submission.sealed() && !to.equals(now) ->
                    refuse(where, typed, Message.of(ScorePlan.class, "sealed"));
                case TypedScore.Read(Judgement to) -> places.add(new Taken(student, criterion, now, to));
            }
        }
    }

    /** The accepted scores that change something. */
    public List<Taken> changes() {
        return places.stream()
                .flatMap(p -> p instanceof Taken taken && taken.changes() ? java.util.stream.Stream.of(taken) : null)
                .toList();
    }

    public List<Refused> refused() {
        return places.stream().flatMap(p -> p instanceof Refused r ? java.util.stream.Stream.of(r) : null).toList();
    }

    /** All changes as one edit; empty if nothing changes. */
    public Optional<Edit> edit() {
        List<Edit> edits = changes().stream()
                .<Edit>map(t -> new Edit.Judge(t.student, t.criterion.id(), t.to))
                .toList();
        return switch (edits.size()) {
            case 0 -> Optional.empty();
            case 1 -> Optional.of(edits.getFirst());
            default -> Optional.of(new Edit.Together(edits));
        };
    }
}

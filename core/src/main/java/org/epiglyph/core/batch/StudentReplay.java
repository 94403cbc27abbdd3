package org.epiglyph.core.batch;

import java.util.List;
import java.util.Optional;
import org.epiglyph.core.roster.StudentKey;

/**
 * Replays the history of one student's submission without the rest of the class. Everything the student's lines depend
 * on (scheme, task, phrasebook) is replayed with them.
 */
final class StudentReplay {
    private final StudentKey student;
    private final History history;

    StudentReplay(Batch collected, StudentKey student) {
        this.student = student;
        this.history = new History(collected.only(student));
    }

    /** Replays what a line did to the student or to the batch. */
    void replay(Entry line) {
        part(line.edit()).ifPresent(edit -> history
                .replay(new Entry(line.number(), line.at(), line.kind(), edit), line.edit()));
    }

    /** The part of an edit that concerns the student or the whole batch; empty if there is none. */
    private Optional<Edit> part(Edit edit) {
        return switch (edit) {
            case Edit.OfSubmission one -> one.student().equals(student) ? Optional.of(one) : Optional.empty();
            case Edit.Enrol e -> e.student().key().equals(student) ? Optional.of(e) : Optional.empty();
            case Edit.Together(List<Edit> edits) -> {
                List<Edit> parts = edits.stream().flatMap(e -> part(e).stream()).toList();
                yield parts.isEmpty() ? Optional.empty() : Optional.of(new Edit.Together(parts));
            }
            case Edit.OfBatch all -> Optional.of(all);
        };
    }

    /** The submission as it is now; empty before the student joined the class. */
    Optional<Submission> submission() {
        Batch batch = history.batch();
        return batch.position(student) < 0 ? Optional.empty() : Optional.of(batch.submission(student));
    }

    /** True if the name was covered once and has been uncovered. */
    boolean isNameKnown() {
        return !history.batch().covers().isNone() && submission().filter(s -> !s.student().isCovered()).isPresent();
    }

    UndoStacks stacks() {
        return history.stacks(Optional.of(student));
    }
}

package org.epiglyph.core.feedback;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Chronicle;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.roster.StudentKey;

/**
 * What a student would be told differently from the last hand-back. Private text is not compared.
 *
 * @param at       when it was handed back
 * @param before   the result then
 * @param now      the result now
 * @param added    number of new marks
 * @param removed  number of removed marks
 * @param changed  number of changed marks
 * @param feedback the text in the record then
 * @param then     the batch as it was, with this student alone, under the current scheme
 */
public record Difference(Instant at, BigDecimal before, BigDecimal now, int added, int removed, int changed,
        String feedback, Batch then) {
    /**
     * Compares a student's work with the last hand-back.
     *
     * @param collected the batch as collected
     * @param lines     the history lines that may have changed the student's submission, in order
     * @return empty if it was never handed back
     */
    public static Optional<Difference> since(Batch batch, Batch collected, List<Entry> lines, StudentKey student) {
        return lines.reversed()
                .stream()
                .filter(l -> receipt(l.edit(), student).isPresent())
                .findFirst()
                .flatMap(line -> Chronicle.at(collected, lines, line.number(), student)
                        .map(then -> between(then, batch, receipt(line.edit(), student).orElseThrow().at())));
    }

    private static Optional<Receipt> receipt(Edit edit, StudentKey student) {
        return switch (edit) {
            case Edit.RecordReceipt e when e.student().equals(student) -> e.receipt();
            case Edit.Together(List<Edit> edits) -> edits.stream()
                    .flatMap(e -> receipt(e, student).stream())
                    .reduce((_, last) -> last);
            default -> Optional.empty();
        };
    }

    private static Difference between(Submission replayed, Batch batch, Instant at) {
        StudentKey student = replayed.student().key();
        Batch before = Batch.restored(batch.task(), batch.scheme(), batch.phrasebook(), batch.aids(), batch.covers(),
                List.of(replayed)).named(student); // as it was handed out
        Submission then = before.submission(student);
        Map<String, Mark> marks = new HashMap<>();
        then.marksForStudent().forEach(m -> marks.put(m.id(), m));
        int added = 0;
        int changed = 0;
        for (Mark mark : batch.submission(student).marksForStudent()) {
            Mark was = marks.remove(mark.id());
            added += was == null ? 1 : 0;
            changed += was != null && !was.equals(mark) ? 1 : 0;
        }
        return new Difference(at, before.result(student).value(), batch.result(student).value(), added, marks.size(),
                changed, Feedback.text(before, then), before);
    }

    /** True if a student would be told the same. */
    public boolean isNone(String feedbackNow) {
        return added == 0 && removed == 0 && changed == 0 && before.compareTo(now) == 0 && feedback.equals(feedbackNow);
    }
}

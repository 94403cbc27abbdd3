package org.epiglyph.core.markbook;

import java.util.List;
import java.util.Set;
import org.epiglyph.core.Letters;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.Student;

/**
 * Whom the mark book shows: the students who meet all conditions.
 *
 * @param conditions empty for everybody
 * @param sections   sections of the class; empty for all
 * @param letters    words that name, key or section contain, ignoring accents; may be empty
 */
public record Selection(Set<Condition> conditions, Set<String> sections, String letters) {
    /** The whole class. */
    public static final Selection EVERYBODY = new Selection(Set.of(), Set.of(), "");

    public Selection {
        conditions = Set.copyOf(conditions);
        sections = Set.copyOf(sections);
    }

    public Selection withConditions(Set<Condition> other) {
        return new Selection(other, sections, letters);
    }

    public Selection withSections(Set<String> other) {
        return new Selection(conditions, other, letters);
    }

    public Selection withLetters(String other) {
        return new Selection(conditions, sections, other);
    }

    /**
     * In roster order.
     *
     * @param context what is known besides the batch
     */
    public List<Submission> in(Batch batch, Context context) {
        Letters wanted = Letters.of(letters);
        return batch.submissions().stream().filter(s -> shows(batch, s, context, wanted)).toList();
    }

    private boolean shows(Batch batch, Submission submission, Context context, Letters wanted) {
        Student student = submission.student();
        return (sections.isEmpty() || sections.contains(student.section()))
                && conditions.stream().allMatch(c -> c.holds(batch, submission, context))
                && (letters.isBlank()
                        || wanted.areFoundIn(student.name() + " " + student.shownKey() + " " + student.section()
                                + " " + submission.marker()));
    }
}

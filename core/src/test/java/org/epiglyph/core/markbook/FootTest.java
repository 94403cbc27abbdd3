package org.epiglyph.core.markbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.task.Task;
import org.junit.jupiter.api.Test;

/** The distribution of a column's figures, counted by hand. */
class FootTest {
    private static final Column METHOD = new Column.OfCriterion("c1");
    private static final Column UNITS = new Column.OfCriterion("c2");

    private static StudentKey key(int number) {
        return new StudentKey("K-" + number);
    }

    /** Five students, four of them with points out of 8. */
    private static Batch scored() {
        Batch batch = Batch.collected(
                new Task("t", "", "Workbook", "", Optional.empty(), ZoneId.of("UTC"), Classes.number("22")),
                Classes.scheme(), Phrasebook.EMPTY, List.of(1, 2, 3, 4, 5)
                        .stream()
                        .map(i -> Submission.untouched(new Student(key(i), "Given", "Name" + i, "A"), List.of()))
                        .toList());
        for (Map.Entry<Integer, String> score : Map.of(1, "0", 2, "3.5", 3, "4", 4, "8").entrySet()) {
            batch = batch.apply(judge(score.getKey(), score.getValue()));
        }
        return batch;
    }

    private static Edit judge(int student, String points) {
        return new Edit.Judge(key(student), "c1", Judgement.of(Classes.number(points)));
    }

    @Test
    void countsFiguresByTheNearestOfElevenValues() {
        Batch batch = scored();
        Foot foot = new Foot(batch, batch.students(), List.of(METHOD, UNITS, Column.Fact.SECTION));
        assertThat(foot.density(METHOD)).hasValue(new int[]{1, 0, 0, 0, 1, 1, 0, 0, 0, 0, 1});
        assertThat(foot.tally(METHOD).count()).isEqualTo(4);
        assertThat(foot.density(UNITS)).as("nobody is scored").isEmpty();
        assertThat(foot.density(Column.Fact.SECTION)).as("without a maximum").isEmpty();
    }

    @Test
    void updatesForAChangeAndIgnoresHiddenStudents() {
        Batch before = scored();
        Foot foot = new Foot(before, Set.of(key(1), key(4)), List.of(METHOD));
        Batch after = before.apply(judge(1, "8")).apply(judge(3, "8"));
        foot.changed(before, after, Set.of(key(1), key(3)));
        assertThat(foot.density(METHOD)).hasValue(new int[]{0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 2});
    }
}

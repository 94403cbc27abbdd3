package org.epiglyph.core.feedback;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.task.Task;
import org.junit.jupiter.api.Test;

/** What students may be told about their class. */
class ClassWordsTest {
    private static final Set<ClassWords.Figure> ALL = EnumSet.allOf(ClassWords.Figure.class);

    private static Batch batch(MarkScheme scheme, int... points) {
        Batch batch = Batch.collected(
                new Task("t", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.valueOf(16)), scheme,
                Phrasebook.EMPTY,
                IntStream.range(0, points.length)
                        .mapToObj(i -> Submission.untouched(
                                new Student(new StudentKey("K-" + i), "Given" + i, "Family" + i, ""), List.of()))
                        .toList());
        for (int i = 0; i < points.length; i++) {
            if (points[i] >= 0) {
                batch = batch.apply(
                        new Edit.SetScore(new StudentKey("K-" + i), "c1", Optional.of(BigDecimal.valueOf(points[i]))));
            }
        }
        return batch;
    }

    @Test
    void tellsTheMeanAndDistributionWithoutNames() {
        Batch batch = batch(MarkScheme.single(BigDecimal.valueOf(16)), 0, 1, 2, 15, 16, -1);
        assertThat(ClassWords.of(batch, ALL)).containsExactly("The class average is 6.8 of 16.",
                "Results of the class: 0 to below 2: 2, from 2 to below 4: 1, from 4 to below 6: 0, from 6 to below 8: 0, "
                        + "from 8 to below 10: 0, from 10 to below 12: 0, from 12 to below 14: 0, from 14 to 16: 2.");
        assertThat(ClassWords.of(batch, Set.of())).isEmpty();
        assertThat(ClassWords.of(batch, Set.of(ClassWords.Figure.AVERAGE))).hasSize(1);
    }

    @Test
    void countsGradesIfThereAreAny() {
        MarkScheme scheme = MarkScheme.single(BigDecimal.valueOf(16))
                .withRules(Rules.USUAL.withGrades(Optional.of(GradeScale.READY.getLast())));
        assertThat(ClassWords.of(batch(scheme, 16, 16, 16, 1, 1), Set.of(ClassWords.Figure.DISTRIBUTION)))
                .containsExactly("Results of the class: Pass: 3, Not passed: 2.");
    }

    @Test
    void tellsNothingOfSmallClassesAndIgnoresTheExcused() {
        Batch four = batch(MarkScheme.single(BigDecimal.valueOf(16)), 1, 2, 3, 4, -1);
        assertThat(ClassWords.of(four, ALL)).isEmpty();
        assertThat(ClassWords.of(
                four.apply(new Edit.SetStanding(new StudentKey("K-4"), "c1", Optional.of(Standing.EXCUSED))), ALL))
                .isEmpty();
    }
}

package org.epiglyph.core.letters;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Batches;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Standing;
import org.junit.jupiter.api.Test;

class LetterTextTest {
    private static Batch scored() {
        return Batches.three()
                .apply(new Edit.SetScore(Batches.ADA, "c1", Optional.of(BigDecimal.valueOf(3))))
                .apply(new Edit.SetScore(Batches.ADA, "c2", Optional.of(BigDecimal.ONE)));
    }

    @Test
    void fillsSlotsForEachStudentAndNamesUnknownOnes() {
        LetterText text = new LetterText("{task}\r\nBcc: all@example.org",
                "Dear {Name}, {full name}: {result} of {maximum}.");
        Letter letter = text.to(scored(), scored().submission(Batches.ADA));
        assertThat(letter.subject()).as("a subject is one line").isEqualTo("Workbook Bcc: all@example.org");
        assertThat(letter.body()).isEqualTo("Dear Ada, Ada Example: {result} of 12.");
        assertThat(letter.missing()).as("no result is told before the marker is done").containsExactly("{result}");
        Batch sealed = scored().apply(new Edit.Seal(Batches.ADA));
        assertThat(text.to(sealed, sealed.submission(Batches.ADA)).body())
                .isEqualTo("Dear Ada, Ada Example: 4 of 12.");
        assertThat(text.to(sealed, sealed.submission(Batches.CARYS)).body()).startsWith("Dear Carys, Carys:");
    }

    @Test
    void tellsKeyAndModuleButNoUnfinishedGrade() {
        LetterText text = new LetterText("s", "{key}: {module}, {grade}");
        Batch graded = scored().apply(new Edit.ChangeScheme(scored().scheme()
                .withRules(Rules.USUAL.withGrades(Optional.of(new GradeScale("Words",
                        List.of(new GradeScale.Boundary(BigDecimal.ZERO, "Pass")))))),
                List.of()));
        Letter early = text.to(graded, graded.submission(Batches.ADA));
        assertThat(early.body()).isEqualTo("K-1: Tides, {grade}");
        assertThat(early.missing()).containsExactly("{grade}");
        Batch sealed = graded.apply(new Edit.Seal(Batches.ADA));
        assertThat(text.to(sealed, sealed.submission(Batches.ADA)).body()).isEqualTo("K-1: Tides, Pass");
        Batch nameless = graded.apply(new Edit.ChangeTask(graded.task().withModule(" ")));
        assertThat(text.to(nameless, nameless.submission(Batches.ADA)).missing()).contains("{module}");
    }

    @Test
    void aLetterWithoutSubjectOrTextIsEmpty() {
        assertThat(new LetterText("s", " ").isEmpty()).isTrue();
        assertThat(new LetterText("", "b").isEmpty()).isTrue();
        assertThat(new LetterText("s", "b").isEmpty()).isFalse();
    }

    @Test
    void findsUnknownSlotsAndToleratesPrices() {
        LetterText text = new LetterText("s", "{name} {nmae} {} costs $1");
        assertThat(text.unknown()).containsExactly("{nmae}", "{}");
        assertThat(text.to(scored(), scored().submission(Batches.ADA)).body()).isEqualTo("Ada {nmae} {} costs $1");
    }

    @Test
    void selectsStudentsByEachCondition() {
        Batch batch = scored().apply(new Edit.Seal(Batches.ADA))
                .apply(new Edit.SetStanding(Batches.BAO, "c1", Optional.of(Standing.EXCUSED)))
                .apply(new Edit.SetStanding(Batches.BAO, "c2", Optional.of(Standing.EXCUSED)));
        assertThat(Recipients.of(Recipients.Condition.EVERYBODY).in(batch)).hasSize(3);
        assertThat(Recipients.of(Recipients.Condition.NOTHING_RECEIVED).in(batch)).singleElement()
                .satisfies(s -> assertThat(s.student().key()).isEqualTo(Batches.CARYS));
        assertThat(Recipients.of(Recipients.Condition.EXCUSED).in(batch)).singleElement()
                .satisfies(s -> assertThat(s.student().key()).isEqualTo(Batches.BAO));
        assertThat(under("4.01", batch)).isEqualTo(1);
        assertThat(under("4", batch)).as("below, not at").isZero();
        assertThat(new Recipients(Recipients.Condition.CHOSEN, Optional.empty(), Set.of(Batches.CARYS)).in(batch))
                .hasSize(1);
        assertThat(Recipients.of(Recipients.Condition.LATE).in(batch)).isEmpty();
    }

    private static int under(String limit, Batch batch) {
        return new Recipients(Recipients.Condition.RESULT_UNDER, Optional.of(new BigDecimal(limit)), Set.of())
                .in(batch)
                .size();
    }

    @Test
    void usesTheStudentsOwnDueTime() {
        LetterText text = new LetterText("s", "{due}");
        assertThat(text.to(scored(), scored().submission(Batches.ADA)).body()).contains("13 March 2026")
                .contains("18:00");
        Batch later = scored().apply(new Edit.ChangeTask(scored().task()
                .withTimes(scored().task().due(),
                        Duration.ZERO, Map.of(Batches.ADA, Instant.parse("2026-03-20T12:00:00Z")))));
        assertThat(text.to(later, later.submission(Batches.ADA)).body()).contains("20 March 2026");
    }

    /** The expected digest is that of coreutils' sha256sum over the two lines. */
    @Test
    void theDigestCoversSubjectAndBody() {
        assertThat(new Letter(Batches.three().submission(Batches.ADA).student(), "Subject", "Body", List.of()).digest())
                .isEqualTo("ee0c09adcdb487b1c64d7e63dfeaf7eabc1fe5ffc7f6182b0541061e2610bb25");
    }
}

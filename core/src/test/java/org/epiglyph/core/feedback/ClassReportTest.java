package org.epiglyph.core.feedback;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.core.batch.Batches.with;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Batches;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Standing;
import org.junit.jupiter.api.Test;

/** The table of the class; every expected row is worked out by hand. */
class ClassReportTest {
    private static final Instant AT = Instant.parse("2026-03-20T09:00:00Z");

    private static Edit score(String criterion, int points) {
        return new Edit.SetScore(Batches.ADA, criterion, Optional.of(BigDecimal.valueOf(points)));
    }

    /** A student's row as text; numbers are marked, so that a key is never mistaken for one. */
    private static List<String> row(Batch batch, int student) {
        return ClassReport.of(batch).rows().get(student).stream().map(c -> switch (c) {
            case ClassReport.Number(BigDecimal value) -> "#" + value.stripTrailingZeros().toPlainString();
            case ClassReport.Text(String value) -> value;
        }).toList();
    }

    @Test
    void everyStudentHasARowAndUnmarkedWorkIsNotZero() {
        Batch batch = Batches.three();
        assertThat(ClassReport.of(batch).headings()).containsExactly("student key", "given name", "family name",
                "section", "state", "handed in", "late", "Method", "Units", "result", "maximum", "percent", "grade",
                "moderated", "remarks", "handed back");
        assertThat(ClassReport.of(batch).rows()).hasSize(3);
        assertThat(row(batch, 0)).containsExactly(Batches.ADA.value(), "Ada", "Example", "A", "untouched", "", "", "",
                "", "", "#12", "", "", "", "#0", "");
    }

    @Test
    void includesModerationWithItsReasonAndTheTimeOfHandingBack() {
        Batch scored = with(Batches.three(), score("c1", 6), score("c2", 1),
                new Edit.ReceiveHandIn(Batches.ADA,
                        new HandIn(2, Optional.of(Instant.parse("2026-03-14T18:00:00Z")), "",
                                Batches.three().submission(Batches.ADA).documents())),
                new Edit.Moderate(Batches.ADA, Optional.of(new Moderation(BigDecimal.valueOf(2), "second marker"))),
                new Edit.PlaceMark(Batches.ADA, Batches.note("a", "d1", 0, "Why?")),
                new Edit.PlaceMark(Batches.ADA, Batches.note("w", "d1", 0, "Where?")),
                new Edit.PlaceMark(Batches.ADA, Batches.note("b", "d1", 0, "")),
                new Edit.PlaceMark(Batches.ADA, Batches.note("c", "d1", 0, "")
                        .withRemark(new Remark("copied?", Audience.PRIVATE, ""))));
        assertThat(row(scored, 0).subList(4, 16)).containsExactly("scored", "2026-03-14T18:00:00Z", "1 day late", "#6",
                "#1", "#9", "#12", "#75", "", "2: second marker", "#2", "");
        Batch back = with(scored,
                new Edit.Moderate(Batches.ADA, Optional.of(new Moderation(BigDecimal.ONE, " "))),
                new Edit.Seal(Batches.ADA),
                new Edit.RecordReceipt(Batches.ADA, Optional.of(new Receipt("R", AT, "d", "v"))));
        assertThat(row(back, 0).subList(9, 16)).containsExactly("#8", "#12", "#66.67", "", "1", "#2", AT.toString());
        assertThat(row(with(back, new Edit.OpenAgain(Batches.ADA), score("c2", 2)), 0)).last()
                .as("what has changed since is not handed back")
                .isEqualTo("");
    }

    @Test
    void aStandingReplacesTheScoreAndAGradeThatOfNothing() {
        Batch batch = with(Batches.three(),
                new Edit.ChangeScheme(Batches.three()
                        .scheme()
                        .withRules(
                                Rules.USUAL.withGrades(Optional.of(GradeScale.READY.getLast()))),
                        List.of()),
                score("c1", 8), new Edit.SetStanding(Batches.ADA, "c2", Optional.of(Standing.NOT_ATTEMPTED)));
        assertThat(row(batch, 0).subList(7, 13)).containsExactly("#8", "not attempted", "#8", "#12", "#66.67", "Pass");
        assertThat(row(batch, 1).get(12)).as("nobody has a grade before a score").isEmpty();
    }

    @Test
    void criteriaWithEqualNamesAreSeparateColumns() {
        List<String> names = List.of("grade", "Units", "Units", "Units");
        List<Criterion> criteria = IntStream.range(0, names.size())
                .mapToObj(i -> new Criterion("c" + i, names.get(i), "", BigDecimal.TEN, BigDecimal.ONE))
                .toList();
        Batch batch = with(Batches.three(), new Edit.ChangeScheme(new MarkScheme(criteria), List.of()));
        assertThat(ClassReport.of(batch).headings()).doesNotHaveDuplicates()
                .containsSubsequence("grade (2)", "Units", "Units (2)", "Units (3)", "result", "grade");
    }
}

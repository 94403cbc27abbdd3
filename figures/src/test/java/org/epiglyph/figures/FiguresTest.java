package org.epiglyph.figures;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.SchemeChange;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.batch.Work;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.task.Task;
import org.junit.jupiter.api.Test;

/** The class in figures and in sentences. */
class FiguresTest {
    private static final ZoneId ZONE = ZoneId.of("UTC");
    private static final Instant NOON = Instant.parse("2026-03-14T12:00:00Z");

    private static StudentKey key(int at) {
        return new StudentKey("K-" + at);
    }

    /** Out of 20, in two sections. */
    private static Batch batch(int size) {
        MarkScheme scheme = new MarkScheme(
                List.of(new Criterion("c1", "Method", "", BigDecimal.valueOf(12), new BigDecimal("0.5")),
                        new Criterion("c2", "Units", "", BigDecimal.valueOf(8), new BigDecimal("0.5"))))
                .withRules(Rules.USUAL.withGrades(Optional.of(GradeScale.READY.getLast())));
        List<Submission> submissions = new ArrayList<>();
        for (int i = 0; i < size; i++) {
            submissions.add(Submission.untouched(
                    new Student(key(i), "Given" + i, "Family", i % 2 == 0 ? "Section A" : "Section B"),
                    List.of(new HandIn(1, Optional.empty(), "",
                            List.of(new Document("d" + i, "d.pdf", "0".repeat(64), 9, new Pages.Ready(1, ""),
                                    "a test"))))));
        }
        return Batch.collected(new Task("t", "Tides", "Workbook", "", Optional.empty(), ZONE, BigDecimal.valueOf(20)),
                scheme, Phrasebook.EMPTY, submissions);
    }

    private static Edit score(int student, String criterion, double points) {
        return new Edit.SetScore(key(student), criterion, Optional.of(BigDecimal.valueOf(points)));
    }

    private static Note note(String id, int student, String criterion) {
        return new Note(new Head(id, new PageRef("d" + student, 0), Ink.MADDER, 0,
                Remark.of("Give the unit.").withPhrase("p1"), criterion, ""), new PagePoint(40, 40));
    }

    /** One edit after the other, each so much later. */
    private static List<Entry> lines(List<Edit> edits, Duration apart) {
        List<Entry> lines = new ArrayList<>();
        for (int i = 0; i < edits.size(); i++) {
            lines.add(new Entry(i + 1, NOON.plus(apart.multipliedBy(i)), Entry.Kind.DONE, edits.get(i)));
        }
        return lines;
    }

    private static ClassFigures figures(Batch start, List<Edit> edits, Duration apart) {
        Batch batch = start;
        for (Edit edit : edits) {
            batch = batch.apply(edit);
        }
        return ClassFigures.of(batch, batch.students(), Work.of(lines(edits, apart)), ZONE);
    }

    @Test
    void detectsATrendTowardsHarsherMarkingAndItsSize() {
        List<Edit> edits = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            edits.add(score(i, "c1", 11 - i / 2.0));
            edits.add(score(i, "c2", 7 - i / 2.0));
        }
        ClassFigures figures = figures(batch(12), edits, Duration.ofMinutes(2));
        assertThat(figures.marking().trend().orElseThrow().slope()).isEqualTo(-1,
                org.assertj.core.api.Assertions.within(1e-9));
        assertThat(Explanations.drift(figures).orElseThrow()).startsWith(
                "From the first submission you scored to the last, results fall by 11 points")
                .contains("This is unlikely to be chance. The last third is 8 lower than the first.");
        assertThat(figures.items().alpha().orElseThrow()).isGreaterThan(0.9);
        assertThat(figures.sections()).containsOnlyKeys("Section B");
        assertThat(Explanations.section("Section B", figures.sections().get("Section B")))
                .startsWith("Section B is 1 point lower")
                .contains("This could be chance.");
        assertThat(figures.grades()).containsExactly(org.assertj.core.api.Assertions.entry("Pass", 9),
                org.assertj.core.api.Assertions.entry("Not passed", 3));
    }

    @Test
    void computesPaceWithoutPausesAndRemainingTime() {
        List<Edit> edits = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            edits.add(score(i, "c1", 6));
            edits.add(score(i, "c2", 4));
        }
        List<Entry> lines = new ArrayList<>(lines(edits, Duration.ofMinutes(3)));
        lines.add(new Entry(99, NOON.plus(Duration.ofHours(9)), Entry.Kind.DONE, score(0, "c1", 7)));
        Batch batch = batch(6);
        for (Edit edit : edits) {
            batch = batch.apply(edit);
        }
        Work work = Work.of(lines);
        assertThat(work.spent().get(key(0))).as("nine hours elsewhere are no work").isEqualTo(Duration.ofMinutes(3));
        assertThat(work.pace()).contains(Duration.ofMinutes(6));
        ClassFigures figures = ClassFigures.of(batch, batch.students(), work, ZONE);
        assertThat(Explanations.pace(figures)).contains("A submission takes you 6 min; 2 left, about 12 min.");
        assertThat(work.judged().keySet()).last().isEqualTo(key(0));
    }

    @Test
    void comparesScoresBeforeAndAfterASchemeChange() {
        List<Edit> edits = new ArrayList<>();
        Batch batch = batch(12);
        for (int i = 0; i < 12; i++) {
            if (i == 6) {
                edits.add(SchemeChange.plan(batch, batch.scheme().withRules(Rules.USUAL), SchemeChange.Keep.POINTS)
                        .edit());
            }
            edits.add(score(i, "c1", (i < 6 ? 10 : 4) + i % 2 / 2.0));
            edits.add(score(i, "c2", 6));
        }
        ClassFigures figures = figures(batch, edits, Duration.ofMinutes(1));
        assertThat(figures.marking().changed().orElseThrow().second()).isEqualTo(6);
        assertThat(Explanations.change(figures).orElseThrow()).startsWith(
                "Results scored after the last change of the mark scheme are 6 points lower")
                .endsWith("6 and 6 results). This is unlikely to be chance.");
        assertThat(Explanations.all(figures)).contains(Explanations.change(figures).orElseThrow());
        assertThat(Explanations.change(figures(batch, edits.subList(0, 12), Duration.ofMinutes(1)))).isEmpty();
    }

    @Test
    void correlatesCriteriaAndComparesAStudentWithTheClass() {
        List<Edit> edits = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            edits.add(score(i, "c1", i));
            edits.add(score(i, "c2", i * 0.5));
        }
        ClassFigures figures = figures(batch(10), edits, Duration.ofMinutes(1));
        assertThat(Explanations.relations(figures)).contains(
                "Method and Units correlate most (1.00, 95% interval 1.00 to 1.00). They may assess much the same.");
        Batch batch = batch(10).apply(score(0, "c1", 12)).apply(score(0, "c2", 1));
        assertThat(Explanations.student(figures, batch.submission(key(0)))).contains(
                "Compared with the class, strongest on Method (12, the mean is 4.5), weakest on Units (1, the mean is 2.3).");
        assertThat(Explanations.student(figures, batch.submission(key(1)))).as("nothing scored").isEmpty();
        assertThat(Explanations.relations(figures(batch(3), edits.subList(0, 6), Duration.ZERO))).as("too few")
                .isEmpty();
    }

    @Test
    void countsPhrasesByCriterionAndByStudent() {
        Phrase units = new Phrase("p1", "u", "Give the unit.", "c2", Optional.empty());
        Phrase never = new Phrase("p2", "n", "Never said.", "", Optional.empty());
        Batch batch = batch(3).apply(new Edit.KeepPhrase(units)).apply(new Edit.KeepPhrase(never));
        int id = 0;
        for (int student : new int[]{0, 0, 1}) {
            batch = batch.apply(new Edit.PlaceMark(key(student), note("m" + id++, student, id == 1 ? "" : "c2"), 0));
        }
        ClassFigures figures = ClassFigures.of(batch, batch.students(), Work.of(List.of()), ZONE);
        assertThat(figures.phrases()).singleElement().satisfies(u -> {
            assertThat(u.phrase()).isEqualTo(units);
            assertThat(List.of(u.times(), u.students(), u.under("c2"), u.under("c1"), u.under("")))
                    .containsExactly(3, 2, 2, 0, 1);
        });
    }

    @Test
    void handlesTinyAndEmptyClasses() {
        assertThat(Explanations.all(figures(batch(0), List.of(), Duration.ZERO)))
                .containsExactly("Nobody has a result yet.");
        List<Edit> edits = List.of(score(0, "c1", 6), score(0, "c2", 4), score(1, "c1", 12), score(1, "c2", 8));
        assertThat(Explanations.all(figures(batch(3), edits, Duration.ofMinutes(1))))
                .first()
                .isEqualTo(
                        "2 results from 10 to 20 of 20, mean 15. These are too few results to say much about the class.");
        assertThat(Explanations.criterion(figures(batch(3), edits, Duration.ZERO).criteria().getFirst())).contains(
                "2 scores from 6 to 12 of 12, mean 9 (75% of the maximum).",
                "These are too few scores to say much about the criterion.");
    }

    @Test
    void reportsANarrowlyUsedScaleAndWhatNobodyAttempted() {
        List<Edit> edits = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            edits.add(score(i, "c1", 4 + i % 4));
            edits.add(i < 2
                    ? new Edit.SetStanding(key(i), "c2", Optional.of(Standing.NOT_ATTEMPTED))
                    : score(i, "c2", i));
        }
        ClassFigures figures = figures(batch(8), edits, Duration.ofMinutes(1));
        assertThat(Explanations.criterion(figures.criteria().getFirst()))
                .contains("Only the middle of the scale is used.");
        assertThat(Explanations.criterion(figures.criteria().get(1))).contains("25% did not attempt it.")
                .doesNotContain("Only the middle of the scale is used.");
        assertThat(figures.criteria().getFirst().given()).first().isEqualTo(new CriterionFigures.Given(4, 2));
    }

    @Test
    void comparesScoresGivenAtNight() {
        List<Edit> edits = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            edits.add(score(i, "c1", i < 6 ? 9 + i % 2 : 3 + i % 2));
            edits.add(score(i, "c2", 4));
        }
        ClassFigures figures = figures(batch(10), edits, Duration.ofMinutes(46)); // the seventh is scored at 21:12
        assertThat(Explanations.evening(figures).orElseThrow())
                .startsWith("Results scored between 21:00 and 5:00 are 6 points lower")
                .contains("4 and 6 results). This is unlikely to be chance.");
    }
}

package org.epiglyph.core.feedback;

import static org.assertj.core.api.Assertions.assertThat;
import static org.epiglyph.core.batch.Batches.with;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Batches;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.feedback.FeedbackSheet.Part;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.junit.jupiter.api.Test;

class FeedbackSheetTest {
    private static FeedbackSheet sheet(StudentKey student, Edit... edits) {
        Batch batch = with(Batches.three(), edits);
        return FeedbackSheet.of(batch, batch.submission(student));
    }

    private static Edit score(StudentKey student, String criterion, int points) {
        return new Edit.SetScore(student, criterion, Optional.of(BigDecimal.valueOf(points)));
    }

    private static Edit place(StudentKey student, String id, String document, int page, double height, String text) {
        Note note = Batches.note(id, document, page, text);
        return new Edit.PlaceMark(student, new Note(note.head(), new PagePoint(50, height)));
    }

    @Test
    void showsACriterionsStandingLevelOrThatItIsOpen() {
        Manner.Level high = new Manner.Level("high", "Clear", "", BigDecimal.valueOf(5), BigDecimal.valueOf(6));
        Criterion levels = new Criterion("lv", "Sketch", "", BigDecimal.valueOf(6), BigDecimal.ONE)
                .withManner(new Manner.Levels(List.of(high)));
        Criterion remark = new Criterion("rm", "Style", "", BigDecimal.ZERO, BigDecimal.ONE)
                .withManner(new Manner.WordsOnly());
        Criterion open = new Criterion("op", "Sum", "", BigDecimal.TEN, BigDecimal.ONE);
        Criterion not = new Criterion("no", "Proof", "", BigDecimal.TEN, BigDecimal.ONE);
        FeedbackSheet sheet = sheet(Batches.ADA,
                new Edit.ChangeScheme(new MarkScheme(List.of(levels, remark, open, not)), List.of()),
                new Edit.Judge(Batches.ADA, "lv", Judgement.level(high, BigDecimal.valueOf(5))),
                new Edit.SetStanding(Batches.ADA, "no", Optional.of(Standing.NOT_ATTEMPTED)));
        assertThat(sheet.criteria()).containsExactly(new FeedbackSheet.Line("Sketch", "5 of 6", "Clear", ""),
                new FeedbackSheet.Line("Style", "", "", ""), new FeedbackSheet.Line("Sum", "not scored", "", ""),
                new FeedbackSheet.Line("Proof", "not attempted", "", ""));
    }

    @Test
    void ordersRemarksByDocumentPageAndHeightAndNumbersOnlyThem() {
        Batch batch = with(Batches.three(), place(Batches.BAO, "f", "d3", 1, 100, "sixth"),
                place(Batches.BAO, "e", "d3", 0, 300, "fifth"), place(Batches.BAO, "d", "d3", 0, 200, "fourth"),
                place(Batches.BAO, "c", "d2", 0, 700, "third"), place(Batches.BAO, "b", "d2", 0, 600, ""),
                place(Batches.BAO, "a", "d2", 0, 40, "first"),
                new Edit.PlaceMark(Batches.BAO, Batches.note("x", "d2", 0, "")
                        .withRemark(new Remark("copied?", Audience.PRIVATE, ""))));
        FeedbackSheet sheet = FeedbackSheet.of(batch, batch.submission(Batches.BAO));
        assertThat(sheet.remarks()).containsExactly(
                new FeedbackSheet.PageRemarks("d2.pdf", 1, List.of("first", "third")),
                new FeedbackSheet.PageRemarks("d3.pdf", 1, List.of("fourth", "fifth")),
                new FeedbackSheet.PageRemarks("d3.pdf", 2, List.of("sixth")));
        assertThat(FeedbackSheet.numbered(batch.submission(Batches.BAO))).extracting(Mark::id)
                .containsExactly("a", "c",
                        "d", "e", "f");
        assertThat(sheet(Batches.ADA, place(Batches.ADA, "a", "d1", 2, 40, "Why?")).remarks())
                .as("the only document needs no name")
                .containsExactly(new FeedbackSheet.PageRemarks("", 3, List.of("Why?")));
    }

    @Test
    void omitsEachPartIndependentlyButNeverTheResult() {
        SpokenRemark spoken = new SpokenRemark("s", SpokenPlace.WHOLE,
                new SpokenRemark.Sound("w", "0".repeat(64), 9), 20_000, new Span(500, 12_400), "Well done.");
        Note meant = Batches.note("m", "d1", 0, "Units?");
        FeedbackSheet full = sheet(Batches.ADA, score(Batches.ADA, "c1", 6), score(Batches.ADA, "c2", 1),
                new Edit.PlaceMark(Batches.ADA, meant.withHead(meant.head().withMeaning("units"))),
                new Edit.WriteOnTheWhole(Batches.ADA, "Good."), new Edit.KeepSpoken(Batches.ADA, spoken))
                .withClass(List.of("The class average is 7 of 12."));
        assertThat(full.without(Set.of())).isEqualTo(full);
        assertThat(full.spoken()).containsExactly(
                new FeedbackSheet.SpokenLine("Spoken remark 1, on the whole (0:12)", "Well done."));
        assertThat(full.legend()).contains("units");
        assertThat(full.without(Set.of(Part.ON_THE_WHOLE))).returns("", FeedbackSheet::onTheWhole)
                .usingRecursiveComparison()
                .ignoringFields("onTheWhole")
                .isEqualTo(full);
        assertThat(full.without(Set.of(Part.CRITERIA))).returns(List.of(), FeedbackSheet::criteria)
                .usingRecursiveComparison()
                .ignoringFields("criteria")
                .isEqualTo(full);
        assertThat(full.without(Set.of(Part.REMARKS))).returns(List.of(), FeedbackSheet::remarks)
                .usingRecursiveComparison()
                .ignoringFields("remarks")
                .isEqualTo(full);
        assertThat(full.without(Set.of(Part.SPOKEN))).returns(List.of(), FeedbackSheet::spoken)
                .usingRecursiveComparison()
                .ignoringFields("spoken")
                .isEqualTo(full);
        assertThat(full.without(Set.of(Part.DERIVATION))).returns(List.of(), FeedbackSheet::derivation)
                .usingRecursiveComparison()
                .ignoringFields("derivation")
                .isEqualTo(full);
        assertThat(full.without(Set.of(Part.LEGEND))).returns("", FeedbackSheet::legend)
                .usingRecursiveComparison()
                .ignoringFields("legend")
                .isEqualTo(full);
        assertThat(full.without(EnumSet.allOf(Part.class)).result()).hasValue("7 of 12");
    }

    @Test
    void omitsMarksOnAHandInThatDoesNotCount() {
        FeedbackSheet sheet = sheet(Batches.ADA, place(Batches.ADA, "old", "d1", 0, 40, "On the first."),
                new Edit.ReceiveHandIn(Batches.ADA,
                        new HandIn(2, Optional.of(Instant.parse("2026-03-14T18:00:00Z")), "",
                                List.of(new Document("d9", "d9.pdf", "0".repeat(64), 9, new Pages.Ready(1, ""), "")))),
                place(Batches.ADA, "new", "d9", 0, 40, "On the second."));
        assertThat(sheet.remarks()).containsExactly(new FeedbackSheet.PageRemarks("", 1, List.of("On the second.")));
        assertThat(sheet.lateness()).hasValue("1 day late");
        assertThat(sheet.without(Set.of(Part.LATENESS))).returns(Optional.empty(), FeedbackSheet::lateness)
                .usingRecursiveComparison()
                .ignoringFields("lateness")
                .isEqualTo(sheet);
    }

    @Test
    void tellsAGradeOnceEverythingIsScored() {
        Edit graded = new Edit.ChangeScheme(Batches.three()
                .scheme()
                .withRules(
                        Rules.USUAL.withGrades(Optional.of(GradeScale.READY.getLast()))),
                List.of());
        assertThat(sheet(Batches.ADA, graded, score(Batches.ADA, "c1", 8)).grade()).isEmpty();
        assertThat(sheet(Batches.ADA, graded, score(Batches.ADA, "c1", 8), score(Batches.ADA, "c2", 1)).grade())
                .hasValue("Pass");
    }
}

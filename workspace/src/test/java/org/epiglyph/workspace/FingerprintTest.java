package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What distinguishes one state of a student's hand-back from another, and what does not. */
class FingerprintTest {
    private static final String OTHER = "b".repeat(64);
    @TempDir
    private java.nio.file.Path folder;
    private Batch batch;

    @BeforeEach
    void mark() throws Exception {
        try (Workspace workspace = Workspace.open(Examples.batch(folder), Clock.systemUTC())) {
            workspace.edit(new Edit.PlaceMark(Examples.ADA, Examples.stroke("m1")));
            workspace.edit(new Edit.SetScore(Examples.ADA, "c1", Optional.of(new BigDecimal("70000"))));
            workspace.edit(new Edit.WriteOnCriterion(Examples.ADA, "c1", "Mind the units."));
            workspace.edit(new Edit.WriteOnTheWhole(Examples.ADA, "A careful plan."));
            batch = workspace.batch();
        }
    }

    private static String of(Batch batch, String... chosen) {
        return Fingerprint.of(batch, Examples.ADA, List.of(chosen));
    }

    private static Mark privately(Mark mark) {
        return mark.withHead(mark.head().withRemark(mark.remark().withAudience(Audience.PRIVATE)));
    }

    @Test
    void changesWithEverythingTheStudentReceives() {
        Map<String, Edit> edits = new LinkedHashMap<>();
        edits.put("a score", new Edit.SetScore(Examples.ADA, "c1", Optional.of(new BigDecimal("70001"))));
        edits.put("no score", new Edit.SetScore(Examples.ADA, "c1", Optional.empty()));
        edits.put("words on a criterion", new Edit.WriteOnCriterion(Examples.ADA, "c1", "Mind the signs."));
        edits.put("words on the whole", new Edit.WriteOnTheWhole(Examples.ADA, "A careful plan!"));
        edits.put("a mark more", new Edit.PlaceMark(Examples.ADA, Examples.stroke("m2")));
        edits.put("a mark elsewhere", new Edit.ChangeMark(Examples.ADA, Examples.stroke("m1").movedBy(1, 0)));
        edits.put("a mark less", new Edit.RemoveMark(Examples.ADA, "m1"));
        edits.put("an enclosure", new Edit.Enclose(Examples.ADA,
                new Document("e1", "model.txt", OTHER, 1, new Pages.None(), "")));
        edits.put("another name of a criterion", new Edit.ChangeScheme(new MarkScheme(List.of(
                new Criterion("c1", "Manner", "", BigDecimal.valueOf(100_000), BigDecimal.ONE))), List.of()));
        List<String> all = new ArrayList<>(List.of(of(batch)));
        edits.forEach((what, edit) -> all.add(of(batch.apply(edit))));
        assertThat(of(batch.apply(new Edit.ChangeMark(Examples.ADA, privately(Examples.stroke("m1"))))))
                .as("a mark that is private now is one less for the student")
                .isEqualTo(of(batch.apply(edits.get("a mark less"))));
        all.add(of(batch, "plain"));
        all.add(of(batch, "pages FLATTENED"));
        assertThat(all).doesNotHaveDuplicates().allSatisfy(d -> assertThat(d).matches("[0-9a-f]{64}"));
    }

    @Test
    void ignoresWhatTheStudentDoesNotSee() {
        for (Edit edit : List.of(new Edit.WritePrivately(Examples.ADA, "hm"), new Edit.Seal(Examples.ADA),
                new Edit.SeePage(Examples.ADA, new PageRef("d1", 1)),
                new Edit.PlaceMark(Examples.ADA, privately(Examples.stroke("p"))),
                new Edit.RecordReceipt(Examples.ADA, Optional.of(new Receipt("r", Instant.EPOCH, OTHER, "v1"))),
                new Edit.WriteOnTheWhole(Examples.ADA, " A careful plan.\n"))) {
            assertThat(of(batch.apply(edit))).as(edit.toString()).isEqualTo(of(batch));
        }
    }

    /** Another language, or better wording, does not change anybody's work. */
    @Test
    void ignoresTheProgramsOwnWording() {
        Submission submission = batch.submission(Examples.ADA);
        String decides = BatchJson.write(Fingerprint.parts(batch, Examples.ADA, List.of()));
        assertThat(decides).contains("Mind the units.", "A careful plan.");
        String text = Feedback.text(batch, submission);
        List<String> own = new ArrayList<>(batch.result(Examples.ADA).derivation());
        own.add(Feedback.pointerToPages(submission));
        assertThat(own).hasSizeGreaterThan(1).allSatisfy(line -> {
            assertThat(text).contains(line);
            assertThat(decides).doesNotContain(line);
        });
    }

    /** Receipts of earlier versions have a digest that included the wording of their time, calculated here by hand. */
    @Test
    void matchesReceiptsOfEarlierVersions() {
        Submission submission = batch.submission(Examples.ADA);
        List<Object> handed = List.of(Examples.ADA, submission.documents().stream().map(Document::sha256).toList(),
                submission.marksForStudent(), new BigDecimal("7E+4"), Feedback.text(batch, submission));
        String earlier = HexFormat.of()
                .formatHex(NewBatch.sha256().digest(BatchJson.write(handed).getBytes(StandardCharsets.UTF_8)));
        assertThat(Fingerprint.isOf(earlier, batch, Examples.ADA, List.of())).isTrue();
        assertThat(Fingerprint.isOf(of(batch), batch, Examples.ADA, List.of())).isTrue();
        assertThat(Fingerprint.isOf(OTHER, batch, Examples.ADA, List.of())).isFalse();
        assertThat(Fingerprint.isOf(earlier, batch, Examples.ADA, List.of("plain"))).isFalse();
        Batch later = batch.apply(new Edit.WriteOnTheWhole(Examples.ADA, "Another word."));
        assertThat(Fingerprint.isOf(earlier, later, Examples.ADA, List.of())).isFalse();
        assertThat(Fingerprint.isOf(of(batch), later, Examples.ADA, List.of())).isFalse();
    }

    private static Edit enclosed(String sha256) {
        return new Edit.Enclose(Examples.ADA, new Document("e1", "model.txt", sha256, 1, new Pages.None(), ""));
    }

    private static Edit spoken(String sha256, long to) {
        return new Edit.KeepSpoken(Examples.ADA, new SpokenRemark("s1", SpokenPlace.WHOLE,
                new SpokenRemark.Sound("s1", sha256, 1), 9_000, new Span(0, to), ""));
    }

    /** The sum is the same, but the student sees a different calculation. */
    @Test
    void changesWithADifferentDerivationOfTheSameResult() {
        MarkScheme two = new MarkScheme(List.of(
                new Criterion("c1", "Method", "", BigDecimal.valueOf(90_000), BigDecimal.ONE),
                new Criterion("c2", "Units", "", BigDecimal.valueOf(10_000), BigDecimal.ONE)));
        Batch scored = batch.apply(new Edit.ChangeScheme(two, List.of()))
                .apply(new Edit.SetScore(Examples.ADA, "c2", Optional.of(new BigDecimal("3"))));
        Batch other = scored.apply(new Edit.SetScore(Examples.ADA, "c1", Optional.of(new BigDecimal("69999"))))
                .apply(new Edit.SetScore(Examples.ADA, "c2", Optional.of(new BigDecimal("4"))));
        assertThat(other.result(Examples.ADA).value()).isEqualByComparingTo(scored.result(Examples.ADA).value());
        assertThat(of(other)).isNotEqualTo(of(scored));
    }

    /** The student reads it in the derivation. */
    @Test
    void changesWithTheNameOfTheChosenLevel() {
        assertThat(of(withLevel("Sound"))).isEqualTo(of(withLevel("Sound"))).isNotEqualTo(of(withLevel("Good")));
    }

    private Batch withLevel(String name) {
        Manner.Level level = new Manner.Level("l1", name, "", BigDecimal.ZERO, BigDecimal.valueOf(100_000));
        MarkScheme levels = new MarkScheme(List.of(batch.scheme()
                .criterion("c1")
                .withManner(new Manner.Levels(List.of(level)))));
        return batch.apply(new Edit.ChangeScheme(levels, List.of()))
                .apply(new Edit.Judge(Examples.ADA, "c1", Judgement.level(level, BigDecimal.valueOf(70_000))));
    }

    @Test
    void distinguishesRecordingsAndEnclosuresByContent() {
        List<String> all = new ArrayList<>(List.of(of(batch)));
        for (Edit edit : List.of(enclosed(OTHER), enclosed("c".repeat(64)), spoken(OTHER, 9_000), spoken(OTHER, 8_000),
                spoken("c".repeat(64), 9_000))) {
            all.add(of(batch.apply(edit)));
        }
        assertThat(all).doesNotHaveDuplicates();
    }

    @Test
    void matchesEarlierReceiptsWithRecordingsAndEnclosures() {
        Batch with = batch.apply(enclosed(OTHER)).apply(spoken(OTHER, 8_000));
        Submission submission = with.submission(Examples.ADA);
        List<Object> handed = List.of(Examples.ADA, submission.documents().stream().map(Document::sha256).toList(),
                submission.marksForStudent(), new BigDecimal("7E+4"), Feedback.text(with, submission), List.of(OTHER),
                List.of(List.of(OTHER, new Span(0, 8_000))), List.of("plain"));
        String earlier = HexFormat.of()
                .formatHex(NewBatch.sha256().digest(BatchJson.write(handed).getBytes(StandardCharsets.UTF_8)));
        assertThat(Fingerprint.isOf(earlier, with, Examples.ADA, List.of("plain"))).isTrue();
        assertThat(Fingerprint.isOf(earlier, with, Examples.ADA, List.of())).isFalse();
        assertThat(Fingerprint.isOf(earlier, batch.apply(enclosed(OTHER)), Examples.ADA, List.of("plain"))).isFalse();
    }

    @Test
    void aCopyDependsOnItsMarksAndItsForm() {
        Document document = batch.submission(Examples.ADA).documents().getFirst();
        Mark mark = Examples.stroke("m1");
        String plain = Fingerprint.ofCopy(document, List.of(mark), List.of());
        assertThat(plain).matches("[0-9a-f]{64}").isEqualTo(Fingerprint.ofCopy(document, List.of(mark), List.of()));
        assertThat(List.of(plain, Fingerprint.ofCopy(document, List.of(), List.of()),
                Fingerprint.ofCopy(document, List.of(mark.movedBy(1, 0)), List.of()),
                Fingerprint.ofCopy(document, List.of(mark), List.of("margin")),
                Fingerprint.ofCopy(document.withPages(new Pages.None()), List.of(mark), List.of())))
                .doesNotHaveDuplicates();
    }
}

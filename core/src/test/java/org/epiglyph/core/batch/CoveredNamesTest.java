package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.feedback.FeedbackSheet;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Context;
import org.epiglyph.core.markbook.Selection;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Slots;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

/** While names are covered, a class is a set of numbered scripts; for handing back, it is itself. */
class CoveredNamesTest {
    private static final Instant NOW = Instant.parse("2026-03-20T20:00:00Z");
    private final Batch batch = Batches.three();
    private final Edit.CoverNames cover = new Edit.CoverNames(List.of(Batches.CARYS, Batches.ADA, Batches.BAO),
            Set.copyOf(batch.students()));

    @Test
    void numbersStudentsInOrder() {
        Batch covered = batch.apply(cover);
        assertThat(covered.submissions()).extracting(s -> s.student().name())
                .containsExactly("Script 1", "Script 2", "Script 3");
        assertThat(covered.students()).containsExactly(Batches.CARYS, Batches.ADA, Batches.BAO);
        assertThat(covered.submissions()).allSatisfy(s -> {
            assertThat(s.student().shownKey()).isEmpty();
            assertThat(s.student().section()).isEmpty();
            assertThat(s.student().mail()).isEmpty();
            assertThat(Column.Fact.KEY.cell(covered, s).text()).isEmpty();
            assertThat(Column.Fact.SECTION.cell(covered, s).text()).isEmpty();
        });
        assertThat(covered.listedName(Batches.ADA)).isEqualTo("Script 2");
    }

    @Test
    void findsNobodyByNameOrKey() {
        Batch covered = batch.apply(cover);
        for (Submission one : batch.submissions()) {
            for (String typed : List.of(one.student().family(), one.student().key().value())) {
                assertThat(Selection.EVERYBODY.withLetters(typed).in(covered, Context.NONE)).as(typed).isEmpty();
            }
        }
        assertThat(Selection.EVERYBODY.withLetters("script 2").in(covered, Context.NONE)).hasSize(1);
    }

    @Test
    void uncoversOneAndKeepsTheOthersInPlace() {
        Batch covered = batch.apply(cover);
        Edit one = new Edit.UncoverNames(Set.of(Batches.ADA), "asked about an extension");
        Batch open = covered.apply(one);
        assertThat(open.submissions()).extracting(s -> s.student().name())
                .containsExactly("Script 1", batch.submission(Batches.ADA).student().name(), "Script 3");
        assertThat(open.isCovered()).isTrue();
        assertThat(List.copyOf(open.apply(covered.inverse(one)).submissions()))
                .isEqualTo(List.copyOf(covered.submissions()));
    }

    @Test
    void aNewStudentGetsTheNextNumber() {
        Batch covered = batch.apply(cover);
        StudentKey newcomer = new StudentKey("K-9");
        Edit numbered = Covers.newcomers(covered, List.of(newcomer), new Random(1));
        Batch joined = covered.apply(new Edit.Enrol(new Student(newcomer, "Dara", "Example", "B"))).apply(numbered);
        assertThat(joined.submissions().getLast().student().name()).isEqualTo("Script 4");
        assertThat(joined.named().submissions().getLast().student().name()).isEqualTo("Dara Example");
    }

    @Test
    void restoresTheNameOnlyInWhatIsHandedBack() {
        Batch covered = batch.apply(cover);
        Student shown = covered.submission(Batches.ADA).student();
        String text = Slots.of("Well argued, {name}.").filled(shown.givenName(), List.of());
        assertThat(text).isEqualTo("Well argued, [name].");
        Batch written = covered.apply(new Edit.WriteOnTheWhole(Batches.ADA, text))
                .apply(new Edit.WriteOnCriterion(Batches.ADA, "c1", text));
        String given = batch.submission(Batches.ADA).student().givenName();
        Batch named = written.named(Batches.ADA);
        assertThat(Feedback.text(named, named.submission(Batches.ADA))).contains("Well argued, " + given + ".")
                .doesNotContain(Student.NAMED_LATER);
        FeedbackSheet sheet = FeedbackSheet.of(named, named.submission(Batches.ADA));
        assertThat(sheet.student()).isEqualTo(batch.submission(Batches.ADA).student().name());
        assertThat(written.named().submission(Batches.ADA)).isEqualTo(named.submission(Batches.ADA));
        assertThat(written.submission(Batches.ADA).onTheWhole()).contains(Student.NAMED_LATER);
    }

    @Test
    void restoresTheNameInTypedTextToo() {
        Batch covered = batch.apply(cover);
        Head head = new Head("t1", new PageRef("d1", 0), Ink.MADDER, 0, Remark.NONE);
        TypedText typed = new TypedText(head, new PagePoint(100, 100), "Well done, [name]!\nGo on.", 12, 90,
                List.of("Well done, [name]!", "Go on."), true);
        Batch written = covered.apply(new Edit.PlaceMark(Batches.ADA, typed));
        TypedText out = (TypedText) written.named(Batches.ADA).submission(Batches.ADA).marks().getLast();
        String given = batch.submission(Batches.ADA).student().givenName();
        assertThat(out.text()).isEqualTo("Well done, " + given + "!\nGo on.");
        assertThat(out.drawnLines()).containsExactly("Well done, " + given + "!", "Go on.");
        assertThat(out.width()).isGreaterThanOrEqualTo(typed.width());
    }

    @Test
    void recordsMarkingAfterUncovering() {
        History history = new History(batch);
        history.record(new Edit.WritePrivately(Batches.ADA, "before"), NOW);
        history.record(cover, NOW.plusSeconds(60));
        history.record(new Edit.WriteOnTheWhole(Batches.ADA, "covered"), NOW.plusSeconds(120));
        history.record(new Edit.UncoverNames(Set.of(Batches.ADA), "a question"), NOW.plusSeconds(180));
        history.record(new Edit.Moderate(Batches.ADA, Optional.empty()), NOW.plusSeconds(240));
        List<Chronicle.Item> items = Chronicle.items(batch, history.lines(), Optional.of(Batches.ADA));
        assertThat(items).extracting(Chronicle.Item::nameKnown).containsExactly(true, false, false, false, false);
        assertThat(Chronicle.items(batch, history.lines(), Optional.empty())).extracting(Chronicle.Item::nameKnown)
                .containsExactly(true, false, false, false, false);
    }

    @Test
    void usesTheRecordsCandidateNumber() {
        Student named = new Student(new StudentKey("K-1"), "Ada", "Example", "A").withCandidate("4711");
        assertThat(named.covered(3).name()).isEqualTo("Candidate 4711");
        assertThat(named.covered(3).shownKey()).isEmpty();
        assertThat(named.withMail("a@example.org").candidate()).isEqualTo("4711");
    }

    /** A name in earlier remarks is hidden while names are covered, and restored exactly afterwards. */
    @Test
    void coversAndRestoresANameInEarlierText() {
        Batch written = batch
                .apply(new Edit.PlaceMark(Batches.ADA, Batches.note("n1", "d1", 0, "Ada, why? Ada Example, Adamant!")))
                .apply(new Edit.WriteOnTheWhole(Batches.ADA, "Well done, Ada."))
                .apply(new Edit.WriteOnCriterion(Batches.ADA, "c1", "Ada's method"))
                .apply(new Edit.WritePrivately(Batches.ADA, "Ask Ada Example"))
                .apply(new Edit.WriteOnTheWhole(Batches.BAO, "As Ada did, Bao."));
        Batch covered = written.apply(cover);
        Submission ada = covered.submission(Batches.ADA);
        assertThat(ada.findMark("n1").orElseThrow().remark().text())
                .isEqualTo("[name], why? [name] [family name], Adamant!");
        assertThat(ada.onTheWhole()).isEqualTo("Well done, [name].");
        assertThat(ada.scores().remark("c1")).isEqualTo("[name]'s method");
        assertThat(ada.privately()).isEqualTo("Ask [name] [family name]");
        assertThat(covered.apply(cover).submission(Batches.ADA)).as("covered twice").isEqualTo(ada);
        assertThat(List.copyOf(covered.apply(written.inverse(cover)).submissions()))
                .isEqualTo(List.copyOf(written.submissions()));
        assertThat(Feedback.text(covered.named(), covered.named().submission(Batches.ADA)))
                .isEqualTo(Feedback.text(written, written.submission(Batches.ADA)));
    }

    @Test
    void keepsExistingNumbersWhenCoveringOthers() {
        Batch one = batch
                .apply(new Edit.CoverNames(List.of(Batches.CARYS, Batches.ADA, Batches.BAO), Set.of(Batches.ADA)));
        Batch both = one
                .apply(new Edit.CoverNames(List.of(Batches.BAO, Batches.CARYS), Set.of(Batches.ADA, Batches.BAO)));
        assertThat(both.submission(Batches.ADA).student().name()).isEqualTo("Script 2");
        assertThat(both.submission(Batches.BAO).student().name()).isEqualTo("Script 1");
    }
}

package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.junit.jupiter.api.Test;

/** Whose edit it is, whether it can be undone, and which edits are undone together. */
class EditTest {
    private static final Edit PHRASE = new Edit.KeepPhrase(new Phrase("p", "u", "Units?", "c2", Optional.empty()));
    private static final Edit SCHEME = new Edit.ChangeScheme(Batches.three().scheme(), List.of());

    private static Edit words(StudentKey student, String text) {
        return new Edit.WriteOnTheWhole(student, text);
    }

    private static Edit together(Edit... edits) {
        return new Edit.Together(List.of(edits));
    }

    private static Edit see(int page) {
        return new Edit.SeePage(Batches.ADA, new PageRef("d1", page));
    }

    @Test
    void aSoleStudentExcludesBatchWideChanges() {
        assertThat(words(Batches.ADA, "x").soleStudent()).contains(Batches.ADA);
        assertThat(together(words(Batches.ADA, "x"), see(0)).soleStudent()).contains(Batches.ADA);
        assertThat(together(words(Batches.ADA, "x"), PHRASE).soleStudent()).isEmpty();
        assertThat(together(words(Batches.ADA, "x"), words(Batches.BAO, "y")).soleStudent()).isEmpty();
        assertThat(SCHEME.soleStudent()).isEmpty();
        assertThat(words(Batches.ADA, "x").mayChange(Batches.ADA)).isTrue();
        assertThat(words(Batches.ADA, "x").mayChange(Batches.BAO)).isFalse();
        assertThat(SCHEME.mayChange(Batches.BAO)).isTrue();
    }

    @Test
    void reportsTheAffectedStudentsOrPossiblyAll() {
        assertThat(words(Batches.ADA, "x").students()).contains(Set.of(Batches.ADA));
        assertThat(PHRASE.students()).contains(Set.of());
        assertThat(new Edit.ChangeAids(Aids.NONE).students()).contains(Set.of());
        assertThat(together(words(Batches.ADA, "x"), words(Batches.BAO, "y"), PHRASE).students())
                .contains(Set.of(Batches.ADA, Batches.BAO));
        assertThat(together(words(Batches.ADA, "x"), SCHEME).students()).isEmpty();
        assertThat(new Edit.Enrol(new Student(new StudentKey("K-9"), "", "Nobody", "A")).students()).isEmpty();
    }

    @Test
    void observationsAndArrivalsAreFacts() {
        Instant at = Instant.EPOCH;
        List<Edit> facts = List.of(see(0), new Edit.ReceiveHandIn(Batches.ADA, new HandIn(2, Optional.empty(), "",
                List.of(new Document("d7", "d7.pdf", "0".repeat(64), 9, new Pages.Awaited(), "")))),
                new Edit.MakePages(Batches.ADA, "d1", new Pages.Awaited()),
                new Edit.Enrol(new Student(new StudentKey("K-9"), "", "Nobody", "A")),
                new Edit.LogLetter(Batches.ADA, new LetterSent("d", "s", at, "by mail", true)),
                new Edit.StrikeLetter(Batches.ADA, "d"), new Edit.ReceiveAnswer(Batches.ADA,
                        new Answer("a", Optional.empty(), "w", at, "", false)),
                new Edit.LearnAddress(Batches.ADA, "ada@example.org"), new Edit.LearnOpened(Batches.ADA, at));
        for (Edit fact : facts) {
            assertThat(fact.isFact()).as(fact.toString()).isTrue();
            assertThat(fact.isUndoable()).as(fact.toString()).isFalse();
            assertThat(together(words(Batches.ADA, "x"), fact).isUndoable()).as("with " + fact).isFalse();
        }
        Edit receipt = new Edit.RecordReceipt(Batches.ADA, Optional.empty());
        assertThat(receipt.isFact()).isFalse();
        assertThat(receipt.isUndoable()).isFalse();
        assertThat(together(receipt).isUndoable()).isFalse();
        assertThat(together(receipt, words(Batches.ADA, "x")).isUndoable()).isTrue();
        assertThat(words(Batches.ADA, "x").isUndoable()).isTrue();
        assertThat(words(Batches.ADA, "x").isFact()).isFalse();
        assertThat(together(words(Batches.ADA, "x")).isFact()).isFalse();
    }

    private static Edit judge(StudentKey student, String criterion) {
        return new Edit.Judge(student, criterion, Judgement.of(BigDecimal.ONE));
    }

    private static Edit spoken(StudentKey student, String id, String text) {
        return new Edit.KeepSpoken(student, new SpokenRemark(id, SpokenPlace.WHOLE,
                new SpokenRemark.Sound("s", "0".repeat(64), 1), 10, new Span(0, 10), text));
    }

    /** For each kind: a continuation, then the same by someone else, then on another thing. */
    @Test
    void continuedTypingConcernsOneFieldOfOneStudent() {
        Edit mark = new Edit.ChangeMark(Batches.ADA, Batches.note("m1", "d1", 0, "a"));
        List<List<Edit>> kinds = List.of(
                List.of(words(Batches.ADA, "a"), words(Batches.ADA, "ab"), words(Batches.BAO, "ab"),
                        new Edit.WritePrivately(Batches.ADA, "ab")),
                List.of(new Edit.WritePrivately(Batches.ADA, "a"), new Edit.WritePrivately(Batches.ADA, "ab"),
                        new Edit.WritePrivately(Batches.BAO, "ab"), words(Batches.ADA, "ab")),
                List.of(mark, new Edit.ChangeMark(Batches.ADA, Batches.note("m1", "d1", 0, "ab")),
                        new Edit.ChangeMark(Batches.BAO, Batches.note("m1", "d1", 0, "ab")),
                        new Edit.ChangeMark(Batches.ADA, Batches.note("m2", "d1", 0, "ab"))),
                List.of(new Edit.SetScore(Batches.ADA, "c1", Optional.empty()),
                        new Edit.SetScore(Batches.ADA, "c1", Optional.of(BigDecimal.ONE)),
                        new Edit.SetScore(Batches.BAO, "c1", Optional.empty()),
                        new Edit.SetScore(Batches.ADA, "c2", Optional.empty())),
                List.of(judge(Batches.ADA, "c1"), judge(Batches.ADA, "c1"), judge(Batches.BAO, "c1"),
                        judge(Batches.ADA, "c2")),
                List.of(new Edit.WriteOnCriterion(Batches.ADA, "c1", "a"),
                        new Edit.WriteOnCriterion(Batches.ADA, "c1", "ab"),
                        new Edit.WriteOnCriterion(Batches.BAO, "c1", "ab"),
                        new Edit.WriteOnCriterion(Batches.ADA, "c2", "ab")),
                List.of(new Edit.Reply(Batches.ADA, "a1", "a"), new Edit.Reply(Batches.ADA, "a1", "ab"),
                        new Edit.Reply(Batches.BAO, "a1", "ab"), new Edit.Reply(Batches.ADA, "a2", "ab")),
                List.of(spoken(Batches.ADA, "r1", "a"), spoken(Batches.ADA, "r1", "ab"),
                        spoken(Batches.BAO, "r1", "ab"), spoken(Batches.ADA, "r2", "ab")));
        for (List<Edit> kind : kinds) {
            assertThat(kind.get(1).continues(kind.get(0))).as(kind.get(1).toString()).isTrue();
            assertThat(kind.get(2).continues(kind.get(0))).as(kind.get(2).toString()).isFalse();
            assertThat(kind.get(3).continues(kind.get(0))).as(kind.get(3).toString()).isFalse();
            assertThat(kind.get(1).continues(see(0))).as(kind.get(1).toString()).isFalse();
        }
        assertThat(spoken(Batches.ADA, "r1", "a").continues(spoken(Batches.ADA, "r1", ""))).as("it was just spoken")
                .isFalse();
        assertThat(see(1).continues(see(0))).isFalse();
    }
}

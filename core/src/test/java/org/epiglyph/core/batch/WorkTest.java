package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Standing;
import org.junit.jupiter.api.Test;

/** When and for how long somebody marked, derived from the entries of a history. All times calculated by hand. */
class WorkTest {
    private static final Instant NINE = Instant.parse("2026-03-20T09:00:00Z");
    private final List<Entry> lines = new ArrayList<>();

    private void at(int second, Edit edit) {
        at(second, Entry.Kind.DONE, edit);
    }

    private void at(int second, Entry.Kind kind, Edit edit) {
        lines.add(new Entry(lines.size() + 1L, NINE.plusSeconds(second), kind, edit));
    }

    private Work work() {
        return Work.of(lines);
    }

    private static Edit note(StudentKey student, String id) {
        return new Edit.PlaceMark(student, Batches.note(id, "d1", 0, "Why?"));
    }

    private static Edit score(StudentKey student) {
        return new Edit.SetScore(student, "c1", Optional.of(BigDecimal.ONE));
    }

    @Test
    void timeBetweenEditsBelongsToTheLaterUnlessItIsAPause() {
        at(0, note(Batches.ADA, "m1"));
        at(20, note(Batches.ADA, "m2"));
        at(320, note(Batches.BAO, "m3")); // five minutes count as work
        at(621, note(Batches.CARYS, "m4")); // one second more is a pause
        at(600, note(Batches.CARYS, "m5")); // a clock that was set back
        assertThat(work().spent()).containsEntry(Batches.ADA, Duration.ofSeconds(20))
                .containsEntry(Batches.BAO, Work.PAUSE)
                .containsEntry(Batches.CARYS, Duration.ZERO);
    }

    @Test
    void automaticEditsAreNotWork() {
        at(0, note(Batches.ADA, "m1"));
        Answer answer = new Answer("a", Optional.empty(), "Thanks", NINE, "", false);
        List<Edit> byItself = List.of(
                new Edit.ReceiveHandIn(Batches.BAO, new HandIn(2, Optional.empty(), "",
                        List.of(new Document("d7", "d7.pdf", "0".repeat(64), 9, new Pages.Awaited(), "")))),
                new Edit.MakePages(Batches.BAO, "d2", new Pages.Ready(1, "")),
                new Edit.RecordReceipt(Batches.BAO, Optional.empty()), new Edit.ReceiveAnswer(Batches.BAO, answer),
                new Edit.LearnAddress(Batches.BAO, "bao@example.org"), new Edit.LearnOpened(Batches.BAO, NINE),
                new Edit.LogLetter(Batches.BAO, new LetterSent("d", "s", NINE, "by mail", true)));
        for (Edit edit : byItself) {
            at(10, edit);
        }
        at(30, note(Batches.ADA, "m2"));
        assertThat(work().spent()).containsOnlyKeys(Batches.ADA).containsEntry(Batches.ADA, Duration.ofSeconds(30));
    }

    @Test
    void ordersStudentsByTheirLastJudgement() {
        at(0, score(Batches.ADA));
        at(10, new Edit.SetStanding(Batches.BAO, "c1", Optional.of(Standing.EXCUSED)));
        at(20, new Edit.Together(List.of(note(Batches.CARYS, "m1"),
                new Edit.Judge(Batches.CARYS, "c1", Judgement.of(BigDecimal.ONE)))));
        at(30, new Edit.Together(List.of(note(Batches.BAO, "m2"))));
        at(40, score(Batches.ADA));
        at(50, Entry.Kind.UNDONE, score(Batches.BAO));
        assertThat(List.copyOf(work().judged().keySet())).containsExactly(Batches.BAO, Batches.CARYS, Batches.ADA);
        assertThat(work().judged()).containsEntry(Batches.ADA, NINE.plusSeconds(40))
                .containsEntry(Batches.BAO, NINE.plusSeconds(10));
    }

    @Test
    void countsFromTheLastEffectiveSchemeChange() {
        MarkScheme scheme = Batches.three().scheme();
        assertThat(work().schemeChanged()).isEmpty();
        at(5, new Edit.ChangeScheme(scheme, List.of()));
        at(9, Entry.Kind.UNDONE, new Edit.ChangeScheme(scheme, List.of()));
        at(11, score(Batches.ADA));
        assertThat(work().schemeChanged()).contains(NINE.plusSeconds(5));
    }

    /** 10 s for Ada, 30 s for Bao and 60 s for Carys; a student who was only viewed does not matter. */
    @Test
    void thePaceIsTheMedianOfScoredStudents() {
        assertThat(work().pace()).isEmpty();
        at(0, score(Batches.ADA));
        assertThat(work().pace()).as("a score that took no time that is known").isEmpty();
        at(10, score(Batches.ADA));
        at(40, new Edit.SeePage(Batches.BAO, new PageRef("d2", 0)));
        assertThat(work().pace()).contains(Duration.ofSeconds(10));
        at(40, score(Batches.BAO));
        assertThat(work().pace()).as("of two the middle between them").contains(Duration.ofSeconds(20));
        at(100, score(Batches.CARYS));
        assertThat(work().pace()).contains(Duration.ofSeconds(30));
    }
}

package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

class ChronicleTest {
    private static final Instant NOW = Instant.parse("2026-03-20T20:00:00Z");
    private static final Optional<StudentKey> ADA = Optional.of(Batches.ADA);
    private final History history = new History(Batches.three());

    private List<Chronicle.Item> items(Optional<StudentKey> student) {
        return Chronicle.items(history.collected(), history.lines(), student);
    }

    @Test
    void listsTheNewestFirstForEachSubmission() {
        history.record(new Edit.PlaceMark(Batches.ADA, Batches.note("m1", "d1", 0, "one")), NOW);
        history.record(new Edit.PlaceMark(Batches.BAO, Batches.note("m2", "d2", 0, "two")), NOW.plusSeconds(5));
        history.record(new Edit.RemoveMark(Batches.ADA, "m1"), NOW.plusSeconds(9));
        history.record(new Edit.SeePage(Batches.ADA, new PageRef("d1", 0)), NOW.plusSeconds(10));
        assertThat(items(ADA)).extracting(i -> i.edit().getClass().getSimpleName())
                .containsExactly("RemoveMark", "PlaceMark");
        assertThat(items(Optional.empty())).hasSize(3);
        assertThat(items(ADA).getFirst().before().orElseThrow().findMark("m1")).as("a deleted mark can still be named")
                .isPresent();
    }

    @Test
    void aRunOfTypingIsOneEntry() {
        history.record(new Edit.WriteOnTheWhole(Batches.ADA, "A"), NOW);
        history.record(new Edit.WriteOnTheWhole(Batches.ADA, "A plan"), NOW.plusSeconds(2));
        Mark note = Batches.note("m1", "d1", 0, "one");
        history.record(new Edit.PlaceMark(Batches.ADA, note), NOW.plusSeconds(30));
        history.record(new Edit.ChangeMark(Batches.ADA, note.movedBy(1, 0)), NOW.plusSeconds(31));
        history.record(new Edit.ChangeMark(Batches.ADA, note.movedBy(2, 0)), NOW.plusSeconds(32));
        history.undo(ADA, NOW.plusSeconds(40));
        List<Chronicle.Item> items = items(ADA);
        assertThat(items).extracting(Chronicle.Item::kind)
                .containsExactly(Entry.Kind.UNDONE, Entry.Kind.DONE, Entry.Kind.DONE, Entry.Kind.DONE);
        assertThat(items.getLast().first()).isEqualTo(1);
        assertThat(items.getLast().last()).isEqualTo(2);
    }

    @Test
    void restoresAnyEarlierStateWithUndo() {
        history.record(new Edit.PlaceMark(Batches.ADA, Batches.note("m1", "d1", 0, "one")), NOW);
        history.record(new Edit.SetScore(Batches.ADA, "c1", Optional.of(BigDecimal.TWO)), NOW);
        Submission then = Chronicle.at(history.collected(), history.lines(), 2, Batches.ADA).orElseThrow();
        history.record(new Edit.RemoveMark(Batches.ADA, "m1"), NOW);
        history.record(new Edit.SetScore(Batches.ADA, "c1", Optional.empty()), NOW.plusSeconds(60));
        Submission later = history.batch().submission(Batches.ADA);
        history.record(Chronicle.bringBack(then), NOW);
        assertThat(history.batch().submission(Batches.ADA)).isEqualTo(then);
        history.undo(ADA, NOW);
        assertThat(history.batch().submission(Batches.ADA)).isEqualTo(later);
        assertThat(Chronicle.at(history.collected(), history.lines(), 0, Batches.ADA))
                .contains(Batches.three().submission(Batches.ADA));
    }

    @Test
    void recordsReorderingAndRotation() {
        for (String id : List.of("m1", "m2", "m3")) {
            history.record(new Edit.PlaceMark(Batches.ADA, Batches.note(id, "d1", 0, id)), NOW);
        }
        history.record(new Edit.OrderMark(Batches.ADA, "m1", 99), NOW);
        assertThat(history.batch().submission(Batches.ADA).marks()).extracting(Mark::id)
                .containsExactly("m2", "m3", "m1");
        history.undo(ADA, NOW);
        assertThat(history.batch().submission(Batches.ADA).marks()).extracting(Mark::id)
                .containsExactly("m1", "m2", "m3");
        PageRef page = new PageRef("d1", 0);
        history.record(new Edit.TurnPage(Batches.ADA, page, 90), NOW);
        assertThat(history.batch().submission(Batches.ADA).turn(page)).isEqualTo(90);
        history.undo(ADA, NOW);
        assertThat(history.batch().submission(Batches.ADA).turns()).isEmpty();
    }

    @Test
    void skippedEditsOfOthersDoNotBlockASealedHistory() {
        history.record(new Edit.ChangeAids(new Aids(List.of(), "fr", Limits.NONE, List.of())), NOW);
        history.record(new Edit.Together(List.of(
                new Edit.PlaceMark(Batches.ADA, Batches.note("m1", "d1", 0, "one")),
                new Edit.PlaceMark(Batches.BAO, Batches.note("m2", "d2", 0, "two")))), NOW);
        history.record(new Edit.RemoveMark(Batches.BAO, "m2"), NOW);
        history.record(new Edit.SetScore(Batches.ADA, "c1", Optional.of(BigDecimal.TWO)), NOW);
        history.record(new Edit.SetScore(Batches.ADA, "c2", Optional.of(BigDecimal.TWO)), NOW);
        history.record(new Edit.Seal(Batches.ADA), NOW);
        assertThat(history.undo(Optional.empty(), NOW)).as("the two marks cannot be taken back any more")
                .map(Entry::edit)
                .get()
                .isInstanceOf(Edit.ChangeAids.class);
        assertThat(Chronicle.at(history.collected(), history.lines(), history.last(), Batches.ADA))
                .contains(history.batch().submission(Batches.ADA));
    }
}

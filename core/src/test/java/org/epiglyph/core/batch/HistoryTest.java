package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.Standing;
import org.junit.jupiter.api.Test;

class HistoryTest {
    private static final Instant NOW = Instant.parse("2026-03-20T20:00:00Z");
    private static final Optional<StudentKey> ADA = Optional.of(Batches.ADA);
    private final History history = new History(Batches.three());

    private Submission ada() {
        return history.batch().submission(Batches.ADA);
    }

    @Test
    void redoesWhatWasUndone() {
        history.record(new Edit.PlaceMark(Batches.ADA, Batches.note("m1", "d1", 0, "one")), NOW);
        history.undo(ADA, NOW);
        assertThat(ada().marks()).isEmpty();
        history.redo(ADA, NOW);
        assertThat(ada().marks()).hasSize(1);
        assertThat(history.redo(ADA, NOW)).isEmpty();
    }

    @Test
    void undoNeverAffectsAnotherStudentsWork() {
        history.record(new Edit.PlaceMark(Batches.ADA, Batches.note("m1", "d1", 0, "one")), NOW);
        history.record(new Edit.PlaceMark(Batches.BAO, Batches.note("m2", "d2", 0, "two")), NOW);
        history.undo(ADA, NOW);
        assertThat(ada().marks()).isEmpty();
        assertThat(history.batch().submission(Batches.BAO).marks()).hasSize(1);
    }

    @Test
    void restoresADeletedMarkInItsOrder() {
        for (String id : List.of("m1", "m2", "m3")) {
            history.record(new Edit.PlaceMark(Batches.ADA, Batches.note(id, "d1", 0, id)), NOW);
        }
        history.record(new Edit.RemoveMark(Batches.ADA, "m2"), NOW);
        history.undo(ADA, NOW);
        assertThat(ada().marks()).extracting(Mark::id).containsExactly("m1", "m2", "m3");
    }

    @Test
    void undoesARunOfTypingAtOnce() {
        history.record(new Edit.WriteOnTheWhole(Batches.ADA, "A care"), NOW);
        history.record(new Edit.WriteOnTheWhole(Batches.ADA, "A careful plan"), NOW.plusSeconds(3));
        history.record(new Edit.WriteOnTheWhole(Batches.ADA, "A careful plan. Well done."), NOW.plusSeconds(300));
        history.undo(ADA, NOW.plusSeconds(301));
        assertThat(ada().onTheWhole()).isEqualTo("A careful plan");
        history.undo(ADA, NOW.plusSeconds(302));
        assertThat(ada().onTheWhole()).isEmpty();
    }

    @Test
    void sealedWorkRefusesChangesUntilReopened() {
        assertThatThrownBy(() -> history.record(new Edit.Seal(Batches.ADA), NOW)).isInstanceOf(EditRefused.class)
                .hasMessageContaining("Method, Units");
        history.record(new Edit.SetScore(Batches.ADA, "c1", Optional.of(new BigDecimal("7.5"))), NOW);
        history.record(new Edit.SetScore(Batches.ADA, "c2", Optional.of(BigDecimal.ZERO)), NOW);
        history.record(new Edit.Seal(Batches.ADA), NOW);
        assertThat(ada().stage(history.batch().scheme())).isEqualTo(Stage.SEALED);
        assertThatThrownBy(() -> history.record(new Edit.SetScore(Batches.ADA, "c2", Optional.of(BigDecimal.ONE)), NOW))
                .isInstanceOf(EditRefused.class);
        history.record(new Edit.RecordReceipt(Batches.ADA, Optional.of(new Receipt("r", NOW, "d", "v1"))), NOW);
        assertThat(ada().stage(history.batch().scheme())).isEqualTo(Stage.HANDED_BACK);
        history.record(new Edit.OpenAgain(Batches.ADA), NOW);
        assertThat(ada().stage(history.batch().scheme())).isEqualTo(Stage.SCORED);
        assertThat(ada().receipt()).as("the tag is needed for the next hand-back").isPresent();
        history.undo(ADA, NOW);
        assertThat(ada().stage(history.batch().scheme())).isEqualTo(Stage.HANDED_BACK);
    }

    @Test
    void anOutOfRangeScoreChangesNothing() {
        Batch before = history.batch();
        assertThatThrownBy(() -> history.record(new Edit.SetScore(Batches.ADA, "c1", Optional.of(BigDecimal.TEN)), NOW))
                .isInstanceOf(EditRefused.class);
        assertThat(history.batch()).isSameAs(before);
    }

    @Property(tries = 200)
    void undoingEverythingRestoresTheBatchAndAReplayEqualsIt(@ForAll long seed,
            @ForAll @IntRange(min = 1, max = 60) int count) {
        History made = new History(Batches.three());
        List<Entry> lines = new ArrayList<>();
        Random random = new Random(seed);
        for (int i = 0; i < count; i++) {
            try {
                lines.add(made.record(randomEdit(random, made.batch(), i), NOW.plusSeconds(60L * i)));
            } catch (EditRefused e) {
                assertThat(e.getMessage()).isNotBlank();
            }
            if (random.nextInt(5) == 0) {
                made.undo(ADA, NOW).ifPresent(lines::add);
            }
        }
        History again = new History(Batches.three());
        lines.forEach(again::replay);
        assertThat(again.batch().submissions()).containsExactlyElementsOf(made.batch().submissions());
        assertThat(again.batch().phrasebook()).isEqualTo(made.batch().phrasebook());
        while (again.undo(ADA, NOW).isPresent()) {
            made.undo(ADA, NOW);
        }
        assertThat(again.batch().submission(Batches.ADA)).isEqualTo(Batches.three().submission(Batches.ADA));
        assertThat(made.batch().submission(Batches.ADA)).isEqualTo(Batches.three().submission(Batches.ADA));
    }

    private static Edit randomEdit(Random random, Batch batch, int number) {
        List<Mark> marks = batch.submission(Batches.ADA).marks();
        Mark any = marks.isEmpty() ? null : marks.get(random.nextInt(marks.size()));
        return switch (random.nextInt(15)) {
            case 0 -> new Edit.SetScore(Batches.ADA, random.nextBoolean() ? "c1" : "c2",
                    random.nextInt(4) == 0 ? Optional.empty() : Optional.of(BigDecimal.valueOf(random.nextInt(6))));
            case 1 -> new Edit.WriteOnTheWhole(Batches.ADA, "words " + number);
            case 2 -> any == null
                    ? new Edit.WritePrivately(Batches.ADA, "x" + number)
                    : new Edit.RemoveMark(Batches.ADA, any.id());
            case 3 -> any == null
                    ? new Edit.WritePrivately(Batches.ADA, "y")
                    : new Edit.ChangeMark(Batches.ADA, any.movedBy(1, 2).withRemark(Remark.of("moved")));
            case 4 -> new Edit.Seal(Batches.ADA);
            case 5 -> new Edit.OpenAgain(Batches.ADA);
            case 6 -> any == null
                    ? new Edit.WritePrivately(Batches.ADA, "z")
                    : new Edit.Together(List.of(
                            new Edit.KeepPhrase(
                                    new Phrase("p" + number % 3, "c", "words " + number, "", Optional.empty())),
                            new Edit.ChangeMark(Batches.ADA, any.movedBy(3, 0))));
            case 7 -> any == null
                    ? new Edit.TurnPage(Batches.ADA, new PageRef("d1", 0), 90 * random.nextInt(4))
                    : new Edit.OrderMark(Batches.ADA, any.id(), random.nextInt(5));
            case 8 -> new Edit.TurnPage(Batches.ADA, new PageRef("d1", random.nextInt(2)), 90 * random.nextInt(4));
            case 10 -> new Edit.SetStanding(Batches.ADA, random.nextBoolean() ? "c1" : "c2", random.nextInt(3) == 0
                    ? Optional.empty()
                    : Optional.of(Standing.values()[random.nextInt(2)]));
            case 11 -> new Edit.Judge(Batches.ADA, "c1", Judgement.of(BigDecimal.valueOf(random.nextInt(9))));
            case 12 -> new Edit.WriteOnCriterion(Batches.ADA, "c2", "words " + number);
            case 13 -> new Edit.Moderate(Batches.ADA, random.nextBoolean()
                    ? Optional.empty()
                    : Optional.of(new Moderation(BigDecimal.valueOf(number), "")));
            case 9 -> Chronicle.bringBack(Batches.three().submission(Batches.ADA));
            default -> new Edit.PlaceMark(Batches.ADA, Batches.note("m" + number, "d1", random.nextInt(3), "remark"));
        };
    }

    private static HandIn second(String document) {
        return new HandIn(2, Optional.empty(), "",
                List.of(new Document(document, "again.pdf", "1".repeat(64), 5, new Pages.Awaited(), "a test says so")));
    }

    @Test
    void aNewHandInCountsAndMarksStayOnTheOldOne() {
        history.record(new Edit.PlaceMark(Batches.ADA, Batches.note("m1", "d1", 0, "one")), NOW);
        history.record(new Edit.ReceiveHandIn(Batches.ADA, second("d9")), NOW);
        assertThat(ada().current()).get().extracting(HandIn::number).isEqualTo(2);
        assertThat(ada().marks()).hasSize(1);
        assertThat(ada().handIns().getFirst().documents()).extracting(Document::id).contains("d1");
        history.undo(ADA, NOW);
        assertThat(ada().marks()).isEmpty();
        assertThat(ada().handIns()).hasSize(2);
    }

    @Test
    void theMarkerMayChooseAnEarlierHandIn() {
        history.record(new Edit.ReceiveHandIn(Batches.ADA, second("d9")), NOW);
        history.record(new Edit.LetCount(Batches.ADA, Optional.of(1)), NOW);
        assertThat(ada().documents()).extracting(Document::id).containsExactly("d1");
        assertThat(ada().hasNewer()).isTrue();
        history.undo(ADA, NOW);
        assertThat(ada().documents()).extracting(Document::id).containsExactly("d9");
        assertThatThrownBy(() -> history.record(new Edit.LetCount(Batches.ADA, Optional.of(7)), NOW))
                .isInstanceOf(EditRefused.class);
    }

    @Test
    void arrivalsAfterSealingDoNotCount() {
        history.record(new Edit.SetScore(Batches.ADA, "c1", Optional.of(BigDecimal.ONE)), NOW);
        history.record(new Edit.SetScore(Batches.ADA, "c2", Optional.of(BigDecimal.ONE)), NOW);
        history.record(new Edit.Seal(Batches.ADA), NOW);
        history.record(new Edit.ReceiveHandIn(Batches.ADA, second("d9")), NOW);
        assertThat(ada().documents()).extracting(Document::id).containsExactly("d1");
        assertThat(ada().hasNewer()).isTrue();
    }

    @Test
    void pagesComeLaterAndAnAttachedDocumentCanBeUndone() {
        history.record(new Edit.ReceiveHandIn(Batches.ADA, second("d9")), NOW);
        history.record(new Edit.MakePages(Batches.ADA, "d9", new Pages.Ready(4, "d9.pdf")), NOW);
        assertThat(ada().pages()).hasSize(4);
        Document changed = new Document("a1", "again.docx", "2".repeat(64), 5, new Pages.None(), "attached by you");
        history.record(new Edit.AttachFile(Batches.ADA, new Attached("d9", changed)), NOW);
        assertThat(ada().attached()).hasSize(1);
        history.undo(ADA, NOW);
        assertThat(ada().attached()).isEmpty();
        assertThat(ada().pages()).hasSize(4);
    }

    @Test
    void enrolsOnceAndChangesTimes() {
        org.epiglyph.core.roster.Student dora = new org.epiglyph.core.roster.Student(new StudentKey("K-9"), "Dora",
                "Example", "A");
        history.record(new Edit.Enrol(dora), NOW);
        assertThatThrownBy(() -> history.record(new Edit.Enrol(dora), NOW)).isInstanceOf(EditRefused.class);
        assertThat(history.batch().submission(dora.key()).handIns()).isEmpty();
        var task = history.batch().task();
        history.record(
                new Edit.ChangeTask(task.withTimes(Optional.of(NOW), java.time.Duration.ZERO, java.util.Map.of())),
                NOW);
        history.undo(Optional.empty(), NOW);
        assertThat(history.batch().task()).isEqualTo(task);
    }
}

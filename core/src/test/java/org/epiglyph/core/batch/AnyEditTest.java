package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.Function;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Collection;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.OwnLateness;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.core.task.Task;
import org.junit.jupiter.api.Test;

/**
 * Whatever a marker does in whatever order, the batch applies or refuses it with a message, and undo always works.
 * Edits of all kinds are mixed with schemes and class lists that change in between.
 */
class AnyEditTest {
    private static final Instant NOW = Instant.parse("2026-03-20T20:00:00Z");
    private static final Optional<StudentKey> ADA = Optional.of(Batches.ADA);
    private static final List<String> CRITERIA = List.of("c1", "c2", "c3", "gone");
    private static final List<StudentKey> STUDENTS = List.of(Batches.ADA, Batches.BAO, Batches.CARYS,
            new StudentKey("K-4"), new StudentKey("nobody"));

    @Test
    void undoSkipsAScoreOfARemovedCriterion() {
        History history = new History(Batches.three());
        history.record(new Edit.WriteOnTheWhole(Batches.ADA, "Good."), NOW);
        history.record(score("c1", 5), NOW);
        MarkScheme without = new MarkScheme(List.of(Batches.three().scheme().criterion("c2")));
        history.record(new Edit.ChangeScheme(without, List.of()), NOW);
        List<String> passedOver = new ArrayList<>();
        history.undo(ADA, NOW, e -> passedOver.add(e.getMessage()));
        assertThat(passedOver).containsExactly("The mark scheme no longer has that criterion.");
        assertThat(history.batch().submission(Batches.ADA).onTheWhole()).isEmpty();
        assertThat(history.undo(ADA, NOW)).isEmpty();
    }

    @Test
    void undoSkipsAScoreAboveALoweredMaximumUntilItIsRaised() {
        History history = new History(Batches.three());
        history.record(score("c1", 8), NOW);
        history.record(score("c1", 3), NOW.plusSeconds(60));
        MarkScheme before = history.batch().scheme();
        MarkScheme lower = new MarkScheme(
                List.of(new Criterion("c1", "Method", "", BigDecimal.valueOf(4), BigDecimal.ONE)));
        history.record(new Edit.ChangeScheme(lower, List.of()), NOW);
        assertThat(history.undo(ADA, NOW)).as("8 is above 4: passed over; not scored fits").isPresent();
        assertThat(history.batch().submission(Batches.ADA).scores().isSettled("c1")).isFalse();
        history.record(new Edit.ChangeScheme(before, List.of()), NOW);
        history.redo(ADA, NOW);
        history.redo(ADA, NOW);
        assertThat(history.batch().submission(Batches.ADA).scores().score("c1"))
                .contains(BigDecimal.valueOf(3));
    }

    @Test
    void undoingAReopeningDoesNotClaimChangedWorkWasHandedBack() {
        History history = new History(Batches.three());
        history.record(score("c1", 5), NOW);
        history.record(score("c2", 1), NOW);
        history.record(new Edit.Seal(Batches.ADA), NOW);
        history.record(new Edit.RecordReceipt(Batches.ADA, Optional.of(new Receipt("R", NOW, "d", "\"v1\""))), NOW);
        history.record(new Edit.OpenAgain(Batches.ADA), NOW);
        history.record(score("c2", 2), NOW);
        history.record(new Edit.Seal(Batches.ADA), NOW);
        history.record(new Edit.OpenAgain(Batches.ADA), NOW);
        history.undo(ADA, NOW);
        assertThat(history.batch().submission(Batches.ADA).sealed()).isTrue();
        assertThat(history.batch().submission(Batches.ADA).handedBack()).isFalse();
    }

    @Test
    void aDueTimeThatChangesAResultClearsHandedBack() {
        History history = new History(Batches.three());
        history.record(score("c1", 5), NOW);
        history.record(score("c2", 1), NOW);
        history.record(new Edit.Seal(Batches.ADA), NOW);
        history.record(new Edit.RecordReceipt(Batches.ADA, Optional.of(new Receipt("R", NOW, "d", "\"v1\""))), NOW);
        Task before = history.batch().task();
        history.record(new Edit.ChangeTask(new Task(before.id(), before.module(), before.title(),
                before.instructions(), before.due(), before.zone(), BigDecimal.valueOf(24))), NOW);
        Submission after = history.batch().submission(Batches.ADA);
        assertThat(after.handedBack()).isEqualTo(
                history.batch()
                        .result(Batches.ADA)
                        .derivation()
                        .equals(Batches.three()
                                .apply(score("c1", 5))
                                .apply(score("c2", 1))
                                .result(Batches.ADA)
                                .derivation()));
    }

    @Test
    void aNestedEditOfSeveralStudentsBelongsToTheBatch() {
        Edit two = new Edit.Together(
                List.of(new Edit.WritePrivately(Batches.BAO, "b"), new Edit.WritePrivately(Batches.CARYS, "c")));
        assertThat(new Edit.Together(List.of(score("c1", 5), two)).scope()).isEmpty();
        assertThat(new Edit.Together(List.of(score("c1", 5), new Edit.Together(List.of(score("c2", 1))))).scope())
                .isEqualTo(ADA);
        Edit scheme = new Edit.ChangeScheme(Batches.three().scheme(), List.of());
        assertThat(new Edit.Together(List.of(score("c1", 5), scheme)).scope()).as("it reaches everybody").isEmpty();
        Edit phrase = new Edit.KeepPhrase(new Phrase("p", "c", "words", "", Optional.empty()));
        assertThat(new Edit.Together(List.of(score("c1", 5), phrase)).scope()).isEqualTo(ADA);
    }

    /** A replayed history has the same batch and the same undo steps as the original one. */
    @Property(tries = 300)
    void everyEditIsAppliedOrRefusedAndUndoNeverFails(@ForAll long seed) {
        Random random = new Random(seed);
        History history = new History(Batches.three());
        for (int i = 0; i < 120; i++) {
            Instant at = NOW.plusSeconds(i * 7L);
            try {
                switch (random.nextInt(10)) {
                    case 0, 1 -> history.undo(scope(random), at);
                    case 2 -> history.redo(scope(random), at);
                    default -> history.record(edit(random, history.batch(), i, 0), at);
                }
            } catch (EditRefused e) {
                assertThat(e.getMessage()).endsWith(".");
            }
            history.batch().submissions().forEach(s -> history.batch().result(s.student().key()));
        }
        History again = new History(Batches.three());
        history.lines().forEach(again::replay);
        assertThat(List.copyOf(again.batch().submissions())).isEqualTo(List.copyOf(history.batch().submissions()));
        takeEverythingBack(again, history);
    }

    /** A history continued from a checkpoint applies, refuses and undoes the same as the complete one. */
    @Property(tries = 300)
    void aHistoryContinuesFromACheckpointAsFromItsStart(@ForAll long seed) {
        Random random = new Random(seed);
        History whole = new History(Batches.three());
        History goingOn = null;
        int cut = random.nextInt(120);
        for (int i = 0; i < 120; i++) {
            if (i == cut) {
                goingOn = new History(whole.checkpoint(), linesOf(whole));
            }
            Instant at = NOW.plusSeconds(i * 7L);
            long choice = random.nextInt(10);
            Optional<StudentKey> scope = scope(random);
            Edit edit = edit(random, whole.batch(), i, 0);
            Function<History, Object> act = h -> {
                try {
                    return choice < 2 ? h.undo(scope, at) : choice == 2 ? h.redo(scope, at) : h.record(edit, at);
                } catch (EditRefused e) {
                    return e.getMessage();
                }
            };
            Object was = act.apply(whole);
            if (goingOn != null) {
                assertThat(act.apply(goingOn)).isEqualTo(was);
            }
        }
        assertThat(List.copyOf(goingOn.batch().submissions())).isEqualTo(List.copyOf(whole.batch().submissions()));
        for (StudentKey student : STUDENTS) {
            assertThat(Chronicle.at(whole.collected(), whole.lines(), whole.last(), student))
                    .isEqualTo(whole.batch().position(student) < 0
                            ? Optional.empty()
                            : Optional.of(whole.batch().submission(student)));
        }
        takeEverythingBack(goingOn, whole);
        assertThat(goingOn.checkpoint().done()).isEqualTo(whole.checkpoint().done());
        assertThat(goingOn.checkpoint().undone()).isEqualTo(whole.checkpoint().undone());
    }

    /** The entries so far, stored so that those of one student can be told from all others. */
    private static EarlierLines linesOf(History history) {
        List<Entry> lines = history.lines();
        return new EarlierLines() {
            @Override
            public Batch collected() {
                return history.collected();
            }

            @Override
            public List<Entry> of(StudentKey student) {
                return lines.stream().filter(l -> l.edit().mayChange(student)).toList();
            }
        };
    }

    /** Until nothing applicable is left; a seal of several students at once blocks undo until it is opened. */
    private static void takeEverythingBack(History again, History history) {
        for (StudentKey student : STUDENTS) {
            int steps = 0;
            for (Optional<Edit> back = undone(again, student); back.isPresent(); back = undone(again, student)) {
                assertThat(back).isEqualTo(undone(history, student));
                assertThat(++steps).as("steps back").isLessThan(1000);
            }
            assertThat(undone(history, student)).isEmpty();
        }
    }

    private static Optional<Edit> undone(History history, StudentKey student) {
        try {
            return history.undo(Optional.of(student), NOW.plusSeconds(9000)).map(Entry::edit);
        } catch (EditRefused e) {
            assertThat(e.isTemporary()).isTrue();
            assertThat(history.batch().submission(student).sealed()).isTrue();
            return Optional.empty();
        }
    }

    private static Edit.Judge score(String criterion, int points) {
        return new Edit.Judge(Batches.ADA, criterion, Judgement.of(BigDecimal.valueOf(points)));
    }

    private static Optional<StudentKey> scope(Random random) {
        return random.nextInt(4) == 0 ? Optional.empty() : Optional.of(one(STUDENTS, random));
    }

    private static Edit covering(Random random, Batch batch, StudentKey student) {
        return switch (random.nextInt(5)) {
            case 4 -> new Edit.DrawStrips(List.of(Covers.Strip.HEAD));
            case 0 -> Covers.everybody(batch, random);
            case 1 -> new Edit.CoverNames(batch.covers().scripts(), Set.of(student));
            case 2 -> new Edit.UncoverNames(Set.of(student), "a question");
            default -> new Edit.UncoverNames(Set.copyOf(batch.students()), "done");
        };
    }

    private static <T> T one(List<T> of, Random random) {
        return of.get(random.nextInt(of.size()));
    }

    /** Edits that a faulty program, a merged history or a hasty hand might request. */
    private static Edit edit(Random random, Batch batch, int i, int depth) {
        StudentKey student = one(STUDENTS, random);
        String criterion = one(CRITERIA, random);
        List<Mark> marks = batch.submissions()
                .stream()
                .filter(s -> s.student().key().equals(student))
                .flatMap(s -> s.marks().stream())
                .toList();
        Mark mark = marks.isEmpty() ? Batches.note("n" + i, "d1", 0, "words") : one(marks, random);
        Phrase phrase = new Phrase("p" + random.nextInt(3), "c" + i, "words " + i, "", Optional.empty());
        return switch (random.nextInt(depth > 1 ? 31 : 33)) {
            case 0, 1 -> new Edit.PlaceMark(student, Batches.note("n" + random.nextInt(9), "d1", 0, "w" + i),
                    random.nextInt(5) - 1);
            case 2 -> new Edit.ChangeMark(student, mark.withRemark(Remark.of("w" + i)));
            case 3 -> new Edit.RemoveMark(student, mark.id());
            case 4 -> new Edit.SetScore(student, criterion, Optional.of(BigDecimal.valueOf(random.nextInt(10))));
            case 5 -> new Edit.SetStanding(student, criterion, Optional.of(one(List.of(Standing.values()), random)));
            case 6, 7 -> new Edit.Judge(student, criterion, random.nextBoolean()
                    ? Judgement.of(BigDecimal.valueOf(random.nextInt(9)))
                    : Judgement.NONE);
            case 8 -> new Edit.WriteOnCriterion(student, criterion, "w" + i);
            case 9 -> random.nextBoolean()
                    ? new Edit.Moderate(student, Optional.of(new Moderation(BigDecimal.valueOf(i % 3), "why")))
                    : new Edit.SetLateness(student, Optional.of(new OwnLateness(BigDecimal.valueOf(i % 3), "why")));
            case 10, 11 -> new Edit.ChangeScheme(scheme(random), List.of(new Edit.Rescore(student, criterion,
                    Judgement.NONE, Judgement.of(BigDecimal.ONE))));
            case 12 -> random.nextBoolean()
                    ? new Edit.WriteOnTheWhole(student, "w" + i)
                    : new Edit.AssignMarker(student, random.nextBoolean() ? "marker " + i : "");
            case 13 -> switch (random.nextInt(3)) {
                case 0 -> new Edit.KeepSpoken(student, spoken(random, i));
                case 1 -> new Edit.RemoveSpoken(student, "s" + random.nextInt(3));
                default -> new Edit.WritePrivately(student, "w" + i);
            };
            case 14 -> new Edit.Seal(student);
            case 15 -> new Edit.OpenAgain(student);
            case 16 -> new Edit.SeePage(student, new PageRef("d1", i % 3));
            case 17 -> new Edit.RecordReceipt(student, Optional.of(new Receipt("r" + i, NOW.plusSeconds(i), "d", "v",
                    i % 2 == 0 ? Destination.UNNAMED : Destination.record("https://r.example", "t"), "")));
            case 18 -> new Edit.ReceiveHandIn(student, new HandIn(1 + random.nextInt(3), Optional.of(NOW), "", List.of(
                    new Document("d" + i, "d.pdf", "0".repeat(64), 1, new Pages.Awaited(), ""))));
            case 19 -> new Edit.MakePages(student, "d" + random.nextInt(6), new Pages.Ready(1, ""));
            case 20 ->
                new Edit.LetCount(student, random.nextBoolean() ? Optional.of(random.nextInt(3)) : Optional.empty());
            case 21 -> new Edit.OrderMark(student, mark.id(), random.nextInt(5));
            case 22 -> random.nextBoolean()
                    ? new Edit.Enrol(new Student(student, "Dara", "Example", "B"))
                    : covering(random, batch, student);
            case 23 ->
                new Edit.ChangeTask(new Task("t", "", "Work " + i, "", Optional.of(NOW.minus(Duration.ofDays(i % 9))),
                        ZoneId.of("UTC"), BigDecimal.valueOf(1 + i % 20)));
            case 24 -> random.nextBoolean() ? new Edit.KeepPhrase(phrase) : new Edit.RemovePhrase(phrase.id());
            case 25 -> new Edit.ArrangePhrases(
                    List.of(new Edit.PhraseChange(batch.phrasebook().find(phrase.id()), Optional.of(phrase))),
                    List.of(new Collection("k", "Tides", true, true)), List.of("p1", "nothing"));
            case 27 -> random.nextInt(3) > 0
                    ? new Edit.AcceptFinding(student, new Acceptance("kind", "s" + i % 2, "", "because " + i))
                    : new Edit.WithdrawAcceptance(student, new Acceptance("kind", "s" + i % 2, "", ""));
            case 30 -> random.nextBoolean()
                    ? new Edit.Enclose(student,
                            new Document("e" + i % 3, "e.pdf", "0".repeat(64), 1, new Pages.None(), ""))
                    : new Edit.RemoveEnclosure(student, "e" + random.nextInt(3));
            case 28 -> random.nextBoolean()
                    ? new Edit.ReceiveAnswer(student,
                            new Answer("a" + i % 3, Optional.empty(), "w" + i, NOW.plusSeconds(i), "", false))
                    : new Edit.Reply(student, "a" + random.nextInt(3), random.nextBoolean() ? "r" + i : "");
            case 29 -> random.nextBoolean()
                    ? new Edit.LogLetter(student,
                            new LetterSent("d" + i % 3, "s", NOW.plusSeconds(i), "by mail", random.nextBoolean()))
                    : random.nextBoolean()
                            ? new Edit.StrikeLetter(student, "d" + random.nextInt(3))
                            : random.nextBoolean()
                                    ? new Edit.LearnAddress(student, "m" + i + "@example.org")
                                    : new Edit.LearnOpened(student, NOW.plusSeconds(i));
            case 26 -> random.nextBoolean()
                    ? new Edit.BringBack(student, marks, Scorecard.EMPTY.with(criterion, Optional.of(BigDecimal.TEN)),
                            "w", "p", List.of(spoken(random, i)))
                    : new Edit.Reword(
                            List.of(new Edit.Rewording(student, mark.id(), mark.remark(), Remark.of("w" + i))),
                            List.of(new Edit.Respoken(student, "", "", "w" + i)), List.of(),
                            Map.of(student, NOW.plusSeconds(i)));
            default -> new Edit.Together(List.of(edit(random, batch, i, depth + 1), edit(random, batch, i, depth + 1)));
        };
    }

    private static SpokenRemark spoken(Random random, int i) {
        SpokenPlace place = switch (random.nextInt(3)) {
            case 0 -> SpokenPlace.WHOLE;
            case 1 -> SpokenPlace.ofCriterion(one(CRITERIA, random));
            default -> SpokenPlace.ofMark("n" + random.nextInt(9));
        };
        return new SpokenRemark("s" + random.nextInt(3), place, new SpokenRemark.Sound("w" + i, "0".repeat(64), 9),
                9000, new Span(0, 8000), "w" + i);
    }

    private static MarkScheme scheme(Random random) {
        List<Criterion> criteria = new ArrayList<>();
        for (String id : List.of("c1", "c2", "c3")) {
            if (random.nextBoolean()) {
                criteria.add(new Criterion(id, "Criterion " + id, "", BigDecimal.valueOf(1 + random.nextInt(9)),
                        random.nextBoolean() ? BigDecimal.ONE : new BigDecimal("0.5")));
            }
        }
        return new MarkScheme(criteria, List.of(), Rules.USUAL);
    }
}

package org.epiglyph.core.markbook;

import static org.epiglyph.core.batch.Batches.with;
import static org.epiglyph.core.markbook.Classes.DUE;
import static org.epiglyph.core.markbook.Classes.number;
import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.OwnLateness;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.task.Task;
import org.junit.jupiter.api.Test;

/** The content of each column; incremental counts equal fresh counts. */
class ColumnTest {
    private static final StudentKey ADA = new StudentKey("K-1");

    /** Ada handed in twice, an hour late the second time. */
    private static Batch batch() {
        Document document = new Document("d1", "d.pdf", "0".repeat(64), 9, new Pages.Ready(3, ""), "");
        Submission ada = Submission.untouched(new Student(ADA, "Ada", "Example", "A"),
                List.of(new HandIn(1, Optional.of(DUE.minusSeconds(60)), "", List.of(document)),
                        new HandIn(2, Optional.of(DUE.plus(Duration.ofHours(1))), "",
                                List.of(new Document("d2", "e.pdf", "1".repeat(64), 9, new Pages.Ready(2, ""), "")))));
        return Batch.collected(new Task("t", "Tides", "Workbook", "", Optional.of(DUE), java.time.ZoneId.of("UTC"),
                number("22")), Classes.scheme(), Phrasebook.EMPTY, List.of(ada));
    }

    private static String words(Batch batch, Column column) {
        return column.cell(batch, batch.submission(ADA)).text();
    }

    private static Edit score(String criterion, String points) {
        return new Edit.SetScore(ADA, criterion, Optional.of(number(points)));
    }

    @Test
    void aScoreIsANumberAStandingALetterAndNothingBlank() {
        Column method = new Column.OfCriterion("c1");
        assertEquals("", words(batch(), method));
        assertEquals("6.5", words(with(batch(), score("c1", "6.5")), method));
        assertEquals("n", words(with(batch(), new Edit.SetStanding(ADA, "c1", Optional.of(Standing.NOT_ATTEMPTED))),
                method));
        assertEquals("x", words(with(batch(), new Edit.SetStanding(ADA, "c1", Optional.of(Standing.EXCUSED))), method));
        assertEquals("", words(batch(), new Column.OfCriterion("gone")));
    }

    @Test
    void aSectionIsBlankUntilSomethingIsScored() {
        Column working = new Column.OfSection("s1");
        assertEquals("", words(batch(), working));
        assertEquals("6", words(with(batch(), score("c1", "6")), working));
        assertEquals("9", words(with(batch(), score("c1", "6"), score("c2", "3")), working));
        assertEquals(Optional.of(number("12")), working.maximum(batch()));
    }

    @Test
    void aResultIsKnownOnceEverythingIsScoredAndATotalGrows() {
        Batch begun = with(batch(), score("c1", "6"));
        assertEquals(List.of("6", "", "", ""), List.of(words(begun, Column.Fact.TOTAL),
                words(begun, Column.Fact.RESULT), words(begun, Column.Fact.PERCENT), words(begun, Column.Fact.GRADE)));
        Batch done = with(begun, score("c2", "4"), score("c3", "10"));
        assertEquals(List.of("20", "20"), List.of(words(done, Column.Fact.TOTAL), words(done, Column.Fact.RESULT)));
        assertEquals("90.91", words(done, Column.Fact.PERCENT));
        assertTrue(!words(done, Column.Fact.GRADE).isEmpty());
    }

    @Test
    void showsWhatWasReceived() {
        assertEquals(List.of("K-1", "A", "2", "2"), List.of(words(batch(), Column.Fact.KEY),
                words(batch(), Column.Fact.SECTION), words(batch(), Column.Fact.HAND_INS),
                words(batch(), Column.Fact.PAGES)));
        assertTrue(words(batch(), Column.Fact.LATENESS).contains("late"));
        Batch first = with(batch(), new Edit.LetCount(ADA, Optional.of(1)));
        assertEquals(List.of("", "3"), List.of(words(first, Column.Fact.LATENESS), words(first, Column.Fact.PAGES)));
        Batch own = with(batch(), new Edit.SetLateness(ADA, Optional.of(new OwnLateness(number("2.50"), "ill"))));
        assertTrue(words(own, Column.Fact.LATENESS).endsWith("late, costs 2.5 %"), words(own, Column.Fact.LATENESS));
    }

    @Test
    void showsWhatTheMarkerWrote() {
        Note note = new Note(new Head("m1", new PageRef("d2", 0), Ink.MADDER, 0, Remark.of("Why?")),
                new PagePoint(10, 10));
        Batch written = with(batch(), new Edit.PlaceMark(ADA, note, 0), new Edit.WritePrivately(ADA, "ask"),
                new Edit.Moderate(ADA, Optional.of(new Moderation(number("-1.50"), ""))));
        assertEquals(List.of("1", "yes", "-1.5"), List.of(words(written, Column.Fact.REMARKS),
                words(written, Column.Fact.PRIVATE_NOTE), words(written, Column.Fact.MODERATED)));
        assertEquals(List.of("", "", ""), List.of(words(batch(), Column.Fact.REMARKS),
                words(batch(), Column.Fact.PRIVATE_NOTE), words(batch(), Column.Fact.MODERATED)));
    }

    @Test
    void showsWhatTheRecordHasAndWhenItWasOpened() {
        Instant at = DUE.plusSeconds(86_400);
        Receipt receipt = new Receipt("r1", at, "d", "v");
        Batch back = with(batch(), score("c1", "6"), score("c2", "4"), score("c3", "10"), new Edit.Seal(ADA),
                new Edit.RecordReceipt(ADA, Optional.of(receipt)));
        assertTrue(!words(back, Column.Fact.HANDED_BACK).isEmpty());
        assertEquals("", words(back, Column.Fact.OPENED));
        assertTrue(Condition.NOT_OPENED.holds(back, back.submission(ADA), Context.NONE));
        Batch opened = with(back, new Edit.LearnOpened(ADA, at.plusSeconds(60)));
        assertEquals("14 Mar, 18:01", words(opened, Column.Fact.OPENED));
        assertTrue(!Condition.NOT_OPENED.holds(opened, opened.submission(ADA), Context.NONE));
        Batch again = with(opened, new Edit.OpenAgain(ADA), score("c1", "7"), new Edit.Seal(ADA));
        assertEquals("14 Mar, 18:01", words(again, Column.Fact.OPENED), "the record still has what was opened");
        Batch sent = with(again, new Edit.RecordReceipt(ADA, Optional.of(new Receipt("r2", at, "e", "w"))));
        assertEquals("", words(sent, Column.Fact.OPENED));
    }

    @Test
    void findsTheAssignedMarkerWithoutChangingTheWork() {
        Batch given = with(batch(), new Edit.AssignMarker(ADA, "Rowan"));
        assertEquals("Rowan", words(given, Column.Fact.MARKER));
        assertEquals(List.of(ADA), Selection.EVERYBODY.withLetters("row")
                .in(given, Context.NONE)
                .stream()
                .map(s -> s.student().key())
                .toList());
        assertEquals(batch().submission(ADA).stage(batch().scheme()), given.submission(ADA).stage(given.scheme()));
    }

    @Test
    void readsEveryColumnBackByItsName() {
        List<Column> all = new ArrayList<>(List.of(Column.Fact.values()));
        all.addAll(List.of(new Column.OfCriterion("a b c"), new Column.OfSection("s1"), new Column.Drawn(-7)));
        all.forEach(c -> assertEquals(Optional.of(c), Column.named(c.code())));
        for (String odd : List.of("", "UNKNOWN", "drawn x", "drawn 99999999999999999999", "else c1")) {
            assertEquals(Optional.empty(), Column.named(odd));
        }
    }

    @Test
    void aFoldedSectionShowsItsSum() {
        assertEquals(List.of(new Column.OfCriterion("c1"), new Column.OfCriterion("c2"), new Column.OfSection("s1"),
                new Column.OfCriterion("c3")), Column.of(Classes.scheme(), Set.of()));
        assertEquals(List.of(new Column.OfSection("s1"), new Column.OfCriterion("c3")),
                Column.of(Classes.scheme(), Set.of("s1")));
    }

    // --- incremental and fresh counts

    /** A random edit that the batch accepts; empty if it refuses it. */
    private static Optional<Edit> edit(Batch batch, Random chance) {
        StudentKey student = batch.students().get(chance.nextInt(batch.students().size()));
        String criterion = "c" + (1 + chance.nextInt(3));
        Edit edit = switch (chance.nextInt(7)) {
            case 0 -> new Edit.SetStanding(student, criterion, Optional.of(Standing.NOT_ATTEMPTED));
            case 1 -> new Edit.SetScore(student, criterion, Optional.empty());
            case 2 -> new Edit.Seal(student);
            case 3 -> new Edit.OpenAgain(student);
            case 4 -> new Edit.WritePrivately(student, chance.nextBoolean() ? "note" : "");
            case 5 -> new Edit.Moderate(student, Optional.of(new Moderation(BigDecimal.ONE, "")));
            default -> new Edit.SetScore(student, criterion, Optional.of(BigDecimal.valueOf(chance.nextInt(5))));
        };
        try {
            batch.apply(edit);
            return Optional.of(edit);
        } catch (EditRefused e) {
            return Optional.empty();
        }
    }

    @Property(tries = 40)
    void incrementalCensusAndFootEqualFreshOnes(@ForAll long seed,
            @ForAll @IntRange(min = 1, max = 20) int size) {
        Random chance = new Random(seed);
        Batch batch = Classes.of(seed, size);
        List<Column> columns = new ArrayList<>(Column.of(batch.scheme(), Set.of()));
        columns.addAll(List.of(Column.Fact.TOTAL, Column.Fact.RESULT, Column.Fact.PERCENT));
        List<StudentKey> shown = batch.students().subList(0, (size + 1) / 2);
        Context context = Context.NONE.withAgain(Set.of(batch.students().getFirst()));
        Census census = new Census(batch, context);
        Foot foot = new Foot(batch, shown, columns);
        for (int i = 0; i < 30; i++) {
            Optional<Edit> edit = edit(batch, chance);
            if (edit.isPresent()) {
                Batch after = batch.apply(edit.get());
                census.changed(edit.get().students(), after);
                foot.changed(batch, after, edit.get().students().orElseThrow());
                batch = after;
            }
        }
        Batch last = batch;
        for (Condition condition : Condition.values()) {
            assertEquals(last.submissions().stream().filter(s -> condition.holds(last, s, context)).count(),
                    census.count(condition), condition.name());
        }
        Foot anew = new Foot(last, shown, columns);
        for (Column column : columns) {
            assertEquals(anew.tally(column).count(), foot.tally(column).count(), column.code());
            assertEquals(anew.tally(column).mean(), foot.tally(column).mean(), column.code());
            assertEquals(anew.tally(column).spread(), foot.tally(column).spread(), column.code());
            assertArrayEquals(anew.density(column).orElse(new int[Foot.PARTS]),
                    foot.density(column).orElse(new int[Foot.PARTS]), column.code());
        }
    }
}

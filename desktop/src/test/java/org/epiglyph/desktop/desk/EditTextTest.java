package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Aids;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Chronicle;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.History;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Shape;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.OwnLateness;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.marking.MarkText;
import org.junit.jupiter.api.Test;

/** The history in readable form. */
class EditTextTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final PagePoint AT = new PagePoint(10, 10);
    private final History history = new History(Batch.collected(
            new Task("", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
            new MarkScheme(List.of(new Criterion("c1", "Method", "", BigDecimal.TEN, BigDecimal.ONE))),
            Phrasebook.EMPTY,
            List.of(Submission.untouched(new Student(ADA, "Ada", "Example", ""), List.of()))));
    private int count;

    private Head head() {
        return new Head("m" + ++count, new PageRef("d", 1), Ink.MADDER, 0, Remark.NONE);
    }

    private List<String> words() {
        return Chronicle.items(history.collected(), history.lines(), Optional.empty())
                .stream()
                .map(i -> EditText.of(i, history.batch()))
                .toList();
    }

    private void done(Edit edit) {
        history.record(edit, Instant.EPOCH.plusSeconds(60L * ++count));
    }

    @Test
    void namesEveryKindOfMark() {
        PageBox box = new PageBox(1, 2, 30, 10);
        List<Mark> all = List.of(new Stroke(head(), InkPath.through(AT), 1, Stroke.Nib.FINE),
                new Stroke(head(), InkPath.through(AT), 9, Stroke.Nib.BROAD),
                new TextMarkup(head(), List.of(box), "range", TextMarkup.Style.WAVY_UNDERLINE), new Note(head(), AT),
                new Shape(head(), Shape.Form.BRACKET, AT, new PagePoint(10, 40), 1),
                new TypedText(head(), AT, "See the table", 12, 60), new Stamp(head(), Sign.SEEN, AT, 20),
                new Stamp(head(), new Face.Score(new BigDecimal("1.50"), 1), AT, 20),
                new Stamp(head(), new Face.Text("see me", 2), AT, 20),
                new Stamp(head(), new Face.Picture("a".repeat(64) + ".png", 1), AT, 20),
                new Correction(head(), List.of(box), "low", Optional.empty(), 12),
                new Correction(head(), List.of(box), "low", Optional.empty(), 12).movingTo(AT));
        assertThat(all).extracting(MarkText::of)
                .containsExactly("Ink", "Free highlight", "Wavy underline of \u201crange\u201d", "Note", "Bracket",
                        "Typed text \u201cSee the table\u201d", "Stamp: Seen", "Stamp: Points: 1.5", "Stamp: see me",
                        "Stamp: Own picture", "Correction: words deleted", "Correction: words moved");
    }

    @Test
    void describesEveryEdit() {
        Note note = new Note(head(), AT);
        List<Edit> edits = new ArrayList<>(List.of(new Edit.PlaceMark(ADA, note),
                new Edit.ChangeMark(ADA, note.withRemark(Remark.of("Why this table?"))),
                new Edit.ChangeMark(ADA, note.withRemark(Remark.of("Why this table?")).movedBy(1, 0)),
                new Edit.OrderMark(ADA, note.id(), 0), new Edit.SetScore(ADA, "c1", Optional.of(new BigDecimal("7.0"))),
                new Edit.SetStanding(ADA, "c1", Optional.of(Standing.NOT_ATTEMPTED)),
                new Edit.SetScore(ADA, "c1", Optional.empty()),
                new Edit.WriteOnTheWhole(ADA, "A plan. " + "x".repeat(90)),
                new Edit.WritePrivately(ADA, "never shown here"), new Edit.TurnPage(ADA, new PageRef("d", 1), 90),
                new Edit.RemoveMark(ADA, note.id()), new Edit.ChangeAids(Aids.NONE.withLanguage("fr")),
                new Edit.KeepPhrase(new Phrase("p", "u", "Units!", "", Optional.empty())), new Edit.RemovePhrase("p"),
                new Edit.Judge(ADA, "c1", Judgement.of(BigDecimal.TWO)),
                new Edit.WriteOnCriterion(ADA, "c1", "Show the working."),
                new Edit.Moderate(ADA, Optional.of(new Moderation(new BigDecimal("-1.50"), ""))),
                new Edit.Moderate(ADA, Optional.empty()),
                new Edit.SetLateness(ADA, Optional.of(new OwnLateness(new BigDecimal("5"), "ill"))),
                new Edit.SetLateness(ADA, Optional.empty()), new Edit.AssignMarker(ADA, "Rowan"),
                new Edit.AssignMarker(ADA, ""),
                new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.ONE)), new Edit.Seal(ADA),
                new Edit.OpenAgain(ADA),
                new Edit.ChangeScheme(history.batch().scheme(), List.of(new Edit.Rescore(ADA, "c1",
                        Judgement.of(BigDecimal.ONE), Judgement.NONE))),
                new Edit.Reword(List.of(), List.of(), List.of()),
                new Edit.ArrangePhrases(List.of(), List.of(), List.of())));
        edits.forEach(this::done);
        done(new Edit.Together(List.of(new Edit.PlaceMark(ADA, note), new Edit.PlaceMark(ADA, new Note(head(), AT)))));
        List<String> words = words().reversed();
        assertThat(words).noneMatch(w -> w.startsWith("!"))
                .noneMatch(w -> w.contains("never shown"))
                .contains("Note on page 2", "Wrote \u201cWhy this table?\u201d on page 2", "Changed: Note on page 2",
                        "Deleted: Note on page 2", "Method: 7", "Method: not attempted", "Method: score removed",
                        "Wrote the private note", "Rotated page 2", "Method: 2",
                        "Method: wrote \u201cShow the working.\u201d", "Moderated the result by -1.5",
                        "Removed the moderation", "Lateness penalty for this student: 5 %",
                        "Lateness penalty as in the mark scheme", "Changed the mark scheme (1 score changed)",
                        "Changed the phrasebook", "Sealed", "Opened again",
                        "Note on page 2, and 1 more");
        assertThat(words).anyMatch(w -> w.startsWith("Overall remark: \u201cA plan.") && w.endsWith("\u2026\u201d"));
    }

    @Test
    void describesUndoneEdits() {
        done(new Edit.WriteOnTheWhole(ADA, "Well done"));
        history.undo(Optional.of(ADA), Instant.EPOCH.plusSeconds(900));
        history.redo(Optional.of(ADA), Instant.EPOCH.plusSeconds(990));
        assertThat(Chronicle.items(history.collected(), history.lines(), Optional.of(ADA)))
                .extracting(Chronicle.Item::kind)
                .containsExactly(Entry.Kind.REDONE, Entry.Kind.UNDONE, Entry.Kind.DONE);
    }
}

package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.epiglyph.core.Message;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.NameCover;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.junit.jupiter.api.Test;

/** Queries on one student's submission. */
class SubmissionTest {
    private static final Instant NOW = Instant.parse("2026-03-20T20:00:00Z");
    private final History history = new History(Batches.three());

    private Submission ada() {
        return history.batch().submission(Batches.ADA);
    }

    private Submission bao() {
        return history.batch().submission(Batches.BAO);
    }

    private void record(Edit edit) {
        history.record(edit, NOW);
    }

    private static SpokenRemark spoken(String id, String text) {
        return new SpokenRemark(id, SpokenPlace.WHOLE, new SpokenRemark.Sound("sound-" + id, "0".repeat(64), 7), 900,
                new Span(0, 900), text);
    }

    private static Document file(String id) {
        return new Document(id, id + ".pdf", "1".repeat(64), 5, new Pages.Ready(1, ""), "");
    }

    @Test
    void attachesEnclosesOrLinksTheMarkersFiles() {
        record(new Edit.AttachFile(Batches.ADA, new Attached("d1", file("a1"))));
        record(new Edit.Enclose(Batches.ADA, file("e1")));
        record(new Edit.KeepSpoken(Batches.ADA, spoken("r1", "")));
        assertThat(ada().ownFiles()).extracting(Document::id).containsExactly("a1", "e1", "sound-r1");
        assertThat(ada().attached()).extracting(Attached::isEnclosure).containsExactly(false, true);
        record(new Edit.RemoveEnclosure(Batches.ADA, "e1"));
        assertThat(ada().attached()).extracting(a -> a.document().id()).containsExactly("a1");
        record(new Edit.DetachFile(Batches.ADA, "a1"));
        assertThat(ada().attached()).isEmpty();
        history.undo(Optional.of(Batches.ADA), NOW);
        history.undo(Optional.of(Batches.ADA), NOW);
        assertThat(ada().attached()).extracting(a -> a.document().id()).containsExactly("a1", "e1");
    }

    @Test
    void namesACoveredStudentsDocumentsByNumber() {
        Document second = bao().documents().getLast();
        assertThat(bao().displayName(second)).isEqualTo("d3.pdf");
        assertThat(bao().cover()).isEqualTo(NameCover.NONE);
        record(new Edit.KeepSpoken(Batches.BAO, spoken("r1", "")));
        record(new Edit.CoverNames(List.of(Batches.CARYS, Batches.ADA, Batches.BAO),
                Set.copyOf(history.batch().students())));
        assertThat(bao().displayName(second)).isEqualTo("document 2");
        assertThat(bao().displayName(bao().documents().getFirst())).isEqualTo("document 1");
        assertThat(bao().displayName(file("x"))).isEqualTo("a document");
        assertThat(bao().displayName(Document.of(spoken("r1", "")))).as("the marker's own voice")
                .isEqualTo(SpokenRemark.FILE_NAME);
        assertThat(bao().cover()).isNotEqualTo(NameCover.NONE);
        Submission shown = Batches.three().submission(Batches.BAO).shownAs(bao());
        assertThat(shown.student()).isEqualTo(bao().student());
        assertThat(shown.spoken()).isEmpty();
    }

    @Test
    void seeingAPageIsNoDifferenceButEverythingElseIs() {
        Submission before = ada();
        record(new Edit.SeePage(Batches.ADA, new PageRef("d1", 1)));
        assertThat(ada().seen()).containsExactly(new PageRef("d1", 1));
        assertThat(ada().differsOnlyInSeen(before)).isTrue();
        assertThat(ada().differsOnlyInSeen(ada())).isTrue();
        assertThat(ada().differsOnlyInSeen(bao())).isFalse();
        List<Function<Submission, Edit>> changes = List.of(s -> new Edit.WriteOnTheWhole(Batches.ADA, "whole"),
                s -> new Edit.WritePrivately(Batches.ADA, "own"),
                s -> new Edit.PlaceMark(Batches.ADA, Batches.note("m1", "d1", 0, "Why?")),
                s -> new Edit.SetScore(Batches.ADA, "c1", Optional.of(BigDecimal.ONE)),
                s -> new Edit.AssignMarker(Batches.ADA, "Ines"),
                s -> new Edit.KeepSpoken(Batches.ADA, spoken("r1", "")),
                s -> new Edit.TurnPage(Batches.ADA, new PageRef("d1", 0), 90),
                s -> new Edit.AcceptFinding(Batches.ADA, new Acceptance("k", "", "", "")),
                s -> new Edit.LearnAddress(Batches.ADA, "ada@example.org"), s -> new Edit.Seal(Batches.ADA),
                s -> new Edit.LogLetter(Batches.ADA, new LetterSent("d", "s", NOW, "by mail", true)));
        for (Function<Submission, Edit> change : changes) {
            Submission was = ada();
            Edit edit = change.apply(was);
            if (edit instanceof Edit.Seal) {
                record(new Edit.SetScore(Batches.ADA, "c2", Optional.of(BigDecimal.ONE)));
                was = ada();
            }
            record(edit);
            assertThat(ada().differsOnlyInSeen(was)).as(edit.toString()).isFalse();
        }
        assertThat(ada().marker()).isEqualTo("Ines");
    }

    @Test
    void aPrivateMarkIsNotForTheStudent() {
        Mark open = Batches.note("m1", "d1", 0, "Why?");
        Mark own = Batches.note("m2", "d1", 0, "Ask a colleague").withRemark(new Remark("Ask", Audience.PRIVATE, ""));
        record(new Edit.PlaceMark(Batches.ADA, open));
        record(new Edit.PlaceMark(Batches.ADA, own));
        assertThat(ada().marksForStudent()).containsExactly(open);
        assertThat(ada().findMark("m2")).contains(own);
        assertThat(ada().findMark("m3")).isEmpty();
    }

    @Test
    void goesFromStageToStage() {
        Batch batch = history.batch();
        assertThat(batch.submission(Batches.CARYS).stage(batch.scheme())).isEqualTo(Stage.NOTHING_RECEIVED);
        assertThat(ada().stage(batch.scheme())).isEqualTo(Stage.UNTOUCHED);
        record(new Edit.SeePage(Batches.ADA, new PageRef("d1", 0)));
        assertThat(ada().stage(batch.scheme())).as("looking is not marking").isEqualTo(Stage.UNTOUCHED);
        record(new Edit.SetScore(Batches.ADA, "c1", Optional.of(BigDecimal.ONE)));
        assertThat(ada().stage(batch.scheme())).isEqualTo(Stage.BEGUN);
        record(new Edit.SetScore(Batches.ADA, "c2", Optional.of(BigDecimal.ONE)));
        assertThat(ada().stage(batch.scheme())).isEqualTo(Stage.SCORED);
        record(new Edit.Seal(Batches.ADA));
        assertThat(ada().stage(batch.scheme())).isEqualTo(Stage.SEALED);
        record(new Edit.RecordReceipt(Batches.ADA, Optional.of(new Receipt("r", NOW, "d", "v"))));
        assertThat(ada().stage(batch.scheme())).isEqualTo(Stage.HANDED_BACK);
    }

    @Test
    void ordersPageTraitsAndDerivesThemFromOldNotes() {
        Pages both = new Pages.Ready(1, "", List.of(), Set.of(Pages.Trait.CERTIFIED, Pages.Trait.ACTIVE));
        assertThat(both.toString()).contains("[ACTIVE, CERTIFIED]");
        assertThat(both.has(Pages.Trait.ACTIVE)).isTrue();
        assertThat(new Pages.Ready(1, "").has(Pages.Trait.ACTIVE)).isFalse();
        assertThat(new Pages.None().has(Pages.Trait.ACTIVE)).isFalse();
        Pages old = new Pages.Ready(1, "",
                List.of(Message.literal("A note. It contains scripts or starts other programs.")),
                null);
        assertThat(old.has(Pages.Trait.ACTIVE)).isTrue();
        assertThat(old.has(Pages.Trait.CERTIFIED)).isFalse();
        assertThat(file("x").withId("y").id()).isEqualTo("y");
    }

    @Test
    void describesUndoAndRedo() {
        Optional<StudentKey> ada = Optional.of(Batches.ADA);
        assertThat(history.canUndo(ada)).isFalse();
        assertThat(history.canRedo(ada)).isFalse();
        record(new Edit.WriteOnTheWhole(Batches.ADA, "whole"));
        assertThat(history.canUndo(ada)).isTrue();
        assertThat(history.canUndo(Optional.of(Batches.BAO))).isFalse();
        history.undo(ada, NOW);
        assertThat(history.canRedo(ada)).isTrue();
        assertThat(history.canRedo(Optional.of(Batches.BAO))).isFalse();
        assertThat(history.redo(ada, NOW)).map(Entry::edit).contains(new Edit.WriteOnTheWhole(Batches.ADA, "whole"));
        assertThat(history.redo(ada, NOW)).isEmpty();
        assertThat(history.canRedo(ada)).isFalse();
        assertThat(history.base()).isZero();
    }
}

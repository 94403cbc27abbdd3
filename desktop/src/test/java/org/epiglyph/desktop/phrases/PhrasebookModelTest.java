package org.epiglyph.desktop.phrases;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.PhraseReach;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Collection;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.desktop.marking.BareBatch;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PhrasebookModelTest {
    private static final SerialExecutor AT_ONCE = new SerialExecutor(Runnable::run, Runnable::run);
    @TempDir
    private Path folder;
    private Workspace workspace;
    private PhrasebookModel model;

    @BeforeEach
    void open() throws Exception {
        workspace = Workspace.open(BareBatch.at(folder.resolve("batch")), Clock.systemUTC());
        model = new PhrasebookModel(workspace, AT_ONCE);
    }

    private PhrasebookModel.Suggestions suggestions() {
        AtomicReference<PhrasebookModel.Suggestions> found = new AtomicReference<>();
        model.suggest(found::set);
        return found.get();
    }

    @AfterEach
    void close() throws Exception {
        workspace.close();
    }

    private void place(String mark, String text, String phrase) {
        workspace.edit(new Edit.PlaceMark(BareBatch.SECOND,
                new Note(new Head(mark, new PageRef("d2", 0), Ink.MADDER, 0, Remark.of(text).withPhrase(phrase)),
                        new PagePoint(9, 9))));
        model = new PhrasebookModel(workspace, AT_ONCE);
    }

    private Phrase units() {
        return model.book().find("p1").orElseThrow();
    }

    private String remark(String mark) {
        return workspace.batch().submission(BareBatch.SECOND).findMark(mark).orElseThrow().remark().text();
    }

    private List<String> codes() {
        return model.book().phrases().stream().map(Phrase::code).toList();
    }

    @Test
    void changesAnUnusedPhraseAtOnce() {
        model.change(units().withText("Unit?"));
        assertThat(model.waitingProperty().get()).isEmpty();
        assertThat(units().text()).isEqualTo("Unit?");
        model.undo();
        assertThat(units().text()).isEqualTo("Units!");
    }

    @Test
    void aUsedPhraseAwaitsADecision() {
        place("m1", "Units! Twice.", "p1");
        model.change(units().withText("Unit?"));
        assertThat(units().text()).as("not yet").isEqualTo("Units!");
        assertThat(model.shown("p1").orElseThrow().text()).isEqualTo("Unit?");
        assertThat(model.plan(false).open()).hasSize(1);
        model.decide(true, false);
        assertThat(remark("m1")).isEqualTo("Unit? Twice.");
        assertThat(model.messageProperty().get()).startsWith("Changed in 1 place; no result changed.");
        model.undo();
        assertThat(remark("m1")).isEqualTo("Units! Twice.");
        model.change(units().withText("Unit?"));
        model.revert();
        assertThat(model.shown("p1").orElseThrow().text()).isEqualTo("Units!");
        model.change(units().withText("Unit?"));
        model.decide(false, false);
        assertThat(remark("m1")).isEqualTo("Units! Twice.");
        assertThat(units().text()).isEqualTo("Unit?");
    }

    @Test
    void changesWithoutEffectOnPagesDoNotWait() {
        place("m1", "Units!", "p1");
        model.change(units().withCode("uu"));
        assertThat(model.waitingProperty().get()).isEmpty();
        assertThat(units().code()).isEqualTo("uu");
    }

    @Test
    void opensRenamesMergesAndRemovesCollections() {
        String tides = model.addCollection("Tides");
        String charts = model.addCollection("Charts");
        model.add("Label the axes.", tides);
        assertThat(model.copy(model.phrases(Optional.of(tides), "").getFirst(), charts)).isTrue();
        assertThat(model.copy(model.phrases(Optional.of(tides), "").getFirst(), charts)).isFalse();
        model.add("North is up.", charts);
        Collection before = model.book().collections().getFirst();
        model.change(before.opened(false));
        assertThat(model.book().offered()).hasSize(3);
        model.merge(charts, tides);
        assertThat(model.phrases(Optional.of(tides), "")).extracting(Phrase::text)
                .containsExactly("Label the axes.", "North is up.");
        model.removeCollection(tides);
        assertThat(model.book().phrases()).hasSize(1);
        model.undo();
        model.undo();
        assertThat(model.book().collections()).extracting(Collection::name).containsExactly("Tides", "Charts");
        assertThat(model.book().phrases()).hasSize(4);
    }

    @Test
    void keepsTheMarkersOrder() {
        String second = model.add("b", "");
        String third = model.add("c", "");
        model.move(third, -9);
        assertThat(model.book().phrases()).extracting(Phrase::id).containsExactly(third, "p1", second);
        model.moveTo(model.book().find(second).orElseThrow(), model.addCollection("K"));
        model.remove("p1");
        assertThat(model.book().phrases()).hasSize(2);
    }

    @Test
    void updatesSharedPhrasesWithoutLosingLocalChanges() throws Exception {
        Path theirs = Files.writeString(folder.resolve("School.csv"), "code,words\na,One\nb,Two\nc,Three\n");
        model.importFile(theirs, true);
        Collection school = model.book().collections().getFirst();
        assertThat(school).matches(c -> c.name().equals("School") && c.takenIn());
        Phrase two = model.phrases(Optional.of(school.id()), "").get(1);
        model.change(two.withText("My two"));
        Files.writeString(theirs, "code,words\na,One, better\nb,Two, better\nd,Four\n".replace(", b", " b"));
        model.update(school.id(), theirs);
        assertThat(model.phrases(Optional.of(school.id()), "")).extracting(Phrase::text)
                .containsExactlyInAnyOrder("One better", "My two", "Four");
        assertThat(model.messageProperty().get())
                .isEqualTo("Updated: 1 new, 1 changed, 1 kept as you changed them, 1 removed.");
        Files.writeString(theirs, "nothing\n");
        model.update(school.id(), theirs);
        assertThat(model.noticeProperty().get()).contains("needs a column headed 'words'");
    }

    @Test
    void exportsPhrasesAndImportsThemFromAnotherBatch() throws Exception {
        Path file = folder.resolve("out.md");
        model.write(Optional.empty(), file);
        assertThat(file).content().contains("## un", "Units!");
        model.write(Optional.empty(), folder.resolve("out.doc"));
        assertThat(model.noticeProperty().get()).contains(".md");
        model.importFrom(BareBatch.at(folder.resolve("other")));
        assertThat(codes()).containsExactly("un", "un");
        assertThat(suggestions().same()).hasSize(1);
        assertThat(model.book().phrases().getLast().criterion()).isEqualTo("c1");
        Path third = BareBatch.at(folder.resolve("third"));
        try (Workspace there = Workspace.open(third, Clock.systemUTC())) {
            there.edit(
                    new Edit.KeepPhrase(new Phrase("p2", "st", "![a star](picture:0a1b.png)", "", Optional.empty())));
        }
        Files.createDirectories(third.resolve("pictures"));
        Files.writeString(third.resolve("pictures").resolve("0a1b.png"), "a picture");
        model.importFrom(third);
        assertThat(workspace.folder().pictures().resolve("0a1b.png")).hasContent("a picture");
        model.importFrom(folder.resolve("nowhere"));
        assertThat(model.noticeProperty().get()).isNotEmpty();
    }

    @Test
    void keepsAFrequentlyTypedRemarkAndUsesItInPlace() {
        place("m1", "Label the axes, please.", "");
        place("m2", "Label the axes please", "");
        place("m3", "label the axes, please!", "");
        PhraseReach.Repeated repeated = suggestions().repeated().getFirst();
        String id = model.keep(repeated);
        Phrase kept = model.book().find(id).orElseThrow();
        model.placeMissing(kept, model.missing(kept));
        assertThat(model.uses()).containsEntry(kept.id(), 3);
        assertThat(suggestions().repeated()).isEmpty();
        model.undo();
        assertThat(remark("m2")).isEqualTo("Label the axes please");
    }
}

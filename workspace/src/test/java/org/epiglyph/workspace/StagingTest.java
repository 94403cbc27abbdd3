package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mockito.ArgumentCaptor;
import org.mockito.InOrder;

/** Files that come with edits: both are there, or neither. A crash is simulated by omitting what comes after it. */
class StagingTest {
    private static final List<Edit> EDITS = List.of(new Edit.WriteOnTheWhole(Examples.ADA, "Good."),
            new Edit.SetScore(Examples.ADA, "c1", Optional.of(BigDecimal.ONE)));
    private static final List<Edit> REFUSED = List.of(new Edit.WriteOnTheWhole(Examples.ADA, "Good."),
            new Edit.SetScore(Examples.ADA, "no such criterion", Optional.of(BigDecimal.ONE)));
    @TempDir
    private Path temporary;
    private Path root;
    private BatchFolder folder;
    private Path sheet;

    @BeforeEach
    void make() throws Exception {
        root = Examples.batch(temporary);
        folder = new BatchFolder(root);
        sheet = root.resolve("grade-sheet.csv");
        Files.writeString(sheet, "before");
    }

    private Workspace open() throws Exception {
        return Workspace.open(root, Clock.systemUTC());
    }

    /** A replacement for the existing sheet, and a document that is already stored. */
    private Staging staged() throws IOException {
        Staging staging = Staging.begin(folder);
        Files.writeString(staging.place(sheet), "after");
        new Originals(folder).store("d2", "more.txt", new ByteArrayInputStream(new byte[]{1, 2, 3}));
        staging.stored("d2");
        return staging;
    }

    private boolean isStored(String id) throws IOException {
        try (Stream<Path> files = Files.walk(folder.originals())) {
            return files.anyMatch(f -> f.getFileName().toString().equals(id));
        }
    }

    private void everythingIsThere(Workspace workspace) throws Exception {
        assertThat(workspace.batch().submission(Examples.ADA).onTheWhole()).isEqualTo("Good.");
        assertThat(sheet).hasContent("after");
        assertThat(isStored("d2")).isTrue();
        assertThat(folder.staging()).doesNotExist();
    }

    private void nothingIsThere(Workspace workspace) throws Exception {
        assertThat(workspace.batch().submission(Examples.ADA).onTheWhole()).isEmpty();
        assertThat(sheet).hasContent("before");
        assertThat(isStored("d2")).isFalse();
        assertThat(folder.staging()).doesNotExist();
    }

    @Test
    void becomesVisibleWithItsEdits() throws Exception {
        try (Workspace workspace = open()) {
            List<Entry> lines = workspace.editAll(EDITS, staged());
            assertThat(lines).extracting(Entry::number).containsExactly(1L, 2L);
            everythingIsThere(workspace);
        }
        try (Workspace workspace = open()) {
            everythingIsThere(workspace);
        }
    }

    @Test
    void movesFilesOnlyAfterTheEditsAreOnDisk() throws Exception {
        Staging staging = mock(Staging.class);
        doAnswer(_ -> {
            assertThat(Glance.at(root).batch().submission(Examples.ADA).onTheWhole()).isEqualTo("Good.");
            return null;
        }).when(staging).moveIntoPlace();
        try (Workspace workspace = open()) {
            List<Entry> lines = workspace.editAll(EDITS, staging);
            ArgumentCaptor<List<Entry>> announced = ArgumentCaptor.captor();
            InOrder order = inOrder(staging);
            order.verify(staging).intend(announced.capture());
            order.verify(staging).moveIntoPlace();
            assertThat(announced.getValue()).extracting(Entry::number, Entry::edit)
                    .isEqualTo(lines.stream().map(l -> tuple(l.number(), l.edit())).toList());
        }
    }

    @Test
    void isDiscardedWithRefusedEdits() throws Exception {
        try (Workspace workspace = open()) {
            Staging staged = staged();
            assertThatThrownBy(() -> workspace.editAll(REFUSED, staged)).isInstanceOf(EditRefused.class);
            nothingIsThere(workspace);
        }
    }

    @Test
    void canBeWithdrawnBeforeAnyEdit() throws Exception {
        try (Workspace workspace = open()) {
            staged().discard();
            nothingIsThere(workspace);
        }
    }

    @Test
    void isCompletedAfterACrashIfTheEditsExist() throws Exception {
        try (Workspace workspace = open()) {
            staged().intend(workspace.editAll(EDITS));
            assertThat(sheet).hasContent("before");
        }
        try (Workspace workspace = open()) {
            everythingIsThere(workspace);
        }
    }

    @Test
    void movesRemainingFilesAtTheNextOpening() throws Exception {
        Files.delete(sheet);
        Path inTheWay = Files.createDirectory(sheet).resolve("something");
        Files.createFile(inTheWay);
        try (Workspace workspace = open()) {
            workspace.edit(new Edit.WritePrivately(Examples.ADA, "an edit before"));
            Staging staged = staged();
            assertThatThrownBy(() -> workspace.editAll(EDITS, staged)).isInstanceOf(Problem.class)
                    .hasMessageContaining("could not be put");
            assertThat(workspace.batch().submission(Examples.ADA).onTheWhole()).isEqualTo("Good.");
        }
        Files.delete(inTheWay);
        Files.delete(sheet);
        try (Workspace workspace = open()) {
            everythingIsThere(workspace);
        }
    }

    @Test
    void isWithdrawnAfterACrashWithoutTheEdits() throws Exception {
        List<Entry> lines;
        try (Workspace workspace = open()) {
            lines = workspace.editAll(EDITS);
            workspace.undo(Optional.of(Examples.ADA));
        }
        Path other = Files.createDirectory(temporary.resolve("other"));
        root = Examples.batch(other);
        folder = new BatchFolder(root);
        sheet = root.resolve("grade-sheet.csv");
        Files.writeString(sheet, "before");
        staged().intend(lines);
        try (Workspace workspace = open()) {
            nothingIsThere(workspace);
        }
    }

    @Test
    void isWithdrawnIfAnotherEditHasTheNumber() throws Exception {
        try (Workspace workspace = open()) {
            Entry line = workspace.edit(EDITS.getFirst());
            staged().intend(List.of(new Entry(line.number(), line.at(), line.kind(), EDITS.getLast())));
            workspace.undo(Optional.of(Examples.ADA));
        }
        try (Workspace workspace = open()) {
            nothingIsThere(workspace);
        }
    }

    @Test
    void completesByItselfIfNoEditIsNeeded() throws Exception {
        staged().intend(List.of());
        try (Workspace _ = open()) {
            assertThat(sheet).hasContent("after");
            assertThat(isStored("d2")).isTrue();
            assertThat(folder.staging()).doesNotExist();
        }
    }

    @Test
    void isForgottenIfTheCrashPrecededTheIntent() throws Exception {
        staged();
        try (Workspace _ = open()) {
            assertThat(sheet).hasContent("before");
            assertThat(folder.staging()).doesNotExist();
        }
    }

    @Test
    void staysIfItCannotBeRead() throws Exception {
        staged().intend(List.of());
        Files.writeString(folder.staging().resolve("intent.json"), "{");
        try (Workspace workspace = open()) {
            assertThat(workspace.damage().isNone()).isTrue();
            assertThat(sheet).hasContent("before");
            assertThat(folder.staging().resolve("grade-sheet.csv")).hasContent("after");
        }
    }

    @Test
    void startsEmpty() throws Exception {
        try (Workspace workspace = open()) {
            staged();
            workspace.editAll(EDITS, Staging.begin(folder));
            assertThat(sheet).hasContent("before");
            assertThat(folder.staging()).doesNotExist();
        }
    }

    @Test
    void acceptsOnlyFilesDirectlyInTheBatch() throws Exception {
        Staging staging = Staging.begin(folder);
        assertThatThrownBy(() -> staging.place(folder.originals().resolve("x")))
                .isInstanceOf(IllegalArgumentException.class);
        assertThat(staging.place(sheet)).hasParentRaw(folder.staging()).hasFileName("grade-sheet.csv");
    }
}

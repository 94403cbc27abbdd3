package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Queries on an open batch, and what keeps it open. */
class OpenWorkspaceTest {
    private static final Optional<StudentKey> ADA = Optional.of(Examples.ADA);
    private static final Edit GOOD = new Edit.WriteOnTheWhole(Examples.ADA, "Good.");
    private static final Edit POINTS = new Edit.SetScore(Examples.ADA, "c1", Optional.of(BigDecimal.TEN));
    @TempDir
    private Path temporary;
    private Path root;

    /** Records the events it receives. */
    private static final class Hearing implements WorkspaceObserver {
        private final List<String> heard = new ArrayList<>();

        @Override
        public synchronized void changed(Entry entry, Batch after) {
            heard.add(entry.number() + " " + after.submission(Examples.ADA).onTheWhole());
        }

        synchronized List<String> heard() {
            return List.copyOf(heard);
        }
    }

    @BeforeEach
    void make() throws Exception {
        root = Examples.batch(temporary);
    }

    private Workspace open() throws Problem {
        return Workspace.open(root, Clock.systemUTC());
    }

    @Test
    void notifiesObserversOfEachEditUntilTheyUnsubscribe() throws Exception {
        Hearing hearing = new Hearing();
        try (Workspace workspace = open()) {
            workspace.observe(hearing);
            assertThat(workspace.edit(GOOD).edit()).isEqualTo(GOOD);
            workspace.editAll(List.of(POINTS, new Edit.WriteOnTheWhole(Examples.ADA, "Better.")));
            assertThat(workspace.undo(ADA)).map(Entry::kind).contains(Entry.Kind.UNDONE);
            assertThat(workspace.redo(ADA)).map(Entry::kind).contains(Entry.Kind.REDONE);
            assertThat(hearing.heard()).containsExactly("1 Good.", "2 Good.", "3 Better.", "4 Good.", "5 Better.");
            workspace.forget(hearing);
            workspace.edit(GOOD);
            assertThat(hearing.heard()).hasSize(5);
        }
    }

    @Test
    void flushWaitsForTheDisk() throws Exception {
        int many = 300;
        try (Workspace workspace = open()) {
            for (int i = 0; i < many; i++) {
                workspace.edit(new Edit.WriteOnTheWhole(Examples.ADA, "word " + i));
            }
            workspace.flush();
            try (Connection reader = DriverManager.getConnection("jdbc:sqlite:" + root.resolve("batch.sqlite"));
                    Statement statement = reader.createStatement();
                    ResultSet count = statement.executeQuery("SELECT count(*) FROM history")) {
                assertThat(count.getInt(1)).isEqualTo(many);
            }
            assertThat(workspace.lines()).hasSize(many);
        }
    }

    @Test
    void removesLeftoversOfAKilledProgram() throws Exception {
        Path begun = Files.createDirectory(root.resolveSibling(".epiglyph-999999999-collecting-1"));
        Path other = Files.createDirectory(root.resolveSibling(".epiglyph-" + ProcessHandle.current().pid() + "-x"));
        try (NewBatch batch = NewBatch.at(root.resolveSibling("next"))) {
            assertThat(begun).doesNotExist();
            assertThat(other).as("of a program that runs").isDirectory();
            assertThat(batch.folder().originals()).isDirectory();
        }
    }

    @Test
    void appliesSeveralEditsAllOrNone() throws Exception {
        Hearing hearing = new Hearing();
        try (Workspace workspace = open()) {
            workspace.observe(hearing);
            Edit refused = new Edit.SetScore(Examples.ADA, "no such criterion", Optional.of(BigDecimal.ONE));
            assertThatThrownBy(() -> workspace.editAll(List.of(GOOD, refused))).isInstanceOf(EditRefused.class);
            assertThatThrownBy(() -> workspace.editAll(List.of(refused))).isInstanceOf(EditRefused.class);
            assertThat(workspace.editAll(List.of())).isEmpty();
            assertThat(workspace.batch().submission(Examples.ADA).onTheWhole()).isEmpty();
            assertThat(workspace.lines()).isEmpty();
            assertThat(hearing.heard()).isEmpty();
        }
    }

    @Test
    void describesUndoAndRedo() throws Exception {
        try (Workspace workspace = open()) {
            assertThat(workspace.canUndo(ADA)).isFalse();
            assertThat(workspace.canRedo(ADA)).isFalse();
            assertThat(workspace.undo(ADA)).isEmpty();
            assertThat(workspace.redo(ADA)).isEmpty();
            workspace.edit(GOOD);
            assertThat(workspace.canUndo(ADA)).isTrue();
            assertThat(workspace.canRedo(ADA)).isFalse();
            workspace.undo(ADA);
            assertThat(workspace.canUndo(ADA)).isFalse();
            assertThat(workspace.canRedo(ADA)).isTrue();
            assertThat(workspace.canUndo(Optional.empty())).as("of the batch alone").isFalse();
        }
    }

    @Test
    void readsAStudentsLinesTheNewestOfAKindAndTheCollectedBatch() throws Exception {
        try (Workspace workspace = open()) {
            workspace.edit(GOOD);
            workspace.edit(POINTS);
            workspace.edit(new Edit.WriteOnTheWhole(Examples.ADA, "Better."));
            assertThat(workspace.lines(Examples.ADA)).extracting(Entry::number).containsExactly(1L, 2L, 3L);
            assertThat(workspace.lines(new StudentKey("nobody"))).isEmpty();
            assertThat(workspace.newest(e -> e.edit() instanceof Edit.WriteOnTheWhole)).map(Entry::number)
                    .contains(3L);
            assertThat(workspace.newest(e -> e.edit() instanceof Edit.SetScore)).map(Entry::number).contains(2L);
            assertThat(workspace.newest(e -> e.edit() instanceof Edit.Seal)).isEmpty();
            assertThat(workspace.collected().submission(Examples.ADA).onTheWhole()).isEmpty();
            assertThat(workspace.collected().students()).containsExactly(Examples.ADA);
            assertThat(workspace.checkEarlier().isNone()).isTrue();
        }
    }

    @Test
    void closingWaitsForWorkInProgress() throws Exception {
        Workspace workspace = open();
        Workspace.Hold one = workspace.hold();
        Workspace.Hold other = workspace.hold();
        AtomicBoolean closed = new AtomicBoolean();
        Thread closing = Thread.ofPlatform().start(() -> {
            try {
                workspace.close();
                closed.set(true);
            } catch (Problem e) {
                throw new AssertionError(e);
            }
        });
        one.close();
        one.close();
        assertThat(workspace.isHeld()).as("the other work goes on").isTrue();
        assertThat(closing.join(Duration.ofMillis(300))).isFalse();
        workspace.edit(GOOD);
        other.close();
        assertThat(closing.join(Duration.ofSeconds(20))).isTrue();
        assertThat(closed).isTrue();
        assertThat(workspace.isHeld()).isFalse();
        assertThatThrownBy(() -> workspace.edit(POINTS)).isInstanceOf(EditRefused.class);
        assertThatThrownBy(workspace::hold).isInstanceOf(EditRefused.class);
        assertThatThrownBy(() -> workspace.undo(ADA)).isInstanceOf(EditRefused.class);
        workspace.close();
        try (Workspace again = open()) {
            assertThat(again.batch().submission(Examples.ADA).onTheWhole()).isEqualTo("Good.");
        }
    }

    @Test
    void anInterruptedCloseStaysOpenAndSaysWhy() throws Exception {
        Workspace workspace = open();
        Workspace.Hold hold = workspace.hold();
        Thread.currentThread().interrupt();
        assertThatThrownBy(workspace::close).isInstanceOf(Problem.class);
        assertThat(Thread.interrupted()).as("whoever waits above hears of it").isTrue();
        workspace.edit(GOOD);
        hold.close();
        workspace.close();
        try (Workspace again = open()) {
            assertThat(again.batch().submission(Examples.ADA).onTheWhole()).isEqualTo("Good.");
        }
    }
}

package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.Batch;
import java.util.concurrent.atomic.AtomicInteger;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class WorkspaceTest {
    @TempDir
    private Path folder;

    @Test
    void everyKindOfEditSurvivesReopeningWithUndo() throws Exception {
        Path batch = Examples.batch(folder);
        Submission before;
        var head = Examples.stroke("h").head();
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            for (Edit edit : List.of(new Edit.PlaceMark(Examples.ADA, Examples.stroke("m1")),
                    new Edit.PlaceMark(Examples.ADA,
                            new TextMarkup(Examples.stroke("m2").head(), List.of(new PageBox(1, 2, 3, 4)), "words")),
                    new Edit.PlaceMark(Examples.ADA, new Note(Examples.stroke("m3").head(), new PagePoint(3, 4))),
                    new Edit.PlaceMark(Examples.ADA,
                            new Stamp(Examples.stroke("m4").head(), Sign.CARRIED_FORWARD, new PagePoint(3, 4), 20)),
                    new Edit.PlaceMark(Examples.ADA,
                            new TypedText(Examples.stroke("m5").head(), new PagePoint(3, 4), "See Ω", 12, 40)),
                    new Edit.ChangeMark(Examples.ADA, Examples.stroke("m1").movedBy(1, 1)),
                    new Edit.RemoveMark(Examples.ADA, "m3"),
                    new Edit.SetScore(Examples.ADA, "c1", Optional.of(new BigDecimal("7"))),
                    new Edit.WriteOnTheWhole(Examples.ADA, "Good."),
                    new Edit.WritePrivately(Examples.ADA, "hm"), new Edit.SeePage(Examples.ADA, new PageRef("d1", 1)),
                    new Edit.Together(List.of(
                            new Edit.KeepPhrase(
                                    new Phrase("p", "co", "words", "c1", Optional.of(new BigDecimal("-0.5")))),
                            new Edit.KeepPhrase(new Phrase("q", "cq", "more", "", Optional.empty())))),
                    new Edit.RemovePhrase("q"), new Edit.Seal(Examples.ADA),
                    new Edit.RecordReceipt(Examples.ADA, Optional.of(new Receipt("R1", Instant.EPOCH, "d", "v1"))))) {
                workspace.edit(edit);
            }
            workspace.undo(Optional.of(Examples.ADA));
            workspace.redo(Optional.of(Examples.ADA));
            before = workspace.batch().submission(Examples.ADA);
            assertThat(head.id()).isEqualTo("h");
        }
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(workspace.batch().submission(Examples.ADA)).isEqualTo(before);
            assertThat(workspace.batch().phrasebook().phrases()).extracting(Phrase::id).containsExactly("p");
            while (workspace.canUndo(Optional.of(Examples.ADA))) {
                workspace.undo(Optional.of(Examples.ADA));
            }
            assertThat(workspace.batch().submission(Examples.ADA).marks()).isEmpty();
            assertThat(workspace.batch().submission(Examples.ADA).scores().points()).isEmpty();
        }
    }

    @Test
    void reportsAndRetriesAFailedWrite() throws Exception {
        Path batch = Examples.batch(folder);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC());
                Connection other = DriverManager.getConnection("jdbc:sqlite:" + batch.resolve("batch.sqlite"));
                Statement statement = other.createStatement()) {
            CountDownLatch refused = new CountDownLatch(1);
            CountDownLatch kept = new CountDownLatch(1);
            AtomicInteger changed = new AtomicInteger();
            workspace.observe(new WorkspaceObserver() {
                @Override
                public void changed(Entry entry, Batch after) {
                    changed.incrementAndGet();
                }

                @Override
                public void notSaved(Problem problem) {
                    refused.countDown();
                }

                @Override
                public void saved(long number, Instant at) {
                    kept.countDown();
                }
            });
            statement.execute("BEGIN IMMEDIATE"); // simulates a disk that cannot be written to
            workspace.edit(new Edit.WriteOnTheWhole(Examples.ADA, "Good."));
            assertThat(changed).as("shown before it is written").hasValue(1);
            assertThat(refused.await(20, TimeUnit.SECONDS)).isTrue();
            assertThat(kept.getCount()).isEqualTo(1);
            statement.execute("ROLLBACK");
            assertThat(kept.await(20, TimeUnit.SECONDS)).isTrue();
        }
        assertThat(Glance.at(batch).batch().submission(Examples.ADA).onTheWhole()).isEqualTo("Good.");
    }

    @Test
    void doesNotTouchABatchOfANewerVersion() throws Exception {
        Path batch = Examples.batch(folder);
        Examples.sql(batch.resolve("batch.sqlite"), "PRAGMA user_version = 99");
        assertThatThrownBy(() -> Workspace.open(batch, Clock.systemUTC())).isInstanceOf(Problem.class)
                .hasMessageContaining("newer version");
    }

    @Test
    void anAbandonedBatchLeavesNothing() throws Exception {
        try (NewBatch batch = NewBatch.at(folder.resolve("half"))) {
            batch.store("d1", "a.pdf", new ByteArrayInputStream(new byte[10]));
        }
        try (Stream<Path> left = Files.list(folder)) {
            assertThat(left).isEmpty();
        }
    }
}

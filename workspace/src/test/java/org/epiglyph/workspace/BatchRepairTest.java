package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.Submission;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a sound copy contains if entries are damaged that a checkpoint, or a copy of the last edits, still has. */
class BatchRepairTest {
    /** Enough edits for a checkpoint at closing. */
    private static final int LINES = 300;
    @TempDir
    private Path folder;

    private record Was(Path batch, Submission submission) {}

    /** A mark, scores, then the seal, which is opened again if not wanted. */
    private Was made(boolean sealed) throws Exception {
        Path batch = Examples.batch(folder);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            workspace.edit(new Edit.PlaceMark(Examples.ADA, Examples.stroke("m1")));
            for (int i = 0; i < LINES; i++) {
                workspace.edit(new Edit.SetScore(Examples.ADA, "c1", Optional.of(BigDecimal.valueOf(i))));
            }
            workspace.edit(new Edit.Seal(Examples.ADA));
            if (!sealed) {
                workspace.edit(new Edit.OpenAgain(Examples.ADA));
            }
            return new Was(batch, workspace.batch().submission(Examples.ADA));
        }
    }

    private Submission repaired(Path batch) throws Exception {
        Path sound = folder.resolve("sound");
        BatchRepair.write(batch, sound, Clock.systemUTC());
        try (Workspace workspace = Workspace.open(sound, Clock.systemUTC())) {
            assertThat(workspace.damage().isNone()).isTrue();
            return workspace.batch().submission(Examples.ADA);
        }
    }

    private static void isAsBefore(Submission now, Submission before) {
        assertThat(now.marks()).isEqualTo(before.marks()).hasSize(1);
        assertThat(now.scores()).isEqualTo(before.scores());
        assertThat(now.sealed()).isEqualTo(before.sealed());
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void restoresAMarkFromADamagedLineWithTheSealUnchanged(boolean sealed) throws Exception {
        Was was = made(sealed);
        Examples.sql(was.batch().resolve("batch.sqlite"), "UPDATE history SET edit = '{\"' WHERE number = " + 1);
        isAsBefore(repaired(was.batch()), was.submission());
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void keepsTheSealDespiteADamagedLastLine(boolean sealed) throws Exception {
        Was was = made(sealed);
        Examples.sql(was.batch().resolve("batch.sqlite"),
                "UPDATE history SET edit = '{\"' WHERE number = " + (sealed ? LINES + 2 : LINES + 3));
        isAsBefore(repaired(was.batch()), was.submission());
    }

    @Test
    void includesEditsFromTheEmergencyCopy() throws Exception {
        Was was = made(false);
        long last = LINES + 3;
        new LastCopy(new BatchFolder(was.batch())).write(List.of(new Entry(last + 1, Instant.EPOCH, Entry.Kind.DONE,
                new Edit.WriteOnTheWhole(Examples.ADA, "At the very end."))));
        Examples.sql(was.batch().resolve("batch.sqlite"), "UPDATE history SET edit = '{\"' WHERE number = " + 1);
        Path sound = folder.resolve("sound");
        BatchRepair.Outcome outcome = BatchRepair.write(was.batch(), sound, Clock.systemUTC());
        assertThat(outcome).isEqualTo(new BatchRepair.Outcome((int) last, 1));
        assertThat(Glance.at(sound).batch().submission(Examples.ADA).onTheWhole()).isEqualTo("At the very end.");
        assertThat(Files.list(sound)).extracting(p -> p.getFileName().toString()).contains("changes-left-out.jsonl");
    }
}

package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import org.epiglyph.core.marks.Mark;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is recovered where whole pages of the database file are destroyed. */
class TornPageTest {
    private static final int EDITS = 60;
    @TempDir
    private Path folder;

    /** Overwrites a page of the database file (SQLite file format 1.6: the page size is at offset 16). */
    private static void tear(Path batch, String on) throws IOException {
        byte[] bytes = Files.readAllBytes(batch.resolve("batch.sqlite"));
        int page = (bytes[16] & 0xff) << 8 | bytes[17] & 0xff;
        int at = new String(bytes, StandardCharsets.ISO_8859_1).indexOf(on) / page * page;
        assertThat(at).isPositive();
        Arrays.fill(bytes, at, at + page, (byte) 0xA5);
        Files.write(batch.resolve("batch.sqlite"), bytes);
    }

    /**
     * Nothing tells how many lines there were: those missing in between are counted, those after the last cannot be.
     */
    @Test
    void countsMissingLinesBeforeATornEnd() throws Exception {
        Path batch = Examples.marked(folder, EDITS);
        tear(batch, "\"m30\"");
        tear(batch, "\"m" + (EDITS - 1) + "\"");
        Files.delete(batch.resolve("batch.last"));
        Path sound = folder.resolve("sound");
        BatchRepair.Outcome outcome = BatchRepair.write(batch, sound, Clock.systemUTC());
        List<Mark> marks = Glance.at(sound).batch().submission(Examples.ADA).marks();
        assertThat(marks).hasSize(outcome.kept());
        assertThat(outcome.leftOut()).as("of the page between").isPositive();
        assertThat(marks.getLast().id()).isEqualTo("m" + (outcome.kept() + outcome.leftOut() - 1)).isGreaterThan("m30");
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void recoversReadableLinesBehindATornPage(boolean numberKnown) throws Exception {
        Path batch = Examples.marked(folder, EDITS);
        tear(batch, "\"m30\"");
        if (!numberKnown) {
            Files.delete(batch.resolve("batch.last"));
        }
        assertThat(BatchRepair.check(batch, Clock.systemUTC()).findings()).singleElement()
                .satisfies(f -> assertThat(f.key()).isEqualTo("HistoryReading.damagedBehind"));
        Path sound = folder.resolve("sound");
        BatchRepair.Outcome outcome = BatchRepair.write(batch, sound, Clock.systemUTC());
        assertThat(outcome.leftOut()).isPositive();
        assertThat(outcome.kept()).as("those before and those behind").isGreaterThan(30);
        assertThat(outcome.kept() + outcome.leftOut()).isEqualTo(EDITS);
        try (Workspace workspace = Workspace.open(sound, Clock.systemUTC())) {
            assertThat(workspace.damage()).isEqualTo(Damage.NONE);
            assertThat(workspace.lines()).hasSize(outcome.kept());
            assertThat(workspace.batch().submission(Examples.ADA).marks()).extracting(m -> m.id())
                    .contains("m0", "m" + (EDITS - 1))
                    .doesNotContain("m30");
        }
    }
}

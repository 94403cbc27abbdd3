package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What was set for a batch on the shelf moves with the batch. */
class ShelfNoteTest {
    private static final ShelfNote NOTE = new ShelfNote(Optional.of(LocalDate.of(2026, 12, 4)), true,
            new BigDecimal("0.5"));
    @TempDir
    private Path batch;

    @Test
    void readsBackWhatItStored() throws Exception {
        assertThat(ShelfNote.of(batch)).isEqualTo(ShelfNote.NONE);
        NOTE.keep(batch);
        assertThat(ShelfNote.of(batch)).isEqualTo(NOTE);
        ShelfNote other = NOTE.withArchived(false).withPromised(Optional.empty()).withWeight(BigDecimal.ZERO);
        other.keep(batch);
        assertThat(ShelfNote.of(batch)).isEqualTo(new ShelfNote(Optional.empty(), false, BigDecimal.ZERO));
    }

    @Test
    void anUnreadableOneIsEmpty() throws Exception {
        for (String text : List.of("", "null", "[", "{\"promised\":\"tomorrow\"}")) {
            Files.writeString(new BatchFolder(batch).shelfNote(), text);
            assertThat(ShelfNote.of(batch)).as(text).isEqualTo(ShelfNote.NONE);
        }
        Files.writeString(new BatchFolder(batch).shelfNote(), "{\"archived\":true,\"weight\":-3}");
        assertThat(ShelfNote.of(batch)).as("a weight below nothing counts as any other batch")
                .isEqualTo(ShelfNote.NONE.withArchived(true));
    }

    @Test
    void reportsWhenItCannotBeStored() {
        assertThatThrownBy(() -> NOTE.keep(batch.resolve("gone"))).isInstanceOf(Problem.class)
                .hasMessageContaining("gone");
    }
}

package org.epiglyph.desktop.settings;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.pencase.PenCase;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SettingsTest {
    @TempDir
    private Path folder;

    @Test
    void restoresThePenCaseAtTheNextStart() {
        PenCase changed = PenCase.fresh()
                .holding(1)
                .withCurrent(PenCase.fresh().slots().get(1).withInk(Ink.PLUM).withWidth(18));
        new Settings(folder).save(changed);
        assertThat(new Settings(folder).penCase()).isEqualTo(changed);
    }

    @Test
    void setsAsideAnUnreadablePenCase() throws Exception {
        Files.writeString(folder.resolve("pen-case.json"), "{ not json");
        assertThat(new Settings(folder).penCase()).isEqualTo(PenCase.fresh());
        assertThat(Files.readString(folder.resolve("pen-case.unreadable.json"))).isEqualTo("{ not json");
    }

    @Test
    void ignoresAnInvalidPageArea() throws Exception {
        assertThat(new Settings(folder).pageSpace()).isEmpty();
        new Settings(folder).save(new PageSpace(662, 760, 1.5));
        assertThat(new Settings(folder).pageSpace()).contains(new PageSpace(662, 760, 1.5));
        Files.writeString(folder.resolve("page-space.json"), "{\"width\": -1, \"height\": 760, \"output\": 1}");
        assertThat(new Settings(folder).pageSpace()).isEmpty();
    }

    @Test
    void remembersTheShelfWithEachFolderOnce() {
        ShelfHabit habit = ShelfHabit.FRESH.with("/one").with("/other").with("/one").withByCourse(true);
        assertThat(habit.further()).containsExactly("/one", "/other");
        new Settings(folder).save(habit);
        assertThat(new Settings(folder).shelf()).isEqualTo(habit);
        assertThat(habit.without("/one").further()).containsExactly("/other");
    }

    @Test
    void earlierSettingsGetDefaultsForLaterOptions() throws Exception {
        Files.writeString(folder.resolve("shelf.json"), "{}");
        assertThat(new Settings(folder).shelf()).isEqualTo(ShelfHabit.FRESH);
        Files.writeString(folder.resolve("mark-book.json"), "{\"facts\": [\"TOTAL\", \"NOT_KNOWN_HERE\"]}");
        assertThat(new Settings(folder).book()).as("a column of a later version").isEqualTo(BookHabit.FRESH);
    }
}

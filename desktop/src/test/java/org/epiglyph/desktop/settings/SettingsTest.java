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
    void thePenCaseIsThereAtTheNextStart() {
        PenCase changed = PenCase.fresh()
                .holding(1)
                .withCurrent(PenCase.fresh().slots().get(1).withInk(Ink.PLUM).withWidth(18));
        new Settings(folder).keep(changed);
        assertThat(new Settings(folder).penCase()).isEqualTo(changed);
    }

    @Test
    void anUnreadableCaseIsPutAsideAndNotOverwritten() throws Exception {
        Files.writeString(folder.resolve("pen-case.json"), "{ not json");
        assertThat(new Settings(folder).penCase()).isEqualTo(PenCase.fresh());
        assertThat(Files.readString(folder.resolve("pen-case.unreadable.json"))).isEqualTo("{ not json");
    }
}

package org.epiglyph.desktop.settings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.epiglyph.core.Problem;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.core.pencase.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is stored between starts besides the pen case. */
class ViewTest {
    @TempDir
    private Path folder;

    @Test
    void restoresViewKeysAndDictionaryWords() {
        Settings settings = new Settings(folder);
        View view = View.FRESH.withNight(true)
                .withDimmed(true)
                .withTextSize(150)
                .withZoom(View.Zoom.of(1.25))
                .withArrangement(View.Arrangement.FACING)
                .withFolded(List.of("roll"));
        settings.save(view);
        settings.keepKeys(Map.of("Desk.act.history", "Shortcut+H"));
        settings.keepOwnWords(Set.of("Kestrel"));
        Settings again = new Settings(folder);
        assertThat(again.view()).isEqualTo(view);
        assertThat(again.keys()).containsEntry("Desk.act.history", "Shortcut+H");
        assertThat(again.ownWords()).containsExactly("Kestrel");
        assertThat(View.FRESH.withTextSize(900).textSize()).isEqualTo(200);
    }

    @Test
    void setsAsideUnreadableSettings() throws Exception {
        Files.writeString(folder.resolve("view.json"), "{ broken");
        Files.writeString(folder.resolve("keys.json"), "[1");
        Settings settings = new Settings(folder);
        assertThat(settings.view()).isEqualTo(View.FRESH);
        assertThat(settings.keys()).isEmpty();
        assertThat(folder.resolve("view.unreadable.json")).hasContent("{ broken");
    }

    @Test
    void exportsAndImportsAPenCaseWithMeaningsAndFaces() throws Exception {
        Settings settings = new Settings(folder);
        PenCase own = PenCase.fresh()
                .withAnother(Slot.stamp(new Face.Score(new BigDecimal("0.5"), 1.2), Ink.PLUM, 22).withMeaning("units"))
                .withAnother(Slot.stamp(new Face.Text("see me", 3), Ink.MOSS, 16))
                .withAnother(new Slot(Tool.TEXT, Ink.INDIGO, 12).withGround(true));
        Path file = folder.resolve("shared.json");
        settings.sharePenCase(own, file);
        assertThat(settings.takePenCase(file)).isEqualTo(own);
        Files.writeString(file, "{}");
        assertThatThrownBy(() -> settings.takePenCase(file)).isInstanceOf(Problem.class)
                .hasMessage("shared.json is no pen case. Choose a file that was shared from one.");
    }

    @Test
    void readsAFirstVersionPenCase() throws Exception {
        Files.writeString(folder.resolve("pen-case.json"),
                "{\"slots\":[{\"tool\":\"STAMP\",\"ink\":\"PLUM\",\"width\":22.0,\"sign\":\"QUERY\"}],\"inHand\":0}");
        Slot slot = new Settings(folder).penCase().current();
        assertThat(slot.face()).isEqualTo(org.epiglyph.core.marks.Sign.QUERY);
        assertThat(slot.meaning()).isEmpty();
    }
}

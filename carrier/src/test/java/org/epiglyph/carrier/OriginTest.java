package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A batch knows the record that it came from. */
class OriginTest {
    @TempDir
    private Path folder;

    @Test
    void readsBackWhatItWrote() throws Exception {
        Path file = folder.resolve("origin.json");
        Origin origin = new Origin("https://records.example/\"api\"", "t-1");
        origin.write(file);
        assertThat(Origin.read(file)).isEqualTo(origin);
        assertThat(origin.isRecord()).isTrue();
        Origin.FILES.write(file);
        assertThat(Origin.read(file)).isEqualTo(Origin.FILES);
        assertThat(Origin.FILES.isRecord()).isFalse();
    }

    @Test
    void aMissingOneMeansFilesAndABrokenOneIsNamed() throws Exception {
        Path file = folder.resolve("origin.json");
        assertThat(Origin.read(file)).isEqualTo(Origin.FILES);
        Files.writeString(file, "{\"address\": \"https://rec");
        assertThatThrownBy(() -> Origin.read(file)).isInstanceOf(Problem.class).hasMessageContaining("origin.json");
    }
}

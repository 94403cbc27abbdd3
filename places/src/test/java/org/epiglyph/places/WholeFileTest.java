package org.epiglyph.places;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class WholeFileTest {
    @TempDir
    private Path folder;

    private static Stream<Throwable> failures() {
        return Stream.of(new IOException("full"), new IllegalStateException("odd"), new OutOfMemoryError("none"));
    }

    @Test
    void theNewOneTakesThePlaceOfTheOldOneWhenItIsWhole() throws IOException {
        Path file = Files.writeString(folder.resolve("a.txt"), "old");
        WholeFile.write(file, beside -> {
            Files.writeString(beside, "new");
            assertThat(file).hasContent("old");
            assertThat(beside.getParent()).isEqualTo(folder);
        });
        assertThat(file).hasContent("new");
        assertThat(names()).containsExactly("a.txt");
    }

    @ParameterizedTest
    @MethodSource("failures")
    void whateverFailsTheOldOneStaysAndNothingHalfWrittenIsLeft(Throwable failure) throws IOException {
        Path file = Files.writeString(folder.resolve("a.txt"), "old");
        assertThatThrownBy(() -> WholeFile.write(file, beside -> {
            Files.writeString(beside, "ne");
            switch (failure) {
                case IOException e -> throw e;
                case RuntimeException e -> throw e;
                default -> throw (Error) failure;
            }
        })).isSameAs(failure);
        assertThat(file).hasContent("old");
        assertThat(names()).containsExactly("a.txt");
    }

    @Test
    void whereTheFolderIsMissingThatIsSaidAndNoneIsMade() {
        assertThatThrownBy(() -> WholeFile.write(folder.resolve("none/a.txt"), b -> Files.writeString(b, "x")))
                .isInstanceOf(IOException.class);
        assertThat(folder.resolve("none")).doesNotExist();
    }

    private List<String> names() throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.map(p -> p.getFileName().toString()).toList();
        }
    }
}

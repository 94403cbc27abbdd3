package org.epiglyph.exchange.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TableBytesTest {
    @TempDir
    private Path folder;

    @Test
    void readsAWholeTable() throws Exception {
        Path table = Files.writeString(folder.resolve("table.csv"), "name,points\n");
        assertThat(TableBytes.read(table)).asString().isEqualTo("name,points\n");
    }

    @Test
    void refusesATooLargeFileAndNamesAMissingOne() throws Exception {
        Path film = folder.resolve("film.csv");
        try (RandomAccessFile file = new RandomAccessFile(film.toFile(), "rw")) {
            file.setLength((64L << 20) + 1);
        }
        assertThatThrownBy(() -> TableBytes.read(film)).isInstanceOf(Problem.class)
                .hasMessageContaining("film.csv is larger than 64 MB");
        assertThatThrownBy(() -> TableBytes.read(folder.resolve("gone.csv"))).isInstanceOf(IOException.class)
                .hasMessageContaining("gone.csv");
    }
}

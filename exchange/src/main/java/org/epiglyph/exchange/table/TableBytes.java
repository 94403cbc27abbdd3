package org.epiglyph.exchange.table;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/** The bytes of a table, scheme or phrasebook that somebody chose. */
public final class TableBytes {
    private static final int MOST = 64 << 20;

    private TableBytes() {}

    /**
     * Reads a whole file of at most 64 MiB, far more than such a table needs.
     *
     * @throws IOException if it cannot be read
     * @throws Problem if it is larger, and so something else
     */
    public static byte[] read(Path file) throws IOException, Problem {
        try (InputStream in = Files.newInputStream(file)) {
            byte[] bytes = in.readNBytes(MOST + 1);
            if (bytes.length > MOST) {
                throw new Problem(Message.of(TableBytes.class, "tooLarge", file.getFileName()));
            }
            return bytes;
        }
    }
}

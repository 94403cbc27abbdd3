package org.epiglyph.workspace;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Optional;

/**
 * The number of the last line saved, in a small file beside the database. It is written after the line, so a database
 * with fewer lines has lost some, for example because it was copied without its write-ahead log.
 */
final class LastMark implements AutoCloseable {
    private static final int LENGTH = 20;
    private final FileChannel channel;

    private LastMark(FileChannel channel) {
        this.channel = channel;
    }

    static LastMark open(Path file) throws IOException {
        return new LastMark(FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE));
    }

    /** The stored number; empty if there is none. */
    static Optional<Long> read(Path file) {
        try {
            return Optional.of(Long.parseLong(Files.readString(file, StandardCharsets.US_ASCII).strip()));
        } catch (IOException | NumberFormatException e) {
            return Optional.empty(); // a batch of an older version, or the mark itself was lost
        }
    }

    void set(long number) throws IOException {
        String text = String.format("%-" + (LENGTH - 1) + "d%n", number);
        channel.write(ByteBuffer.wrap(text.getBytes(StandardCharsets.US_ASCII)), 0);
    }

    @Override
    public void close() throws IOException {
        channel.close();
    }
}

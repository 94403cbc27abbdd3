package org.epiglyph.exchange.archive;

import java.io.IOException;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/**
 * Limits what a whole collect may unpack, including archives within archives: as much as any class hands in, and no
 * more than a fixed multiple of what is on the disk. Thread-safe.
 */
final class Unpacking {
    static final long MOST_GROWTH = 200;
    private static final long HARMLESS = 1L << 30;
    private long onDisk;
    private long stated;
    private long read;

    /** Counts an archive that is on the disk itself, not within another. */
    synchronized void source(long bytes) {
        onDisk += bytes;
    }

    private long most() {
        return Math.max(HARMLESS, onDisk * MOST_GROWTH);
    }

    /**
     * Counts the size that an archive declares.
     *
     * @throws Problem if all archives together would exceed the limits; it does not count then
     */
    synchronized void state(String name, long bytes) throws Problem {
        if (bytes > most() - stated) {
            throw new Problem(Message.of(ZipReading.class, "growsTooMuch", name, MOST_GROWTH));
        }
        stated += bytes;
    }

    /**
     * Counts bytes unpacked from an archive.
     *
     * @throws IOException if they exceed the limits
     */
    synchronized void spend(long bytes) throws IOException {
        read += bytes;
        if (read > most()) {
            throw new IOException(Message.of(ZipReading.class, "grows", MOST_GROWTH).text());
        }
    }
}

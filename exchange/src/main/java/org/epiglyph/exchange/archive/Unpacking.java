package org.epiglyph.exchange.archive;

import java.io.IOException;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/**
 * What a whole collect may unpack, archives within archives included: as much as any class hands in, and no more than a
 * bounded multiple of what lies on the disk. Safe for several threads.
 */
final class Unpacking {
    static final long MOST_GROWTH = 200;
    private static final long HARMLESS = 1L << 30;
    private long onDisk;
    private long stated;
    private long read;

    /** Counts an archive that lies on the disk by itself, not within another. */
    synchronized void source(long bytes) {
        onDisk += bytes;
    }

    private long most() {
        return Math.max(HARMLESS, onDisk * MOST_GROWTH);
    }

    /**
     * Counts what an archive says that it holds.
     *
     * @throws Problem where all archives together would grow beyond what is allowed; it does not count then
     */
    synchronized void state(String name, long bytes) throws Problem {
        if (bytes > most() - stated) {
            throw new Problem(Message.of(ZipReading.class, "growsTooMuch", name, MOST_GROWTH));
        }
        stated += bytes;
    }

    /** Counts bytes that came out of an archive. @throws IOException where they are more than is allowed */
    synchronized void spend(long bytes) throws IOException {
        read += bytes;
        if (read > most()) {
            throw new IOException(Message.of(ZipReading.class, "grows", MOST_GROWTH).text());
        }
    }
}

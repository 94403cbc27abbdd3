package org.epiglyph.exchange.archive;

import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.Optional;
import org.epiglyph.core.Message;

/** A file that arrived. */
public interface ReceivedFile {
    /** Folders and name exactly as received, separated by slashes. A label: it is never used as a path on this disk. */
    String path();

    /** Length in bytes as the source states it; -1 if it does not. */
    long size();

    /** When it was last changed, according to the source. */
    Optional<Instant> changed();

    /** What is odd about it; empty if nothing is. */
    Optional<Message> caution();

    /** The bytes; the caller closes the stream. Reading fails if the content is a decompression bomb. */
    InputStream open() throws IOException;
}

package org.epiglyph.exchange.archive;

import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.Optional;
import org.epiglyph.core.Message;

/** A file that arrived. */
public interface ReceivedFile {
    /** Folders and name exactly as received, separated by slashes. A label: it never becomes a path on this disk. */
    String path();

    /** Length in bytes as the source states it; -1 where it does not. */
    long size();

    /** When the source says that it was last changed. */
    Optional<Instant> changed();

    /** What is odd about it; empty where nothing is. */
    Optional<Message> caution();

    /** The bytes; the caller closes. Reading fails where the content is a compression bomb. */
    InputStream open() throws IOException;
}

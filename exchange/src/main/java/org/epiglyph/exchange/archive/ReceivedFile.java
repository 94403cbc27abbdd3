package org.epiglyph.exchange.archive;

import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.Optional;

/** A file that arrived. Its path has been checked: relative, no dot segments, no control characters. */
public interface ReceivedFile {
    /** Folders and name as received, separated by slashes. */
    String path();

    /** Length in bytes as the source states it; -1 where it does not. */
    long size();

    /** When the source says that it was last changed. */
    Optional<Instant> changed();

    /** The bytes; the caller closes. Reading fails where the content is a compression bomb. */
    InputStream open() throws IOException;
}

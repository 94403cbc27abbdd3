package org.epiglyph.exchange.archive;

import java.io.IOException;
import java.util.List;

/** Where files arrive from; open until closed. */
public interface FileSource extends AutoCloseable {
    /** The files in the source's order. */
    List<ReceivedFile> files();

    /** Entries that are not taken, with the reason. */
    List<Refusal> refusals();

    @Override
    void close() throws IOException;

    /**
     * An entry that is not taken.
     *
     * @param path   as the source names it, made printable
     * @param reason why, and what to do
     */
    record Refusal(String path, String reason) {}
}

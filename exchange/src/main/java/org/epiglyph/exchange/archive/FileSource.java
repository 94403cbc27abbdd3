package org.epiglyph.exchange.archive;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.LongConsumer;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/** A source of received files; open until closed. */
public interface FileSource extends AutoCloseable {
    /** The files in the source's order. */
    List<ReceivedFile> files();

    /** Entries that cannot be submissions, with reasons. */
    List<Refusal> refusals();

    /** The encoding used for names of archives that do not declare one; empty if all do. */
    Optional<Charset> nameEncoding();

    @Override
    void close() throws IOException;

    /**
     * An entry that cannot be a submission.
     *
     * @param path   as the source names it, made printable
     * @param reason why, and what to do
     * @param file   its bytes, if they can be stored as they are
     */
    record Refusal(String path, Message reason, Optional<ReceivedFile> file) {}

    /**
     * Opens zip archives, folders and single files, in any mixture. Archives within archives are opened too and count
     * as folders. Of several places, an unreadable one is a refusal; a single one is a problem.
     *
     * @param places   may be empty
     * @param encoding for names of archives that do not declare one; empty to detect it
     * @param progress receives the bytes unpacked so far; an exception it throws ends the opening
     * @throws Problem if nothing can be read
     */
    static FileSource open(List<Path> places, Optional<Charset> encoding, LongConsumer progress) throws Problem {
        return Arrivals.open(places, encoding, progress);
    }
}

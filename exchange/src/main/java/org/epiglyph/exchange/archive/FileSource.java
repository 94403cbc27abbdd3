package org.epiglyph.exchange.archive;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.LongConsumer;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/** Where files arrive from; open until closed. */
public interface FileSource extends AutoCloseable {
    /** The files in the source's order. */
    List<ReceivedFile> files();

    /** What cannot be a submission, with the reason. */
    List<Refusal> refusals();

    /** The encoding in which names of archives were read that do not say theirs; empty where all do. */
    Optional<Charset> nameEncoding();

    @Override
    void close() throws IOException;

    /**
     * An entry that cannot be a submission.
     *
     * @param path   as the source names it, made printable
     * @param reason why, and what to do
     * @param file   its bytes, where they can be kept as they are
     */
    record Refusal(String path, Message reason, Optional<ReceivedFile> file) {}

    /**
     * Opens zip archives, folders and single files, in any mixture. Archives within archives are opened too and count as
     * folders. Of several places, one that cannot be read is a refusal; a single one is a problem.
     *
     * @param places   may be none
     * @param encoding for names of archives that do not say theirs; empty to find out
     * @param progress hears the bytes unpacked so far; what it throws ends the opening
     * @throws Problem where nothing can be read
     */
    static FileSource open(List<Path> places, Optional<Charset> encoding, LongConsumer progress) throws Problem {
        return Arrivals.open(places, encoding, progress);
    }
}

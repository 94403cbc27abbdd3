package org.epiglyph.documents.base;

import java.io.IOException;
import java.io.UncheckedIOException;
import org.apache.pdfbox.io.MemoryUsageSetting;
import org.apache.pdfbox.io.RandomAccessStreamCache.StreamCacheCreateFunction;
import org.apache.pdfbox.io.ScratchFile;
import org.epiglyph.places.TemporaryFolder;

/** Where the library stores what is too large for memory: a folder of this process, deleted with it or swept later. */
public final class Scratch {
    private static final Scratch OWN = new Scratch();
    private TemporaryFolder folder;

    private Scratch() {}

    /** For a document that is opened or created. */
    public static StreamCacheCreateFunction cache() {
        return () -> new ScratchFile(MemoryUsageSetting.setupTempFileOnly().setTempDir(OWN.folder().path().toFile()));
    }

    private synchronized TemporaryFolder folder() throws IOException {
        if (folder == null) {
            TemporaryFolder made = TemporaryFolder.make("scratch");
            Runtime.getRuntime().addShutdownHook(new Thread(() -> {
                try {
                    made.close();
                } catch (IOException | UncheckedIOException e) {
                    return; // it is swept at the next start
                }
            }));
            folder = made;
        }
        return folder;
    }
}

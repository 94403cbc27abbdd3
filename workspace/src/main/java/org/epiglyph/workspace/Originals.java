package org.epiglyph.workspace;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.List;
import java.util.stream.Stream;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.places.FolderTree;
import org.slf4j.LoggerFactory;

/** The received files of a batch: stored byte for byte, read-only, each in a folder of its own. Thread-safe. */
public final class Originals {
    private static final int BUFFER = 1 << 16;
    private final BatchFolder folder;

    public Originals(BatchFolder folder) {
        this.folder = folder;
    }

    /**
     * A stored original.
     *
     * @param path   where it is now
     * @param sha256 digest of its bytes, 64 lower-case hexadecimal digits
     * @param bytes  its length
     */
    public record Stored(Path path, String sha256, long bytes) {}

    /**
     * Stores a received file.
     *
     * @param id   of the document; must not be in use
     * @param name the received name; on the disk it may differ
     * @throws IOException if the disk fails; the partial file is deleted
     */
    public Stored store(String id, String name, InputStream bytes) throws IOException {
        Path file = folder.stored(id).resolve(BatchFolder.nameOnDisk(name));
        folder.make(file.getParent());
        MessageDigest digest = NewBatch.sha256();
        long length = 0;
        try (OutputStream out = new DigestOutputStream(Files.newOutputStream(file), digest)) {
            byte[] buffer = new byte[BUFFER];
            for (int n = bytes.read(buffer); n >= 0; n = bytes.read(buffer)) {
                out.write(buffer, 0, n);
                length += n;
            }
        } catch (IOException e) {
            remove(id);
            throw e;
        }
        if (!file.toFile().setReadOnly()) {
            throw new IOException("The original cannot be made read only");
        }
        return new Stored(file, HexFormat.of().formatHex(digest.digest()), length);
    }

    /** Names of those documents whose bytes are no longer what was received, including missing ones. Reads them. */
    static List<String> changed(BatchFolder folder, Submission whose, Stream<Document> documents) {
        return documents.filter(d -> !isIntact(folder, d)).map(whose::displayName).toList();
    }

    /** True if a document's bytes are those that were received; reads them all. */
    static boolean isIntact(BatchFolder folder, Document document) {
        MessageDigest digest = NewBatch.sha256();
        try (InputStream in = Files.newInputStream(folder.original(document))) {
            byte[] buffer = new byte[BUFFER];
            for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                digest.update(buffer, 0, n);
            }
            return HexFormat.of().formatHex(digest.digest()).equals(document.sha256());
        } catch (IOException e) {
            LoggerFactory.getLogger(Originals.class)
                    .warn("An original cannot be read ({})", e.getClass());
            return false;
        }
    }

    /** Deletes a stored file, if the act that it belongs to is not carried out. */
    public void remove(String id) throws IOException {
        FolderTree.delete(folder.stored(id));
    }
}

package org.epiglyph.workspace;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.places.FolderTree;
import org.slf4j.LoggerFactory;

/**
 * Files that come into a batch's folder together with edits: after a crash all of both are there, or none. They wait in a
 * folder of their own; what decides is whether the history has the line that is named there.
 */
public final class Staging {
    private static final String INTENT = "intent.json";
    private final BatchFolder folder;
    private final List<String> stored = new ArrayList<>();

    private Staging(BatchFolder folder) {
        this.folder = folder;
    }

    /**
     * What is under way.
     *
     * @param number the line of history that decides; 0 where there is none and the files alone come
     * @param line   the text of its edit
     * @param stored ids of documents that were stored for it
     */
    record Intent(long number, String line, List<String> stored) {}

    /** Begins, with nothing staged yet. */
    public static Staging begin(BatchFolder folder) throws IOException {
        FolderTree.delete(folder.staging());
        folder.make(folder.staging());
        return new Staging(folder);
    }

    /** Where to write what shall come to a place directly in the batch's folder. */
    public Path place(Path target) {
        if (!target.toAbsolutePath().getParent().equals(folder.root().toAbsolutePath())) {
            throw new IllegalArgumentException("Only files directly in the batch's folder are staged");
        }
        return folder.staging().resolve(target.getFileName());
    }

    /** Says that a document was stored for this among the originals; it goes again where the edits do not come. */
    public void stored(String id) {
        stored.add(id);
    }

    /** Takes everything back, before any edit was made. */
    public void discard() throws IOException {
        discard(folder, new Intent(0, "", stored));
    }

    /** Says what decides, from where on a crash is made good at the next opening. */
    void intend(List<Entry> entries) throws IOException {
        Intent intent = entries.isEmpty()
                ? new Intent(0, "", stored)
                : new Intent(entries.getLast().number(), StoredLine.of(entries.getLast()).edit(), stored);
        Path beside = folder.staging().resolve(INTENT + ".part");
        Files.writeString(beside, BatchJson.write(intent));
        Files.move(beside, folder.staging().resolve(INTENT), StandardCopyOption.ATOMIC_MOVE);
    }

    /** Moves the files to their places, after the edits are on the disk. */
    void arrive() throws IOException {
        arrive(folder);
    }

    private static void arrive(BatchFolder folder) throws IOException {
        for (Path file : FolderTree.entries(folder.staging())) {
            if (!file.getFileName().toString().equals(INTENT)) {
                Files.move(file, folder.root().resolve(file.getFileName()), StandardCopyOption.REPLACE_EXISTING,
                        StandardCopyOption.ATOMIC_MOVE);
            }
        }
        FolderTree.delete(folder.staging());
    }

    private static void discard(BatchFolder folder, Intent intent) throws IOException {
        for (String id : intent.stored) {
            new Originals(folder).remove(id);
        }
        FolderTree.delete(folder.staging());
    }

    /** Finishes or takes back what a crash has left. @param lines gives the lines of the history as it was found */
    static void settle(BatchFolder folder, LongFunction<Optional<Entry>> lines) throws IOException {
        if (!Files.isDirectory(folder.staging())) {
            return;
        }
        Path file = folder.staging().resolve(INTENT);
        if (!Files.exists(file)) {
            FolderTree.delete(folder.staging()); // nothing was decided; documents that were stored are met by nobody
            return;
        }
        try {
            Intent intent = BatchJson.read(Files.readString(file, StandardCharsets.UTF_8), Intent.class);
            boolean there = intent.number == 0 || lines.apply(intent.number)
                    .filter(e -> StoredLine.of(e).edit().equals(intent.line))
                    .isPresent();
            if (there) {
                arrive(folder);
            } else {
                discard(folder, intent);
            }
        } catch (JsonProcessingException e) {
            LoggerFactory.getLogger(Staging.class).warn("What was staged cannot be read; it stays where it is");
        }
    }
}

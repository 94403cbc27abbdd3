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
 * Files that enter a batch's folder together with edits: after a crash all of both are there, or nothing. They wait in
 * a folder of their own; whether the history has the line named there decides.
 */
public final class Staging {
    private static final String INTENT = "intent.json";
    private final BatchFolder folder;
    private final List<String> stored = new ArrayList<>();

    private Staging(BatchFolder folder) {
        this.folder = folder;
    }

    /**
     * What is in progress.
     *
     * @param number the line of history that decides; 0 if there is none and only files are added
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

    /** Where to write a file that will be moved to a target directly in the batch's folder. */
    public Path place(Path target) {
        if (!target.toAbsolutePath().getParent().equals(folder.root().toAbsolutePath())) {
            throw new IllegalArgumentException("Only files directly in the batch's folder are staged");
        }
        return folder.staging().resolve(target.getFileName());
    }

    /** Records that a document was stored among the originals for this; it is deleted if the edits are not made. */
    public void stored(String id) {
        stored.add(id);
    }

    /** Reverts everything, before any edit was made. */
    public void discard() throws IOException {
        discard(folder, new Intent(0, "", stored));
    }

    /** Records what decides; from here on a crash is repaired at the next opening. */
    void intend(List<Entry> entries) throws IOException {
        Intent intent = entries.isEmpty()
                ? new Intent(0, "", stored)
                : new Intent(entries.getLast().number(), StoredLine.of(entries.getLast()).edit(), stored);
        Path beside = folder.staging().resolve(INTENT + ".part");
        Files.writeString(beside, BatchJson.write(intent));
        Files.move(beside, folder.staging().resolve(INTENT), StandardCopyOption.ATOMIC_MOVE);
    }

    /** Moves the files to their targets, after the edits are on the disk. */
    void moveIntoPlace() throws IOException {
        moveIntoPlace(folder);
    }

    private static void moveIntoPlace(BatchFolder folder) throws IOException {
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

    /**
     * Completes or reverts what a crash has left.
     *
     * @param lines returns the lines of the history as it was found
     */
    static void recover(BatchFolder folder, LongFunction<Optional<Entry>> lines) throws IOException {
        if (!Files.isDirectory(folder.staging())) {
            return;
        }
        Path file = folder.staging().resolve(INTENT);
        if (!Files.exists(file)) {
            FolderTree.delete(folder.staging()); // undecided; stored documents have been used by nobody
            return;
        }
        try {
            Intent intent = BatchJson.read(Files.readString(file, StandardCharsets.UTF_8), Intent.class);
            boolean there = intent.number == 0 || lines.apply(intent.number)
                    .filter(e -> StoredLine.of(e).edit().equals(intent.line))
                    .isPresent();
            if (there) {
                moveIntoPlace(folder);
            } else {
                discard(folder, intent);
            }
        } catch (JsonProcessingException e) {
            LoggerFactory.getLogger(Staging.class).warn("What was staged cannot be read; it stays where it is");
        }
    }
}

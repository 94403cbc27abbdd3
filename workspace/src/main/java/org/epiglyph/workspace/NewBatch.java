package org.epiglyph.workspace;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.places.FolderTree;
import org.epiglyph.places.TemporaryFolder;

/**
 * A batch under construction. It grows in a hidden folder beside its target and appears there in one move; closed
 * before that, it leaves nothing.
 */
public final class NewBatch implements AutoCloseable {
    private final Path target;
    private final BatchFolder growing;
    private final List<BatchJson.Received> received = new ArrayList<>();
    private boolean placed;

    private NewBatch(Path target, Path growing) {
        this.target = target;
        this.growing = new BatchFolder(growing);
    }

    /**
     * Starts a batch.
     *
     * @param target the folder of the batch; must not exist
     */
    public static NewBatch at(Path target) throws Problem {
        if (Files.exists(target)) {
            throw new Problem(Message.of(NewBatch.class, "taken", target));
        }
        try {
            Files.createDirectories(target.toAbsolutePath().getParent());
            Path parent = target.toAbsolutePath().getParent();
            TemporaryFolder.sweep(parent); // left by a program that was killed
            Path growing = TemporaryFolder.makeIn(parent, "collecting").path();
            NewBatch batch = new NewBatch(target, growing);
            Files.createDirectories(batch.growing.originals());
            Files.createDirectories(batch.growing.renditions());
            return batch;
        } catch (IOException e) {
            throw new Problem(Message.of(NewBatch.class, "cannotBeMade", target.toAbsolutePath().getParent()), e);
        }
    }

    /** Where the growing batch is for now. */
    public BatchFolder folder() {
        return growing;
    }

    /** Stores a received file like {@link Originals#store}. */
    public Originals.Stored store(String id, String name, InputStream bytes) throws IOException {
        return new Originals(growing).store(id, name, bytes);
    }

    /** Adds a student with their hand-ins, oldest first; none means nothing was received. */
    public void add(Student student, List<HandIn> handIns) {
        received.add(new BatchJson.Received(student, List.copyOf(handIns)));
    }

    /** Writes the database and moves the batch to its target. */
    public void place(Task task, MarkScheme scheme, Phrasebook phrasebook) throws Problem {
        try {
            Database.create(growing.database(), new BatchJson.Collected(task, scheme, phrasebook, received)).close();
            Files.move(growing.root(), target, StandardCopyOption.ATOMIC_MOVE);
            placed = true;
        } catch (IOException | SQLException e) {
            throw new Problem(Message.of(NewBatch.class, "cannotBePlaced", target), e);
        }
    }

    /** Deletes what was begun, unless it has been moved to its target. */
    @Override
    public void close() throws IOException {
        if (!placed) {
            FolderTree.delete(growing.root());
        }
    }

    /** A SHA-256 digest (FIPS 180-4), which every Java platform has. */
    public static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}

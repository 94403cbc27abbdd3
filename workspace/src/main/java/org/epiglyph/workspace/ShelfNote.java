package org.epiglyph.workspace;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Objects;
import java.util.Optional;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.places.WholeFile;
import org.slf4j.LoggerFactory;

/**
 * The marker's decisions about a batch on the shelf; a small file in its folder, so that it moves with the batch.
 *
 * @param promised the day on which the work is to be handed back
 * @param archived true if it is archived
 * @param weight   the weight of its results in the course, 0 or more
 */
public record ShelfNote(Optional<LocalDate> promised, boolean archived, BigDecimal weight) {
    public static final ShelfNote NONE = new ShelfNote(Optional.empty(), false, BigDecimal.ONE);

    public ShelfNote {
        promised = Objects.requireNonNullElse(promised, Optional.empty());
        weight = weight == null || weight.signum() < 0 ? BigDecimal.ONE : weight; // the first notes have no weight
    }

    /** The note of a batch; the default if it has none, or one that cannot be read. */
    public static ShelfNote of(Path batch) {
        Path file = new BatchFolder(batch).shelfNote();
        try {
            return Files.exists(file)
                    ? Objects.requireNonNullElse(BatchJson.read(Files.readString(file), ShelfNote.class), NONE)
                    : NONE;
        } catch (IOException | RuntimeException e) {
            LoggerFactory.getLogger(ShelfNote.class).info("A note on a batch cannot be read ({})", e.getClass());
            return NONE;
        }
    }

    /**
     * Saves the note in a batch's folder.
     *
     * @throws Problem if it cannot be written
     */
    public void keep(Path batch) throws Problem {
        try {
            WholeFile.write(new BatchFolder(batch).shelfNote(),
                    beside -> Files.writeString(beside, BatchJson.write(this)));
        } catch (IOException e) {
            throw new Problem(Message.of(ShelfNote.class, "cannotBeKept", batch.getFileName()), e);
        }
    }

    public ShelfNote withPromised(Optional<LocalDate> day) {
        return new ShelfNote(day, archived, weight);
    }

    public ShelfNote withArchived(boolean other) {
        return new ShelfNote(promised, other, weight);
    }

    public ShelfNote withWeight(BigDecimal other) {
        return new ShelfNote(promised, archived, other);
    }
}

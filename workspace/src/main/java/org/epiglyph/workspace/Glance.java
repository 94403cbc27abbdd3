package org.epiglyph.workspace;

import java.nio.file.Path;
import java.sql.SQLException;
import java.util.List;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Entry;

/**
 * A batch as it is on the disk, read without locking it.
 *
 * @param batch  as far as it is intact
 * @param damage what is damaged
 * @param lines  its newest lines, in order; of a long history not all
 */
public record Glance(Batch batch, Damage damage, List<Entry> lines) {
    /** @throws Problem if there is no batch, or not even what was collected can be read */
    public static Glance at(Path root) throws Problem {
        BatchFolder folder = new BatchFolder(root);
        try (Database database = Database.look(folder.database())) {
            HistoryReading.Found found = HistoryReading.glance(database, folder);
            return new Glance(found.history().batch(), found.damage(), found.history().lines());
        } catch (SQLException e) {
            throw HistoryReading.unreadable(folder, e);
        }
    }
}

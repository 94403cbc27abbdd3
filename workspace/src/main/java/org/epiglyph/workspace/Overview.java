package org.epiglyph.workspace;

import java.nio.file.Path;
import java.util.Optional;
import org.epiglyph.core.Problem;

/**
 * The figures of a batch, and its damage.
 *
 * @param summary as far as the batch is intact
 * @param damage  what is damaged
 */
public record Overview(Summary summary, Damage damage) {
    /**
     * Reads a batch's figures as they are on the disk now, without locking it: from the summary beside its database if
     * it belongs to this very database, else from its whole history.
     *
     * @throws Problem if there is no batch, or not even what was collected can be read
     */
    public static Overview at(Path root) throws Problem {
        BatchFolder folder = new BatchFolder(root);
        Optional<SummaryFile.Stamp> stamp = SummaryFile.Stamp.of(folder);
        Optional<Overview> kept = stamp.flatMap(s -> SummaryFile.read(folder, s));
        if (kept.isPresent()) {
            return kept.get();
        }
        Glance glance = Glance.at(root);
        Overview overview = new Overview(Summary.of(glance.batch(), glance.lines()), glance.damage());
        if (glance.damage().isNone() && stamp.isPresent() && stamp.equals(SummaryFile.Stamp.of(folder))) {
            SummaryFile.write(folder, stamp.get(), overview);
        }
        return overview;
    }
}

package org.epiglyph.carrier;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.task.Task;
import org.epiglyph.exchange.archive.FileSource;
import org.epiglyph.exchange.archive.ReceivedFile;
import org.epiglyph.exchange.record.RecordClient.HandedIn;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.workspace.BatchFolder;

/**
 * Where a plan begins.
 *
 * @param recorded  the class by the record service
 * @param byRecord  hand-ins by the paths of their files
 * @param sheet     the grade sheet
 * @param sheetPath the sheet's path within the source, where it came with it
 * @param earlier   the batch that is collected again
 * @param known     filing rules that may fit
 * @param alsoClose closed with the source
 */
record PlanGround(Task task, FileSource source, Origin origin, Optional<Roster> recorded,
        Map<String, HandedIn> byRecord, Optional<GradeSheet> sheet, Optional<String> sheetPath,
        Optional<Earlier> earlier, List<FilingRule> known, AutoCloseable alsoClose) {
    /** A batch that is collected again, as it is now, with the digest of each file of the source that was there before. */
    record Earlier(BatchFolder folder, Batch batch, Register register, Map<ReceivedFile, String> digests) {}
}

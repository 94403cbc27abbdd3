package org.epiglyph.desktop.collect;

import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.core.roster.Student;
import org.epiglyph.exchange.archive.FileSource;

/** A row of the table: a file, an entry that cannot be a submission, or a student without files. */
sealed interface FileRow {
    record Arrived(CollectPlan.Item item) implements FileRow {}

    record Refused(FileSource.Refusal refusal) implements FileRow {}

    record Nothing(Student student) implements FileRow {}

    /** A document collected before that is not in this source. */
    record Gone(String path) implements FileRow {}
}

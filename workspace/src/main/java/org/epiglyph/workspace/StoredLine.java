package org.epiglyph.workspace;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.time.Instant;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;

/** A line of history as it is in the file; its parts may be anything if the file is damaged. */
record StoredLine(long number, String at, String kind, String edit) {
    static StoredLine of(Entry entry) {
        return new StoredLine(entry.number(), entry.at().toString(), entry.kind().name(),
                BatchJson.write(entry.edit()));
    }

    /** @throws RuntimeException if a part is not one of ours; neither message may be logged */
    Entry entry() throws JsonProcessingException {
        return new Entry(number, Instant.parse(at), Entry.Kind.valueOf(kind), BatchJson.read(edit, Edit.class));
    }
}

package org.epiglyph.workspace;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.time.Instant;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;

/** A line of history as it lies in the file; its parts may be anything where the file is damaged. */
record StoredLine(long number, String at, String kind, String edit) {
    static StoredLine of(Entry entry) {
        return new StoredLine(entry.number(), entry.at().toString(), entry.kind().name(),
                BatchJson.write(entry.edit()));
    }

    /** @throws RuntimeException where a part is none of ours; neither message is for the log */
    Entry entry() throws JsonProcessingException {
        return new Entry(number, Instant.parse(at), Entry.Kind.valueOf(kind), BatchJson.read(edit, Edit.class));
    }
}

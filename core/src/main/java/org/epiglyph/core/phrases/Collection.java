package org.epiglyph.core.phrases;

import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;

/**
 * Phrases that belong together and are shared together.
 *
 * @param id      unique in the phrasebook, never blank
 * @param name    never blank
 * @param open    true if its phrases are offered
 * @param takenIn true if others maintain it: it is updated from their file, and the marker's own changes are kept
 */
public record Collection(String id, String name, boolean open, boolean takenIn) {
    public Collection {
        if (id.isBlank() || name.isBlank()) {
            throw new InvalidValue(Message.of(Collection.class, "needsName"));
        }
    }

    public Collection opened(boolean other) {
        return new Collection(id, name, other, takenIn);
    }

    public Collection named(String other) {
        return new Collection(id, other, open, takenIn);
    }
}

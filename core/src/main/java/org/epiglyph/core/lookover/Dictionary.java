package org.epiglyph.core.lookover;

import java.util.List;

/** Looks words up in the language of the marker's words. Safe for several threads. */
@FunctionalInterface
public interface Dictionary {
    /** Knows nothing, and so finds nothing. */
    Dictionary NONE = _ -> List.of();

    /** The words of a text that are not in the dictionary, in order. */
    List<String> unknown(String text);
}

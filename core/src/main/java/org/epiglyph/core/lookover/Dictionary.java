package org.epiglyph.core.lookover;

import java.util.List;

/** Looks up words in the language of the marker's text. Thread-safe. */
@FunctionalInterface
public interface Dictionary {
    /** Knows no language, and so reports nothing. */
    Dictionary NONE = _ -> List.of();

    /** The words of a text that are not in the dictionary, in order. */
    List<String> unknown(String text);
}

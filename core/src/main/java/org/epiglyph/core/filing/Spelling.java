package org.epiglyph.core.filing;

import java.util.List;

/** How words in different letters and with slips of the pen are compared. */
public interface Spelling {
    /**
     * The text in small plain letters a to z and digits, words separated by single blanks; apostrophes vanish.
     *
     * @return the ways to write it, the usual one first, at least one; blank where nothing can be read
     */
    List<String> plain(String text);

    /** How many letters were left out, added, changed or swapped with their neighbour (Damerau 1964, Levenshtein 1966). */
    int slips(String one, String other);
}

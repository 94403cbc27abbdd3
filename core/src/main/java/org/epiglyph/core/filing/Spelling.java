package org.epiglyph.core.filing;

import java.util.List;

/** How text in different scripts and with spelling slips is compared. */
public interface Spelling {
    /**
     * The text in lower-case letters a to z and digits, with words separated by single spaces; apostrophes are dropped.
     *
     * @return the possible spellings, the usual one first, at least one; blank if nothing can be read
     */
    List<String> plain(String text);

    /**
     * The edit distance: letters left out, added, changed or swapped with their neighbour (Damerau 1964, Levenshtein
     * 1966).
     */
    int slips(String one, String other);
}

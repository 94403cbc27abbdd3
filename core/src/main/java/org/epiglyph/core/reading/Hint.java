package org.epiglyph.core.reading;

import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText.Selection;

/**
 * A place where the language may need a correction. Shown to the marker alone; never a verdict.
 *
 * @param place   where; a word broken at the end of a line has a box on each line
 * @param text    the text there
 * @param letters the word to look up in a dictionary, joined and without surrounding punctuation
 */
public record Hint(Kind kind, PageRef page, Selection place, String text, String letters) {
    /** What may be wrong. */
    public enum Kind {
        /** The word is not in the dictionary. */
        SPELLING,
        /** The same word occurs twice in a row. */
        TWICE,
        /** A sentence begins with a lower-case letter. */
        SMALL_LETTER
    }
}

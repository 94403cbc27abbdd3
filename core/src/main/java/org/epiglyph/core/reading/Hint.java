package org.epiglyph.core.reading;

import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText.Selection;

/**
 * A place where the language may want a correction. Shown to the marker alone; never a verdict.
 *
 * @param place   where; a word that is broken at the end of a line has a box on each
 * @param text   what stands there
 * @param letters the word to look up in a dictionary, joined and without signs around it
 */
public record Hint(Kind kind, PageRef page, Selection place, String text, String letters) {
    /** What may be wrong. */
    public enum Kind {
        /** The dictionary does not know the word. */
        SPELLING,
        /** The same word stands twice. */
        TWICE,
        /** A sentence begins with a small letter. */
        SMALL_LETTER
    }
}

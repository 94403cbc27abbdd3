package org.epiglyph.documents.base;

import com.ibm.icu.text.Bidi;

/** The direction in which a paragraph reads. */
public final class TextDirection {
    private TextDirection() {}

    /** True if the text reads from right to left: by its first letter (Unicode Standard Annex 9, rules P2 and P3). */
    public static boolean isRightToLeft(String text) {
        return Bidi.getBaseDirection(text) == Bidi.RTL;
    }
}

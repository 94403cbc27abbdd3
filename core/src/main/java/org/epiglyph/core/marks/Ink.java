package org.epiglyph.core.marks;

/**
 * The named inks for marks, with their colour in sRGB. All but ochre have a contrast of 4.5:1 against paper; ochre has
 * a darker tone for text.
 */
public enum Ink {
    MADDER(0xa8322d, 0xa8322d),
    OCHRE(0xb07a12, 0x86590a),
    MOSS(0x4f6b2f, 0x4f6b2f),
    INDIGO(0x232a4d, 0x232a4d),
    SLATE(0x5c6470, 0x5c6470),
    PLUM(0x6d3a63, 0x6d3a63);

    private final int rgb;
    private final int textRgb;

    Ink(int rgb, int textRgb) {
        this.rgb = rgb;
        this.textRgb = textRgb;
    }

    /** The ink's colour as 0xRRGGBB. */
    public int rgb() {
        return rgb;
    }

    /** The tone for text on paper, as 0xRRGGBB, at least 4.5:1 against paper (WCAG 2.2, 1.4.3). */
    public int textRgb() {
        return textRgb;
    }
}

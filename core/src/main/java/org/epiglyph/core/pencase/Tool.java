package org.epiglyph.core.pencase;

/** What a slot of the pen case holds. */
public enum Tool {
    CHOOSE,
    PEN,
    /** Follows words if there are any, and paints freely otherwise; so do the next three. */
    HIGHLIGHTER,
    UNDERLINE,
    WAVY_UNDERLINE,
    STRIKE_OUT,
    CORRECTION,
    NOTE,
    BOX,
    ELLIPSE,
    LINE,
    ARROW,
    BRACKET,
    TEXT,
    STAMP,
    ERASER;

    /** True for tools that draw a figure from one place to another. */
    public boolean isFigure() {
        return this == BOX || this == ELLIPSE || this == LINE || this == ARROW || this == BRACKET;
    }
}

package org.epiglyph.core.pencase;

import java.util.Objects;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Sign;

/**
 * One tool with its settings.
 *
 * @param tool    what it does
 * @param ink     its ink
 * @param width   line width, type size or stamp height in points, above 0
 * @param face    what a stamp shows; unused for other tools
 * @param meaning what marks of this slot stand for, in the marker's words; empty for nothing in particular
 * @param ground  true if typed text has a ground; unused for other tools
 */
public record Slot(Tool tool, Ink ink, double width, Face face, String meaning, boolean ground) {
    public Slot {
        if (!(width > 0 && width <= 96)) {
            throw new IllegalArgumentException("A tool's width is above 0 and up to 96 points, not " + width);
        }
        Objects.requireNonNull(tool);
        Objects.requireNonNull(ink);
        Objects.requireNonNull(face);
        meaning = meaning.strip();
    }

    /** A tool without a meaning. */
    public Slot(Tool tool, Ink ink, double width) {
        this(tool, ink, width, Sign.TICK, "", false);
    }

    /** A stamp without a meaning. */
    public static Slot stamp(Face face, Ink ink, double height) {
        return new Slot(Tool.STAMP, ink, height, face, "", false);
    }

    public Slot withInk(Ink other) {
        return new Slot(tool, other, width, face, meaning, ground);
    }

    public Slot withWidth(double other) {
        return new Slot(tool, ink, other, face, meaning, ground);
    }

    public Slot withFace(Face other) {
        return new Slot(tool, ink, width, other, meaning, ground);
    }

    public Slot withMeaning(String other) {
        return new Slot(tool, ink, width, face, other, ground);
    }

    public Slot withGround(boolean other) {
        return new Slot(tool, ink, width, face, meaning, other);
    }

    /** The same settings for another tool, with a width that suits it. */
    public Slot withTool(Tool other) {
        return new Slot(other, ink, other == tool ? width : usualWidth(other), face, meaning, ground);
    }

    /** The initial width of a tool, in points. */
    static double usualWidth(Tool tool) {
        return switch (tool) {
            case PEN -> 1.6;
            case HIGHLIGHTER, UNDERLINE, WAVY_UNDERLINE, STRIKE_OUT -> 12;
            case BOX, ELLIPSE, LINE, ARROW, BRACKET -> 1.4;
            case TEXT -> 12;
            case STAMP -> 22;
            case ERASER -> 8;
            case NOTE, CHOOSE, CORRECTION -> 1;
        };
    }
}

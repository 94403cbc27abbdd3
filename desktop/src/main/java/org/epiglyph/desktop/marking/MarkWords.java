package org.epiglyph.desktop.marking;

import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Shape;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Words;

/** Marks in words. */
public final class MarkWords {
    private static final int LONGEST = 60;

    private MarkWords() {}

    /** A mark by its kind. */
    public static String of(Mark mark) {
        return switch (mark) {
            case Stroke stroke -> Words.of(stroke.nib() == Stroke.Nib.FINE ? "Mark.ink" : "Mark.wash");
            case TextMarkup markup -> Words.of("Mark." + markup.style().name(), shortened(markup.text()));
            case Correction correction -> Words.of("Mark.CORRECTION_" + correction.kind().name());
            case Note _ -> Words.of("Mark.note");
            case Shape shape -> Words.of("Mark." + shape.form().name());
            case TypedText text -> Words.of("Mark.text", shortened(text.text()));
            case Stamp stamp -> Words.of("Mark.stamp", of(stamp.face()));
        };
    }

    /** What a stamp shows. */
    public static String of(Face face) {
        return switch (face) {
            case Sign sign -> Words.of("Sign." + sign.name());
            case Face.Words(String text, double _) -> text;
            case Face.Score score -> Words.of("Desk.scoreStamp", score.words());
            case Face.Picture _ -> Words.of("Desk.ownPicture");
        };
    }

    /** On one line, and from the beginning where it is long. */
    public static String shortened(String words) {
        return Form.line(words, LONGEST);
    }
}

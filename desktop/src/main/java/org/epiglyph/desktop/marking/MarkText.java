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
import org.epiglyph.desktop.frame.UiText;

/** Descriptions of marks. */
public final class MarkText {
    private static final int LONGEST = 60;

    private MarkText() {}

    /** A mark by its kind. */
    public static String of(Mark mark) {
        return switch (mark) {
            case Stroke stroke -> UiText.of(stroke.nib() == Stroke.Nib.FINE ? "Mark.ink" : "Mark.wash");
            case TextMarkup markup -> UiText.of("Mark." + markup.style().name(), shortened(markup.text()));
            case Correction correction -> UiText.of("Mark.CORRECTION_" + correction.kind().name());
            case Note _ -> UiText.of("Mark.note");
            case Shape shape -> UiText.of("Mark." + shape.form().name());
            case TypedText text -> UiText.of("Mark.text", shortened(text.text()));
            case Stamp stamp -> UiText.of("Mark.stamp", of(stamp.face()));
        };
    }

    /** What a stamp shows. */
    public static String of(Face face) {
        return switch (face) {
            case Sign sign -> UiText.of("Sign." + sign.name());
            case Face.Text(String text, double _) -> text;
            case Face.Score score -> UiText.of("Desk.scoreStamp", score.text());
            case Face.Picture _ -> UiText.of("Desk.ownPicture");
        };
    }

    /** On one line, and shortened if it is long. */
    public static String shortened(String text) {
        return Form.line(text, LONGEST);
    }
}

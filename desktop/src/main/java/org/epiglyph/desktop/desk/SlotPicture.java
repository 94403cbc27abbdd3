package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.Locale;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.shape.Rectangle;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Shape;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.paper.Inks;

/** The picture of a slot of the pen case: the mark that its tool leaves, in small. */
final class SlotPicture {
    private static final double FAINT = 0.55;

    private SlotPicture() {}

    static Node of(Slot slot) {
        return switch (slot.tool()) {
            case PEN -> Inks.line(
                    new InkPath(new PagePoint(0, 14),
                            List.of(new Cubic(new PagePoint(8, -6), new PagePoint(8, 26), new PagePoint(22, 2)))),
                    Math.max(1.2, Math.min(4, slot.width())), slot.ink(), false);
            case HIGHLIGHTER -> {
                Rectangle wash = new Rectangle(22, 10, Inks.colour(slot.ink().rgb()));
                wash.setOpacity(0.45);
                yield wash;
            }
            case UNDERLINE -> onWord(slot, TextMarkup.Style.UNDERLINE);
            case WAVY_UNDERLINE -> onWord(slot, TextMarkup.Style.WAVY_UNDERLINE);
            case STRIKE_OUT -> onWord(slot, TextMarkup.Style.STRIKE_OUT);
            case CORRECTION -> new Group(letters(), Inks.of(new Correction(head(slot),
                    List.of(new PageBox(0, 2, 13, 14)), "", java.util.Optional.of(new PagePoint(18, 14)), 11)));
            case NOTE -> Inks.of(new Note(head(slot), new PagePoint(5, 5)));
            case BOX -> figure(slot, Shape.Form.BOX, 1, 1, 21, 14);
            case ELLIPSE -> figure(slot, Shape.Form.ELLIPSE, 1, 1, 22, 14);
            case LINE -> figure(slot, Shape.Form.LINE, 1, 14, 22, 2);
            case ARROW -> figure(slot, Shape.Form.ARROW, 1, 14, 22, 3);
            case BRACKET -> figure(slot, Shape.Form.BRACKET, 8, 0, 8, 18);
            case TEXT -> {
                Label letter = new Label("Aa");
                letter.getStyleClass().addAll("slot-letter", "ink-" + slot.ink().name().toLowerCase(Locale.ROOT));
                yield letter;
            }
            case STAMP -> face(slot.face(), slot.ink());
            case ERASER -> {
                Rectangle block = new Rectangle(18, 9);
                block.getStyleClass().add("eraser-sign");
                block.setRotate(-24);
                yield block;
            }
            case CHOOSE -> {
                Rectangle frame = new Rectangle(18, 14);
                frame.getStyleClass().add("choose-sign");
                yield frame;
            }
        };
    }

    /** What a stamp shows. */
    static Node face(Face face, Ink ink) {
        Head head = new Head("picture", new PageRef("none", 0), ink, 0, Remark.NONE);
        return switch (face) {
            case Sign sign ->
                Inks.of(new Stamp(head, sign, new PagePoint(10, 10), Math.min(19, 28 / Math.max(1.4, sign.aspect()))));
            case Face.Text(String text, double _) -> text(text, ink);
            case Face.Score score -> text(score.text(), ink);
            case Face.Picture(String _, double aspect) -> {
                Rectangle picture = new Rectangle(Math.min(24, 16 * aspect), Math.min(16, 24 / aspect));
                picture.getStyleClass().add("choose-sign");
                yield picture;
            }
        };
    }

    private static Label text(String text, Ink ink) {
        Label label = new Label(text.length() <= 4 ? text : Form.letters(text, 3) + "\u2026");
        label.getStyleClass().addAll("slot-words", "ink-" + ink.name().toLowerCase(Locale.ROOT));
        return label;
    }

    private static Head head(Slot slot) {
        return new Head("picture", new PageRef("none", 0), slot.ink(), 0, Remark.NONE);
    }

    private static Node onWord(Slot slot, TextMarkup.Style style) {
        return new Group(letters(),
                Inks.of(new TextMarkup(head(slot), List.of(new PageBox(0, 2, 22, 14)), "", style)));
    }

    private static Node letters() {
        Group lines = new Group();
        for (int i = 0; i < 2; i++) {
            Node line = Inks.line(InkPath.through(new PagePoint(1, 7 + 4 * i), new PagePoint(20, 7 + 4 * i)), 1.4,
                    Ink.SLATE, false);
            line.setOpacity(FAINT);
            lines.getChildren().add(line);
        }
        return lines;
    }

    private static Node figure(Slot slot, Shape.Form form, double x1, double y1, double x2, double y2) {
        return Inks.of(new Shape(head(slot), form, new PagePoint(x1, y1), new PagePoint(x2, y2),
                Math.clamp(slot.width(), 1.2, 2.4)));
    }
}

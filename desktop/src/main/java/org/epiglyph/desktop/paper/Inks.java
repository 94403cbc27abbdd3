package org.epiglyph.desktop.paper;

import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.effect.BlendMode;
import javafx.scene.paint.Color;
import javafx.scene.shape.CubicCurveTo;
import javafx.scene.shape.LineTo;
import javafx.scene.shape.MoveTo;
import javafx.scene.shape.Path;
import javafx.scene.shape.Rectangle;
import javafx.scene.shape.StrokeLineCap;
import javafx.scene.shape.StrokeLineJoin;
import javafx.scene.text.Font;
import javafx.scene.text.FontPosture;
import javafx.scene.text.Text;
import javafx.scene.transform.Rotate;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Drawn;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;

/**
 * Marks as single nodes, for what is being drawn and for pictures of tools; in page space, following the mark's
 * drawing.
 */
public final class Inks {
    private Inks() {}

    /** A mark as a node. */
    public static Node of(Mark mark) {
        Group group = new Group();
        for (Drawn drawn : mark.drawing()) {
            switch (drawn) {
                case Drawn.Lines(var paths, double width, boolean translucent) ->
                    paths.forEach(p -> group.getChildren().add(line(p, width, mark.ink(), translucent)));
                case Drawn.Area(var outlines) -> outlines.forEach(o -> group.getChildren().add(area(o, mark.ink())));
                case Drawn.Wash(var boxes) -> boxes.forEach(b -> group.getChildren().add(wash(b, mark.ink())));
                case Drawn.Ground(PageBox b) -> {
                    Rectangle ground = new Rectangle(b.left(), b.top(), b.width(), b.height());
                    ground.setFill(colour(Drawn.Ground.PAPER));
                    group.getChildren().add(ground);
                }
                case Drawn.Text text -> group.getChildren().add(text(text, mark.ink()));
                case Drawn.Picture p -> {
                    Rectangle frame = new Rectangle(p.centre().x() - p.width() / 2, p.centre().y() - p.height() / 2,
                            p.width(), p.height());
                    frame.setRotate(p.turn());
                    frame.setFill(null);
                    frame.setStroke(colour(mark.ink().rgb()));
                    group.getChildren().add(frame);
                }
            }
        }
        return group;
    }

    /** A line as a node. */
    public static Path line(InkPath ink, double width, Ink colour, boolean translucent) {
        Path path = path(ink);
        path.setStroke(colour(colour.rgb()));
        path.setStrokeWidth(width);
        path.setStrokeLineCap(StrokeLineCap.ROUND);
        path.setStrokeLineJoin(StrokeLineJoin.ROUND);
        path.setFill(null);
        if (translucent) {
            path.setOpacity(Mark.WASH_STRENGTH);
            path.setBlendMode(BlendMode.MULTIPLY);
        }
        return path;
    }

    private static Path area(InkPath outline, Ink colour) {
        Path path = path(outline);
        path.setStroke(null);
        path.setFill(colour(colour.rgb()));
        return path;
    }

    private static Path path(InkPath ink) {
        Path path = new Path(new MoveTo(ink.start().x(), ink.start().y()));
        if (ink.curves().isEmpty()) {
            path.getElements().add(new LineTo(ink.start().x() + 0.01, ink.start().y()));
        }
        for (Cubic c : ink.curves()) {
            path.getElements()
                    .add(new CubicCurveTo(c.first().x(), c.first().y(), c.second().x(), c.second().y(), c.end().x(),
                            c.end().y()));
        }
        return path;
    }

    static Rectangle wash(PageBox box, Ink colour) {
        Rectangle rectangle = new Rectangle(box.left(), box.top(), box.width(), box.height());
        rectangle.setFill(colour(colour.rgb()));
        rectangle.setOpacity(Mark.WASH_STRENGTH);
        rectangle.setBlendMode(BlendMode.MULTIPLY);
        return rectangle;
    }

    private static Node text(Drawn.Text words, Ink colour) {
        Group lines = new Group();
        double y = 0;
        for (String line : words.text().split("\n", -1)) {
            Text text = new Text(words.at().x(), words.at().y() + y, line);
            text.setFont(hand(words.size()));
            text.setFill(colour(colour.textRgb()));
            lines.getChildren().add(text);
            y += words.size() * TypedText.LEADING;
        }
        lines.getTransforms().add(new Rotate(words.turn(), words.at().x(), words.at().y()));
        return lines;
    }

    /** The typeface of the marker's words. */
    static Font hand(double size) {
        return Font.font("Source Serif 4", FontPosture.ITALIC, size);
    }

    /** A colour given as 0xRRGGBB. */
    public static Color colour(int rgb) {
        return Color.rgb(rgb >> 16, rgb >> 8 & 255, rgb & 255);
    }
}

package org.epiglyph.desktop.desk;

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
import javafx.scene.text.Text;
import javafx.scene.transform.Rotate;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Drawn;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;

/** Draws marks as nodes in page space, after the same drawing that the PDF follows. */
final class MarkNodes {
    private static final Font HAND = Font.font("Source Serif 4", javafx.scene.text.FontPosture.ITALIC, 12);

    private MarkNodes() {}

    static Node of(Mark mark) {
        Group group = new Group();
        for (Drawn drawn : mark.drawing()) {
            switch (drawn) {
                case Drawn.Lines(var paths, double width, boolean translucent) ->
                    paths.forEach(p -> group.getChildren().add(line(p, width, mark.ink(), translucent)));
                case Drawn.Wash(var boxes) -> boxes.forEach(b -> group.getChildren().add(wash(b, mark.ink())));
                case Drawn.Words words -> group.getChildren().add(words(words, mark.ink()));
            }
        }
        if (mark.isPrivate()) {
            group.setOpacity(0.6);
        }
        return group;
    }

    static Path line(InkPath ink, double width, Ink colour, boolean translucent) {
        Path path = new Path(new MoveTo(ink.start().x(), ink.start().y()));
        if (ink.curves().isEmpty()) {
            path.getElements().add(new LineTo(ink.start().x() + 0.01, ink.start().y()));
        }
        for (Cubic c : ink.curves()) {
            path.getElements()
                    .add(new CubicCurveTo(c.first().x(), c.first().y(), c.second().x(), c.second().y(), c.end().x(),
                            c.end().y()));
        }
        return styled(path, width, colour, translucent);
    }

    /** A path that is still being drawn. */
    static Path live(double width, Ink colour, boolean translucent) {
        return styled(new Path(), width, colour, translucent);
    }

    private static Path styled(Path path, double width, Ink colour, boolean translucent) {
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

    static Rectangle wash(PageBox box, Ink colour) {
        Rectangle rectangle = new Rectangle(box.left(), box.top(), box.width(), box.height());
        rectangle.setFill(colour(colour.rgb()));
        rectangle.setOpacity(Mark.WASH_STRENGTH);
        rectangle.setBlendMode(BlendMode.MULTIPLY);
        return rectangle;
    }

    private static Node words(Drawn.Words words, Ink colour) {
        Group lines = new Group();
        double y = 0;
        for (String line : words.text().split("\n", -1)) {
            Text text = new Text(words.at().x(), words.at().y() + y, line);
            text.setFont(Font.font(HAND.getFamily(), javafx.scene.text.FontPosture.ITALIC, words.size()));
            text.setFill(colour(colour.wordsRgb()));
            lines.getChildren().add(text);
            y += words.size() * TypedText.LEADING;
        }
        lines.getTransforms().add(new Rotate(words.turn(), words.at().x(), words.at().y()));
        return lines;
    }

    static Color colour(int rgb) {
        return Color.rgb(rgb >> 16, rgb >> 8 & 255, rgb & 255);
    }
}

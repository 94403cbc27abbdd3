package org.epiglyph.desktop.paper;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import javafx.geometry.BoundingBox;
import javafx.geometry.Bounds;
import javafx.geometry.Rectangle2D;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.Image;
import javafx.scene.paint.Color;
import javafx.scene.shape.FillRule;
import javafx.scene.shape.StrokeLineCap;
import javafx.scene.shape.StrokeLineJoin;
import javafx.scene.transform.Affine;
import javafx.scene.transform.NonInvertibleTransformException;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Drawn;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;

/**
 * Paints the marks of one page. What lets the page show through are nodes with multiply blending; everything else is
 * painted on one canvas, and only where something changed, so that a new stroke costs the same however much ink is
 * there.
 */
final class MarkPainter {
    private static final double MOST_PIXELS = 4096;
    private static final double PRIVATE_STRENGTH = 0.6;
    private final Group washes = new Group();
    private final Map<Mark, Node> washNodes = new HashMap<>();
    private final Canvas canvas = new Canvas(0, 0);
    private final Affine toCanvas = new Affine();
    private List<Mark> shown = List.of();
    private double density = 1;
    private double width;
    private double height;
    private final Function<String, Image> pictures;

    /** @param pictures returns a picture of the marker's own by its name; null if it is missing */
    MarkPainter(Function<String, Image> pictures) {
        this.pictures = pictures;
        canvas.setMouseTransparent(true);
    }

    Group washes() {
        return washes;
    }

    Canvas canvas() {
        return canvas;
    }

    /**
     * Sets the size of the page as shown.
     *
     * @param toShown from page space to interface pixels
     * @param output  screen pixels per interface pixel
     */
    void size(double shownWidth, double shownHeight, Affine toShown, double output) {
        width = shownWidth;
        height = shownHeight;
        density = Math.min(output, Math.min(MOST_PIXELS / shownWidth, MOST_PIXELS / shownHeight));
        toCanvas.setToTransform(toShown);
        toCanvas.prependScale(density, density);
        List<Mark> all = shown;
        shown = List.of();
        canvas.setWidth(0);
        show(all);
    }

    /** Shows exactly these marks, from back to front. */
    void show(List<Mark> all) {
        showWashes(all);
        List<Mark> before = shown;
        shown = all.stream().filter(m -> !isWash(m)).toList();
        if (shown.isEmpty() && canvas.getWidth() == 0) {
            return;
        }
        if (canvas.getWidth() == 0) {
            canvas.setWidth(Math.ceil(width * density));
            canvas.setHeight(Math.ceil(height * density));
            canvas.getTransforms().setAll(new javafx.scene.transform.Scale(1 / density, 1 / density));
            before = List.of();
        }
        if (before.size() <= shown.size() && before.equals(shown.subList(0, before.size()))) {
            paint(shown.subList(before.size(), shown.size()));
        } else {
            repaint(changed(before, shown));
        }
    }

    /**
     * True for marks whose drawing is only a wash; decided without drawing them, since every mark is asked after every
     * edit.
     */
    private static boolean isWash(Mark mark) {
        return switch (mark) {
            case TextMarkup markup -> markup.style() == TextMarkup.Style.HIGHLIGHT;
            case Stroke stroke -> stroke.nib() == Stroke.Nib.BROAD && stroke.swell().isEmpty();
            default -> false;
        };
    }

    private void showWashes(List<Mark> all) {
        List<Mark> now = all.stream().filter(MarkPainter::isWash).toList();
        washNodes.keySet().retainAll(now);
        now.forEach(m -> washNodes.computeIfAbsent(m, Inks::of));
        List<Node> nodes = now.stream().map(washNodes::get).toList();
        if (!washes.getChildren().equals(nodes)) {
            washes.getChildren().setAll(nodes);
        }
    }

    /** The boxes of marks that are only in one of the lists; if only the order differs, of everything that moved. */
    private static List<PageBox> changed(List<Mark> before, List<Mark> after) {
        Set<Mark> old = new HashSet<>(before);
        Set<Mark> now = new HashSet<>(after);
        List<PageBox> boxes = new ArrayList<>();
        before.stream().filter(m -> !now.contains(m)).forEach(m -> boxes.add(m.bounds()));
        after.stream().filter(m -> !old.contains(m)).forEach(m -> boxes.add(m.bounds()));
        List<Mark> keptBefore = before.stream().filter(now::contains).toList();
        List<Mark> keptAfter = after.stream().filter(old::contains).toList();
        for (int i = 0; i < keptBefore.size(); i++) {
            if (keptBefore.get(i) != keptAfter.get(i)) {
                boxes.add(keptBefore.get(i).bounds());
            }
        }
        return boxes;
    }

    private void repaint(List<PageBox> boxes) {
        if (boxes.isEmpty()) {
            return;
        }
        Rectangle2D pixels = wholePixels(PageBox.around(boxes).expandedBy(2));
        PageBox area = fromCanvas(pixels);
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.save();
        g.setTransform(1, 0, 0, 1, 0, 0);
        g.beginPath();
        g.rect(pixels.getMinX(), pixels.getMinY(), pixels.getWidth(), pixels.getHeight());
        g.clip();
        g.clearRect(pixels.getMinX(), pixels.getMinY(), pixels.getWidth(), pixels.getHeight());
        g.setTransform(toCanvas);
        shown.stream().filter(m -> m.bounds().overlaps(area)).forEach(m -> paint(g, m));
        g.restore();
    }

    /** The canvas clears nothing within a clip that ends inside a pixel, when it is drawn in software. */
    private Rectangle2D wholePixels(PageBox area) {
        Bounds covered = toCanvas.transform(new BoundingBox(area.left(), area.top(), area.width(), area.height()));
        double left = Math.floor(covered.getMinX());
        double top = Math.floor(covered.getMinY());
        return new Rectangle2D(left, top, Math.ceil(covered.getMaxX()) - left, Math.ceil(covered.getMaxY()) - top);
    }

    private PageBox fromCanvas(Rectangle2D pixels) {
        try {
            Bounds area = toCanvas.inverseTransform(new BoundingBox(pixels.getMinX(), pixels.getMinY(),
                    pixels.getWidth(), pixels.getHeight()));
            return new PageBox(area.getMinX(), area.getMinY(), area.getWidth(), area.getHeight());
        } catch (NonInvertibleTransformException e) {
            throw new IllegalStateException(e); // a page as shown has sides above 0
        }
    }

    private void paint(List<Mark> marks) {
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.save();
        g.setTransform(toCanvas);
        marks.forEach(m -> paint(g, m));
        g.restore();
    }

    private static void lines(GraphicsContext g, Drawn.Lines lines, Color ink) {
        g.setStroke(ink);
        g.setLineWidth(lines.width());
        g.setLineCap(StrokeLineCap.ROUND);
        g.setLineJoin(StrokeLineJoin.ROUND);
        g.beginPath();
        lines.paths().forEach(p -> trace(g, p));
        g.stroke();
    }

    private static void area(GraphicsContext g, Drawn.Area area, Color ink) {
        g.setFill(ink);
        g.setFillRule(FillRule.NON_ZERO);
        g.beginPath();
        for (InkPath outline : area.outlines()) {
            trace(g, outline);
            g.closePath();
        }
        g.fill();
    }

    private void paint(GraphicsContext g, Mark mark) {
        g.setGlobalAlpha(mark.isPrivate() ? PRIVATE_STRENGTH : 1);
        for (Drawn drawn : mark.drawing()) {
            switch (drawn) {
                case Drawn.Lines lines -> lines(g, lines, Inks.colour(mark.ink().rgb()));
                case Drawn.Area area -> area(g, area, Inks.colour(mark.ink().rgb()));
                case Drawn.Ground(PageBox b) -> {
                    g.setFill(Inks.colour(Drawn.Ground.PAPER));
                    g.fillRect(b.left(), b.top(), b.width(), b.height());
                }
                case Drawn.Text text -> text(g, text, mark);
                case Drawn.Picture picture -> picture(g, picture);
                case Drawn.Wash _ -> {
                    // a node of its own
                }
            }
        }
    }

    private static void trace(GraphicsContext g, InkPath path) {
        PagePoint s = path.start();
        g.moveTo(s.x(), s.y());
        if (path.curves().isEmpty()) {
            g.lineTo(s.x() + 0.01, s.y());
        }
        for (Cubic c : path.curves()) {
            g.bezierCurveTo(c.first().x(), c.first().y(), c.second().x(), c.second().y(), c.end().x(), c.end().y());
        }
    }

    private static void text(GraphicsContext g, Drawn.Text text, Mark mark) {
        g.save();
        g.translate(text.at().x(), text.at().y());
        g.rotate(text.turn());
        g.setFont(Inks.hand(text.size()));
        g.setFill(Inks.colour(mark.ink().textRgb()));
        double y = 0;
        for (String line : text.text().split("\n", -1)) {
            g.fillText(line, 0, y);
            y += text.size() * TypedText.LEADING;
        }
        g.restore();
    }

    private void picture(GraphicsContext g, Drawn.Picture picture) {
        Image image = pictures.apply(picture.name());
        if (image != null) {
            g.save();
            g.translate(picture.centre().x(), picture.centre().y());
            g.rotate(picture.turn());
            g.drawImage(image, -picture.width() / 2, -picture.height() / 2, picture.width(), picture.height());
            g.restore();
        }
    }
}

package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.Optional;
import javafx.scene.Group;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Rectangle;
import javafx.scene.transform.Affine;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;

/** One page in the roll: its image, the marks above it, and what is being drawn above those. */
final class PageLeaf extends Pane {
    private final PageRef page;
    private final PageGeometry geometry;
    private final ImageView image = new ImageView();
    private final Group marks = new Group();
    private final Group live = new Group();
    private final Affine toShown = new Affine();
    private double scale = 1;

    PageLeaf(PageRef page, PageGeometry geometry) {
        this.page = page;
        this.geometry = geometry;
        getStyleClass().add("page-leaf");
        marks.getTransforms().add(toShown);
        live.getTransforms().add(toShown);
        marks.setMouseTransparent(true);
        live.setMouseTransparent(true);
        image.setSmooth(true);
        Group stacked = new Group(image, marks, live);
        stacked.setMouseTransparent(true);
        Rectangle edge = new Rectangle();
        edge.widthProperty().bind(widthProperty());
        edge.heightProperty().bind(heightProperty());
        stacked.setClip(edge);
        getChildren().add(stacked);
        setAccessibleText(org.epiglyph.desktop.frame.Words.of("Desk.page", page.number()));
    }

    PageRef page() {
        return page;
    }

    PageGeometry geometry() {
        return geometry;
    }

    double scale() {
        return scale;
    }

    /** Sets how many screen pixels a point takes. */
    void scale(double pixelsPerPoint) {
        scale = pixelsPerPoint;
        double width = geometry.shownWidth() * scale;
        double height = geometry.shownHeight() * scale;
        setMinSize(width, height);
        setPrefSize(width, height);
        setMaxSize(width, height);
        image.setFitWidth(width);
        image.setFitHeight(height);
        PagePoint o = geometry.toShown(new PagePoint(0, 0));
        PagePoint x = geometry.toShown(new PagePoint(1, 0));
        PagePoint y = geometry.toShown(new PagePoint(0, 1));
        toShown.setMxx((x.x() - o.x()) * scale);
        toShown.setMxy((y.x() - o.x()) * scale);
        toShown.setTx(o.x() * scale);
        toShown.setMyx((x.y() - o.y()) * scale);
        toShown.setMyy((y.y() - o.y()) * scale);
        toShown.setTy(o.y() * scale);
    }

    void image(Image sharp) {
        image.setImage(sharp);
    }

    boolean hasImage() {
        return image.getImage() != null;
    }

    /** Where on the page a point of this node is. */
    PagePoint at(double x, double y) {
        return geometry.fromShown(new PagePoint(x / scale, y / scale));
    }

    /** Where in this node a box of the page is shown, in pixels. */
    PageBox shown(PageBox box) {
        PageBox s = geometry.toShown(box);
        return new PageBox(s.left() * scale, s.top() * scale, s.width() * scale, s.height() * scale);
    }

    /** Shows the page's marks, with a frame around the chosen one. */
    void marks(List<Mark> all, Optional<String> chosen) {
        marks.getChildren().setAll(all.stream().map(MarkNodes::of).toList());
        all.stream().filter(m -> chosen.equals(Optional.of(m.id()))).forEach(m -> {
            PageBox box = m.bounds().grownBy(3);
            Rectangle around = new Rectangle(box.left(), box.top(), box.width(), box.height());
            around.getStyleClass().add("chosen-frame");
            around.setStrokeWidth(1 / scale);
            around.getStrokeDashArray().setAll(4 / scale, 3 / scale);
            marks.getChildren().add(around);
        });
    }

    /** The layer for what is being drawn, in page space. */
    Group live() {
        return live;
    }
}

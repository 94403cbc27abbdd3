package org.epiglyph.desktop.desk;

import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.geometry.Point2D;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.shape.Rectangle;
import org.epiglyph.core.batch.Covers;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.PageLeaf;
import org.epiglyph.desktop.paper.PageRoll;

/** Draws one strip over a page: while it is wanted, the next drag on the pages is the strip and nothing else. */
final class StripHand {
    private static final double LEAST = 0.01;
    private final DeskModel model;
    private final PageRoll pages;
    private final Consumer<Covers.Strip> drawn;
    private final ReadOnlyBooleanWrapper wanted = new ReadOnlyBooleanWrapper(false);
    private final Rectangle shown = new Rectangle();
    private Optional<PageLeaf> leaf = Optional.empty();
    private Point2D from = Point2D.ZERO;

    /** @param drawn receives the strip */
    StripHand(DeskModel model, PageRoll pages, Consumer<Covers.Strip> drawn) {
        this.model = model;
        this.pages = pages;
        this.drawn = drawn;
        shown.getStyleClass().add("strip-drawn");
        shown.setMouseTransparent(true);
        shown.setManaged(false);
        pages.addEventFilter(MouseEvent.ANY, this::mouse);
        pages.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (wanted.get() && e.getCode() == KeyCode.ESCAPE) {
                setWanted(false);
                e.consume();
            }
        });
    }

    /** True while the next drag draws a strip. */
    ReadOnlyBooleanProperty wantedProperty() {
        return wanted.getReadOnlyProperty();
    }

    void setWanted(boolean strip) {
        wanted.set(strip);
        cancel();
    }

    private void mouse(MouseEvent event) {
        if (!wanted.get()) {
            return;
        }
        if (event.getEventType() == MouseEvent.MOUSE_PRESSED) {
            leaf = pages.leafAt(event.getSceneX(), event.getSceneY());
            leaf.ifPresent(l -> {
                from = l.sceneToLocal(event.getSceneX(), event.getSceneY());
                l.getChildren().add(shown);
                draw(l, event);
            });
        } else if (event.getEventType() == MouseEvent.MOUSE_DRAGGED) {
            leaf.ifPresent(l -> draw(l, event));
        } else if (event.getEventType() == MouseEvent.MOUSE_RELEASED) {
            leaf.ifPresent(l -> take(l, event));
            cancel();
        } else if (event.getEventType() != MouseEvent.MOUSE_CLICKED) {
            return; // the pointer may move elsewhere
        }
        event.consume();
    }

    private void cancel() {
        leaf.ifPresent(l -> l.getChildren().remove(shown));
        leaf = Optional.empty();
    }

    private void draw(PageLeaf on, MouseEvent event) {
        Point2D to = on.sceneToLocal(event.getSceneX(), event.getSceneY());
        shown.setX(Math.min(from.getX(), to.getX()));
        shown.setY(Math.min(from.getY(), to.getY()));
        shown.setWidth(Math.abs(from.getX() - to.getX()));
        shown.setHeight(Math.abs(from.getY() - to.getY()));
    }

    /** A press without a drag draws nothing, and a strip is still wanted. */
    private void take(PageLeaf on, MouseEvent event) {
        Point2D to = on.sceneToLocal(event.getSceneX(), event.getSceneY());
        PageGeometry file = on.geometry().turnedBy(-model.submission().turn(on.page()));
        PagePoint a = file.toShown(on.at(from.getX(), from.getY()));
        PagePoint b = file.toShown(on.at(to.getX(), to.getY()));
        PageBox box = PageBox.between(a, b);
        double left = Math.clamp(box.left() / file.shownWidth(), 0, 1);
        double top = Math.clamp(box.top() / file.shownHeight(), 0, 1);
        double width = Math.clamp(box.right() / file.shownWidth(), 0, 1) - left;
        double height = Math.clamp(box.bottom() / file.shownHeight(), 0, 1) - top;
        if (width >= LEAST && height >= LEAST) {
            wanted.set(false);
            drawn.accept(new Covers.Strip(left, top, width, height));
        }
    }
}

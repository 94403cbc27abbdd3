package org.epiglyph.desktop.editor;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;

/**
 * Dragging rows of a list with mouse, pen or finger. A line shows where the row would be dropped; Escape cancels.
 * Events are handled on the list, since cells consume theirs.
 */
public final class RowDrag<T> {
    private static final PseudoClass ABOVE = PseudoClass.getPseudoClass("drop-above");
    private static final PseudoClass BELOW = PseudoClass.getPseudoClass("drop-below");
    private static final PseudoClass HELD = PseudoClass.getPseudoClass("held");
    private static final double LEAST_WAY = 4;
    private final ListView<T> list;
    private final Rows<T> rows;
    private Optional<T> held = Optional.empty();
    private double from;
    private boolean moving;

    /** What can be dragged where. */
    public interface Rows<T> {
        boolean canBeHeld(T row);

        /** Moves a row above or below another one. */
        void drop(T held, T there, boolean below);
    }

    private record Place<T>(ListCell<T> cell, boolean below) {}

    private RowDrag(ListView<T> list, Rows<T> rows) {
        this.list = list;
        this.rows = rows;
    }

    /** Makes the rows of a list draggable. */
    public static <T> void on(ListView<T> list, Rows<T> rows) {
        RowDrag<T> drag = new RowDrag<>(list, rows);
        list.addEventFilter(MouseEvent.MOUSE_PRESSED, drag::press);
        list.addEventFilter(MouseEvent.MOUSE_DRAGGED, drag::drag);
        list.addEventFilter(MouseEvent.MOUSE_RELEASED, drag::release);
        list.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE && drag.moving) {
                drag.end();
                e.consume();
            }
        });
    }

    private void press(MouseEvent e) {
        end();
        if (e.getButton() == MouseButton.PRIMARY) {
            held = at(e.getSceneY()).map(p -> p.cell.getItem()).filter(rows::canBeHeld);
            from = e.getSceneY();
        }
    }

    private void drag(MouseEvent e) {
        moving |= held.isPresent() && Math.abs(e.getSceneY() - from) >= LEAST_WAY;
        if (moving) {
            show(at(e.getSceneY()));
            e.consume();
        }
    }

    private void release(MouseEvent e) {
        Optional<Place<T>> there = at(e.getSceneY());
        boolean drops = moving && there.isPresent();
        T row = held.orElse(null);
        end();
        if (drops && there.get().cell.getItem() != row) {
            rows.drop(row, there.get().cell.getItem(), there.get().below);
        }
    }

    private void end() {
        held = Optional.empty();
        moving = false;
        show(Optional.empty());
    }

    private void show(Optional<Place<T>> there) {
        for (ListCell<T> cell : cells()) {
            boolean here = there.isPresent() && there.get().cell == cell;
            cell.pseudoClassStateChanged(ABOVE, here && !there.get().below);
            cell.pseudoClassStateChanged(BELOW, here && there.get().below);
            cell.pseudoClassStateChanged(HELD, moving && held.filter(cell.getItem()::equals).isPresent());
        }
    }

    /** The row at a height of the scene; beyond the ends the first or last one. */
    private Optional<Place<T>> at(double sceneY) {
        List<ListCell<T>> cells = cells();
        if (cells.isEmpty()) {
            return Optional.empty();
        }
        for (ListCell<T> cell : cells) {
            double within = cell.sceneToLocal(0, sceneY).getY();
            if (within < cell.getHeight()) {
                return Optional.of(new Place<>(cell, within > cell.getHeight() / 2));
            }
        }
        return Optional.of(new Place<>(cells.getLast(), true));
    }

    @SuppressWarnings("unchecked")
    private List<ListCell<T>> cells() {
        return list.lookupAll(".list-cell")
                .stream()
                .map(n -> (ListCell<T>) n)
                .filter(c -> c.isVisible() && !c.isEmpty())
                .sorted(Comparator.comparingDouble(Node::getLayoutY))
                .toList();
    }
}

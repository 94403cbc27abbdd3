package org.epiglyph.desktop.markbook;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Comparator;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.scene.Cursor;
import javafx.scene.control.Tooltip;
import javafx.scene.image.ImageView;
import javafx.scene.input.MouseEvent;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.figures.plot.Plot;

/** Drags a boundary of the distribution by its line, in half points. */
final class BoundaryDrag {
    private static final double NEAR = 7;
    private static final double MOVED = 3;
    private static final BigDecimal HALF = new BigDecimal("0.5");
    private final ImageView view;
    private final Plot plot;
    private final Plot.Scale scale;
    private final Tooltip tip = new Tooltip();
    private double from;
    private Optional<String> grade = Optional.empty();

    /** @param moved receives the grade, and the points at which it was released */
    BoundaryDrag(ImageView view, Plot plot, Plot.Scale scale, BiConsumer<String, BigDecimal> moved) {
        this.view = view;
        this.plot = plot;
        this.scale = scale;
        view.setOnMouseMoved(e -> view.setCursor(at(e).isPresent() ? Cursor.H_RESIZE : Cursor.DEFAULT));
        view.setOnMousePressed(e -> {
            grade = at(e);
            from = e.getX();
        });
        view.setOnMouseDragged(this::drag);
        view.setOnMouseReleased(e -> {
            tip.hide();
            grade.filter(_ -> Math.abs(e.getX() - from) >= MOVED).ifPresent(g -> moved.accept(g, points(e)));
            grade = Optional.empty();
        });
    }

    private Optional<String> at(MouseEvent event) {
        return plot.lines()
                .entrySet()
                .stream()
                .filter(l -> !l.getValue().isEmpty() && Math.abs(scale.x(l.getKey()) - event.getX()) <= NEAR)
                .min(Comparator.comparingDouble(l -> Math.abs(scale.x(l.getKey()) - event.getX())))
                .map(Map.Entry::getValue);
    }

    private void drag(MouseEvent event) {
        grade.ifPresent(g -> {
            tip.setText(UiText.of("Figures.begins", g, Criterion.format(points(event))));
            tip.show(view, event.getScreenX() + 12, event.getScreenY() + 12);
        });
    }

    private BigDecimal points(MouseEvent event) {
        double value = Math.clamp(scale.value(event.getX()), 0, plot.most());
        return BigDecimal.valueOf(value).divide(HALF, 0, RoundingMode.HALF_UP).multiply(HALF);
    }
}

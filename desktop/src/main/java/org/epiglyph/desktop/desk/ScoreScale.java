package org.epiglyph.desktop.desk;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Line;
import org.epiglyph.core.scoring.Criterion;

/** A ruler from 0 to a criterion's maximum; pressing a notch scores it. */
final class ScoreScale extends Pane {
    private static final double HEIGHT = 22;
    private static final int MOST_NOTCHES = 60;
    private final Criterion criterion;
    private Optional<BigDecimal> points = Optional.empty();

    ScoreScale(Criterion criterion, Consumer<BigDecimal> chosen) {
        this.criterion = criterion;
        getStyleClass().add("score-scale");
        setMinHeight(HEIGHT);
        setPrefHeight(HEIGHT);
        setAccessibleText(criterion.name());
        setOnMousePressed(e -> {
            e.consume();
            BigDecimal share = BigDecimal.valueOf(Math.clamp(e.getX() / getWidth(), 0, 1));
            BigDecimal steps = share.multiply(criterion.maximum()).divide(criterion.step(), 0, RoundingMode.HALF_UP);
            chosen.accept(steps.multiply(criterion.step()).min(criterion.maximum()));
        });
        widthProperty().addListener((_, _, _) -> draw());
    }

    void show(Optional<BigDecimal> score) {
        points = score;
        draw();
    }

    private void draw() {
        getChildren().clear();
        double max = criterion.maximum().doubleValue();
        double step = criterion.step().doubleValue();
        double width = Math.max(1, getWidth() - 2);
        int count = (int) Math.round(max / step);
        if (count <= MOST_NOTCHES) {
            for (int i = 0; i <= count; i++) {
                boolean whole = Math.abs(i * step - Math.rint(i * step)) < 1e-9;
                notch(1 + width * i / count, whole ? 12 : 6, "notch-line");
            }
        }
        points.ifPresent(p -> notch(1 + width * p.doubleValue() / max, 20, "score-line"));
    }

    private void notch(double x, double height, String style) {
        Line line = new Line(x, HEIGHT - height, x, HEIGHT);
        line.getStyleClass().add(style);
        getChildren().add(line);
    }
}

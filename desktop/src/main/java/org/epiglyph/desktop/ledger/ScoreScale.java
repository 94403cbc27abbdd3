package org.epiglyph.desktop.ledger;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Line;
import org.epiglyph.core.scoring.Judgement;

/** A ruled scale: a notch for each step, a taller one for whole points; pressing it gives that score. */
final class ScoreScale extends Pane implements Choice {
    private static final double HEIGHT = 26;
    private static final int MOST_NOTCHES = 60;
    private final BigDecimal from;
    private final BigDecimal to;
    private final BigDecimal step;
    private Optional<BigDecimal> points = Optional.empty();

    /**
     * @param name   of what is scored
     * @param from   the least points
     * @param to     the most points, not below the least
     * @param step   between two notches, above 0
     * @param chosen told the points that are pressed
     */
    ScoreScale(String name, BigDecimal from, BigDecimal to, BigDecimal step, Consumer<BigDecimal> chosen) {
        this.from = from;
        this.to = to;
        this.step = step;
        getStyleClass().add("score-scale");
        setMinHeight(HEIGHT);
        setPrefHeight(HEIGHT);
        setAccessibleText(name);
        setOnMousePressed(e -> {
            e.consume();
            BigDecimal share = BigDecimal.valueOf(Math.clamp(e.getX() / getWidth(), 0, 1));
            BigDecimal steps = share.multiply(to.subtract(from)).divide(step, 0, RoundingMode.HALF_UP);
            chosen.accept(steps.multiply(step).add(from).min(to));
        });
        widthProperty().addListener((_, _, _) -> draw());
    }

    @Override
    public Node node() {
        return this;
    }

    @Override
    public void show(Judgement judgement) {
        points = judgement.points();
        draw();
    }

    private void draw() {
        getChildren().clear();
        double span = to.subtract(from).doubleValue();
        double width = Math.max(1, getWidth() - 2);
        int count = span == 0 ? 0 : (int) Math.round(span / step.doubleValue());
        if (count > 0 && count <= MOST_NOTCHES) {
            for (int i = 0; i <= count; i++) {
                double at = from.doubleValue() + i * step.doubleValue();
                boolean whole = Math.abs(at - Math.rint(at)) < 1e-9;
                notch(1 + width * i / count, whole ? 12 : 6, "notch-line");
            }
        }
        points.filter(p -> span > 0 && p.compareTo(from) >= 0 && p.compareTo(to) <= 0)
                .ifPresent(p -> notch(1 + width * p.subtract(from).doubleValue() / span, 20, "score-line"));
    }

    private void notch(double x, double height, String style) {
        Line line = new Line(x, HEIGHT - height, x, HEIGHT);
        line.getStyleClass().add(style);
        getChildren().add(line);
    }
}

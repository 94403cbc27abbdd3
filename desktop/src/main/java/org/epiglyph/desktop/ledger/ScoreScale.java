package org.epiglyph.desktop.ledger;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import javafx.scene.text.Text;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;

/**
 * A ruled scale: a notch for each step, a taller one for whole points. Pressing it scores if nothing is scored; an
 * existing score changes only by dragging its thumb, so that no stray press changes it.
 */
final class ScoreScale extends Pane implements Choice {
    private static final double HEIGHT = 28;
    private static final double THUMB = 5;
    private static final double GRAB = 9;
    private static final int MOST_NOTCHES = 60;
    private final BigDecimal from;
    private final BigDecimal to;
    private final BigDecimal step;
    private Optional<BigDecimal> points = Optional.empty();
    private Optional<BigDecimal> dragged = Optional.empty();

    /**
     * @param name    of what is scored
     * @param from    the least points
     * @param to      the most points, not below the least
     * @param step    between two notches, above 0
     * @param pressed called when the scale is pressed, whether that changes anything or not
     * @param chosen  receives the points on which the pointer is released
     */
    ScoreScale(String name, BigDecimal from, BigDecimal to, BigDecimal step, Runnable pressed,
            Consumer<BigDecimal> chosen) {
        this.from = from;
        this.to = to;
        this.step = step;
        getStyleClass().add("score-scale");
        setMinHeight(HEIGHT);
        setPrefHeight(HEIGHT);
        setAccessibleText(name);
        followPointer(pressed, chosen);
        widthProperty().addListener((_, _, _) -> draw());
    }

    private void followPointer(Runnable pressed, Consumer<BigDecimal> chosen) {
        setOnMousePressed(e -> {
            e.consume();
            pressed.run();
            if (points.isEmpty() || isAtThumb(e)) {
                drag(e);
            }
        });
        setOnMouseDragged(e -> {
            e.consume();
            if (dragged.isPresent()) {
                drag(e);
            }
        });
        setOnMouseReleased(e -> {
            e.consume();
            Optional<BigDecimal> there = dragged;
            dragged = Optional.empty();
            draw();
            there.filter(at -> points.isEmpty() || points.get().compareTo(at) != 0).ifPresent(chosen);
        });
    }

    private boolean isAtThumb(MouseEvent e) {
        return points.filter(this::isOnScale).filter(p -> Math.abs(x(p) - e.getX()) <= GRAB).isPresent();
    }

    private void drag(MouseEvent e) {
        BigDecimal share = BigDecimal.valueOf(Math.clamp((e.getX() - 1) / length(), 0, 1));
        BigDecimal steps = share.multiply(to.subtract(from)).divide(step, 0, RoundingMode.HALF_UP);
        dragged = Optional.of(steps.multiply(step).add(from).min(to));
        draw();
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

    /** Where points are on the screen, for a simulated hand. */
    Point2D at(BigDecimal value) {
        return localToScreen(x(value), HEIGHT - 3);
    }

    private double length() {
        return Math.max(1, getWidth() - 2);
    }

    private double x(BigDecimal value) {
        double span = to.subtract(from).doubleValue();
        return 1 + (span == 0 ? 0 : length() * value.subtract(from).doubleValue() / span);
    }

    private boolean isOnScale(BigDecimal value) {
        return from.compareTo(to) < 0 && value.compareTo(from) >= 0 && value.compareTo(to) <= 0;
    }

    private void draw() {
        getChildren().clear(); // none of them takes the pointer: a press on one that is gone by then would never be released
        double span = to.subtract(from).doubleValue();
        int count = span == 0 ? 0 : (int) Math.round(span / step.doubleValue());
        if (count > 0 && count <= MOST_NOTCHES) {
            for (int i = 0; i <= count; i++) {
                double at = from.doubleValue() + i * step.doubleValue();
                boolean whole = Math.abs(at - Math.rint(at)) < 1e-9;
                notch(1 + length() * i / count, whole ? 12 : 6, "notch-line");
            }
        }
        dragged.or(() -> points).filter(this::isOnScale).ifPresent(this::thumb);
    }

    private void thumb(BigDecimal value) {
        double x = x(value);
        notch(x, HEIGHT - THUMB, "score-line");
        Circle thumb = new Circle(Math.clamp(x, THUMB, Math.max(THUMB, getWidth() - THUMB)), THUMB, THUMB);
        thumb.getStyleClass().add("score-thumb");
        thumb.setMouseTransparent(true);
        getChildren().add(thumb);
        if (dragged.isPresent()) {
            Text figure = new Text(Criterion.format(value));
            figure.getStyleClass().add("score-dragged");
            figure.setMouseTransparent(true);
            boolean left = x > getWidth() / 2;
            figure.setX(left ? x - 2 * THUMB - figure.getLayoutBounds().getWidth() : x + 2 * THUMB);
            figure.setY(2 * THUMB + 1);
            getChildren().add(figure);
        }
    }

    private void notch(double x, double height, String style) {
        Line line = new Line(x, HEIGHT - height, x, HEIGHT);
        line.getStyleClass().add(style);
        line.setMouseTransparent(true);
        getChildren().add(line);
    }
}

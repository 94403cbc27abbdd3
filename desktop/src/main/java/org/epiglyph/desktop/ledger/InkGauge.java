package org.epiglyph.desktop.ledger;

import java.math.BigDecimal;
import java.util.Optional;
import javafx.scene.Group;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Line;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.Rectangle;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.task.Lateness;
import org.epiglyph.desktop.frame.Words;

/**
 * A submission's state as a small upright vessel: its level is the share of criteria scored; a cap when it is sealed,
 * a folded corner when it is handed back, a dashed outline where nothing was received.
 */
public final class InkGauge extends StackPane {
    private static final double WIDTH = 10;
    private static final double HEIGHT = 16;

    public InkGauge(Submission submission, Batch batch) {
        getStyleClass().add("ink-gauge");
        Stage stage = submission.stage(batch.scheme());
        double share = submission.scores().scoredOf(batch.scheme())
                / (double) Math.max(1, Scorecard.askedBy(batch.scheme()));
        Group drawing = new Group();
        Rectangle vessel = new Rectangle(0, 0, WIDTH, HEIGHT);
        vessel.getStyleClass().add("vessel");
        if (stage == Stage.NOTHING_RECEIVED) {
            vessel.getStrokeDashArray().setAll(2.0, 2.0);
        }
        double level = stage == Stage.BEGUN && share == 0 ? 0.12 : share;
        Rectangle fill = new Rectangle(0, HEIGHT * (1 - level), WIDTH, HEIGHT * level);
        fill.getStyleClass().add("fill");
        drawing.getChildren().addAll(vessel, fill);
        if (stage == Stage.SEALED || stage == Stage.HANDED_BACK) {
            Line cap = new Line(-2, -3, WIDTH + 2, -3);
            cap.getStyleClass().add("cap");
            drawing.getChildren().add(cap);
        }
        if (stage == Stage.HANDED_BACK) {
            Polygon corner = new Polygon(WIDTH - 5, 0, WIDTH, 0, WIDTH, 5);
            corner.getStyleClass().add("corner");
            drawing.getChildren().add(corner);
        }
        setMinSize(WIDTH + 6, HEIGHT + 6);
        setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        getChildren().add(drawing);
    }

    /** The state in a word, with lateness where there is any. */
    public static String words(Submission submission, Batch batch) {
        String stage = Words.of("Stage." + submission.stage(batch.scheme()).name());
        return lateness(submission, batch).filter(Lateness::isLate).map(l -> stage + ", " + l.inWords()).orElse(stage);
    }

    /** How the hand-in that counts compares with the due time, where both are known. */
    public static Optional<Lateness> lateness(Submission submission, Batch batch) {
        return submission.current()
                .flatMap(h -> h.at())
                .flatMap(at -> batch.task().lateness(submission.student().key(), at));
    }

    /** The total so far in figures. */
    static String figure(BigDecimal value) {
        return org.epiglyph.core.scoring.Criterion.words(value);
    }
}

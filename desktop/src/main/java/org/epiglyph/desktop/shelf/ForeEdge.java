package org.epiglyph.desktop.shelf;

import java.util.Comparator;
import java.util.List;
import javafx.css.CssMetaData;
import javafx.css.Styleable;
import javafx.css.StyleablePropertyFactory;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.desktop.frame.Paints;
import org.epiglyph.workspace.Summary;

/**
 * A batch lying on the shelf, seen from the side: a sheet for each student, with as much ink as it is scored, capped if
 * it is sealed.
 */
final class ForeEdge extends Region {
    private static final StyleablePropertyFactory<ForeEdge> STYLE = new StyleablePropertyFactory<>(
            Region.getClassCssMetaData());
    private static final double WIDTH = 300;
    private static final double LEAST_WIDTH = 120;
    private static final double HEIGHT = 30;
    private static final double CAP = 2;
    private static final double TOP = 6;
    private static final double WIDEST = 14;
    /** In a larger class several students share a sheet. */
    private static final int MOST_SHEETS = 100;
    private final Paints<ForeEdge> paints = new Paints<>(STYLE, this, "edge", e -> e.paints,
            List.of("ink", "paper", "rule"));
    private final Canvas canvas = new Canvas(WIDTH, HEIGHT);
    private final List<Summary.Notch> notches;

    ForeEdge(List<Summary.Notch> notches) {
        this.notches = notches;
        getStyleClass().add("fore-edge");
        getChildren().add(canvas);
        setMinSize(LEAST_WIDTH, HEIGHT);
        setPrefSize(WIDTH, HEIGHT);
        setMaxSize(WIDTH, HEIGHT);
        paints.onChange(this::draw);
        draw();
    }

    /** With large text in a small window the edge gives way first. */
    @Override
    protected void layoutChildren() {
        if (canvas.getWidth() != getWidth()) {
            canvas.setWidth(getWidth());
            draw();
        }
    }

    @Override
    public List<CssMetaData<? extends Styleable, ?>> getCssMetaData() {
        return STYLE.getCssMetaData();
    }

    private void draw() {
        GraphicsContext g = canvas.getGraphicsContext2D();
        double width = canvas.getWidth();
        g.clearRect(0, 0, width, HEIGHT);
        g.setFill(paints.get("rule"));
        g.fillRect(0, HEIGHT - 1, width, 1);
        int sheets = Math.min(notches.size(), MOST_SHEETS);
        double each = sheets == 0 ? 0 : Math.min(WIDEST, width / sheets);
        for (int i = 0; i < sheets; i++) {
            int from = (int) ((long) i * notches.size() / sheets);
            int to = (int) ((long) (i + 1) * notches.size() / sheets);
            sheet(g, merged(notches.subList(from, to)), i * each, each);
        }
    }

    /** Students who share a sheet: the mean level, and the earliest stage. */
    private static Summary.Notch merged(List<Summary.Notch> some) {
        return some.size() == 1
                ? some.getFirst()
                : new Summary.Notch(
                        some.stream().map(Summary.Notch::stage).min(Comparator.naturalOrder()).orElseThrow(),
                        some.stream().mapToDouble(Summary.Notch::level).average().orElse(0));
    }

    private void sheet(GraphicsContext g, Summary.Notch notch, double left, double each) {
        double gap = each >= 4 ? 1 : 0;
        double width = Math.max(0.5, each - gap);
        double height = HEIGHT - TOP - 1;
        boolean missing = notch.stage() == Stage.NOTHING_RECEIVED;
        if (!missing) {
            g.setFill(paints.get("paper"));
            g.fillRect(left, TOP, width, height);
        }
        boolean begun = notch.stage() == Stage.BEGUN && notch.level() == 0;
        double level = Math.round(height * (begun ? 0.12 : notch.level()));
        g.setFill(paints.get("ink"));
        g.fillRect(left, TOP + height - level, width, level);
        if (notch.stage() == Stage.SEALED || notch.stage() == Stage.HANDED_BACK) {
            g.fillRect(left, TOP - CAP - 2, width, CAP);
        }
        if (notch.stage() == Stage.HANDED_BACK) {
            double corner = Math.min(width, 4);
            g.setFill(paints.get("paper"));
            g.fillPolygon(new double[]{left + width - corner, left + width, left + width},
                    new double[]{TOP, TOP, TOP + corner}, 3);
        }
    }
}

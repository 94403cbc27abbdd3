package org.epiglyph.desktop.markbook;

import java.awt.Font;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.css.CssMetaData;
import javafx.css.Styleable;
import javafx.css.StyleablePropertyFactory;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import org.epiglyph.desktop.frame.Paints;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.figures.plot.Look;
import org.epiglyph.figures.plot.Plot;

/** A column of plots in the colours of the window. */
class PlotPane extends VBox {
    private static final StyleablePropertyFactory<PlotPane> STYLE = new StyleablePropertyFactory<>(
            VBox.getClassCssMetaData());
    private final SerialExecutor executor;
    private final Consumer<String> say;
    private final AtomicInteger drawing = new AtomicInteger();
    private final Paints<PlotPane> paints = new Paints<>(STYLE, this, "figures", p -> p.paints,
            List.of("ink", "second", "paper", "rule", "accent"));

    /** @param say receives what was done, or why it could not be */
    PlotPane(SerialExecutor executor, Consumer<String> say) {
        this.executor = executor;
        this.say = say;
        getStyleClass().add("figures-pane");
    }

    @Override
    public List<CssMetaData<? extends Styleable, ?>> getCssMetaData() {
        return STYLE.getCssMetaData();
    }

    /** Calls back when the colours of the window change. */
    final void onColours(Runnable changed) {
        paints.onChange(changed);
    }

    /** Cancels earlier drawing requests. */
    final void redraw() {
        drawing.incrementAndGet();
    }

    final PlotView plot(Plot plot, String sentence) {
        return new PlotView(plot, sentence, new PlotView.Drawing(executor, look(), pixels(), drawing), say);
    }

    private double pixels() {
        double window = getScene().getWindow() == null ? 1 : getScene().getWindow().getOutputScaleX();
        return Math.max(1, getLocalToSceneTransform().getMxx()) * window;
    }

    /** In the colours at the time of drawing. */
    private Function<Font, Look> look() {
        java.awt.Color ink = toAwt("ink");
        java.awt.Color second = toAwt("second");
        java.awt.Color paper = toAwt("paper");
        java.awt.Color rule = toAwt("rule");
        java.awt.Color accent = toAwt("accent");
        return letters -> new Look(ink, second, paper, rule, accent, letters);
    }

    private java.awt.Color toAwt(String name) {
        return paints.get(name) instanceof Color c
                ? new java.awt.Color((float) c.getRed(), (float) c.getGreen(), (float) c.getBlue())
                : java.awt.Color.BLACK;
    }
}

package org.epiglyph.bench;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import javax.imageio.ImageIO;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.axis.LogarithmicAxis;
import org.jfree.chart.axis.NumberAxis;
import org.jfree.chart.plot.CombinedRangeXYPlot;
import org.jfree.chart.plot.XYPlot;
import org.jfree.chart.renderer.xy.XYLineAndShapeRenderer;
import org.jfree.data.xy.XYSeries;
import org.jfree.data.xy.XYSeriesCollection;

/**
 * How figures grow with a class and with a history, as a picture: each relative to its first value, so that a level
 * line is the aim.
 */
final class GrowthPlot {
    private static final int WIDTH = 900;
    private static final int HEIGHT = 360;
    private static final Color LINE = new Color(0x23, 0x2a, 0x4d);
    private static final int LETTERS = 12;

    private GrowthPlot() {}

    /** @param unit what the axis counts */
    record Curve(String name, String unit, int[] sizes, double[] figures) {}

    static void write(Path png, Curve... curves) throws IOException {
        NumberAxis times = new NumberAxis("times the first");
        times.setLabelFont(font());
        times.setTickLabelFont(font());
        times.setRange(0, 4);
        CombinedRangeXYPlot plots = new CombinedRangeXYPlot(times);
        for (Curve curve : curves) {
            plots.add(plot(curve));
        }
        JFreeChart chart = new JFreeChart("", font(), plots, false);
        chart.setBackgroundPaint(Color.WHITE);
        BufferedImage image = chart.createBufferedImage(WIDTH, HEIGHT);
        ImageIO.write(image, "png", png.toFile());
    }

    private static XYPlot plot(Curve curve) {
        XYSeries series = new XYSeries(curve.name);
        for (int i = 0; i < curve.sizes.length; i++) {
            series.add(curve.sizes[i], curve.figures[i] / curve.figures[0]);
        }
        LogarithmicAxis sizes = new LogarithmicAxis(curve.name + ", by " + curve.unit);
        sizes.setLabelFont(font());
        sizes.setTickLabelFont(font());
        XYLineAndShapeRenderer line = new XYLineAndShapeRenderer();
        line.setSeriesPaint(0, LINE);
        line.setSeriesStroke(0, new BasicStroke(2));
        XYPlot plot = new XYPlot(new XYSeriesCollection(series), sizes, null, line);
        plot.setBackgroundPaint(Color.WHITE);
        plot.setRangeGridlinePaint(Color.LIGHT_GRAY);
        return plot;
    }

    private static Font font() {
        return new Font(Font.SANS_SERIF, Font.PLAIN, LETTERS);
    }
}

package org.epiglyph.figures.plot;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Dimension;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.apache.batik.svggen.SVGGraphics2D;
import org.apache.batik.svggen.SVGGraphics2DIOException;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.figures.ClassFigures;
import org.epiglyph.figures.CriterionFigures;
import org.epiglyph.figures.Sample;
import org.epiglyph.figures.Trend;
import org.jfree.chart.ChartRenderingInfo;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.axis.NumberAxis;
import org.jfree.chart.plot.ValueMarker;
import org.jfree.chart.plot.XYPlot;
import org.jfree.chart.renderer.xy.StandardXYBarPainter;
import org.jfree.chart.renderer.xy.XYBarRenderer;
import org.jfree.chart.renderer.xy.XYLineAndShapeRenderer;
import org.jfree.chart.ui.RectangleAnchor;
import org.jfree.chart.ui.RectangleInsets;
import org.jfree.chart.ui.TextAnchor;
import org.jfree.data.xy.DefaultIntervalXYDataset;
import org.jfree.data.xy.DefaultXYDataset;
import org.jfree.data.xy.XYDataset;
import org.w3c.dom.Document;

/**
 * A plot, before it is drawn.
 *
 * @param name   what it shows, in a few words
 * @param axis   what its horizontal axis measures
 * @param most   the axis's end
 * @param bars   from, to and height each; empty for points
 * @param ghosts the bars as they were before, drawn as outlines; empty, or as many as bars
 * @param points in order from the left; empty for bars
 * @param line   through the points
 * @param lines  vertical lines with their labels, by value
 * @param table  its figures, with headings in the first row
 */
public record Plot(String name, String axis, double most, List<double[]> bars, List<double[]> ghosts,
        List<double[]> points, Optional<Line> line, Map<Double, String> lines, List<List<String>> table) {
    /**
     * A straight line from one value of the horizontal axis to another.
     *
     * @param start its value at 0
     */
    public record Line(double slope, double start, double from, double to) {
        double value(double at) {
            return start + slope * at;
        }
    }

    private static final int PARTS = 16;
    private static final double ROOM_FOR_WORDS = 0.4;
    private static final float FINE = 1f;

    /**
     * The distribution of results.
     *
     * @param boundaries grade boundaries in points
     * @param chosen     the selected student's result
     */
    public static Plot distribution(ClassFigures figures, Map<String, Double> boundaries, Optional<Double> chosen) {
        double most = figures.maximum().doubleValue();
        int[] counts = figures.distribution(PARTS);
        List<double[]> bars = new ArrayList<>();
        List<List<String>> table = new ArrayList<>(List.of(List.of("from", "to", "results")));
        for (int i = 0; i < PARTS; i++) {
            double from = most * i / PARTS;
            double to = most * (i + 1) / PARTS;
            bars.add(new double[]{from, to, counts[i]});
            table.add(List.of(number(from), number(to), String.valueOf(counts[i])));
        }
        Map<Double, String> lines = new java.util.TreeMap<>();
        boundaries.forEach((grade, at) -> lines.put(at, grade));
        chosen.ifPresent(at -> lines.put(at, ""));
        return new Plot("Results", "points of " + Criterion.format(figures.maximum()), most, bars, List.of(),
                List.of(), Optional.empty(), lines, table);
    }

    /**
     * The distribution of results, before and after a change.
     *
     * @param before results in points, as they are
     * @param after  the same students' results as they would be
     */
    public static Plot moved(Sample before, Sample after, double most) {
        int[] was = before.distribution(most, PARTS);
        int[] becomes = after.distribution(most, PARTS);
        List<double[]> bars = new ArrayList<>();
        List<double[]> ghosts = new ArrayList<>();
        List<List<String>> table = new ArrayList<>(List.of(List.of("from", "to", "now", "then")));
        for (int i = 0; i < PARTS; i++) {
            double from = most * i / PARTS;
            double to = most * (i + 1) / PARTS;
            bars.add(new double[]{from, to, becomes[i]});
            ghosts.add(new double[]{from, to, was[i]});
            table.add(List.of(number(from), number(to), String.valueOf(was[i]), String.valueOf(becomes[i])));
        }
        return new Plot("Results before and after", "points of " + number(most), most, bars, ghosts, List.of(),
                Optional.empty(), Map.of(), table);
    }

    /** What each result becomes, with the line on which nothing changes. */
    public static Plot curve(Sample before, Sample after, double most) {
        double[] from = before.values();
        double[] to = after.values();
        List<double[]> points = new ArrayList<>();
        for (int i = 0; i < from.length; i++) {
            points.add(new double[]{from[i], to[i]});
        }
        points.sort(Comparator.comparingDouble((double[] p) -> p[0]).thenComparingDouble(p -> p[1]));
        List<List<String>> table = new ArrayList<>(List.of(List.of("now", "then")));
        points.stream().map(p -> List.of(number(p[0]), number(p[1]))).distinct().forEach(table::add);
        return new Plot("Results after the change", "points now", most, List.of(), List.of(), points,
                Optional.of(new Line(1, 0, 0, most)), Map.of(), table);
    }

    /** The distribution of the scores on a criterion. */
    public static Plot scores(CriterionFigures figures) {
        double most = Math.max(1, figures.criterion().maximum().doubleValue());
        double half = figures.given()
                .stream()
                .mapToDouble(g -> g.score() % 1 == 0 ? 0.35 : 0.2)
                .min()
                .orElse(0.35);
        List<double[]> bars = new ArrayList<>();
        List<List<String>> table = new ArrayList<>(List.of(List.of("score", "students")));
        for (CriterionFigures.Given given : figures.given()) {
            bars.add(new double[]{given.score() - half, given.score() + half, given.times()});
            table.add(List.of(number(given.score()), String.valueOf(given.times())));
        }
        return new Plot(figures.criterion().name(), "points of " + Criterion.format(figures.criterion().maximum()),
                most,
                bars, List.of(), List.of(), Optional.empty(), Map.of(), table);
    }

    /** The results in the order in which they were given. */
    public static Plot order(ClassFigures figures) {
        double[] values = figures.marking().inOrder().values();
        List<double[]> points = new ArrayList<>();
        List<List<String>> table = new ArrayList<>(List.of(List.of("order", "result")));
        for (int i = 0; i < values.length; i++) {
            points.add(new double[]{i + 1, values[i]});
            table.add(List.of(String.valueOf(i + 1), number(values[i])));
        }
        return new Plot("Results in the order of scoring", "order of scoring", values.length + 1.0, List.of(),
                List.of(),
                points,
                figures.marking()
                        .trend()
                        .map((Trend t) -> new Line(t.slope(), t.start() - t.slope(), 1, values.length)),
                Map.of(),
                table);
    }

    /**
     * One student's results in the batches of a course, in percent.
     *
     * @param results by batch, if known
     * @param means   of the class by batch; drawn as bars behind
     */
    public static Plot course(List<Optional<Double>> results, List<Optional<Double>> means) {
        List<double[]> bars = new ArrayList<>();
        List<double[]> ghosts = new ArrayList<>();
        List<List<String>> table = new ArrayList<>(List.of(List.of("batch", "result", "class")));
        for (int i = 0; i < results.size(); i++) {
            bars.add(new double[]{i + 0.6, i + 1.4, results.get(i).orElse(0.0)});
            ghosts.add(new double[]{i + 0.6, i + 1.4, means.get(i).orElse(0.0)});
            table.add(List.of(String.valueOf(i + 1), results.get(i).map(Plot::number).orElse("\u2013"),
                    means.get(i).map(Plot::number).orElse("\u2013")));
        }
        return new Plot("Results in the course, in percent", "batches in the order they were due",
                results.size() + 0.6, bars, ghosts, List.of(), Optional.empty(), Map.of(), table);
    }

    private static String number(double value) {
        String text = String.format(Locale.ROOT, "%.2f", value);
        return text.contains(".") ? text.replaceAll("\\.?0+$", "") : text;
    }

    /** True if there is nothing to see on it. */
    public boolean isEmpty() {
        return points.isEmpty() && bars.stream().allMatch(b -> b[2] == 0);
    }

    // --- drawing

    /** Draws it into a rectangle of a given size. */
    public void draw(Graphics2D g, double width, double height, Look look) {
        chart(look).draw(g, new Rectangle2D.Double(0, 0, width, height));
    }

    /**
     * The mapping from values of the horizontal axis to positions on the drawn plot.
     *
     * @param left  position of the axis's beginning, in units from the left
     * @param right position of its end
     * @param low   the value at its beginning
     * @param high  the value at its end
     */
    public record Scale(double left, double right, double low, double high) {
        /** The position of a value. */
        public double x(double value) {
            return left + (value - low) / (high - low) * (right - left);
        }

        /** The value at a position. */
        public double value(double x) {
            return low + (x - left) / (right - left) * (high - low);
        }
    }

    /** The positions of values if it is drawn in a given size. */
    public Scale scale(double width, double height, Look look) {
        JFreeChart chart = chart(look);
        ChartRenderingInfo info = new ChartRenderingInfo();
        Graphics2D g = new BufferedImage(1, 1, BufferedImage.TYPE_INT_ARGB).createGraphics();
        chart.draw(g, new Rectangle2D.Double(0, 0, width, height), info);
        g.dispose();
        Rectangle2D area = info.getPlotInfo().getDataArea();
        var across = chart.getXYPlot().getDomainAxis().getRange();
        return new Scale(area.getMinX(), area.getMaxX(), across.getLowerBound(), across.getUpperBound());
    }

    /** @param scale pixels per unit */
    public BufferedImage image(double width, double height, double scale, Look look) {
        BufferedImage image = new BufferedImage((int) Math.ceil(width * scale), (int) Math.ceil(height * scale),
                BufferedImage.TYPE_INT_ARGB);
        Graphics2D g = image.createGraphics();
        g.scale(scale, scale);
        draw(g, width, height, look);
        g.dispose();
        return image;
    }

    /** As a separate document in SVG 1.1. */
    public String svg(double width, double height, Look look) {
        SVGGraphics2D g = new SVGGraphics2D(emptySvg());
        g.setSVGCanvasSize(new Dimension((int) Math.ceil(width), (int) Math.ceil(height)));
        draw(g, width, height, look);
        StringWriter out = new StringWriter();
        try {
            g.stream(out, true);
        } catch (SVGGraphics2DIOException e) {
            throw new UncheckedIOException(new IOException(e)); // it is written into memory
        }
        return out.toString();
    }

    private static Document emptySvg() {
        try {
            return DocumentBuilderFactory.newInstance()
                    .newDocumentBuilder()
                    .getDOMImplementation()
                    .createDocument("http://www.w3.org/2000/svg", "svg", null);
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException("The platform has no XML", e);
        }
    }

    private JFreeChart chart(Look look) {
        NumberAxis across = axis(look);
        across.setLabel(axis);
        across.setRange(bars.isEmpty() ? 0 : -0.02 * most, most * 1.02);
        NumberAxis up = axis(look);
        up.setAutoRangeIncludesZero(true);
        XYPlot plot = new XYPlot(dataset(), across, up, points.isEmpty() ? bars(look) : points(look));
        if (!points.isEmpty()) {
            across.setStandardTickUnits(NumberAxis.createIntegerTickUnits());
        } else {
            up.setStandardTickUnits(NumberAxis.createIntegerTickUnits());
        }
        plot.setBackgroundPaint(look.paper());
        plot.setOutlineVisible(false);
        plot.setDomainGridlinesVisible(false);
        plot.setRangeGridlinePaint(look.rule());
        plot.setRangeGridlineStroke(new BasicStroke(FINE));
        plot.setAxisOffset(RectangleInsets.ZERO_INSETS);
        int line = 0;
        for (Map.Entry<Double, String> one : lines.entrySet()) {
            plot.addDomainMarker(marker(one.getKey(), one.getValue(), look, line++ % 2));
        }
        if (!lines.isEmpty()) {
            up.setUpperMargin(ROOM_FOR_WORDS);
        }
        JFreeChart chart = new JFreeChart(null, look.letters(), plot, false);
        chart.setBackgroundPaint(look.paper());
        chart.setPadding(new RectangleInsets(6, 2, 2, 8));
        return chart;
    }

    private static NumberAxis axis(Look look) {
        NumberAxis axis = new NumberAxis();
        axis.setLabelFont(look.letters());
        axis.setTickLabelFont(look.letters());
        axis.setLabelPaint(look.second());
        axis.setTickLabelPaint(look.second());
        axis.setAxisLinePaint(look.second());
        axis.setTickMarkPaint(look.second());
        return axis;
    }

    private XYDataset dataset() {
        if (points.isEmpty()) {
            DefaultIntervalXYDataset data = new DefaultIntervalXYDataset();
            data.addSeries("results", series(bars));
            if (!ghosts.isEmpty()) {
                data.addSeries("before", series(ghosts));
            }
            return data;
        }
        DefaultXYDataset data = new DefaultXYDataset();
        double[][] all = new double[2][points.size()];
        for (int i = 0; i < points.size(); i++) {
            all[0][i] = points.get(i)[0];
            all[1][i] = points.get(i)[1];
        }
        data.addSeries("results", all);
        line.ifPresent(l -> data.addSeries("line",
                new double[][]{{l.from, l.to}, {l.value(l.from), l.value(l.to)}}));
        return data;
    }

    private static double[][] series(List<double[]> bars) {
        double[][] all = new double[6][bars.size()];
        for (int i = 0; i < bars.size(); i++) {
            double[] bar = bars.get(i);
            double[] column = {(bar[0] + bar[1]) / 2, bar[0], bar[1], bar[2], 0, bar[2]};
            for (int row = 0; row < column.length; row++) {
                all[row][i] = column[row];
            }
        }
        return all;
    }

    private static XYBarRenderer bars(Look look) {
        XYBarRenderer renderer = new XYBarRenderer(0.12);
        renderer.setBarPainter(new StandardXYBarPainter());
        renderer.setShadowVisible(false);
        renderer.setSeriesPaint(0, look.ink());
        renderer.setSeriesPaint(1, new Color(0, 0, 0, 0));
        renderer.setDrawBarOutline(true);
        renderer.setSeriesOutlinePaint(0, look.ink());
        renderer.setSeriesOutlinePaint(1, look.accent());
        renderer.setSeriesOutlineStroke(1, new BasicStroke(1.5f));
        return renderer;
    }

    private static XYLineAndShapeRenderer points(Look look) {
        XYLineAndShapeRenderer renderer = new XYLineAndShapeRenderer(false, true);
        renderer.setSeriesShape(0, new Ellipse2D.Double(-2.5, -2.5, 5, 5));
        renderer.setSeriesPaint(0, look.ink());
        renderer.setSeriesLinesVisible(1, true);
        renderer.setSeriesShapesVisible(1, false);
        renderer.setSeriesPaint(1, look.accent());
        renderer.setSeriesStroke(1, new BasicStroke(1.5f));
        return renderer;
    }

    /** @param step 0 or 1, so that adjacent labels are at different heights */
    private static ValueMarker marker(double at, String text, Look look, int step) {
        ValueMarker marker = new ValueMarker(at, look.accent(), text.isEmpty()
                ? new BasicStroke(3f)
                : new BasicStroke(FINE, BasicStroke.CAP_BUTT, BasicStroke.JOIN_MITER, 10, new float[]{3, 3}, 0));
        marker.setLabel(text);
        marker.setLabelFont(look.letters());
        marker.setLabelPaint(look.second());
        marker.setLabelBackgroundColor(new Color(0, 0, 0, 0));
        marker.setLabelOffset(new RectangleInsets(2 + step * look.letters().getSize() * 1.2, 3, 0, 3));
        marker.setLabelAnchor(RectangleAnchor.TOP_RIGHT);
        marker.setLabelTextAnchor(TextAnchor.TOP_LEFT);
        return marker;
    }
}

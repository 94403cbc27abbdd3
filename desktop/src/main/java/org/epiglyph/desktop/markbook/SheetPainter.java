package org.epiglyph.desktop.markbook;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Paint;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.markbook.Cell;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Foot;
import org.epiglyph.core.markbook.Order;
import org.epiglyph.core.markbook.Tally;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.desktop.frame.InkGauge;
import org.epiglyph.desktop.frame.Paints;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.Progress;

/**
 * Draws the visible part of the mark book: a ruled page, names behind a margin line, figures under their headings, a
 * double line above the statistics.
 */
final class SheetPainter {
    private static final Font PLAIN = Font.font("Atkinson Hyperlegible Next", 14);
    private static final Font SMALL = Font.font("Atkinson Hyperlegible Next", 12);
    private static final Font STRONG = Font.font("Atkinson Hyperlegible Next SemiBold", 14);
    private static final Font SERIF = Font.font("Source Serif 4 Semibold", 14);
    private static final double PAD = 8;
    /** The space of a column that is reserved for decimals. */
    private static final double DECIMALS = 22;
    private static final double GAUGE = 26;
    private final GraphicsContext g;
    private final BookModel model;
    private final SheetLayout layout;
    private final Colours colours;
    private final FittedText fitted;

    /** The colours used. */
    record Colours(Paint ink, Paint second, Paint paper, Paint leaf, Paint rule, Paint margin, Paint cursor,
            Paint chosen) {
        /** Their names in the style sheet. */
        static final List<String> NAMES = List.of("ink", "second", "paper", "leaf", "rule", "margin", "cursor",
                "chosen");

        static Colours of(Paints<?> paints) {
            return new Colours(paints.get("ink"), paints.get("second"), paints.get("paper"), paints.get("leaf"),
                    paints.get("rule"), paints.get("margin"), paints.get("cursor"), paints.get("chosen"));
        }
    }

    SheetPainter(GraphicsContext g, BookModel model, SheetLayout layout, Colours colours, FittedText fitted) {
        this.g = g;
        this.model = model;
        this.layout = layout;
        this.colours = colours;
        this.fitted = fitted;
    }

    /** @param focused true if the cursor has the focus */
    void draw(double width, double height, Optional<Range> range, boolean focused) {
        g.setFill(colours.leaf);
        g.fillRect(0, 0, width, height);
        double right = layout.right();
        double foot = layout.foot();
        g.setFill(colours.paper);
        g.fillRect(0, SheetLayout.HEAD, right, foot - SheetLayout.HEAD);
        g.setTextBaseline(VPos.CENTER);
        clipped(0, SheetLayout.HEAD, right, foot - SheetLayout.HEAD, () -> rows(right, range));
        heads(right);
        feet(right, foot);
        lines(right, foot);
        range.ifPresent(r -> cursor(r, focused, right, foot));
    }

    private void clipped(double x, double y, double width, double height, Runnable drawing) {
        g.save();
        g.beginPath();
        g.rect(x, y, Math.max(0, width), Math.max(0, height));
        g.clip();
        drawing.run();
        g.restore();
    }

    // --- rows

    private void rows(double right, Optional<Range> range) {
        Batch batch = model.batch();
        double area = right - SheetLayout.NAMES;
        clipped(SheetLayout.NAMES, SheetLayout.HEAD, area, layout.bodyHeight(), () -> {
            for (int row = layout.firstRow(); row < layout.afterLastRow(); row++) {
                for (int column = 0; column < model.columns().size(); column++) {
                    if (layout.isInSight(column)) {
                        cell(row, column, range.filter(r -> !r.isSingle()));
                    }
                }
            }
        });
        for (int row = layout.firstRow(); row < layout.afterLastRow(); row++) {
            name(batch, row);
            g.setFill(colours.rule);
            g.fillRect(0, layout.top(row) + SheetLayout.ROW - 1, right, 1);
        }
    }

    private void name(Batch batch, int row) {
        Submission submission = model.submission(row);
        double middle = layout.top(row) + SheetLayout.ROW / 2;
        Progress.Notch notch = Progress.Notch.of(submission, batch);
        InkGauge.draw(g, notch.level(), notch.stage(), colours.ink, colours.paper, PAD, middle, 14);
        write(batch.listedName(submission.student().key()), PLAIN, colours.ink, GAUGE, middle,
                SheetLayout.NAMES - GAUGE - PAD);
    }

    private void cell(int row, int column, Optional<Range> range) {
        double left = layout.left(column);
        double width = layout.width(column);
        double top = layout.top(row);
        if (range.filter(r -> r.has(row, column)).isPresent()) {
            g.setFill(colours.chosen);
            g.fillRect(left, top, width, SheetLayout.ROW - 1);
        }
        Cell cell = model.cell(row, column);
        double middle = top + SheetLayout.ROW / 2;
        Column of = model.columns().get(column);
        boolean strong = of == Column.Fact.RESULT || of == Column.Fact.GRADE || of instanceof Column.OfSection;
        if (cell.isFigure()) {
            figure(cell.text(), strong ? STRONG : PLAIN, colours.ink, left + width, middle);
        } else if (!cell.text().isEmpty()) {
            boolean standing = of instanceof Column.OfCriterion;
            if (standing) {
                figure(cell.text(), PLAIN, colours.second, left + width, middle);
            } else {
                write(cell.text(), strong ? STRONG : PLAIN, colours.ink, left + PAD, middle, width - 2 * PAD);
            }
        }
    }

    /** A number, with its decimal point aligned. */
    private void figure(String text, Font font, Paint colour, double right, double middle) {
        int point = text.endsWith("%") ? text.length() - 1 : text.indexOf('.');
        String whole = point < 0 ? text : text.substring(0, point);
        double at = right - PAD - DECIMALS;
        g.setFont(font);
        g.setFill(colour);
        g.setTextAlign(TextAlignment.RIGHT);
        g.fillText(whole, at, middle);
        g.setTextAlign(TextAlignment.LEFT);
        if (point >= 0) {
            g.fillText(text.substring(point), at, middle, DECIMALS + PAD - 2);
        }
    }

    private void write(String text, Font font, Paint colour, double x, double middle, double width) {
        g.setFont(font);
        g.setFill(colour);
        g.setTextAlign(TextAlignment.LEFT);
        g.fillText(fitted.line(text, font, width), x, middle);
    }

    // --- heads

    private void heads(double right) {
        MarkScheme scheme = model.batch().scheme();
        double area = right - SheetLayout.NAMES;
        write(UiText.of("MarkBook.name"), SMALL, colours.second, PAD, SheetLayout.HEAD - 34,
                SheetLayout.NAMES - 2 * PAD);
        clipped(SheetLayout.NAMES, 0, area, SheetLayout.HEAD, () -> {
            for (SheetLayout.Span span : layout.spans(scheme)) {
                band(span, scheme);
            }
            for (int column = 0; column < model.columns().size(); column++) {
                if (layout.isInSight(column)) {
                    head(column, scheme);
                }
            }
        });
    }

    private void band(SheetLayout.Span span, MarkScheme scheme) {
        double left = layout.left(span.from());
        double width = layout.left(span.to()) + layout.width(span.to()) - left;
        String name = scheme.findSection(span.section()).orElseThrow().name();
        boolean folded = model.isFolded(span.section());
        write((folded ? "\u25b8 " : "\u25be ") + name, SMALL, colours.ink, left + PAD, SheetLayout.BAND / 2 + 1,
                width - 2 * PAD);
        g.setFill(colours.rule);
        g.fillRect(left + 4, SheetLayout.BAND, width - 8, 1);
    }

    private void head(int column, MarkScheme scheme) {
        Column of = model.columns().get(column);
        double left = layout.left(column);
        double width = layout.width(column);
        double room = width - PAD - 4;
        String heading = heading(of, scheme);
        List<String> lines = fitted.lines(heading, SMALL, room);
        for (int i = 0; i < lines.size(); i++) {
            write(lines.get(i), SMALL, colours.ink, left + PAD, SheetLayout.BAND + 12 + i * 15, room);
        }
        write(under(of), SMALL, colours.second, left + PAD, SheetLayout.HEAD - 34, room);
        model.counts().foot().flatMap(f -> f.density(of)).ifPresent(d -> density(d, left + PAD, width - 2 * PAD));
        for (int i = 0; i < model.order().by().size(); i++) {
            Order.By by = model.order().by().get(i);
            if (by.column().equals(of)) {
                double x = left + width - 12;
                double y = SheetLayout.HEAD - 34;
                double tip = by.descending() ? 4 : -4;
                g.setFill(i == 0 ? colours.ink : colours.second);
                g.fillPolygon(new double[]{x - 4, x + 4, x}, new double[]{y - tip, y - tip, y + tip}, 3);
            }
        }
    }

    /** The width of a column whose heading is not shortened, as far as its widest word decides. */
    static double headingWidth(Column column, MarkScheme scheme, FittedText fitted) {
        return Math.ceil(fitted.widestWord(heading(column, scheme), SMALL)) + PAD + 5;
    }

    /** The heading of a column. */
    static String heading(Column column, MarkScheme scheme) {
        return switch (column) {
            case Column.OfCriterion(String id) -> scheme.findCriterion(id).map(Criterion::name).orElse("");
            case Column.OfSection(String id) -> scheme.findSection(id).map(s -> s.name()).orElse("");
            case Column.Fact fact -> UiText.of("MarkBook.column." + fact);
            case Column.Drawn _ -> UiText.of("MarkBook.byLot");
        };
    }

    private String under(Column column) {
        Optional<BigDecimal> maximum = column == Column.Fact.PERCENT
                ? Optional.empty()
                : column.maximum(model.batch());
        String weight = column instanceof Column.OfCriterion(String id)
                ? model.batch()
                        .scheme()
                        .findCriterion(id)
                        .map(Criterion::weight)
                        .filter(w -> w.compareTo(BigDecimal.ONE) != 0)
                        .map(w -> " \u00d7 " + Criterion.format(w))
                        .orElse("")
                : "";
        return maximum.map(m -> UiText.of("MarkBook.of", Criterion.format(m)) + weight).orElse("");
    }

    /** The distribution over the range: the more frequent, the more ink. */
    private void density(int[] parts, double left, double width) {
        int most = 1;
        for (int part : parts) {
            most = Math.max(most, part);
        }
        double each = width / Foot.PARTS;
        g.setFill(colours.rule);
        g.fillRect(left, SheetLayout.HEAD - 8, width, 1);
        g.setFill(colours.ink);
        for (int i = 0; i < parts.length; i++) {
            double high = Math.ceil(14.0 * parts[i] / most);
            g.fillRect(left + i * each, SheetLayout.HEAD - 8 - high, Math.max(1, each - 1), high);
        }
    }

    // --- feet

    private void feet(double right, double foot) {
        g.setFill(colours.leaf);
        g.fillRect(0, foot, right, SheetLayout.FOOT);
        String[] names = {UiText.of("MarkBook.mean"), UiText.of("MarkBook.spread"), UiText.of("MarkBook.facility")};
        for (int i = 0; i < names.length; i++) {
            write(names[i], SMALL, colours.second, GAUGE, line(foot, i), SheetLayout.NAMES - GAUGE - PAD);
        }
        clipped(SheetLayout.NAMES, foot, right - SheetLayout.NAMES, SheetLayout.FOOT, () -> {
            for (int column = 0; column < model.columns().size(); column++) {
                Column of = model.columns().get(column);
                Optional<BigDecimal> maximum = of.maximum(model.batch());
                if (layout.isInSight(column) && maximum.isPresent()) {
                    feet(model.counts().foot().map(f -> f.tally(of)).orElse(Tally.NONE), maximum.get(),
                            layout.left(column) + layout.width(column), foot);
                }
            }
        });
    }

    private void feet(Tally tally, BigDecimal maximum, double right, double foot) {
        tally.mean().ifPresent(m -> figure(m.toPlainString(), PLAIN, colours.ink, right, line(foot, 0)));
        tally.spread().ifPresent(s -> figure(s.toPlainString(), PLAIN, colours.second, right, line(foot, 1)));
        tally.facility(maximum)
                .ifPresent(f -> figure(UiText.of("MarkBook.percent", f), PLAIN, colours.second, right, line(foot, 2)));
    }

    private static double line(double foot, int line) {
        return foot + 16 + line * 23;
    }

    // --- lines

    private void lines(double right, double foot) {
        g.setFill(colours.ink);
        g.fillRect(0, SheetLayout.HEAD - 1, right, 1);
        g.fillRect(0, foot, right, 1); // closed off by the double line
        g.fillRect(0, foot + 3, right, 1);
        g.setFill(colours.margin);
        g.fillRect(SheetLayout.NAMES - 3, 0, 1, foot + SheetLayout.FOOT);
        g.fillRect(SheetLayout.NAMES - 1, 0, 1, foot + SheetLayout.FOOT);
        for (int column = 0; column < model.columns().size(); column++) {
            double at = layout.left(column) + layout.width(column) - 1;
            if (at > SheetLayout.NAMES && at < right) {
                boolean strong = isRuledOff(column);
                g.setFill(strong ? colours.ink : colours.rule);
                g.fillRect(at, SheetLayout.BAND + 2, 1, foot - SheetLayout.BAND - 2);
            }
        }
    }

    /** True if a line precedes the sums. */
    private boolean isRuledOff(int column) {
        List<Column> all = model.columns();
        boolean score = all.get(column) instanceof Column.OfCriterion || all.get(column) instanceof Column.OfSection;
        return column + 1 < all.size() && score && all.get(column + 1) instanceof Column.Fact;
    }

    private void cursor(Range range, boolean focused, double right, double foot) {
        if (model.rows().isEmpty() || model.columns().isEmpty()) {
            return;
        }
        clipped(SheetLayout.NAMES, SheetLayout.HEAD, right - SheetLayout.NAMES, foot - SheetLayout.HEAD, () -> {
            g.setStroke(focused ? colours.cursor : colours.second);
            g.setLineWidth(2);
            g.strokeRect(layout.left(range.column()) + 1, layout.top(range.row()) + 1,
                    layout.width(range.column()) - 3, SheetLayout.ROW - 3);
        });
        clipped(0, SheetLayout.HEAD, SheetLayout.NAMES, foot - SheetLayout.HEAD, () -> {
            g.setFill(colours.ink);
            g.fillRect(0, layout.top(range.row()), 4, SheetLayout.ROW - 1);
        });
    }
}

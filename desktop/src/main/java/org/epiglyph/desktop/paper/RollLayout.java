package org.epiglyph.desktop.paper;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.desktop.settings.View.Arrangement;
import org.epiglyph.desktop.settings.View.Zoom;

/** The positions of the rows of a roll: pages below or beside each other, with text between them. Computation only. */
final class RollLayout {
    static final double GAP = 16;
    /** Pixels per point that two pages beside each other need to be read like one page in a small window. */
    private static final double LEAST_FACING_SCALE = 0.95;
    private final List<Row> rows;
    private final Arrangement arrangement;
    private final double viewWidth;
    private final double viewHeight;
    private final double scale;
    private final List<Place> places = new ArrayList<>();
    private double total = GAP;

    /**
     * A page, or text in place of one.
     *
     * @param isPage true for a page
     * @param width  of a page as shown, in points
     * @param height of a page as shown in points; of text in pixels
     */
    record Row(boolean isPage, double width, double height) {
        static Row of(PageGeometry page) {
            return new Row(true, page.shownWidth(), page.shownHeight());
        }

        /** @param height in pixels */
        static Row text(double height) {
            return new Row(false, 0, height);
        }
    }

    /** A row's place in pixels, from the roll's beginning and the left edge of the view. */
    record Place(double left, double top, double width, double height) {
        double bottom() {
            return top + height;
        }

        Place shiftedLeft(double by) {
            return new Place(left - by, top, width, height);
        }

        /** The distance of an outside point, in pixels across and down together; 0 inside. */
        private double distance(double x, double y) {
            return Math.max(0, Math.max(left - x, x - left - width)) + Math.max(0, Math.max(top - y, y - bottom()));
        }
    }

    /** A place of a page, as shares of its width and height from its top left corner. */
    record Anchor(int page, double shareX, double shareY) {}

    private RollLayout(List<Row> rows, Arrangement arrangement, double viewWidth, double viewHeight, double scale) {
        this.rows = List.copyOf(rows);
        this.arrangement = arrangement;
        this.viewWidth = viewWidth;
        this.viewHeight = viewHeight;
        this.scale = scale;
    }

    /** @param inSight index of the page that fitting a page refers to; -1 for the first */
    static RollLayout of(List<Row> rows, Arrangement wanted, Zoom zoom, double viewWidth, double viewHeight,
            int inSight) {
        Arrangement arrangement = wanted == Arrangement.AUTOMATIC ? fitting(rows, zoom, viewWidth) : wanted;
        double scale = switch (zoom.fit()) {
            case NONE -> zoom.scale();
            case WIDTH -> fitWidth(rows, arrangement, viewWidth);
            case PAGE -> fitPage(rows, arrangement, viewWidth, viewHeight, inSight);
        };
        RollLayout layout = new RollLayout(rows, arrangement, viewWidth, viewHeight,
                Math.clamp(scale, Zoom.LEAST, Zoom.MOST));
        layout.place();
        return layout;
    }

    private static Arrangement fitting(List<Row> rows, Zoom zoom, double viewWidth) {
        double needed = zoom.fit() == Zoom.Fit.NONE ? zoom.scale() : LEAST_FACING_SCALE;
        return rows.stream().filter(Row::isPage).count() > 1
                && fitWidth(rows, Arrangement.FACING, viewWidth) >= needed
                        ? Arrangement.FACING
                        : Arrangement.CONTINUOUS;
    }

    private static double fitWidth(List<Row> rows, Arrangement arrangement, double viewWidth) {
        double widest = rows.stream().filter(Row::isPage).mapToDouble(Row::width).max().orElse(595);
        return arrangement == Arrangement.FACING
                ? (viewWidth - 3 * GAP) / (2 * widest)
                : (viewWidth - 2 * GAP) / widest;
    }

    private static double fitPage(List<Row> rows, Arrangement arrangement, double viewWidth, double viewHeight,
            int inSight) {
        Row page = inSight >= 0 && rows.get(inSight).isPage()
                ? rows.get(inSight)
                : rows.stream().filter(Row::isPage).findFirst().orElse(new Row(true, 595, 842));
        double across = arrangement == Arrangement.FACING
                ? (viewWidth - 3 * GAP) / (2 * page.width())
                : (viewWidth - 2 * GAP) / page.width();
        return Math.min(across, (viewHeight - 2 * GAP) / page.height());
    }

    private void place() {
        for (int i = 0; i < rows.size(); i++) {
            Row row = rows.get(i);
            if (!row.isPage()) {
                places.add(new Place(2 * GAP, total, Math.max(0, viewWidth - 4 * GAP), row.height()));
                total += row.height() + GAP;
            } else if (arrangement == Arrangement.FACING && i + 1 < rows.size() && rows.get(i + 1).isPage()) {
                pair(row, rows.get(++i));
            } else {
                alone(row);
            }
        }
    }

    private void alone(Row row) {
        double width = row.width() * scale;
        double height = row.height() * scale;
        double room = arrangement == Arrangement.SINGLE ? Math.max(height + 2 * GAP, viewHeight) : height + GAP;
        double top = arrangement == Arrangement.SINGLE ? total - GAP + (room - height) / 2 : total;
        places.add(new Place(Math.max(GAP, Math.round((viewWidth - width) / 2)), top, width, height));
        total += room;
    }

    private void pair(Row left, Row right) {
        double both = (left.width() + right.width()) * scale + GAP;
        double from = Math.max(GAP, Math.round((viewWidth - both) / 2));
        places.add(new Place(from, total, left.width() * scale, left.height() * scale));
        places.add(new Place(from + left.width() * scale + GAP, total, right.width() * scale, right.height() * scale));
        total += Math.max(left.height(), right.height()) * scale + GAP;
    }

    /** Pixels per point. */
    double scale() {
        return scale;
    }

    Place place(int row) {
        return places.get(row);
    }

    /** The page nearest to a point, in pixels from the roll's beginning and left edge; empty if there is only text. */
    OptionalInt nearestPage(double x, double y) {
        return pages().boxed()
                .min(Comparator.comparingDouble(i -> places.get(i).distance(x, y)))
                .map(OptionalInt::of)
                .orElse(OptionalInt.empty());
    }

    /** The place of the nearest page at a point, as for {@link #nearestPage}; other layouts have it elsewhere. */
    Optional<Anchor> anchor(double x, double y) {
        return nearestPage(x, y).stream()
                .mapToObj(i -> new Anchor(i, (x - places.get(i).left()) / places.get(i).width(),
                        (y - places.get(i).top()) / places.get(i).height()))
                .findFirst();
    }

    /** The first page that ends below a height, in pixels from the roll's beginning; empty if there is none. */
    OptionalInt pageReaching(double y) {
        return pages().filter(i -> places.get(i).bottom() > y).findFirst();
    }

    /** True for two pages beside each other, and for a page and itself. */
    boolean isBeside(int page, int other) {
        return rows.get(page).isPage() && rows.get(other).isPage() && Math.abs(page - other) <= 1
                && places.get(page).top() == places.get(other).top();
    }

    /** The first page of a line of pages that is a number of lines further than a page's; the last or first line's. */
    int linesFurther(int page, int by) {
        int[] first = pages().filter(i -> i == 0 || !isBeside(i - 1, i)).toArray();
        int line = (int) IntStream.of(first).filter(i -> i <= page).count() - 1;
        return first[Math.clamp((long) line + by, 0, first.length - 1)];
    }

    private IntStream pages() {
        return IntStream.range(0, rows.size()).filter(i -> rows.get(i).isPage());
    }

    /** Height of the whole roll in pixels. */
    double total() {
        return total;
    }

    /** How far the roll can be scrolled sideways, in pixels; 0 if all of it is visible. */
    double overhang() {
        double right = places.stream().mapToDouble(p -> p.left() + p.width() + GAP).max().orElse(0);
        return Math.max(0, right - viewWidth);
    }
}

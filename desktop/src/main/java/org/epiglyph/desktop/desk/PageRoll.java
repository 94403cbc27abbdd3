package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.geometry.Orientation;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollBar;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.shape.Rectangle;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.desktop.pages.PageImages;

/** The pages of a submission as one roll of paper. Only the leaves in sight, and their neighbours, are nodes. */
final class PageRoll extends Region {
    private static final double GAP = 16;
    private static final double DIVIDER = 36;
    private static final double MOST_ZOOM = 6;
    private static final double LEAST_ZOOM = 0.2;
    private final PageImages images;
    private final Pane sheet = new Pane();
    private final ScrollBar bar = new ScrollBar();
    private final List<Row> rows = new ArrayList<>();
    private final Map<PageRef, PageLeaf> leaves = new HashMap<>();
    private final DoubleProperty scroll = new SimpleDoubleProperty();
    private final DoubleProperty zoom = new SimpleDoubleProperty(0);
    private final Consumer<PageLeaf> equip;
    private final Consumer<PageRef> seen;
    private List<Mark> marks = List.of();
    private Optional<String> chosen = Optional.empty();
    private double across;
    private double total;

    /** A page with its place, or a divider with words; tops are in pixels from the roll's beginning. */
    private static final class Row {
        final PageRef page;
        final PageGeometry geometry;
        final Region words;
        double top;

        Row(PageRef page, PageGeometry geometry, Region words) {
            this.page = page;
            this.geometry = geometry;
            this.words = words;
        }

        boolean isPage() {
            return page != null;
        }
    }

    /** What the roll shows: pages, with words between documents or in the place of one without pages. */
    sealed interface Piece {
        record Leaf(PageRef page, PageGeometry geometry) implements Piece {}

        record Divider(String words) implements Piece {}

        /** @param node makes what stands in the place of pages; called on the interface thread */
        record InPlace(Supplier<Region> node) implements Piece {}
    }

    /**
     * @param equip gives a new leaf its gestures
     * @param seen  hears of each page that comes into sight
     */
    PageRoll(PageImages images, Consumer<PageLeaf> equip, Consumer<PageRef> seen) {
        this.images = images;
        this.equip = equip;
        this.seen = seen;
        getStyleClass().add("page-roll");
        setFocusTraversable(true);
        setAccessibleText(Words.of("Desk.pages"));
        bar.setOrientation(Orientation.VERTICAL);
        bar.setFocusTraversable(false);
        bar.valueProperty().bindBidirectional(scroll);
        getChildren().addAll(sheet, bar);
        Rectangle clip = new Rectangle();
        clip.widthProperty().bind(widthProperty());
        clip.heightProperty().bind(heightProperty());
        setClip(clip);
        scroll.addListener((_, _, _) -> arrange());
        addEventFilter(ScrollEvent.SCROLL, this::onScroll);
        widthProperty().addListener((_, _, _) -> measure());
        heightProperty().addListener((_, _, _) -> measure());
    }

    DoubleProperty scrollProperty() {
        return scroll;
    }

    /** Pixels a point; 0 fits the page's width to its space. */
    DoubleProperty zoomProperty() {
        return zoom;
    }

    /** Shows other pages of the same submission, without leaving the place in sight. */
    void showAgain(List<Piece> pieces) {
        double before = scroll.get();
        show(pieces);
        layout();
        scroll.set(Math.clamp(before, 0, Math.max(0, bar.getMax())));
    }

    /** Shows other pages from their beginning. */
    void show(List<Piece> pieces) {
        rows.clear();
        leaves.values().forEach(sheet.getChildren()::remove);
        leaves.clear();
        sheet.getChildren().clear();
        for (Piece piece : pieces) {
            switch (piece) {
                case Piece.Leaf(PageRef page, PageGeometry geometry) -> rows.add(new Row(page, geometry, null));
                case Piece.Divider(String words) -> rows.add(words(words, "document-divider"));
                case Piece.InPlace(Supplier<Region> node) -> {
                    Region made = node.get();
                    sheet.getChildren().add(made);
                    rows.add(new Row(null, null, made));
                }
            }
        }
        across = 0;
        scroll.set(0);
        measure();
    }

    private Row words(String text, String style) {
        Label label = new Label(text);
        label.getStyleClass().add(style);
        label.setWrapText(true);
        sheet.getChildren().add(label);
        return new Row(null, null, label);
    }

    void marks(List<Mark> all, Optional<String> chosenMark) {
        marks = all;
        chosen = chosenMark;
        leaves.values().forEach(this::showMarks);
    }

    private void showMarks(PageLeaf leaf) {
        leaf.marks(marks.stream().filter(m -> m.page().equals(leaf.page())).toList(), chosen);
    }

    /** The scale in force, in pixels a point. */
    double scale() {
        return zoom.get() > 0 ? zoom.get() : fitWidth();
    }

    private double fitWidth() {
        double widest = rows.stream().filter(Row::isPage).mapToDouble(r -> r.geometry.shownWidth()).max().orElse(595);
        return Math.clamp((space() - 2 * GAP) / widest, LEAST_ZOOM, MOST_ZOOM);
    }

    /** The scale at which the first page in sight fits whole. */
    double fitPage() {
        return inSight().map(r -> Math.clamp(
                Math.min((space() - 2 * GAP) / r.geometry.shownWidth(),
                        (getHeight() - 2 * GAP) / r.geometry.shownHeight()),
                LEAST_ZOOM, MOST_ZOOM)).orElse(1.0);
    }

    private double space() {
        return Math.max(120, getWidth() - 14);
    }

    /** Zooms by a factor and keeps the place under the given height of the view where it is. */
    void zoomBy(double factor, double atY) {
        double before = scale();
        double after = Math.clamp(before * factor, LEAST_ZOOM, MOST_ZOOM);
        double place = (scroll.get() + atY) / Math.max(1, total);
        zoom.set(after);
        measure();
        scroll.set(Math.clamp(place * total - atY, 0, bar.getMax()));
    }

    void zoomTo(double pixelsPerPoint) {
        PageRef before = inSight().map(r -> r.page).orElse(null);
        zoom.set(pixelsPerPoint);
        measure();
        if (before != null) {
            reveal(before, 0);
        }
    }

    Optional<PageRef> pageInSight() {
        return inSight().map(r -> r.page);
    }

    private Optional<Row> inSight() {
        return rows.stream()
                .filter(Row::isPage)
                .filter(r -> r.top + r.geometry.shownHeight() * scale() > scroll.get() + getHeight() / 3)
                .findFirst();
    }

    /** Goes so many pages on. */
    void turnPages(int by) {
        List<Row> pages = rows.stream().filter(Row::isPage).toList();
        inSight().ifPresent(
                r -> reveal(pages.get(Math.clamp((long) pages.indexOf(r) + by, 0, pages.size() - 1)).page, 0));
    }

    /** Brings a place of a page into sight. */
    void reveal(PageRef page, double shownY) {
        rows.stream()
                .filter(r -> page.equals(r.page))
                .findFirst()
                .ifPresent(r -> scroll.set(Math.clamp(r.top + shownY * scale() - GAP, 0, Math.max(0, bar.getMax()))));
    }

    /** Where a box of a page is, in pixels from the roll's beginning and the view's left edge; empty for pages not in the roll. */
    Optional<PageBox> placeOf(PageRef page, PageBox box) {
        return rows.stream().filter(r -> page.equals(r.page)).findFirst().map(r -> {
            PageBox s = r.geometry.toShown(box);
            return new PageBox(left(r) + s.left() * scale(), r.top + s.top() * scale(), s.width() * scale(),
                    s.height() * scale());
        });
    }

    /** The page's right edge in pixels from the view's left edge. */
    double rightEdge(PageRef page) {
        return rows.stream()
                .filter(r -> page.equals(r.page))
                .findFirst()
                .map(r -> left(r) + r.geometry.shownWidth() * scale())
                .orElse(getWidth());
    }

    private double left(Row row) {
        double width = row.geometry.shownWidth() * scale();
        return width <= space() ? Math.round((space() - width) / 2) : Math.round(GAP - across);
    }

    private void onScroll(ScrollEvent event) {
        if (event.isShortcutDown()) {
            zoomBy(event.getDeltaY() > 0 ? 1.1 : 1 / 1.1, event.getY());
        } else {
            double widest = rows.stream()
                    .filter(Row::isPage)
                    .mapToDouble(r -> r.geometry.shownWidth() * scale())
                    .max()
                    .orElse(0);
            across = Math.clamp(across - event.getDeltaX(), 0, Math.max(0, widest + 2 * GAP - space()));
            scroll.set(Math.clamp(scroll.get() - event.getDeltaY(), 0, Math.max(0, bar.getMax())));
            arrange();
        }
        event.consume();
    }

    private void measure() {
        double y = GAP;
        for (Row row : rows) {
            row.top = y;
            y += (row.isPage()
                    ? row.geometry.shownHeight() * scale()
                    : Math.max(DIVIDER, row.words.prefHeight(space() - 4 * GAP))) + GAP;
        }
        total = y;
        bar.setMin(0);
        bar.setMax(Math.max(0, total - getHeight()));
        bar.setVisibleAmount(bar.getMax() * Math.min(1, getHeight() / Math.max(1, total)));
        bar.setUnitIncrement(60);
        bar.setBlockIncrement(getHeight() * 0.9);
        bar.setVisible(bar.getMax() > 0);
        if (scroll.get() > bar.getMax()) {
            scroll.set(bar.getMax());
        }
        arrange();
    }

    /** Puts the leaves in sight in their places; lets go of those far away. */
    private void arrange() {
        if (getWidth() <= 0 || getHeight() <= 0) {
            return;
        }
        Set<PageRef> near = new HashSet<>();
        for (Row row : rows) {
            double top = row.top - scroll.get();
            if (!row.isPage()) {
                row.words.setPrefWidth(space() - 4 * GAP);
                row.words.setMaxWidth(space() - 4 * GAP);
                row.words.relocate(2 * GAP, top);
            } else {
                double height = row.geometry.shownHeight() * scale();
                if (top + height > -getHeight() && top < 2 * getHeight()) {
                    near.add(row.page);
                    PageLeaf leaf = leaf(row);
                    leaf.relocate(left(row), Math.round(top));
                    if (top < getHeight() * 0.75 && top + height > getHeight() * 0.25) {
                        seen.accept(row.page);
                    }
                }
            }
        }
        leaves.entrySet().removeIf(e -> {
            boolean gone = !near.contains(e.getKey());
            if (gone) {
                sheet.getChildren().remove(e.getValue());
            }
            return gone;
        });
    }

    private PageLeaf leaf(Row row) {
        PageLeaf leaf = leaves.get(row.page);
        boolean fresh = leaf == null;
        if (fresh) {
            leaf = new PageLeaf(row.page, row.geometry);
            equip.accept(leaf);
            leaves.put(row.page, leaf);
            sheet.getChildren().add(leaf);
        }
        if (fresh || leaf.scale() != scale()) {
            leaf.scale(scale());
            showMarks(leaf);
            requestImage(leaf);
        }
        return leaf;
    }

    private void requestImage(PageLeaf leaf) {
        double pixels = scale() * outputScale();
        images.image(leaf.page(), pixels).whenComplete((image, failure) -> {
            Runnable showing = () -> {
                if (leaves.get(leaf.page()) == leaf && image != null) {
                    leaf.image(image);
                } else if (failure != null && !leaf.hasImage()) {
                    leaf.getChildren().add(new Label(failure.getMessage()));
                }
            };
            if (Platform.isFxApplicationThread()) {
                showing.run();
            } else {
                Platform.runLater(showing);
            }
        });
    }

    private double outputScale() {
        return getScene() == null || getScene().getWindow() == null ? 1 : getScene().getWindow().getOutputScaleX();
    }

    @Override
    protected void layoutChildren() {
        bar.resizeRelocate(getWidth() - 12, 0, 12, getHeight());
        sheet.resizeRelocate(0, 0, getWidth() - 12, getHeight());
    }

    @Override
    protected double computePrefWidth(double height) {
        return 640;
    }

    @Override
    protected double computePrefHeight(double width) {
        return 700;
    }
}

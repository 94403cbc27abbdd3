package org.epiglyph.desktop.paper;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Consumer;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ReadOnlyLongProperty;
import javafx.beans.property.ReadOnlyLongWrapper;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.geometry.Point2D;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.input.ZoomEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.shape.Rectangle;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.settings.PageSpace;
import org.epiglyph.desktop.settings.View.Arrangement;
import org.epiglyph.desktop.settings.View.Zoom;

/** The pages of a submission as one roll of paper. Only the visible leaves and their neighbours are nodes. */
public final class PageRoll extends Region {
    private static final double GAP = RollLayout.GAP;
    private static final double BAR = 12;
    private final Pane sheet = new Pane();
    private final RollBar bar = new RollBar();
    private RollRows rows = new RollRows(List.of());
    private final Leaves leaves;
    private final DoubleProperty scroll = new SimpleDoubleProperty();
    private final ReadOnlyLongWrapper arranged = new ReadOnlyLongWrapper();
    private final Consumer<PageRef> seen;
    private Consumer<Zoom> zoomed = _ -> {};
    private Arrangement arrangement = Arrangement.CONTINUOUS;
    private Zoom zoom = Zoom.FIT_WIDTH;
    private RollLayout layout = RollLayout.of(List.of(), arrangement, zoom, 640, 700, -1);
    private double across;
    /** The page that was last pointed at or revealed. */
    private Optional<PageRef> attended = Optional.empty();

    /**
     * @param equip attaches the gestures of a new leaf
     * @param seen  receives each page that comes into sight
     */
    public PageRoll(PageImages images, Consumer<PageLeaf> equip, Consumer<PageRef> seen) {
        leaves = new Leaves(images, sheet, equip);
        this.seen = seen;
        getStyleClass().add("page-roll");
        setFocusTraversable(true);
        setPrefSize(640, 700);
        setAccessibleText(UiText.of("Desk.pages"));
        bar.valueProperty().bindBidirectional(scroll);
        getChildren().addAll(sheet, bar);
        Rectangle clip = new Rectangle();
        clip.widthProperty().bind(widthProperty());
        clip.heightProperty().bind(heightProperty());
        setClip(clip);
        scroll.addListener((_, _, _) -> arrange());
        addEventFilter(ScrollEvent.SCROLL, this::onScroll);
        addEventFilter(MouseEvent.MOUSE_MOVED, this::attend);
        addEventFilter(MouseEvent.MOUSE_PRESSED, this::attend);
        addEventHandler(ZoomEvent.ZOOM, e -> {
            zoomBy(e.getZoomFactor(), e.getX(), e.getY());
            e.consume();
        });
        widthProperty().addListener((_, _, _) -> measureKeepingPlace());
        heightProperty().addListener((_, _, _) -> measureKeepingPlace());
    }

    public DoubleProperty scrollProperty() {
        return scroll;
    }

    /** Changes whenever pages have moved. */
    public ReadOnlyLongProperty arrangedProperty() {
        return arranged.getReadOnlyProperty();
    }

    /** @param listener receives each zoom by wheel, fingers or keys */
    public void onZoom(Consumer<Zoom> listener) {
        zoomed = listener;
    }

    /** Changes the arrangement and the size of the pages. */
    public void look(Arrangement otherArrangement, Zoom otherZoom) {
        if (otherArrangement != arrangement || !otherZoom.equals(zoom)) {
            Optional<PageRef> before = pageInSight();
            boolean newOrder = otherArrangement != arrangement;
            arrangement = otherArrangement;
            zoom = otherZoom;
            if (newOrder) {
                measure();
                before.ifPresent(p -> reveal(p, 0));
            } else {
                measureKeepingPlace();
            }
        }
    }

    /** Shows other pages of the same submission, without leaving the place in sight. */
    public void showAgain(List<Piece> pieces) {
        double before = scroll.get();
        show(pieces);
        layout();
        scrollTo(before);
    }

    /** Shows other pages from their beginning. */
    public void show(List<Piece> pieces) {
        leaves.clear();
        rows = new RollRows(pieces);
        sheet.getChildren().setAll(rows.texts());
        across = 0;
        layout = computeLayout(-1); // before anything asks where the new rows are
        scroll.set(0);
        measure();
    }

    /** @param ids of marks that have spoken remarks, one for each remark; shown from the next marks on */
    public void spoken(List<String> ids) {
        leaves.spoken(ids);
    }

    /** @param withGrips true if the frames around selected marks can be dragged */
    public void marks(List<Mark> all, List<String> chosenMarks, boolean withGrips) {
        leaves.marks(all, chosenMarks, withGrips);
    }

    /** Shows where words were found or selected. */
    public void found(Map<PageRef, List<PageBox>> places) {
        leaves.found(places);
    }

    /** Shows faintly where the language may need a correction. */
    public void hints(Map<PageRef, List<PageBox>> places) {
        leaves.hints(places);
    }

    /** Straightens pages that are pictures, or shows them as they are; true if they are now straightened. */
    public boolean toggleStraight() {
        return leaves.toggleStraight();
    }

    /** Raises the contrast of pages, or shows them as they are; true if it is now raised. */
    public boolean toggleContrast() {
        return leaves.toggleContrast();
    }

    /** The turn, within page space, of something upright on a page as shown; 0 for a page that is not here. */
    public int uprightTurn(PageRef page) {
        return geometry(page).map(PageGeometry::uprightTurn).orElse(0);
    }

    /** The present scale, in pixels per point. */
    public double scale() {
        return layout.scale();
    }

    private static double space(double width) {
        return Math.max(120, width - BAR - 2);
    }

    /** Zooms by a factor, keeping the place under a point of the view. */
    void zoomBy(double factor, double atX, double atY) {
        Optional<RollLayout.Anchor> held = layout.anchor(atX + across, atY + scroll.get());
        zoom = Zoom.of(scale() * factor);
        measure();
        held.ifPresent(h -> {
            RollLayout.Place p = layout.place(h.page());
            across = Math.clamp(p.left() + h.shareX() * p.width() - atX, 0, layout.overhang());
            scrollTo(p.top() + h.shareY() * p.height() - atY);
            arrange();
        });
        zoomed.accept(zoom);
    }

    /** Zooms about the middle of the view. */
    public void zoomBy(double factor) {
        zoomBy(factor, space(getWidth()) / 2, getHeight() / 2);
    }

    private Optional<PageRef> pageAt(double x, double y) {
        return layout.nearestPage(x + across, y + scroll.get()).stream().mapToObj(i -> rows.get(i).page()).findFirst();
    }

    private void scrollTo(double top) {
        scroll.set(Math.clamp(top, 0, Math.max(0, bar.getMax())));
    }

    /** The leaf nearest to a place of the scene; empty if there is none. */
    public Optional<PageLeaf> leafAt(double sceneX, double sceneY) {
        Point2D p = sceneToLocal(sceneX, sceneY);
        return pageAt(p.getX(), p.getY()).flatMap(leaves::of);
    }

    /** True if the scene's place is over this roll. */
    boolean holds(double sceneX, double sceneY) {
        return contains(sceneToLocal(sceneX, sceneY));
    }

    public Optional<PageRef> pageInSight() {
        int row = rowInSight();
        return row < 0 ? Optional.empty() : Optional.of(rows.get(row).page());
    }

    /** The leaf of the page in sight. */
    public Optional<PageLeaf> leafInSight() {
        return pageInSight().flatMap(leaves::of);
    }

    /** Of two pages beside each other the one that was last pointed at or revealed, else the first. */
    private int rowInSight() {
        OptionalInt first = layout.pageReaching(scroll.get() + getHeight() / 3);
        if (first.isEmpty()) {
            return -1;
        }
        return attended.flatMap(rows::of).filter(i -> layout.isBeside(first.getAsInt(), i)).orElse(first.getAsInt());
    }

    private void attend(MouseEvent event) {
        attended = pageAt(event.getX(), event.getY()).or(() -> attended);
    }

    /** All pages in order. */
    public List<PageRef> pages() {
        return rows.pages();
    }

    /** The geometry of a page as shown; empty for pages not in the roll. */
    public Optional<PageGeometry> geometry(PageRef page) {
        return rows.of(page).map(i -> rows.get(i).geometry());
    }

    /** Goes a number of pages further, or of pairs of pages. */
    public void turnPages(int by) {
        int row = rowInSight();
        if (row >= 0) {
            reveal(rows.get(layout.linesFurther(row, by)).page(), 0);
        }
    }

    /**
     * Scrolls to a place of a page.
     *
     * @param shownY points from the top of the page as shown
     */
    public void reveal(PageRef page, double shownY) {
        attended = Optional.of(page);
        rows.of(page).ifPresent(i -> {
            double margin = arrangement == Arrangement.SINGLE
                    ? Math.max(GAP, (getHeight() - layout.place(i).height()) / 2)
                    : GAP;
            scrollTo(layout.place(i).top() + shownY * scale() - margin);
        });
    }

    /** The part of a page as shown that is above the view, in points. */
    public double pointsAbove(PageRef page) {
        return rows.of(page).map(i -> (scroll.get() + GAP - layout.place(i).top()) / scale()).orElse(0.0);
    }

    /** Scrolls to a box of a page, if it is not in sight already. */
    public void reveal(PageRef page, PageBox box) {
        attended = Optional.of(page);
        placeOf(page, box).ifPresent(p -> {
            if (p.top() < scroll.get() || p.bottom() > scroll.get() + getHeight()) {
                scrollTo(p.top() - getHeight() / 3);
            }
        });
    }

    /** True for a page in sight, or within a view's height of it. */
    boolean isNear(PageRef page) {
        return leaves.of(page).isPresent();
    }

    /** Where a box of a page is, in pixels from the roll's beginning and the view's left edge; empty if not here. */
    public Optional<PageBox> placeOf(PageRef page, PageBox box) {
        return rows.of(page).map(i -> {
            PageBox s = rows.get(i).geometry().toShown(box);
            RollLayout.Place p = layout.place(i);
            return new PageBox(p.left() - across + s.left() * scale(), p.top() + s.top() * scale(), s.width() * scale(),
                    s.height() * scale());
        });
    }

    /** True if another page is to the right of a page. */
    boolean isLeftOfAnother(PageRef page) {
        return rows.of(page).filter(i -> i + 1 < rows.all().size() && layout.isBeside(i + 1, i)).isPresent();
    }

    /** The page's edges in pixels, as for {@link #placeOf}. */
    Optional<RollLayout.Place> edges(PageRef page) {
        return rows.of(page).map(i -> layout.place(i).shiftedLeft(across));
    }

    private void onScroll(ScrollEvent event) {
        if (event.isShortcutDown()) {
            zoomBy(event.getDeltaY() > 0 ? 1.1 : 1 / 1.1, event.getX(), event.getY());
        } else {
            across = Math.clamp(across - event.getDeltaX(), 0, layout.overhang());
            scrollTo(scroll.get() - event.getDeltaY());
            arrange();
        }
        event.consume();
    }

    /** Lays out again with the same place of the same page at the top of the view. */
    private void measureKeepingPlace() {
        int row = rowInSight();
        double share = row < 0 ? 0 : (scroll.get() - layout.place(row).top()) / Math.max(1, layout.place(row).height());
        measure();
        if (row > 0 || row == 0 && share > 0) {
            RollLayout.Place p = layout.place(row);
            scrollTo(p.top() + share * p.height());
        }
    }

    /** The scale at which other pages would be shown, in pixels per point. */
    public double scaleFor(List<Piece> pieces, PageSpace in) {
        return computeLayout(RollRows.sizes(pieces), in.width(), in.height(), -1).scale();
    }

    /** The space for pages; empty before the roll has been laid out. */
    public Optional<PageSpace> room() {
        double output = outputScale();
        return PageSpace.isSpace(getWidth(), getHeight(), output)
                ? Optional.of(new PageSpace(getWidth(), getHeight(), output))
                : Optional.empty();
    }

    private RollLayout computeLayout(List<RollLayout.Row> sizes, double width, double height, int inSight) {
        return RollLayout.of(sizes, arrangement, zoom, space(width), Math.max(120, height), inSight);
    }

    private RollLayout computeLayout(int inSight) {
        return computeLayout(rows.sizes(space(getWidth()) - 4 * GAP), getWidth(), getHeight(), inSight);
    }

    private void measure() {
        layout = computeLayout(rowInSight());
        across = Math.min(across, layout.overhang());
        bar.measure(layout.total(), getHeight());
        if (scroll.get() > bar.getMax()) {
            scroll.set(bar.getMax());
        }
        arrange();
    }

    /** Positions the visible leaves; releases those far away. */
    private void arrange() {
        if (getWidth() <= 0 || getHeight() <= 0 || rows.all().isEmpty()) {
            return;
        }
        Set<PageRef> near = new HashSet<>();
        for (int i = 0; i < rows.all().size(); i++) {
            RollRows.Row row = rows.get(i);
            RollLayout.Place place = layout.place(i);
            double top = place.top() - scroll.get();
            if (!row.isPage()) {
                row.text().setPrefWidth(place.width());
                row.text().setMaxWidth(place.width());
                row.text().relocate(place.left(), top);
            } else if (top + place.height() > -getHeight() && top < 2 * getHeight()) {
                near.add(row.page());
                leaves.at(row.page(), row.geometry(), row.turn(), scale(), outputScale())
                        .relocate(place.left() - across, Math.round(top));
                if (top < getHeight() * 0.75 && top + place.height() > getHeight() * 0.25) {
                    seen.accept(row.page());
                }
            }
        }
        leaves.keepOnly(near);
        leaves.draw(pages(), getHeight() / 2, scale() * outputScale());
        arranged.set(arranged.get() + 1);
    }

    /** Screen pixels per interface pixel. */
    double outputScale() {
        double window = getScene() == null || getScene().getWindow() == null
                ? 1
                : getScene().getWindow().getOutputScaleX();
        return window * Math.max(0.1, getLocalToSceneTransform().getMxx());
    }

    @Override
    protected void layoutChildren() {
        bar.resizeRelocate(getWidth() - BAR, 0, BAR, getHeight());
        sheet.resizeRelocate(0, 0, getWidth() - BAR, getHeight());
    }
}

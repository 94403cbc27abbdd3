package org.epiglyph.desktop.paper;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.scene.Group;
import javafx.scene.image.Image;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.shape.CubicCurve;
import javafx.scene.shape.LineTo;
import javafx.scene.shape.MoveTo;
import javafx.scene.shape.Path;
import javafx.scene.shape.QuadCurveTo;
import javafx.scene.shape.Rectangle;
import org.epiglyph.core.margin.MarginLayout;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/**
 * The remarks, written beside their places: serif italic in the mark's ink, a bracket for their height, a hairline to
 * the place. Order is kept and nothing overlaps; if a page has more remarks than height, all but the selected one take
 * one line. If there is no space for a margin, only the selected remark is shown, over the page's edge. Covers the roll
 * as well, so that hairlines can reach into it; only the remarks themselves take the pointer.
 */
public final class Margin extends Pane {
    private static final double GAP = 12;
    private static final double INDENT = 16;
    private static final double ONE_LINE = 24;
    /** With more remarks than this their hairlines are subdued behind the text. */
    private static final int CROWD = 12;
    private final DeskModel model;
    private final PageRoll roll;
    private final RemarkField field;
    private final RemarkViews views;
    private final Group lines = new Group();
    private double width = 240;
    private boolean narrow;
    private boolean crowded;
    private String pinned = "";
    private double pinnedBelow;

    /**
     * @param pictures returns a picture of the marker's own by its name
     * @param links    opens an address
     */
    public Margin(DeskModel model, PageRoll roll, RemarkField field, Function<String, Image> pictures,
            Consumer<String> links) {
        this.model = model;
        this.roll = roll;
        this.field = field;
        views = new RemarkViews(model, roll, this, pictures, links);
        field.onResize(this::refresh);
        field.setManaged(false);
        getStyleClass().add("margin");
        setPickOnBounds(false);
        lines.setMouseTransparent(true);
        getChildren().add(lines);
        Rectangle clip = new Rectangle();
        clip.widthProperty().bind(widthProperty());
        clip.heightProperty().bind(heightProperty());
        setClip(clip);
    }

    /** Sets the largest width of the remarks, in pixels. */
    public void remarkWidth(double pixels) {
        if (pixels != width) {
            width = pixels;
            refresh();
        }
    }

    /** @param none true if there is no space beside the pages, so that a remark opens over the page's edge */
    public void narrow(boolean none) {
        narrow = none;
        refresh();
    }

    /** Recreates all remarks, since they look different now. */
    public void look() {
        views.forget();
        refresh();
    }

    /**
     * Lays out all remarks again. The field stays among the children while it is written in, or it would lose the
     * focus.
     */
    public void refresh() {
        boolean writing = model.writing().markProperty().get().isPresent();
        lines.getChildren().clear();
        if (!writing) {
            getChildren().remove(field);
        }
        views.begin(width - INDENT);
        List<Entry> entries = entries();
        List<MarginLayout.Wish> wishes = entries.stream()
                .map(e -> new MarginLayout.Wish(e.wish(), e.height()))
                .toList();
        crowded = entries.size() > CROWD;
        double[] tops = tops(entries, wishes);
        for (int i = 0; i < entries.size(); i++) {
            Entry entry = entries.get(i);
            double top = tops[i] - roll.scrollProperty().get();
            boolean inSight = top + entry.height() > -200 && top < getHeight() + 200;
            if (inSight || entry.node() == field) {
                entry.node().setVisible(true);
                entry.node().resizeRelocate(left() + INDENT, top, width - INDENT, entry.height());
                connect(entry, top);
            }
        }
        views.end();
    }

    /** The remark being written stays where it was opened, however much is typed. */
    private double[] tops(List<Entry> entries, List<MarginLayout.Wish> wishes) {
        for (int i = 0; i < entries.size(); i++) {
            Mark mark = entries.get(i).mark();
            if (model.writing().isOf(mark.id())) {
                if (!mark.id().equals(pinned)) {
                    pinned = mark.id();
                    pinnedBelow = MarginLayout.tops(wishes, GAP, 8)[i] - entries.get(i).place().top();
                }
                return MarginLayout.tops(wishes, GAP, 8, i, entries.get(i).place().top() + pinnedBelow);
            }
        }
        pinned = "";
        return MarginLayout.tops(wishes, GAP, 8);
    }

    private double left() {
        return getWidth() - width - (narrow ? 24 : 8);
    }

    private record Entry(Mark mark, PageBox place, Region node, double height) {
        double wish() {
            return place.top() + place.height() / 2 - Math.min(height, ONE_LINE) / 2;
        }

        /** Where the hairline leaves the place: below marked words, or it would strike out the rest of their line. */
        double hairline() {
            boolean inText = mark instanceof TextMarkup || mark instanceof Correction;
            return inText ? place.top() + place.height() : place.top() + place.height() / 2;
        }
    }

    /** Remarks of the pages near the view; those far away are laid out when they come near. */
    private List<Mark> shown() {
        return model.submission()
                .marks()
                .stream()
                .filter(m -> roll.isNear(m.page()) || model.writing().isOf(m.id()))
                .filter(m -> !m.remark().isEmpty() || model.writing().isOf(m.id()))
                .filter(m -> !narrow || model.chosen().has(m.id()))
                .toList();
    }

    private List<Entry> entries() {
        Map<String, PageBox> places = new HashMap<>();
        List<Mark> marks = new ArrayList<>();
        for (Mark mark : shown()) {
            roll.placeOf(mark.page(), mark.bounds()).ifPresent(place -> {
                places.put(mark.id(), place);
                marks.add(mark);
            });
        }
        marks.sort(Comparator.comparingDouble((Mark m) -> places.get(m.id()).top())
                .thenComparingDouble(m -> places.get(m.id()).left()));
        Map<PageRef, Double> heights = new HashMap<>();
        for (Mark mark : marks) {
            heights.merge(mark.page(), entry(mark, places.get(mark.id()), false).height() + GAP, Double::sum);
        }
        List<Entry> entries = new ArrayList<>();
        for (Mark mark : marks) {
            boolean full = heights.get(mark.page()) > roll.edges(mark.page()).orElseThrow().height() + ONE_LINE;
            entries.add(entry(mark, places.get(mark.id()), full && !model.chosen().has(mark.id())));
        }
        return entries;
    }

    private Entry entry(Mark mark, PageBox place, boolean oneLine) {
        if (model.writing().isOf(mark.id())) {
            RemarkField written = field(mark);
            return new Entry(mark, place, written, written.prefHeight(width - INDENT));
        }
        return new Entry(mark, place, views.of(mark, oneLine), views.height(mark, oneLine));
    }

    private RemarkField field(Mark mark) {
        if (!getChildren().contains(field)) {
            getChildren().add(field);
            field.applyCss();
        }
        return field.over(mark);
    }

    /** The text as the margin shows it; a correction describes the change. */
    static String text(Mark mark) {
        String said = mark.remark().text();
        String text = mark instanceof Correction c
                ? switch (c.kind()) {
                    case INSERT -> UiText.of("Desk.addedWords", said);
                    case REPLACE -> UiText.of("Desk.newWords", said);
                    case MOVE -> UiText.of("Desk.movedWords", said);
                    case DELETE -> said;
                }
                : said;
        return mark.isPrivate() ? UiText.of("Desk.privateRemark", text) : text;
    }

    /** The bracket beside the text, and the hairline to the place. */
    private void connect(Entry entry, double top) {
        double bottom = top + entry.height();
        double x = left() + 4;
        Color ink = Inks.colour(entry.mark().ink().rgb());
        Path bracket = new Path(new MoveTo(x + 6, top), new QuadCurveTo(x, top, x, top + 6), new LineTo(x, bottom - 6),
                new QuadCurveTo(x, bottom, x + 6, bottom));
        bracket.getStyleClass().add("margin-line");
        bracket.setStroke(ink);
        bracket.setStrokeWidth(model.chosen().has(entry.mark().id()) ? 2 : 1);
        double fromX = Math.min(entry.place().right() + 2, x - 12);
        double fromY = entry.hairline() - roll.scrollProperty().get();
        double toY = top + Math.min(entry.height(), ONE_LINE) / 2;
        double right = roll.edges(entry.mark().page()).map(e -> e.left() + e.width()).orElse(fromX);
        double edge = Math.max(fromX, right - 60);
        CubicCurve hair = new CubicCurve(fromX, fromY, Math.max(edge, fromX + 20), fromY, x - 30, toY, x, toY);
        hair.setFill(null);
        hair.setStroke(ink);
        hair.setStrokeWidth(0.8);
        boolean faint = crowded || roll.isLeftOfAnother(entry.mark().page());
        hair.setOpacity(model.chosen().has(entry.mark().id()) ? 1 : faint ? 0.3 : 0.7);
        lines.getChildren().addAll(bracket, hair);
    }
}

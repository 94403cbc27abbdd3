package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import javafx.scene.Group;
import javafx.scene.control.Label;
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
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.desktop.frame.Words;

/**
 * The remarks, written beside their places: serif italic in the mark's ink, a bracket for their height, a hairline to
 * the place. Order is kept and nothing overlaps. Covers the roll as well, so that hairlines can reach into it; only
 * the remarks themselves take the pointer.
 */
final class Margin extends Pane {
    private static final double GAP = 12;
    private static final double INDENT = 16;
    private final DeskModel model;
    private final PageRoll roll;
    private final RemarkField field;
    private final Group lines = new Group();
    private double width = 240;

    Margin(DeskModel model, PageRoll roll) {
        this.model = model;
        this.roll = roll;
        this.field = new RemarkField(model);
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

    /** Sets how wide the remarks may be, in pixels. */
    void remarkWidth(double pixels) {
        width = pixels;
        refresh();
    }

    /** Lays all remarks out anew. The field stays among the children while it is written in, or it would lose the focus. */
    void refresh() {
        boolean writing = model.writingProperty().get().isPresent();
        lines.getChildren().clear();
        getChildren().removeIf(n -> n != lines && !(n == field && writing));
        List<Entry> entries = entries();
        List<MarginLayout.Wish> wishes = entries.stream()
                .map(e -> new MarginLayout.Wish(e.wish(), e.height()))
                .toList();
        double[] tops = MarginLayout.tops(wishes, GAP, 8);
        for (int i = 0; i < entries.size(); i++) {
            Entry entry = entries.get(i);
            double top = tops[i] - roll.scrollProperty().get();
            boolean inSight = top + entry.height() > -200 && top < getHeight() + 200;
            if (inSight || entry.node() == field) {
                entry.node().resizeRelocate(left() + INDENT, top, width - INDENT, entry.height());
                connect(entry, top);
            } else {
                getChildren().remove(entry.node());
            }
        }
    }

    private double left() {
        return getWidth() - width - 8;
    }

    private record Entry(Mark mark, PageBox place, Region node, double height) {
        double wish() {
            return place.top() + place.height() / 2 - Math.min(height, 24) / 2;
        }
    }

    private List<Entry> entries() {
        List<Entry> entries = new ArrayList<>();
        Optional<String> writing = model.writingProperty().get();
        for (Mark mark : model.submission().marks()) {
            boolean written = writing.equals(Optional.of(mark.id()));
            if (!mark.remark().isEmpty() || written) {
                roll.placeOf(mark.page(), mark.bounds()).ifPresent(place -> {
                    Region node = written ? field(mark) : label(mark);
                    entries.add(new Entry(mark, place, node, node.prefHeight(width - INDENT)));
                });
            }
        }
        entries.sort(
                Comparator.comparingDouble((Entry e) -> e.place().top()).thenComparingDouble(e -> e.place().left()));
        return entries;
    }

    private RemarkField field(Mark mark) {
        if (!getChildren().contains(field)) {
            getChildren().add(field);
            field.applyCss();
        }
        return field.over(mark);
    }

    private Label label(Mark mark) {
        boolean hidden = mark.isPrivate();
        Label label = new Label(hidden ? Words.of("Desk.privateRemark", mark.remark().words()) : mark.remark().words());
        label.getStyleClass().addAll("remark", "ink-" + mark.ink().name().toLowerCase(java.util.Locale.ROOT));
        label.setWrapText(true);
        label.pseudoClassStateChanged(javafx.css.PseudoClass.getPseudoClass("private"), hidden);
        label.pseudoClassStateChanged(javafx.css.PseudoClass.getPseudoClass("chosen"),
                model.chosenProperty().get().equals(Optional.of(mark.id())));
        label.setAccessibleText(Words.of("Desk.remarkSpoken", mark.page().number(), label.getText()));
        label.setOnMousePressed(e -> {
            e.consume();
            model.write(mark.id());
        });
        label.setManaged(false); // placed and sized here, not by the pane
        getChildren().add(label); // so that its style counts when it is measured
        label.applyCss();
        return label;
    }

    /** The bracket beside the words, and the hairline to the place. */
    private void connect(Entry entry, double top) {
        double bottom = top + entry.height();
        double x = left() + 4;
        Color ink = MarkNodes.colour(entry.mark().ink().rgb());
        Path bracket = new Path(new MoveTo(x + 6, top), new QuadCurveTo(x, top, x, top + 6), new LineTo(x, bottom - 6),
                new QuadCurveTo(x, bottom, x + 6, bottom));
        bracket.setStroke(ink);
        bracket.setStrokeWidth(1);
        double fromX = Math.min(entry.place().right() + 2, x - 12);
        double fromY = entry.place().top() + entry.place().height() / 2 - roll.scrollProperty().get();
        double toY = top + Math.min(entry.height(), 24) / 2;
        double edge = Math.max(fromX, roll.rightEdge(entry.mark().page()) - 60);
        CubicCurve hair = new CubicCurve(fromX, fromY, Math.max(edge, fromX + 20), fromY, x - 30, toY, x, toY);
        hair.setFill(null);
        hair.setStroke(ink);
        hair.setStrokeWidth(0.8);
        hair.setOpacity(0.7);
        lines.getChildren().addAll(bracket, hair);
    }
}

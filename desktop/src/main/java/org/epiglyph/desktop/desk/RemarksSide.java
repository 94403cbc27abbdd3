package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.shape.Line;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Rows;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.Chosen;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.Inks;
import org.epiglyph.desktop.paper.RemarkView;

/**
 * All remarks of the submission as one list in page order, and what the inks stand for; selecting one goes to its
 * place.
 */
final class RemarksSide implements Side {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final PseudoClass PRIVATE = PseudoClass.getPseudoClass("private");
    private final DeskModel model;
    private final Consumer<Mark> go;
    private final Function<String, Image> pictures;
    private final Consumer<String> links;
    private final Rows<Item> list = new Rows<>("remarks-list", item -> item.node().get());

    /** A remark, or a heading or a line of the legend, which belongs to no mark. */
    private record Item(Optional<Mark> mark, Supplier<Node> node) {
        static Item of(Supplier<Node> node) {
            return new Item(Optional.empty(), node);
        }
    }

    /** @param go shows a mark on its page */
    RemarksSide(DeskModel model, Consumer<Mark> go, Function<String, Image> pictures, Consumer<String> links) {
        this.model = model;
        this.go = go;
        this.pictures = pictures;
        this.links = links;
        list.getStyleClass().add("remarks-list");
        list.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            Item item = list.getSelectionModel().getSelectedItem();
            if (item != null && (e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.SPACE)) {
                e.consume();
                item.mark().ifPresent(go);
            }
        });
    }

    @Override
    public String name() {
        return "remarks";
    }

    @Override
    public Region node() {
        return list;
    }

    @Override
    public void refresh() {
        List<Item> items = new ArrayList<>();
        String before = "";
        for (Mark mark : Chosen.inPageOrder(model.submission())) {
            String words = mark instanceof TypedText text ? text.text() : mark.remark().text();
            if (words.isEmpty()) {
                continue;
            }
            String place = place(mark);
            if (!place.equals(before)) {
                items.add(Item.of(() -> Form.text(place, "remarks-page")));
                before = place;
            }
            items.add(new Item(Optional.of(mark), () -> row(mark, words)));
        }
        if (items.isEmpty()) {
            items.add(Item.of(() -> Form.hint("Side.noRemarks")));
        }
        items.addAll(legend());
        list.getItems().setAll(items);
    }

    private String place(Mark mark) {
        List<Document> documents = model.submission().documents();
        String page = UiText.of("Desk.page", mark.page().number());
        return documents.size() < 2
                ? page
                : documents.stream()
                        .filter(d -> d.id().equals(mark.page().document()))
                        .map(d -> model.submission().displayName(d) + ", " + page.toLowerCase(java.util.Locale.ENGLISH))
                        .findFirst()
                        .orElse(page);
    }

    private Node row(Mark mark, String text) {
        String said = mark.isPrivate() ? UiText.of("Desk.privateRemark", text) : text;
        RemarkView view = RemarkView.whole(said, mark.ink(), pictures, links);
        view.pseudoClassStateChanged(PRIVATE, mark.isPrivate());
        view.pseudoClassStateChanged(CHOSEN, model.chosen().has(mark.id()));
        model.batch().scheme().findCriterion(mark.head().criterion()).ifPresent(c -> {
            Label evidence = new Label(UiText.of("Side.evidence", c.name()));
            evidence.getStyleClass().add("hint");
            view.getChildren().add(evidence);
        });
        view.setOnMouseClicked(_ -> go.accept(mark));
        return view;
    }

    private List<Item> legend() {
        Map<String, Ink> meanings = new LinkedHashMap<>();
        model.submission().marks().forEach(m -> {
            if (!m.head().meaning().isEmpty()) {
                meanings.putIfAbsent(m.head().meaning(), m.ink());
            }
        });
        List<Item> items = new ArrayList<>();
        if (!meanings.isEmpty()) {
            items.add(Item.of(() -> Form.text(UiText.of("Side.legend"), "remarks-page")));
        }
        meanings.forEach((meaning, ink) -> items.add(Item.of(() -> sample(meaning, ink))));
        return items;
    }

    private static Node sample(String meaning, Ink ink) {
        Line sample = new Line(0, 0, 22, 0);
        sample.setStroke(Inks.colour(ink.rgb()));
        sample.setStrokeWidth(4);
        HBox line = new HBox(sample, new Label(meaning + "  (" + UiText.of("Ink." + ink.name()) + ")"));
        line.getStyleClass().add("field-line");
        return line;
    }
}

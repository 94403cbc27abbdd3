package org.epiglyph.desktop.desk;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.image.Image;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Line;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.desktop.marking.Chosen;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.Inks;
import org.epiglyph.desktop.paper.RemarkView;

/** All remarks of the submission as one list in page order, and what the inks stand for; picking one goes to its place. */
final class RemarksSide implements Side {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final PseudoClass PRIVATE = PseudoClass.getPseudoClass("private");
    private final DeskModel model;
    private final Consumer<Mark> go;
    private final Function<String, Image> pictures;
    private final Consumer<String> links;
    private final VBox list = new VBox();
    private final ScrollPane scroll = new ScrollPane(list);

    /** @param go shows a mark on its page */
    RemarksSide(DeskModel model, Consumer<Mark> go, Function<String, Image> pictures, Consumer<String> links) {
        this.model = model;
        this.go = go;
        this.pictures = pictures;
        this.links = links;
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        list.getStyleClass().add("remarks-list");
        list.setId("remarks-list");
    }

    @Override
    public String name() {
        return "remarks";
    }

    @Override
    public Region node() {
        return scroll;
    }

    @Override
    public void refresh() {
        list.getChildren().clear();
        String before = "";
        for (Mark mark : Chosen.inPageOrder(model.submission())) {
            String words = mark instanceof TypedText text ? text.text() : mark.remark().words();
            if (words.isEmpty()) {
                continue;
            }
            String place = place(mark);
            if (!place.equals(before)) {
                Label heading = new Label(place);
                heading.getStyleClass().add("remarks-page");
                list.getChildren().add(heading);
                before = place;
            }
            list.getChildren().add(row(mark, words));
        }
        if (list.getChildren().isEmpty()) {
            Label none = new Label(Words.of("Side.noRemarks"));
            none.getStyleClass().add("hint");
            none.setWrapText(true);
            list.getChildren().add(none);
        }
        legend();
    }

    private String place(Mark mark) {
        List<Document> documents = model.submission().documents();
        String page = Words.of("Desk.page", mark.page().number());
        return documents.size() < 2
                ? page
                : documents.stream()
                        .filter(d -> d.id().equals(mark.page().document()))
                        .map(d -> d.name() + ", " + page.toLowerCase(java.util.Locale.ENGLISH))
                        .findFirst()
                        .orElse(page);
    }

    private Node row(Mark mark, String words) {
        String said = mark.isPrivate() ? Words.of("Desk.privateRemark", words) : words;
        RemarkView view = RemarkView.whole(said, mark.ink(), pictures, links);
        view.pseudoClassStateChanged(PRIVATE, mark.isPrivate());
        view.pseudoClassStateChanged(CHOSEN, model.chosen().has(mark.id()));
        view.setFocusTraversable(true);
        model.batch().scheme().findCriterion(mark.head().criterion()).ifPresent(c -> {
            Label evidence = new Label(Words.of("Side.evidence", c.name()));
            evidence.getStyleClass().add("hint");
            view.getChildren().add(evidence);
        });
        view.setOnMouseClicked(_ -> go.accept(mark));
        view.addEventHandler(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.SPACE) {
                e.consume();
                go.accept(mark);
            }
        });
        return view;
    }

    private void legend() {
        Map<String, Ink> meanings = new LinkedHashMap<>();
        model.submission().marks().forEach(m -> {
            if (!m.head().meaning().isEmpty()) {
                meanings.putIfAbsent(m.head().meaning(), m.ink());
            }
        });
        if (meanings.isEmpty()) {
            return;
        }
        Label heading = new Label(Words.of("Side.legend"));
        heading.getStyleClass().add("remarks-page");
        list.getChildren().add(heading);
        meanings.forEach((meaning, ink) -> {
            Line sample = new Line(0, 0, 22, 0);
            sample.setStroke(Inks.colour(ink.rgb()));
            sample.setStrokeWidth(4);
            HBox line = new HBox(sample, new Label(meaning + "  (" + Words.of("Ink." + ink.name()) + ")"));
            line.getStyleClass().add("field-line");
            list.getChildren().add(line);
        });
    }
}

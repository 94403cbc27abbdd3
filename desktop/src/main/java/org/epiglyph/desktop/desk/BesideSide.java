package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.desktop.paper.Piece;

/**
 * What is shown beside the pages: the task's instructions, the student's message, other hand-ins, documents that the
 * marker added.
 */
final class BesideSide implements Side {
    private static final int AT_ONCE = 4_000;
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private final DeskModel model;
    private final PageRoll roll;
    private final DocumentFiles files;
    private final Pieces pieces;
    private final PageRoll other;
    private final FlowPane choices = new FlowPane();
    private final StackPane content = new StackPane();
    private final CheckBox inStep = new CheckBox(UiText.of("Side.inStep"));
    private final Button remove = link("Side.removeAid");
    private final VBox node;
    private String shown = "instructions";
    private List<?> shownOf = List.of();

    /** One of the things that can be shown beside the pages. */
    private record Choice(String id, String label) {}

    BesideSide(DeskModel model, PageRoll roll, PageImages images, DocumentFiles files, Pieces pieces) {
        this.model = model;
        this.roll = roll;
        this.files = files;
        this.pieces = pieces;
        other = new PageRoll(images, _ -> {}, _ -> {});
        other.setAccessibleText(UiText.of("Side.otherPages"));
        Button add = link("Side.addAid");
        add.setId("add-aid");
        add.setOnAction(_ -> choose());
        remove.setOnAction(_ -> files.removeAid(shown));
        inStep.setSelected(true);
        inStep.selectedProperty().addListener((_, _, _) -> synchronizeScrolling());
        FlowPane acts = new FlowPane(add, remove, inStep);
        acts.getStyleClass().add("side-acts");
        node = new VBox(choices, content, acts);
        node.getStyleClass().add("side-content");
        VBox.setVgrow(content, Priority.ALWAYS);
        roll.arrangedProperty().addListener((_, _, _) -> synchronizeScrolling());
    }

    private static Button link(String text) {
        Button button = new Button(UiText.of(text));
        button.getStyleClass().add("link-button");
        return button;
    }

    @Override
    public String name() {
        return "beside";
    }

    @Override
    public Region node() {
        return node;
    }

    @Override
    public double width() {
        return 400;
    }

    /** Shows one thing: {@code instructions}, {@code message}, {@code hand-in N} or the id of a document. */
    void choose(String id) {
        shown = id;
        shownOf = List.of();
        refresh();
    }

    private List<Choice> all() {
        List<Choice> all = new ArrayList<>();
        all.add(new Choice("instructions", UiText.of("Side.instructions")));
        all.add(new Choice("message", UiText.of("Side.message")));
        Optional<Integer> looked = model.shownHandIn().map(HandIn::number);
        model.submission()
                .handIns()
                .stream()
                .map(HandIn::number)
                .filter(n -> !looked.equals(Optional.of(n)))
                .forEach(n -> all.add(new Choice("hand-in " + n, UiText.of("Ledger.handIn", n))));
        model.batch().aids().documents().forEach(d -> all.add(new Choice(d.id(), d.name())));
        return all;
    }

    @Override
    public void refresh() {
        List<Choice> all = all();
        if (all.stream().noneMatch(c -> c.id().equals(shown))) {
            shown = "instructions";
        }
        choices.getChildren().setAll(all.stream().<Node>map(c -> {
            Button button = new Button(c.label());
            button.getStyleClass().add("filter");
            button.setId("beside-" + c.id().replace(' ', '-'));
            button.pseudoClassStateChanged(HERE, c.id().equals(shown));
            button.setOnAction(_ -> choose(c.id()));
            return button;
        }).toList());
        show();
    }

    private void show() {
        Optional<Document> aid = model.batch().aids().find(shown);
        Optional<HandIn> handIn = model.submission()
                .handIns()
                .stream()
                .filter(h -> shown.equals("hand-in " + h.number()))
                .findFirst();
        boolean paper = aid.isPresent() || handIn.isPresent();
        Form.show(remove, aid.isPresent());
        Form.show(inStep, paper);
        if (!paper) {
            showText();
            return;
        }
        showPaper(aid.map(List::of).orElseGet(() -> handIn.get().documents()),
                Optional.of(model.submission()).filter(_ -> handIn.isPresent()));
    }

    /** @param whose empty for documents that are nobody's work */
    private void showPaper(List<Document> documents, Optional<Submission> whose) {
        if (documents.equals(shownOf)) {
            return;
        }
        shownOf = documents;
        Thread.ofVirtual().start(() -> {
            List<Piece> made = pieces.of(documents, whose);
            Platform.runLater(() -> {
                if (documents.equals(shownOf)) {
                    content.getChildren().setAll(other);
                    other.show(made);
                    other.marks(model.submission().marks(), List.of(), false);
                    synchronizeScrolling();
                }
            });
        });
    }

    private void showText() {
        String text = shown.equals("message")
                ? model.shownHandIn().map(model.submission()::message).orElse("")
                : model.batch().task().instructions();
        showPieces(text.isBlank() ? UiText.of("Side.nothingBeside." + shown) : text);
        shownOf = List.of();
    }

    private void showPieces(String text) {
        VBox all = new VBox();
        Form.pieces(text, AT_ONCE).forEach(p -> all.getChildren().add(Form.text(p.stripTrailing(), "beside-words")));
        ScrollPane scroll = new ScrollPane(all);
        scroll.setFitToWidth(true);
        content.getChildren().setAll(scroll);
    }

    /** The other pages follow: the same page at the same height. */
    private void synchronizeScrolling() {
        if (!inStep.isSelected() || other.getScene() == null || content.getChildren().isEmpty()
                || content.getChildren().getFirst() != other) {
            return;
        }
        List<PageRef> here = roll.pages();
        List<PageRef> there = other.pages();
        roll.pageInSight().ifPresent(page -> {
            int number = here.indexOf(page);
            if (number >= 0 && !there.isEmpty()) {
                other.reveal(there.get(Math.min(number, there.size() - 1)), roll.pointsAbove(page));
            }
        });
    }

    private void choose() {
        new FileDialog(node.getScene().getWindow(), UiText.of("Side.addAid")).open().ifPresent(files::addAid);
    }
}

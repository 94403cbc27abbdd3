package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.paper.PageRoll;

/** Finds words on the pages of the submission, and goes to the next and the one before. */
final class FindSide implements Side {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final int MOST_SHOWN = 200;
    private final PageRoll roll;
    private final PageImages images;
    private final TextField field = new TextField();
    private final Label said = new Label();
    private final VBox list = new VBox();
    private final VBox node;
    private final PauseTransition pause = new PauseTransition(Duration.millis(250));
    private List<Place> places = List.of();
    private List<PageRef> searched = List.of();
    private int here;
    private long asked;

    private record Place(PageRef page, PageText.Selection words) {}

    FindSide(PageRoll roll, PageImages images) {
        this.roll = roll;
        this.images = images;
        field.setId("find-words");
        field.setPromptText(Words.of("Side.findPrompt"));
        field.setAccessibleText(Words.of("Side.findPrompt"));
        field.textProperty().addListener((_, _, _) -> pause.playFromStart());
        pause.setOnFinished(_ -> search());
        field.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ENTER) {
                e.consume();
                go(e.isShiftDown() ? -1 : 1);
            }
        });
        said.setId("find-said");
        said.getStyleClass().add("hint");
        said.setWrapText(true);
        Button before = step("Side.findBefore", -1);
        Button next = step("Side.findNext", 1);
        HBox steps = new HBox(before, next);
        steps.getStyleClass().add("field-line");
        ScrollPane scroll = new ScrollPane(list);
        scroll.setFitToWidth(true);
        VBox.setVgrow(scroll, javafx.scene.layout.Priority.ALWAYS);
        list.getStyleClass().add("found-list");
        node = new VBox(field, steps, said, scroll);
        node.getStyleClass().add("side-content");
    }

    private Button step(String words, int by) {
        Button button = new Button(Words.of(words));
        button.getStyleClass().add("link-button");
        button.setOnAction(_ -> go(by));
        return button;
    }

    @Override
    public String name() {
        return "find";
    }

    @Override
    public Region node() {
        return node;
    }

    /** The words that are searched; empty for none. */
    String words() {
        return field.getText();
    }

    @Override
    public void arrive() {
        field.requestFocus();
        Platform.runLater(field::requestFocus); // what wanted the focus before it may still be on its way
        field.selectAll();
        search();
    }

    @Override
    public void leave() {
        roll.found(Map.of());
    }

    @Override
    public void refresh() {
        if (!searched.equals(roll.pages())) {
            search();
        }
    }

    private void search() {
        String wanted = field.getText();
        List<PageRef> pages = roll.pages();
        searched = pages;
        long number = ++asked;
        Thread.ofVirtual().start(() -> {
            List<Place> found = new ArrayList<>();
            boolean anyText = false;
            for (PageRef page : pages) {
                PageText text = images.text(page).exceptionally(_ -> PageText.NONE).join();
                anyText |= !text.words().isEmpty();
                text.find(wanted).forEach(s -> found.add(new Place(page, s)));
                if (number != asked) {
                    return;
                }
            }
            boolean readable = anyText;
            Platform.runLater(() -> {
                if (number == asked) {
                    show(found, readable);
                }
            });
        });
    }

    private void show(List<Place> found, boolean readable) {
        places = found;
        here = 0;
        list.getChildren().clear();
        for (Place place : found.stream().limit(MOST_SHOWN).toList()) {
            Button row = new Button(Words.of("Side.foundOn", roll.pages().indexOf(place.page) + 1, place.words.text()));
            row.getStyleClass().add("found-row");
            row.setMaxWidth(Double.MAX_VALUE);
            row.setOnAction(_ -> {
                here = places.indexOf(place);
                reveal();
            });
            list.getChildren().add(row);
        }
        if (field.getText().isBlank()) {
            said.setText(readable ? "" : Words.of("Side.nothingReadable"));
            roll.found(Map.of());
        } else {
            said.setText(found.isEmpty()
                    ? Words.of(readable ? "Side.notFound" : "Side.nothingReadable")
                    : Words.of("Side.foundCount", found.size()));
            reveal();
        }
    }

    /** Goes to the place that comes so many places after the one in sight, round the end. */
    void go(int by) {
        if (!places.isEmpty()) {
            here = Math.floorMod(here + by, places.size());
            reveal();
        }
    }

    private void reveal() {
        Map<PageRef, List<PageBox>> all = places.stream()
                .collect(Collectors.groupingBy(Place::page, LinkedHashMap::new,
                        Collectors.flatMapping(p -> p.words.boxes().stream(), Collectors.toList())));
        roll.found(all);
        if (!places.isEmpty()) {
            Place place = places.get(here);
            roll.reveal(place.page, PageBox.around(place.words.boxes()));
            for (int i = 0; i < list.getChildren().size(); i++) {
                list.getChildren().get(i).pseudoClassStateChanged(CHOSEN, i == here);
            }
        }
    }
}

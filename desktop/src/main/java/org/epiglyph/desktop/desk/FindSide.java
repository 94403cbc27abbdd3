package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.animation.Animation;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.TextQuery;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.paper.PageRoll;

/** Searches the pages of the submission, with navigation to the next and previous match. */
final class FindSide implements Side {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final int MOST_SHOWN = 200;
    private final PageRoll roll;
    private final PageImages images;
    private final TextField field = new TextField();
    private final Label message = new Label();
    private final VBox list = new VBox();
    private final CheckBox everywhere = new CheckBox(UiText.of("Side.findEverywhere"));
    private final CheckBox similar = new CheckBox(UiText.of("Side.findSimilar"));
    private final ScrollPane scroll = new ScrollPane();
    private final FindInClass inClass;
    private final Consumer<StudentKey> go;
    private final VBox node;
    private final PauseTransition pause = new PauseTransition(Duration.millis(250));
    private List<Place> places = List.of();
    private List<PageRef> searched = List.of();
    private int here;
    private boolean fromBehind;
    private boolean searching;
    private long asked;

    private record Place(PageRef page, PageText.Selection words) {}

    /** @param go opens a student */
    FindSide(DeskModel model, PageRoll roll, PageImages images, Consumer<StudentKey> go) {
        this.roll = roll;
        this.images = images;
        this.go = go;
        inClass = new FindInClass(model, go);
        addChoice(everywhere, "find-everywhere");
        addChoice(similar, "find-similar");
        Form.show(inClass, false);
        addField();
        message.setId("find-said");
        message.getStyleClass().add("hint");
        message.setWrapText(true);
        Button before = stepButton("Side.findBefore", -1);
        Button next = stepButton("Side.findNext", 1);
        HBox steps = new HBox(before, next);
        steps.getStyleClass().add("field-line");
        scroll.setContent(list);
        scroll.setFitToWidth(true);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        VBox.setVgrow(inClass, Priority.ALWAYS);
        list.getStyleClass().add("found-list");
        node = new VBox(field, everywhere, similar, steps, message, scroll, inClass);
        node.getStyleClass().add("side-content");
    }

    private void addChoice(CheckBox choice, String id) {
        choice.setId(id);
        choice.setWrapText(true);
        choice.setOnAction(_ -> search());
    }

    private void addField() {
        field.setId("find-words");
        field.setPromptText(UiText.of("Side.findPrompt"));
        field.setAccessibleText(UiText.of("Side.findPrompt"));
        field.textProperty().addListener((_, _, _) -> pause.playFromStart());
        pause.setOnFinished(_ -> search());
        field.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ENTER) {
                e.consume();
                go(e.isShiftDown() ? -1 : 1);
            }
        });
    }

    private Button stepButton(String text, int by) {
        Button button = new Button(UiText.of(text));
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

    /** Searches everybody's work, including similar words. */
    void everywhere(String text) {
        everywhere.setSelected(true);
        similar.setSelected(true);
        field.setText(text);
        search();
    }

    /** The search text; empty for none. */
    String query() {
        return field.getText();
    }

    @Override
    public void arrive() {
        field.requestFocus();
        Platform.runLater(field::requestFocus); // an earlier request for the focus may still be pending
        field.selectAll();
        search();
    }

    @Override
    public void leave() {
        inClass.stop();
        roll.found(Map.of());
    }

    @Override
    public void refresh() {
        if (!searched.equals(roll.pages())) {
            searchPages();
            inClass.refresh();
        }
    }

    private void search() {
        pause.stop();
        searchPages();
        Form.show(scroll, !everywhere.isSelected());
        Form.show(inClass, everywhere.isSelected());
        inClass.search(new TextQuery(everywhere.isSelected() ? field.getText() : "", similar.isSelected()));
    }

    private void searchPages() {
        TextQuery wanted = new TextQuery(field.getText(), similar.isSelected());
        List<PageRef> pages = roll.pages();
        searched = pages;
        searching = true;
        long number = ++asked;
        Thread.ofVirtual().start(() -> {
            List<Place> found = new ArrayList<>();
            boolean anyText = false;
            for (PageRef page : pages) {
                PageText text = images.text(page).exceptionally(_ -> PageText.NONE).join();
                anyText |= !text.words().isEmpty();
                wanted.in(text).forEach(s -> found.add(new Place(page, s)));
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
        searching = false;
        places = found;
        here = fromBehind ? Math.max(0, found.size() - 1) : 0;
        fromBehind = false;
        list.getChildren().clear();
        for (Place place : found.stream().limit(MOST_SHOWN).toList()) {
            Button row = new Button(
                    UiText.of("Side.foundOn", roll.pages().indexOf(place.page) + 1, place.words.text()));
            row.getStyleClass().add("found-row");
            row.setMaxWidth(Double.MAX_VALUE);
            row.setOnAction(_ -> {
                here = places.indexOf(place);
                reveal();
            });
            list.getChildren().add(row);
        }
        if (field.getText().isBlank()) {
            message.setText(readable ? "" : UiText.of("Side.nothingReadable"));
            roll.found(Map.of());
        } else {
            message.setText(found.isEmpty()
                    ? UiText.of(readable ? "Side.notFound" : "Side.nothingReadable")
                    : UiText.of("Side.foundCount", found.size()));
            reveal();
        }
    }

    /**
     * Goes to a match a number of places after the one in sight, wrapping around; if all work is searched, after the
     * last match to the next student.
     */
    void go(int by) {
        if (pause.getStatus() == Animation.Status.RUNNING) {
            search(); // the matches shown are those of an earlier text
        } else if (!searching) {
            step(by);
        }
    }

    private void step(int by) {
        boolean out = places.isEmpty() || here + by < 0 || here + by >= places.size();
        Optional<StudentKey> beside = everywhere.isSelected() && out ? inClass.beside(by) : Optional.empty();
        if (beside.isPresent()) {
            fromBehind = by < 0;
            go.accept(beside.get());
        } else if (!places.isEmpty()) {
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

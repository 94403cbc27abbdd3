package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.reading.Hint;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.PageRoll;

/** Hints on the language of the work on the desk: how many of each kind, where, and what was made of them. */
final class HintsSide implements Side {
    private final DeskModel model;
    private final PageRoll pages;
    private final HintsModel hints;
    private final CheckBox wanted = new CheckBox(UiText.of("Hints.show"));
    private final Label counts = Form.text("", "tells");
    private final FoundRows<Hint> list;
    private final Button correct;
    private final Button accept;
    private final VBox node;

    HintsSide(DeskModel model, PageRoll pages, HintsModel hints) {
        this.model = model;
        this.pages = pages;
        this.hints = hints;
        wanted.setId("hints-wanted");
        wanted.setWrapText(true);
        wanted.setOnAction(_ -> hints.setWanted(wanted.isSelected()));
        counts.setId("hints-counts");
        list = new FoundRows<>("hints-list", this::describe, this::reveal);
        correct = Form.button("Hints.correct", "main-button", this::correct);
        correct.setId("hint-correct");
        accept = Form.button("Hints.accept", "plain-button", this::accept);
        accept.setId("hint-accept");
        HBox acts = new HBox(correct, accept);
        acts.getStyleClass().add("field-line");
        VBox.setVgrow(list, Priority.ALWAYS);
        node = new VBox(wanted, Form.hint("Hints.explained"), counts, acts, list);
        node.getStyleClass().add("side-content");
        hints.stateProperty().subscribe(this::show);
    }

    @Override
    public String name() {
        return "hints";
    }

    @Override
    public Region node() {
        return node;
    }

    @Override
    public void refresh() {
        hints.refresh();
    }

    private String describe(Hint hint) {
        return UiText.of("Hints.on", pages.pages().indexOf(hint.page()) + 1, hint.text(),
                UiText.of("Hints.one." + hint.kind().name()));
    }

    private void show(HintsModel.State state) {
        wanted.setSelected(state.wanted());
        counts.setText(counted(state));
        Form.show(counts, state.wanted());
        pages.hints(state.places());
        if (!list.items().equals(state.hints())) {
            Optional<Hint> before = list.chosen();
            int at = before.map(list.items()::indexOf).orElse(-1);
            list.show(state.hints());
            before.filter(state.hints()::contains)
                    .or(() -> at >= 0 && at < state.hints().size() && state.ready()
                            ? Optional.of(state.hints().get(at))
                            : Optional.empty())
                    .ifPresent(h -> list.choose(Optional.of(h)));
        }
        correct.setDisable(state.hints().isEmpty());
        accept.setDisable(state.hints().isEmpty());
    }

    private String counted(HintsModel.State state) {
        if (!state.ready()) {
            return UiText.of("Hints.looking");
        }
        if (state.wordCount() == 0) {
            return UiText.of("Side.nothingReadable");
        }
        if (state.hints().isEmpty()) {
            return UiText.of("Hints.none", state.wordCount());
        }
        Map<Hint.Kind, Long> counts = state.counts();
        List<String> each = counts.entrySet()
                .stream()
                .map(e -> UiText.of("Hints.count." + e.getKey().name(), e.getValue()))
                .toList();
        return UiText.of("Hints.counts", String.join(", ", each), state.wordCount());
    }

    /** Goes to the hint a number of places further; computes hints first if there are none yet. */
    void go(int by) {
        List<Hint> all = hints.stateProperty().get().hints();
        if (!hints.stateProperty().get().wanted()) {
            hints.setWanted(true);
        } else if (!all.isEmpty()) {
            int at = list.chosen().map(all::indexOf).orElse(by > 0 ? -1 : 0);
            reveal(all.get(Math.floorMod(at + by, all.size())));
        }
    }

    private void reveal(Hint hint) {
        list.choose(Optional.of(hint));
        pages.reveal(hint.page(), PageBox.around(hint.place().boxes()));
        pages.found(Map.of(hint.page(), hint.place().boxes()));
    }

    @Override
    public void leave() {
        pages.found(Map.of());
    }

    /** Makes a correction mark from the selected hint. */
    void correct() {
        list.chosen().ifPresentOrElse(hint -> {
            pages.found(Map.of());
            hints.correct(hint, pages.uprightTurn(hint.page()));
        }, () -> model.refuse(UiText.of("Hints.chooseOne")));
    }

    private void accept() {
        list.chosen().ifPresentOrElse(hints::accept, () -> model.refuse(UiText.of("Hints.chooseOne")));
    }
}

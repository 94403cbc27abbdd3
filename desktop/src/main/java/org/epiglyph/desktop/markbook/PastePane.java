package org.epiglyph.desktop.markbook;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.core.Message;
import org.epiglyph.core.markbook.ScorePlan;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Rows;
import org.epiglyph.desktop.frame.UiText;

/** Previews what pasting would do, cell by cell: first what is refused, then what changes. */
final class PastePane extends VBox {
    private final BookModel model;
    private final Label summary = Form.text("", "tells");
    private final Rows<ScorePlan.Place> places = new Rows<>("paste-places", this::row);
    private final Button take = new Button();
    private ScorePlan plan = new ScorePlan(List.of());

    /** @param done called when it is decided, either way */
    PastePane(BookModel model, Runnable done) {
        this.model = model;
        getStyleClass().add("book-pane");
        summary.setId("paste-summary");
        take.setId("paste-take");
        take.getStyleClass().add("main-button");
        take.setOnAction(_ -> {
            model.execute(new ScorePlan(plan.places().stream().filter(ScorePlan.Taken.class::isInstance).toList()));
            done.run();
        });
        VBox.setVgrow(places, Priority.ALWAYS);
        Button leave = Form.button("MarkBook.paste.leave", "plain-button", done);
        leave.setId("paste-leave");
        getChildren().addAll(Form.text(UiText.of("MarkBook.paste.heading"), "subheading"), summary, places,
                Form.lastLine(leave, take));
    }

    void show(ScorePlan shown) {
        plan = shown;
        int changes = shown.changes().size();
        int refused = shown.refused().size();
        summary.setText(Stream.of(UiText.of("MarkBook.paste.changes", changes),
                UiText.of("MarkBook.paste.same", shown.places().size() - changes - refused),
                UiText.of("MarkBook.paste.refused", refused))
                .filter(w -> !w.isEmpty())
                .collect(Collectors.joining(" ")));
        List<ScorePlan.Place> all = new ArrayList<>(shown.places());
        all.removeIf(p -> p instanceof ScorePlan.Taken taken && !taken.changes());
        all.sort(Comparator.comparing(ScorePlan.Taken.class::isInstance));
        places.getItems().setAll(all);
        take.setText(UiText.of("MarkBook.paste.take", changes));
        take.setDisable(changes == 0);
    }

    void focus() {
        Platform.runLater(take.isDisabled() ? places::requestFocus : take::requestFocus);
    }

    private Node row(ScorePlan.Place place) {
        return switch (place) {
            case ScorePlan.Refused(String where, String typed, Message why) ->
                new VBox(Form.text(where + ": " + typed, "finding-name"), Form.text(why.text(), "asks"));
            case ScorePlan.Taken taken -> Form.text(
                    UiText.of("MarkBook.paste.place", model.batch().listedName(taken.student()),
                            taken.criterion().name(), describe(taken.from()), describe(taken.to())),
                    "tells");
        };
    }

    private static String describe(Judgement judgement) {
        return judgement.points()
                .map(Criterion::format)
                .or(() -> judgement.standing().map(Standing::label))
                .orElse(UiText.of("MarkBook.empty"));
    }
}

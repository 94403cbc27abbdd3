package org.epiglyph.desktop.handback;

import java.math.BigDecimal;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.Outcome;
import org.epiglyph.carrier.Resolution;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Rows;
import org.epiglyph.desktop.frame.UiText;

/** The outcome for each student in the last hand-back; takes no space before there was one. */
final class ReceiptList extends VBox {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("d MMM HH:mm:ss", Locale.ENGLISH);
    private static final double LEAST_LIST = 160;
    /** Space for their version and ours, and the buttons for deciding. */
    private static final double LEAST_TO_DECIDE = 360;
    private static final double MOST_WORDS = 96;
    private final HandBackModel model;
    private final Rows<Outcome> receipts = new Rows<>("receipts", this::receipt);

    ReceiptList(HandBackModel model) {
        this.model = model;
        Label heading = new Label(UiText.of("HandBack.receipts"));
        heading.getStyleClass().add("subheading");
        receipts.setMinHeight(LEAST_LIST);
        setVgrow(receipts, Priority.ALWAYS);
        getChildren().addAll(heading, receipts);
        model.outcomesProperty().addListener((_, _, _) -> showOutcomes());
        showOutcomes();
    }

    private void showOutcomes() {
        receipts.getItems()
                .setAll(model.outcomesProperty()
                        .get()
                        .stream()
                        .sorted(Comparator.comparing(ReceiptList::isSettled)) // what needs the marker comes first
                        .toList());
        receipts.setMinHeight(receipts.getItems().stream().allMatch(ReceiptList::isSettled)
                ? LEAST_LIST
                : LEAST_TO_DECIDE);
        setVisible(!receipts.getItems().isEmpty());
        setManaged(isVisible());
    }

    private static boolean isSettled(Outcome outcome) {
        return switch (outcome) {
            case Outcome.Done done -> done.leftOut().isEmpty();
            case Outcome.AlreadyThere _,Outcome.TheirsStand _ -> true;
            case Outcome.Failed _,Outcome.Asked _,Outcome.Differs _ -> false;
        };
    }

    private Button accepting(Outcome.Asked asked) {
        Button yes = new Button(UiText.of("HandBack.accept." + asked.doubt().name()));
        yes.setId("accept-" + asked.student());
        yes.getStyleClass().add("plain-button");
        yes.setAccessibleText(yes.getText() + ", " + model.name(asked.student()));
        yes.disableProperty().bind(model.background().busyProperty());
        yes.setOnAction(_ -> model.accept(asked));
        return yes;
    }

    private Node receipt(Outcome outcome) {
        Label name = new Label(model.name(outcome.student()));
        name.getStyleClass().add("finding-name");
        name.setWrapText(true);
        Label label = new Label(describe(outcome));
        label.setWrapText(true);
        label.getStyleClass().add("hint");
        VBox line = new VBox(name, label);
        line.getStyleClass().add("finding");
        switch (outcome) {
            case Outcome.Asked asked -> line.getChildren().add(accepting(asked));
            case Outcome.Differs(var student, var theirs, var score, String feedback) -> {
                line.getChildren()
                        .addAll(side("HandBack.theirs", theirs.score(), theirs.comment()),
                                side("HandBack.ours", Optional.of(score), feedback));
                line.getChildren().add(resolutions(student, theirs.tag(), Resolution.Way.values()));
            }
            case Outcome.TheirsStand(var student, var theirs, var _, var _) ->
                line.getChildren().add(resolutions(student, theirs.tag(), Resolution.Way.OURS, Resolution.Way.BOTH));
            default -> {
            }
        }
        return line;
    }

    private String describe(Outcome outcome) {
        return switch (outcome) {
            case Outcome.Done(var _, var receipt, var leftOut) ->
                UiText.of("HandBack.done", receipt.id(), TIME.format(receipt.at().atZone(model.batch().task().zone())))
                        + leftOut.stream().map(l -> "\n" + l.text()).collect(Collectors.joining());
            case Outcome.AlreadyThere(var _, var receipt) -> UiText.of("HandBack.there", receipt.id());
            case Outcome.Failed(var _, var why) -> UiText.of("HandBack.failed", why.text());
            case Outcome.Asked(var _, var _, var why) -> UiText.of("HandBack.failed", why.text());
            case Outcome.Differs(var _, var theirs, var _, var _) -> UiText.of("HandBack.differs", theirs.at()
                    .map(at -> UiText.of("HandBack.differs.at", TIME.format(at.atZone(model.batch().task().zone()))))
                    .orElse(""));
            case Outcome.TheirsStand _ -> UiText.of("HandBack.theirsStand");
        };
    }

    /** One of two texts about a student, so that both can be compared. */
    private static Node side(String key, Optional<BigDecimal> score, String words) {
        Label heading = new Label(UiText.of(key, score.map(Criterion::format).orElse(UiText.of("HandBack.noScore"))));
        heading.getStyleClass().add("field-label");
        Label text = new Label(words.isBlank() ? UiText.of("HandBack.noWords") : words.strip());
        text.setWrapText(true);
        text.setMaxHeight(MOST_WORDS);
        text.setTooltip(new Tooltip(text.getText()));
        return new VBox(heading, text);
    }

    private Node resolutions(StudentKey student, String tag, Resolution.Way... ways) {
        FlowPane acts = new FlowPane();
        acts.getStyleClass().add("look-over-acts");
        for (Resolution.Way way : ways) {
            Button act = new Button(UiText.of("HandBack.resolve." + way));
            act.setId("resolve-" + way + "-" + student);
            act.getStyleClass().add("plain-button");
            act.setAccessibleText(act.getText() + ", " + model.name(student));
            act.setTooltip(new Tooltip(UiText.of("HandBack.resolve." + way + ".what")));
            act.disableProperty().bind(model.background().busyProperty());
            act.setOnAction(_ -> model.resolve(student, new Resolution(way, tag)));
            acts.getChildren().add(act);
        }
        return acts;
    }
}

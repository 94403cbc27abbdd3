package org.epiglyph.desktop.handback;

import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.Locale;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.Outcome;
import org.epiglyph.desktop.frame.Rows;
import org.epiglyph.desktop.frame.Words;

/** What became of each student in the last hand-back; takes no room before there was one. */
final class ReceiptList extends VBox {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("d MMM HH:mm:ss", Locale.ENGLISH);
    private static final double LEAST_LIST = 160;
    private final HandBackModel model;
    private final Rows<Outcome> receipts = new Rows<>("receipts", this::receipt);

    ReceiptList(HandBackModel model) {
        this.model = model;
        Label heading = new Label(Words.of("HandBack.receipts"));
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
                        .sorted(Comparator.comparing(ReceiptList::isSettled)) // what asks for the marker stands first
                        .toList());
        setVisible(!receipts.getItems().isEmpty());
        setManaged(isVisible());
    }

    private static boolean isSettled(Outcome outcome) {
        return switch (outcome) {
            case Outcome.Done done -> done.leftOut().isEmpty();
            case Outcome.AlreadyThere _ -> true;
            case Outcome.Failed _,Outcome.Asked _ -> false;
        };
    }

    private Node receipt(Outcome outcome) {
        Label name = new Label(model.name(outcome.student()));
        name.getStyleClass().add("finding-name");
        name.setWrapText(true);
        Label words = new Label(switch (outcome) {
            case Outcome.Done(var _, var receipt, var leftOut) ->
                Words.of("HandBack.done", receipt.id(), TIME.format(receipt.at().atZone(model.batch().task().zone())))
                        + leftOut.stream().map(l -> "\n" + l).collect(Collectors.joining());
            case Outcome.AlreadyThere(var _, var receipt) -> Words.of("HandBack.there", receipt.id());
            case Outcome.Failed(var _, String why) -> Words.of("HandBack.failed", why);
            case Outcome.Asked(var _, var _, String why) -> Words.of("HandBack.failed", why);
        });
        words.setWrapText(true);
        words.getStyleClass().add("hint");
        VBox line = new VBox(name, words);
        if (outcome instanceof Outcome.Asked asked) {
            Button yes = new Button(Words.of("HandBack.accept." + asked.doubt().name()));
            yes.setId("accept-" + asked.student());
            yes.getStyleClass().add("plain-button");
            yes.setAccessibleText(yes.getText() + ", " + model.name(asked.student()));
            yes.disableProperty().bind(model.background().busyProperty());
            yes.setOnAction(_ -> model.accept(asked));
            line.getChildren().add(yes);
        }
        line.getStyleClass().add("finding");
        return line;
    }
}

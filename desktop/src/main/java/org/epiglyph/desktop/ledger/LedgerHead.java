package org.epiglyph.desktop.ledger;

import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Slant;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/**
 * The head of the ledger: when the work arrived and in which hand-ins, and the buttons of the sides; and the student's
 * name, which does not scroll with them.
 */
final class LedgerHead extends VBox {
    private static final DateTimeFormatter CAME = DateTimeFormatter.ofPattern("EEE d MMM HH:mm", Locale.ENGLISH);
    private static final int DOORS_A_LINE = 3;
    private static final int MESSAGE_LETTERS = 240;
    private static final int NAME_LETTERS = 120;
    private static final int SHORT_NAME = 50;
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private final DeskModel model;
    private final Label name = new Label();
    private final Label facts = new Label();
    private final FlowPane handIns = new FlowPane();
    private final Label message = Slant.of(new Label());
    private final Button wholeMessage = new Button(UiText.of("Ledger.wholeMessage"));
    private Optional<Choice> choice = Optional.empty();
    /** The complete name that is shown. */
    private String shownName = "";
    /** The complete message that is shown; null before the first. */
    private String shownMessage;

    /** @param sides opens or closes a side of the desk by its name, or shows the {@code message} */
    LedgerHead(DeskModel model, Consumer<String> sides) {
        this.model = model;
        name.getStyleClass().add("student-name");
        name.setId("student-name");
        name.setWrapText(true);
        name.setMaxWidth(Double.MAX_VALUE);
        facts.getStyleClass().add("facts");
        facts.setWrapText(true);
        message.getStyleClass().add("message");
        message.setWrapText(true);
        wholeMessage.setId("whole-message");
        wholeMessage.getStyleClass().add("link-button");
        wholeMessage.setOnAction(_ -> sides.accept("message"));
        handIns.getStyleClass().add("hand-ins");
        handIns.setId("hand-ins");
        handIns.setManaged(false);
        GridPane doors = new GridPane();
        doors.getStyleClass().add("side-doors");
        List<String> names = List.of("remarks", "pages", "find", "beside", "history", "phrases");
        for (int i = 0; i < names.size(); i++) {
            String side = names.get(i);
            Button door = new Button(UiText.of("Side." + side));
            door.getStyleClass().add("link-button");
            door.setId("door-" + side);
            door.setOnAction(_ -> sides.accept(side));
            doors.add(door, i % DOORS_A_LINE, i / DOORS_A_LINE);
        }
        getChildren().addAll(facts, handIns, message, wholeMessage, doors);
        getStyleClass().add("ledger-head");
    }

    /** The student's name, to be placed above what scrolls. */
    Label name() {
        return name;
    }

    /** Shows whose work it is, and how far it is. */
    void show(Submission submission, Batch batch) {
        showName(submission.student().name());
        facts.setText(facts(submission, batch));
        showHandIns(submission);
        showMessage(model.shownHandIn().map(submission::message).orElse(""));
    }

    private void showName(String whole) {
        if (!whole.equals(shownName)) {
            shownName = whole;
            name.setText(Form.beginning(whole, NAME_LETTERS));
            name.setTooltip(whole.length() > SHORT_NAME ? new Tooltip(Form.beginning(whole, MESSAGE_LETTERS)) : null);
        }
    }

    /** Called at every edit; does nothing while the message is the same, since it may be of any length. */
    private void showMessage(String said) {
        if (said.equals(shownMessage)) {
            return;
        }
        shownMessage = said;
        String text = said.strip();
        String beginning = Form.beginning(text.replaceAll("\\s+", " "), MESSAGE_LETTERS);
        message.setText(text.isEmpty() ? "" : "\u201c" + beginning + "\u201d");
        message.setManaged(!text.isEmpty());
        Form.show(wholeMessage, !beginning.equals(text));
    }

    /** If there are several hand-ins: a button for each to look at it, and a way to let another one count. */
    private void showHandIns(Submission submission) {
        Optional<Choice> now = Choice.of(submission, model.shownHandIn());
        if (now.equals(choice)) {
            // A button being pressed stays: pages and words of this student may arrive at any moment.
            return;
        }
        choice = now;
        handIns.getChildren().clear();
        handIns.setManaged(now.isPresent());
        now.ifPresent(this::showChoice);
    }

    private void showChoice(Choice choice) {
        for (int number : choice.numbers()) {
            Button button = new Button(
                    UiText.of(number == choice.counts() ? "Ledger.handInCounts" : "Ledger.handIn", number));
            button.getStyleClass().add("filter");
            button.pseudoClassStateChanged(HERE, number == choice.looked());
            button.setOnAction(_ -> model.shownHandInProperty().set(Optional.of(number)));
            handIns.getChildren().add(button);
        }
        if (choice.looked() != choice.counts()) {
            Button let = new Button(UiText.of("Ledger.letCount"));
            let.setId("let-count");
            let.getStyleClass().add("link-button");
            let.setOnAction(_ -> model.letShownCount());
            handIns.getChildren().add(let);
        }
    }

    private String facts(Submission submission, Batch batch) {
        List<String> parts = new ArrayList<>();
        if (!submission.student().isCovered()) {
            parts.add(submission.student().shownKey());
        }
        if (!submission.student().section().isEmpty()) {
            parts.add(submission.student().section());
        }
        submission.current().ifPresent(h -> {
            if (submission.handIns().size() > 1) {
                parts.add(UiText.of("Ledger.handIn", h.number()));
            }
            h.at().ifPresent(at -> parts.add(UiText.of("Ledger.came", CAME.format(at.atZone(model.zone())))));
        });
        batch.timing(submission).ifPresent(l -> parts.add(l.describe()));
        parts.add(UiText.of("Stage." + submission.stage(batch.scheme()).name()));
        return String.join("  \u00b7  ", parts);
    }

    /** The hand-ins to choose from: whose, which numbers, which one counts and which one is shown. */
    private record Choice(StudentKey student, List<Integer> numbers, int counts, int looked) {
        static Optional<Choice> of(Submission submission, Optional<HandIn> shown) {
            if (submission.handIns().size() < 2) {
                return Optional.empty();
            }
            return Optional.of(
                    new Choice(
                            submission.student().key(),
                            submission.handIns().stream().map(HandIn::number).toList(),
                            submission.current().orElseThrow().number(),
                            shown.orElseThrow().number()));
        }
    }
}

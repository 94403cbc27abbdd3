package org.epiglyph.desktop.letters;

import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.LetterSending;
import org.epiglyph.core.letters.Letter;
import org.epiglyph.core.letters.LetterText;
import org.epiglyph.core.letters.Recipients;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.PartByPart;
import org.epiglyph.desktop.frame.Place;
import org.epiglyph.desktop.frame.ReadingDirection;
import org.epiglyph.desktop.frame.Rows;
import org.epiglyph.desktop.frame.SaveOnLeave;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.settings.MailHabit;

/**
 * Letters: the recipients on the left, the letter and how the selected student reads it in the middle, how it is sent
 * on the right.
 */
public final class Letters implements Place {
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d MMM, HH:mm", Locale.ENGLISH);
    private final LettersModel model;
    private final Rows<LetterSending.Fate> recipients = new Rows<>("recipients", this::recipient);
    private final ToggleGroup conditions = new ToggleGroup();
    private final TextField subject = new TextField();
    private final TextArea body = ReadingDirection.of(new TextArea());
    private final Label readBy = new Label();
    private final TextField address = new TextField();
    private Optional<StudentKey> addressed = Optional.empty();
    private final Label readSubject = new Label();
    private final Label readBody = new Label();
    private final Label unknown = new Label();
    private final HBox root;
    private final Runnable toShelf;
    private final Runnable toHandBack;

    /**
     * @param habit      the last sender and service
     * @param keep       saves them, without the password
     * @param toShelf    to the shelf
     * @param toHandBack back to handing back
     */
    public Letters(LettersModel model, MailHabit habit, Consumer<MailHabit> keep, Runnable toShelf,
            Runnable toHandBack) {
        this.model = model;
        this.toShelf = toShelf;
        this.toHandBack = toHandBack;
        VBox middle = middle();
        HBox.setHgrow(middle, Priority.ALWAYS);
        ScrollPane way = new ScrollPane(new LetterWay(model, habit, keep));
        way.setFitToWidth(true);
        root = new HBox(left());
        PartByPart.addLater(root, List.of(middle, way));
        root.getStyleClass().addAll("place", "letters");
        model.planProperty().addListener((_, _, now) -> show(now));
        recipients.getSelectionModel().selectedItemProperty().addListener((_, _, _) -> preview());
        show(model.planProperty().get());
    }

    // --- whom

    private VBox left() {
        Label heading = new Label(UiText.of("Letters.heading"));
        heading.getStyleClass().add("heading");
        VBox choices = new VBox();
        choices.getStyleClass().add("letters-conditions");
        for (Recipients.Condition condition : Recipients.Condition.values()) {
            choices.getChildren().add(condition(condition));
        }
        recipients.setAccessibleText(UiText.of("Letters.whom"));
        VBox.setVgrow(recipients, Priority.ALWAYS);
        VBox left = new VBox(heading, choices, recipients);
        left.getStyleClass().add("letters-left");
        return left;
    }

    private Node condition(Recipients.Condition condition) {
        RadioButton button = new RadioButton();
        button.setId("whom-" + condition.name());
        button.setToggleGroup(conditions);
        button.setWrapText(true);
        button.setMinHeight(Region.USE_PREF_SIZE);
        button.setSelected(model.conditionProperty().get() == condition);
        button.setOnAction(_ -> model.conditionProperty().set(condition));
        model.conditionProperty().addListener((_, _, now) -> button.setSelected(now == condition));
        button.textProperty().bind(model.planProperty().map(p -> {
            Integer count = p.counts().get(condition);
            return UiText.of("Letters.whom." + condition) + (count == null ? "" : "  " + count);
        }));
        if (condition == Recipients.Condition.CHOSEN) {
            button.visibleProperty().bind(model.conditionProperty().isEqualTo(condition));
            button.managedProperty().bind(button.visibleProperty());
        }
        if (condition != Recipients.Condition.RESULT_UNDER) {
            return button;
        }
        TextField under = new TextField();
        under.setId("whom-under");
        under.setPrefColumnCount(4);
        under.setAccessibleText(UiText.of("Letters.under"));
        under.textProperty().bindBidirectional(model.underProperty());
        under.textProperty().addListener((_, _, _) -> model.conditionProperty().set(condition));
        HBox line = new HBox(button, under);
        line.getStyleClass().add("letters-under");
        return line;
    }

    private Node recipient(LetterSending.Fate fate) {
        Label name = new Label(model.name(fate.student()));
        name.getStyleClass().add("finding-name");
        name.setWrapText(true);
        Label state = new Label(describe(fate));
        boolean settled = fate instanceof LetterSending.Fate.Goes || fate instanceof LetterSending.Fate.Already;
        state.getStyleClass().add(settled ? "tells" : "asks");
        state.setWrapText(true);
        VBox row = new VBox(name, state);
        row.getStyleClass().add("look-over-student");
        return row;
    }

    private String describe(LetterSending.Fate fate) {
        return switch (fate) {
            case LetterSending.Fate.Goes(var _, Letter letter) -> letter.student().mail();
            case LetterSending.Fate.Already(var _, var sent) ->
                UiText.of("Letters.already", WHEN.format(sent.at().atZone(model.batch().task().zone())));
            case LetterSending.Fate.MayHaveGone(var _, var sent) ->
                UiText.of("Letters.mayHaveGone", WHEN.format(sent.at().atZone(model.batch().task().zone())));
            case LetterSending.Fate.NoAddress _ -> UiText.of("Letters.noAddress");
            case LetterSending.Fate.Lacks(var _, var slots) -> UiText.of("Letters.lacks", String.join(", ", slots));
            case LetterSending.Fate.Failed(var _, var why) -> why.text();
        };
    }

    // --- the letter

    private VBox middle() {
        subject.setId("letter-subject");
        subject.textProperty().bindBidirectional(model.subjectProperty());
        body.setId("letter-words");
        body.setWrapText(true);
        body.setAccessibleText(UiText.of("Letters.words"));
        body.textProperty().bindBidirectional(model.bodyProperty());
        VBox.setVgrow(body, Priority.ALWAYS);
        body.setPrefRowCount(9);
        SaveOnLeave.moveFocusWithTab(body);
        unknown.getStyleClass().add("notice");
        unknown.setId("letter-unknown");
        unknown.setWrapText(true);
        VBox writing = new VBox(Form.label("Letters.subject", subject), subject, Form.label("Letters.words", body),
                body, slots(), unknown);
        writing.getStyleClass().add("letters-writing");
        VBox.setVgrow(writing, Priority.ALWAYS);
        VBox middle = new VBox(writing, readBy(), reading());
        middle.getStyleClass().add("letters-middle");
        return middle;
    }

    /** The slots that a letter may have. */
    private FlowPane slots() {
        FlowPane slots = new FlowPane();
        slots.getStyleClass().add("letters-slots");
        for (LetterText.Slot slot : LetterText.Slot.values()) {
            Button put = new Button(slot.written());
            put.setId("slot-" + slot.name());
            put.getStyleClass().add("link-button");
            put.setFocusTraversable(true);
            put.setOnAction(_ -> {
                body.replaceSelection(slot.written());
                body.requestFocus();
            });
            slots.getChildren().add(put);
        }
        return slots;
    }

    /** The letter as one student reads it. */
    private ScrollPane reading() {
        readSubject.getStyleClass().add("subheading");
        readSubject.setWrapText(true);
        readSubject.setMinHeight(Region.USE_PREF_SIZE);
        readSubject.setId("read-subject");
        readBody.getStyleClass().add("proof-text");
        readBody.setWrapText(true);
        readBody.setMinHeight(Region.USE_PREF_SIZE);
        readBody.setId("read-words");
        VBox paper = new VBox(readSubject, readBody);
        paper.getStyleClass().addAll("proof-paper", "letters-paper");
        ScrollPane reading = new ScrollPane(paper);
        reading.setFitToWidth(true);
        reading.getStyleClass().add("letters-reading");
        VBox.setVgrow(reading, Priority.ALWAYS);
        return reading;
    }

    /** Who reads it, and their address. */
    private HBox readBy() {
        readBy.getStyleClass().add("hint");
        address.setId("letter-address");
        address.setPrefColumnCount(24);
        address.setPromptText(UiText.of("Letters.address"));
        address.setAccessibleText(UiText.of("Letters.address"));
        address.setOnAction(_ -> learn());
        address.focusedProperty().addListener((_, had, _) -> {
            if (had) {
                learn();
            }
        });
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox read = new HBox(readBy, space, address);
        read.getStyleClass().add("letters-read");
        return read;
    }

    private void show(LettersModel.Plan plan) {
        StudentKey before = chosen().orElse(null);
        recipients.getItems().setAll(plan.fates());
        int at = plan.fates().stream().map(LetterSending.Fate::student).toList().indexOf(before);
        if (!plan.fates().isEmpty()) {
            recipients.getSelectionModel().select(Math.max(0, at));
        }
        var odd = model.text().unknown();
        unknown.setText(odd.isEmpty() ? "" : UiText.of("Letters.unknown", String.join(", ", odd)));
        unknown.setVisible(!odd.isEmpty());
        unknown.setManaged(!odd.isEmpty());
        preview();
    }

    private Optional<StudentKey> chosen() {
        return Optional.ofNullable(recipients.getSelectionModel().getSelectedItem()).map(LetterSending.Fate::student);
    }

    private void preview() {
        Optional<StudentKey> student = chosen();
        readBy.setText(
                student.map(s -> UiText.of("Letters.readBy", model.name(s))).orElse(UiText.of("Letters.nobody")));
        if (!student.equals(addressed) || !address.isFocused()) {
            address.setText(student.map(s -> model.batch().submission(s).student().mail()).orElse(""));
            addressed = student;
        }
        address.setDisable(student.isEmpty());
        Optional<Letter> letter = student.map(model::letter);
        readSubject.setText(letter.map(Letter::subject).orElse(""));
        readBody.setText(letter.map(Letter::body).orElse(""));
    }

    /** A missing address, or another one, is saved when it has been typed. */
    private void learn() {
        addressed.filter(_ -> !address.getText().isBlank()).ifPresent(s -> model.learn(s, address.getText()));
    }

    private void step(int by) {
        int next = recipients.getSelectionModel().getSelectedIndex() + by;
        if (next >= 0 && next < recipients.getItems().size()) {
            recipients.getSelectionModel().select(next);
            recipients.scrollTo(Math.max(0, next - 1));
        }
    }

    LettersModel model() {
        return model;
    }

    // --- the place

    @Override
    public void arrive() {
        model.refresh();
        Form.focusWhenShown(subject);
    }

    @Override
    public boolean showsProgress() {
        return true;
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public List<Act> acts() {
        return List.of(Act.of("Place.shelf", "Shortcut+DIGIT1", toShelf),
                Act.of("Place.handBack", "Shortcut+DIGIT3", toHandBack),
                Act.of("HandBack.nextStudent", "Shortcut+DOWN", () -> step(1)).repeating(),
                Act.of("HandBack.previousStudent", "Shortcut+UP", () -> step(-1)).repeating());
    }

    @Override
    public ObservableValue<String> title() {
        return new SimpleStringProperty(model.batch().task().title());
    }
}

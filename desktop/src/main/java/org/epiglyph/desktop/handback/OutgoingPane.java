package org.epiglyph.desktop.handback;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.Profile;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.BusyPane;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.documents.MarkedPdf;

/**
 * What is sent and where, in a sentence whose parts can be changed, and the one button; below it the outcome for each
 * student.
 */
final class OutgoingPane extends ScrollPane {
    private final HandBackModel model;
    private final LookOverModel lookOver;
    private final Supplier<List<StudentKey>> chosen;
    private final MenuButton whom = new MenuButton();
    private final MenuButton where = new MenuButton();
    private final MenuButton pages = new MenuButton();
    private final MenuButton sheet = new MenuButton();
    private final BooleanProperty onlyChosen = new SimpleBooleanProperty();
    private final BooleanProperty intoFolder = new SimpleBooleanProperty();
    private final Label counts = new Label();
    private final Button send = new Button();
    private final RecordFields record;
    private final AllowanceFields allowing;
    private final EnclosureLine enclosures;
    private final TextField folder = new TextField();
    private final FlowPane afterwards = new FlowPane();
    private final VBox content = new VBox();
    private final Deque<Runnable> missing = new ArrayDeque<>();

    /**
     * @param chosen    the students selected in the list
     * @param toLetters goes to letters for some students
     */
    OutgoingPane(HandBackModel model, LookOverModel lookOver, String token, Supplier<List<StudentKey>> chosen,
            Consumer<Set<StudentKey>> toLetters) {
        this.model = model;
        this.lookOver = lookOver;
        this.chosen = chosen;
        intoFolder.set(!model.origin().isRecord());
        record = new RecordFields(model, token);
        enclosures = new EnclosureLine(model, lookOver::refresh);
        allowing = new AllowanceFields(model, () -> new AllowanceFields.Way(record.address(), record.token()));
        showSending();
        offerAfterwards();
        ReceiptList receipts = new ReceiptList(model);
        VBox.setVgrow(receipts, Priority.ALWAYS);
        content.getChildren().addAll(Form.text(UiText.of("HandBack.what"), "subheading"), destination());
        missing.add(() -> content.getChildren()
                .addAll(counts, send,
                        Form.text(model.troubleProperty(), "notice", "hand-back-trouble"),
                        Form.text(model.messageProperty(), "said", "hand-back-said"), showAll(), afterwards,
                        new BusyPane(model.background()), receipts));
        missing.add(() -> content.getChildren()
                .addAll(report(toLetters), enclosures, allowing, new LimitFields(lookOver)));
        content.getStyleClass().add("way-out");
        setContent(content);
        setFitToWidth(true);
        setFitToHeight(true);
        watch();
        refresh();
    }

    /**
     * Adds the next part, from top to bottom, since styling all of it takes long.
     *
     * @return true if there is more to add
     */
    boolean createNext() {
        if (!missing.isEmpty()) {
            missing.remove().run();
        }
        return !missing.isEmpty();
    }

    private VBox destination() {
        record.visibleProperty().bind(intoFolder.not());
        record.managedProperty().bind(intoFolder.not());
        VBox ways = new VBox(sentence(), new ProfileFields(model));
        missing.add(() -> ways.getChildren().addAll(record, toFolder(), plain()));
        ways.getStyleClass().add("way-out-ways");
        ways.disableProperty().bind(model.background().busyProperty());
        return ways;
    }

    private void watch() {
        onlyChosen.addListener((_, _, _) -> refresh());
        intoFolder.addListener((_, _, _) -> refresh());
        record.onChange(this::refresh);
        model.background().busyProperty().addListener((_, _, _) -> refresh());
    }

    private void showSending() {
        counts.getStyleClass().add("hint");
        counts.setWrapText(true);
        counts.setId("goes");
        counts.setMinHeight(Region.USE_PREF_SIZE);
        send.setId("hand-back-send");
        send.getStyleClass().add("main-button");
        send.setOnAction(_ -> handBack());
    }

    /** Offers what can be done with results that the record has. */
    private void offerAfterwards() {
        afterwards.getStyleClass().add("look-over-acts");
        afterwards.getChildren()
                .addAll(afterwards("ask-seen", "HandBack.askSeen",
                        () -> model.record().queryOpened(record.address(), record.token(), handedBack())),
                        afterwards("show-now", "HandBack.showNow",
                                () -> model.record().show(record.address(), record.token(), handedBack(), true)),
                        afterwards("hold-now", "HandBack.holdNow",
                                () -> model.record().show(record.address(), record.token(), handedBack(), false)));
    }

    // --- the sentence

    private Node sentence() {
        whom.setId("whom");
        whom.setAccessibleText(UiText.of("HandBack.whom"));
        where.setId("where");
        where.setAccessibleText(UiText.of("HandBack.where"));
        where.getItems().add(item("HandBack.sentence.folder", () -> intoFolder.set(true)));
        if (model.origin().isRecord()) {
            where.getItems().addFirst(item("HandBack.sentence.records", () -> intoFolder.set(false)));
        }
        pages.setId("pages-form");
        pages.setAccessibleText(UiText.of("HandBack.form"));
        for (MarkedPdf.Form form : MarkedPdf.Form.values()) {
            pages.getItems().add(item("HandBack.form." + form, () -> model.choose(profile().withForm(form))));
        }
        sheet.setId("feedback-sheet");
        sheet.setAccessibleText(UiText.of("HandBack.sheet"));
        for (Profile.Sheet one : Profile.Sheet.values()) {
            sheet.getItems().add(item("HandBack.sheet." + one, () -> model.choose(profile().withSheet(one))));
        }
        model.profileProperty().addListener((_, _, _) -> refresh());
        FlowPane words = new FlowPane(text("HandBack.sentence.hand"), whom, text("HandBack.sentence.their"), pages);
        for (String key : List.of("HandBack.sentence.score", "HandBack.sentence.into")) {
            for (String word : UiText.of(key).split(" ")) {
                words.getChildren().add(messageLabel(word));
            }
            words.getChildren().add(key.endsWith("score") ? sheet : where);
        }
        words.getStyleClass().add("sentence");
        return words;
    }

    private Profile profile() {
        return model.profileProperty().get();
    }

    private static MenuItem item(String key, Runnable act) {
        MenuItem item = new MenuItem(UiText.of(key));
        item.setId(key.substring(key.lastIndexOf('.') + 1));
        item.setOnAction(_ -> act.run());
        return item;
    }

    private static Label text(String key) {
        return messageLabel(UiText.of(key));
    }

    private static Label messageLabel(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("sentence-word");
        return label;
    }

    private List<StudentKey> going() {
        return rowsToSend().stream().map(LookOverModel.Row::student).toList();
    }

    private List<LookOverModel.Row> rowsToSend() {
        Optional<Set<StudentKey>> meant = onlyChosen.get() ? Optional.of(Set.copyOf(chosen.get())) : Optional.empty();
        return lookOver.rowsProperty()
                .get()
                .stream()
                .filter(r -> r.isSendable() && meant.filter(m -> !m.contains(r.student())).isEmpty())
                .toList();
    }

    /** Updates how many are sent, and whether they may be. */
    void refresh() {
        List<StudentKey> picked = chosen.get();
        whom.getItems().setAll(item("HandBack.sentence.allReady", () -> onlyChosen.set(false)));
        if (!picked.isEmpty() || onlyChosen.get()) {
            MenuItem some = new MenuItem(chosenText(picked));
            some.setId("chosen");
            some.setOnAction(_ -> onlyChosen.set(true));
            whom.getItems().add(some);
        }
        whom.setText(onlyChosen.get() ? chosenText(picked) : UiText.of("HandBack.sentence.allReady"));
        where.setText(UiText.of(intoFolder.get() ? "HandBack.sentence.folder" : "HandBack.sentence.records"));
        pages.setText(UiText.of("HandBack.form." + profile().form()));
        sheet.setText(UiText.of("HandBack.sheet." + profile().sheet()));
        List<LookOverModel.Row> going = rowsToSend();
        boolean undecided = !intoFolder.get() && record.showing().isEmpty();
        counts.setText(goes(going, picked.size())
                + (undecided && !going.isEmpty() ? " " + UiText.of("HandBack.chooseShowing") : ""));
        record.ask(intoFolder.get() ? 0 : (int) going.stream().filter(this::wasHandedBack).count());
        enclosures.show(picked);
        allowing.show(!intoFolder.get() && record.canAllow() ? picked : List.of());
        Form.show(afterwards, !intoFolder.get() && record.canHold() && !handedBack().isEmpty());
        afterwards.setDisable(model.background().busyProperty().get());
        send.setText(UiText.of("HandBack.send", going.size()));
        send.setDisable(going.isEmpty() || model.background().busyProperty().get() || undecided);
    }

    /** How many are sent, and how many stay and why. */
    private String goes(List<LookOverModel.Row> going, int picked) {
        long unchanged = going.stream().filter(this::isThere).count();
        return onlyChosen.get() && going.size() < picked
                ? UiText.of("HandBack.goes", going.size(), unchanged, 0) + " "
                        + UiText.of("HandBack.chosenStay", picked - going.size())
                : UiText.of("HandBack.goes", going.size(), unchanged,
                        onlyChosen.get() ? 0 : lookOver.rowsProperty().get().stream().filter(this::isHeldBack).count());
    }

    /** True if it waits for a decision, and there is something to send. */
    private boolean isHeldBack(LookOverModel.Row row) {
        return row.needsDecision() && row.group() != LookOverModel.Group.NOT_SEALED && !isThere(row);
    }

    /** A folder always gets everything; a record that has the work as it is gets nothing. */
    private boolean isThere(LookOverModel.Row row) {
        return !intoFolder.get() && row.there()
                .stream()
                .anyMatch(d -> d.equals(Destination.UNNAMED)
                        || d.equals(Destination.record(record.address(), model.origin().task())));
    }

    /** True if the record has an earlier version of the work. */
    private boolean wasHandedBack(LookOverModel.Row row) {
        return !isThere(row) && model.batch()
                .submission(row.student())
                .receipts()
                .stream()
                .anyMatch(r -> r.destination().isRecord());
    }

    private String chosenText(List<StudentKey> picked) {
        return picked.size() == 1
                ? lookOver.row(picked.getFirst()).map(LookOverModel.Row::name).orElse("")
                : UiText.of("HandBack.sentence.chosen", picked.size());
    }

    private static Button afterwards(String id, String key, Runnable act) {
        Button button = new Button(UiText.of(key));
        button.setId(id);
        button.getStyleClass().add("link-button");
        button.setOnAction(_ -> act.run());
        return button;
    }

    /** Those of the students concerned whose result the record has. */
    private List<StudentKey> handedBack() {
        List<StudentKey> there = new ArrayList<>(lookOver.in(LookOverModel.Group.HANDED_BACK));
        if (onlyChosen.get()) {
            there.retainAll(chosen.get());
        }
        return there;
    }

    private void handBack() {
        if (intoFolder.get()) {
            toFolder(folder.getText().strip());
        } else {
            record.showing().ifPresent(s -> model.toRecord(record.address(), record.token(), s, going()));
        }
    }

    private void toFolder(String typed) {
        try {
            model.toFolder(Path.of(typed), going());
        } catch (InvalidPathException e) {
            model.troubleProperty().set(UiText.of("HandBack.noFolder", typed));
        }
    }

    // --- where

    private Node toFolder() {
        Label hint = new Label(UiText.of("HandBack.folderHint"));
        hint.getStyleClass().add("hint");
        hint.setWrapText(true);
        hint.setMinHeight(Region.USE_PREF_SIZE);
        folder.setId("hand-back-folder");
        folder.setAccessibleText(UiText.of("HandBack.sentence.folder"));
        folder.setText(model.workspace().folder().root().resolve("handed back").toString());
        Button choose = new Button(UiText.of("HandBack.choose"));
        choose.getStyleClass().add("plain-button");
        choose.setMinWidth(Region.USE_PREF_SIZE);
        choose.setOnAction(_ -> choose().ifPresent(p -> folder.setText(p.toString())));
        HBox.setHgrow(folder, Priority.ALWAYS);
        HBox line = new HBox(folder, choose);
        line.getStyleClass().add("field-line");
        VBox part = new VBox(hint, line);
        part.getStyleClass().add("way-out-part");
        part.visibleProperty().bind(intoFolder);
        part.managedProperty().bind(intoFolder);
        return part;
    }

    private Optional<Path> choose() {
        return new FileDialog(getScene().getWindow(), UiText.of("HandBack.chooseFolder")).folder();
    }

    private Node plain() {
        CheckBox plain = new CheckBox(UiText.of("HandBack.plain"));
        plain.setId("plain-copies");
        plain.setWrapText(true);
        plain.setMinHeight(Region.USE_PREF_SIZE);
        plain.selectedProperty().bindBidirectional(model.plainProperty());
        Form.show(plain, model.hasActiveContent());
        return plain;
    }

    private Node showAll() {
        Button show = new Button(UiText.of("HandBack.showAll"));
        show.setId("show-all");
        show.getStyleClass().add("plain-button");
        show.visibleProperty().bind(model.canShowProperty());
        show.managedProperty().bind(show.visibleProperty());
        show.disableProperty().bind(model.background().busyProperty());
        show.setOnAction(_ -> model.showAll());
        return show;
    }

    private Node report(Consumer<Set<StudentKey>> toLetters) {
        Button report = afterwards("save-report", "HandBack.report",
                () -> new FileDialog(getScene().getWindow(), UiText.of("HandBack.report")).kind("XLSX", "*.xlsx")
                        .kind("CSV", "*.csv")
                        .save(UiText.of("HandBack.reportName"))
                        .ifPresent(model::writeReport));
        report.disableProperty().bind(model.background().busyProperty());
        Button letters = afterwards("write-letters", "HandBack.letters",
                () -> toLetters.accept(chosen.get().size() > 1 ? Set.copyOf(chosen.get()) : Set.of()));
        FlowPane line = new FlowPane(report, letters);
        line.getStyleClass().add("look-over-acts");
        return line;
    }
}

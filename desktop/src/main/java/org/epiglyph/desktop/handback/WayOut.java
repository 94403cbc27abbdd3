package org.epiglyph.desktop.handback;

import java.io.File;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.PasswordField;
import javafx.scene.control.RadioButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import org.epiglyph.carrier.Profile;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.BusyPane;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.documents.MarkedPdf;

/** What goes out and where, in a sentence that can be changed word by word, and the one act; below it what became of each. */
final class WayOut extends ScrollPane {
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
    private final TextField address = new TextField();
    private final PasswordField secret = new PasswordField();
    private final RadioButton held = new RadioButton(Words.of("HandBack.held"));
    private final RadioButton visible = new RadioButton(Words.of("HandBack.visible"));
    private final ToggleGroup showing = new ToggleGroup();
    private final TextField folder = new TextField();
    private final FlowPane afterwards = new FlowPane();

    /** @param chosen the students chosen in the list */
    WayOut(HandBackModel model, LookOverModel lookOver, String token, Supplier<List<StudentKey>> chosen) {
        this.model = model;
        this.lookOver = lookOver;
        this.chosen = chosen;
        intoFolder.set(!model.origin().isRecord());
        secret.setText(token);
        Label heading = new Label(Words.of("HandBack.what"));
        heading.getStyleClass().add("subheading");
        counts.getStyleClass().add("hint");
        counts.setWrapText(true);
        counts.setId("goes");
        counts.setMinHeight(Region.USE_PREF_SIZE);
        send.setId("hand-back-send");
        send.getStyleClass().add("main-button");
        send.setOnAction(_ -> handBack());
        afterwards.getStyleClass().add("look-over-acts");
        afterwards.getChildren()
                .addAll(afterwards("ask-seen", "HandBack.askSeen",
                        () -> model.askWhoHasSeen(address.getText(), secret.getText(), handedBack())),
                        afterwards("show-now", "HandBack.showNow",
                                () -> model.show(address.getText(), secret.getText(), handedBack(), true)),
                        afterwards("hold-now", "HandBack.holdNow",
                                () -> model.show(address.getText(), secret.getText(), handedBack(), false)));
        ReceiptList receipts = new ReceiptList(model);
        VBox.setVgrow(receipts, Priority.ALWAYS);
        VBox ways = new VBox(sentence(), toRecord(), toFolder(), plain());
        ways.getStyleClass().add("way-out-ways");
        ways.disableProperty().bind(model.background().busyProperty());
        VBox content = new VBox(heading, ways, counts, send,
                line(model.troubleProperty(), "notice", "hand-back-trouble"),
                line(model.saidProperty(), "said", "hand-back-said"), showAll(), afterwards,
                new BusyPane(model.background()),
                receipts, report(), new LimitFields(lookOver));
        content.getStyleClass().add("way-out");
        setContent(content);
        setFitToWidth(true);
        setFitToHeight(true);
        onlyChosen.addListener((_, _, _) -> refresh());
        intoFolder.addListener((_, _, _) -> refresh());
        showing.selectedToggleProperty().addListener((_, _, _) -> refresh());
        model.background().busyProperty().addListener((_, _, _) -> refresh());
        refresh();
    }

    private static Label line(ObservableValue<String> words, String style, String id) {
        Label label = new Label();
        label.getStyleClass().add(style);
        label.setId(id);
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        label.textProperty().bind(words);
        label.visibleProperty().bind(label.textProperty().isNotEmpty());
        label.managedProperty().bind(label.visibleProperty());
        return label;
    }

    private static void showOnly(Node node, boolean shown) {
        node.setVisible(shown);
        node.setManaged(shown);
    }

    // --- the sentence

    private Node sentence() {
        whom.setId("whom");
        whom.setAccessibleText(Words.of("HandBack.whom"));
        where.setId("where");
        where.setAccessibleText(Words.of("HandBack.where"));
        where.getItems().add(item("HandBack.sentence.folder", () -> intoFolder.set(true)));
        if (model.origin().isRecord()) {
            where.getItems().addFirst(item("HandBack.sentence.records", () -> intoFolder.set(false)));
        }
        pages.setId("pages-form");
        pages.setAccessibleText(Words.of("HandBack.form"));
        for (MarkedPdf.Form form : MarkedPdf.Form.values()) {
            pages.getItems().add(item("HandBack.form." + form, () -> model.choose(profile().withForm(form))));
        }
        sheet.setId("feedback-sheet");
        sheet.setAccessibleText(Words.of("HandBack.sheet"));
        for (Profile.Sheet one : Profile.Sheet.values()) {
            sheet.getItems().add(item("HandBack.sheet." + one, () -> model.choose(profile().withSheet(one))));
        }
        model.profileProperty().addListener((_, _, _) -> refresh());
        FlowPane words = new FlowPane(words("HandBack.sentence.hand"), whom, words("HandBack.sentence.their"), pages);
        for (String key : List.of("HandBack.sentence.score", "HandBack.sentence.into")) {
            for (String word : Words.of(key).split(" ")) {
                words.getChildren().add(said(word));
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
        MenuItem item = new MenuItem(Words.of(key));
        item.setId(key.substring(key.lastIndexOf('.') + 1));
        item.setOnAction(_ -> act.run());
        return item;
    }

    private static Label words(String key) {
        return said(Words.of(key));
    }

    private static Label said(String words) {
        Label label = new Label(words);
        label.getStyleClass().add("sentence-word");
        return label;
    }

    private List<StudentKey> going() {
        List<StudentKey> may = new ArrayList<>(lookOver.rowsProperty()
                .get()
                .stream()
                .filter(LookOverModel.Row::mayGo)
                .map(LookOverModel.Row::student)
                .toList());
        if (onlyChosen.get()) {
            may.retainAll(chosen.get());
        }
        return may;
    }

    /** Says anew how many go, and whether they may. */
    void refresh() {
        List<StudentKey> picked = chosen.get();
        whom.getItems().setAll(item("HandBack.sentence.allReady", () -> onlyChosen.set(false)));
        if (!picked.isEmpty() || onlyChosen.get()) {
            MenuItem some = new MenuItem(chosenWords(picked));
            some.setId("chosen");
            some.setOnAction(_ -> onlyChosen.set(true));
            whom.getItems().add(some);
        }
        whom.setText(onlyChosen.get() ? chosenWords(picked) : Words.of("HandBack.sentence.allReady"));
        where.setText(Words.of(intoFolder.get() ? "HandBack.sentence.folder" : "HandBack.sentence.records"));
        pages.setText(Words.of("HandBack.form." + profile().form()));
        sheet.setText(Words.of("HandBack.sheet." + profile().sheet()));
        List<StudentKey> going = going();
        long unchanged = lookOver.rowsProperty()
                .get()
                .stream()
                .filter(r -> going.contains(r.student()) && isThere(r))
                .count();
        counts.setText(onlyChosen.get() && going.size() < picked.size()
                ? Words.of("HandBack.goes", going.size(), unchanged, 0) + " "
                        + Words.of("HandBack.chosenStay", picked.size() - going.size())
                : Words.of("HandBack.goes", going.size(), unchanged,
                        onlyChosen.get() ? 0 : lookOver.rowsProperty().get().stream().filter(this::stays).count()));
        showOnly(afterwards, !intoFolder.get() && !handedBack().isEmpty());
        afterwards.setDisable(model.background().busyProperty().get());
        send.setText(Words.of("HandBack.send", going.size()));
        send.setDisable(going.isEmpty() || model.background().busyProperty().get()
                || !intoFolder.get() && showing.getSelectedToggle() == null);
    }

    /** Waits for a decision, and there is something to go. */
    private boolean stays(LookOverModel.Row row) {
        return row.asks() && row.group() != LookOverModel.Group.NOT_SEALED && !isThere(row);
    }

    /** A folder always gets all of it; a record that has the work as it is gets nothing new. */
    private boolean isThere(LookOverModel.Row row) {
        return !intoFolder.get() && row.there()
                .stream()
                .anyMatch(d -> d.equals(Destination.UNNAMED)
                        || d.equals(Destination.record(address.getText().strip(), model.origin().task())));
    }

    private String chosenWords(List<StudentKey> picked) {
        return picked.size() == 1
                ? lookOver.row(picked.getFirst()).map(LookOverModel.Row::name).orElse("")
                : Words.of("HandBack.sentence.chosen", picked.size());
    }

    private static Button afterwards(String id, String key, Runnable act) {
        Button button = new Button(Words.of(key));
        button.setId(id);
        button.getStyleClass().add("link-button");
        button.setOnAction(_ -> act.run());
        return button;
    }

    /** Those of the ones that are meant whose result the record has. */
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
            model.toRecord(address.getText(), secret.getText(),
                    visible.isSelected() ? HandBackModel.Showing.VISIBLE : HandBackModel.Showing.HELD, going());
        }
    }

    private void toFolder(String typed) {
        try {
            model.toFolder(Path.of(typed), going());
        } catch (InvalidPathException e) {
            model.troubleProperty().set(Words.of("HandBack.noFolder", typed));
        }
    }

    // --- where

    private Node toRecord() {
        address.setText(model.origin().address());
        address.setId("hand-back-address");
        secret.setId("hand-back-token");
        held.setId("held");
        visible.setId("visible");
        for (RadioButton one : List.of(held, visible)) {
            one.setToggleGroup(showing);
            one.setWrapText(true);
            one.setMinHeight(Region.USE_PREF_SIZE);
        }
        VBox record = new VBox(held, visible, labelled("Collect.address", address), elsewhere(),
                labelled("Collect.token", secret));
        record.getStyleClass().add("way-out-part");
        record.visibleProperty().bind(intoFolder.not());
        record.managedProperty().bind(intoFolder.not());
        return record;
    }

    private static VBox labelled(String key, TextField field) {
        Label label = new Label(Words.of(key));
        label.setLabelFor(field);
        label.getStyleClass().add("field-label");
        return new VBox(label, field);
    }

    /** Offers the address that answers, where the one in the field does not. */
    private Node elsewhere() {
        Label words = new Label();
        words.textProperty()
                .bind(model.elsewhereProperty().map(e -> e.isEmpty() ? "" : Words.of("HandBack.elsewhere", e)));
        words.setWrapText(true);
        words.setMinHeight(Region.USE_PREF_SIZE);
        Button use = new Button(Words.of("HandBack.useAddress"));
        use.setId("use-address");
        use.getStyleClass().add("plain-button");
        use.setOnAction(_ -> address.setText(model.elsewhereProperty().get()));
        VBox line = new VBox(words, use);
        line.visibleProperty()
                .bind(model.elsewhereProperty()
                        .isNotEmpty()
                        .and(address.textProperty().isNotEqualTo(model.elsewhereProperty())));
        line.managedProperty().bind(line.visibleProperty());
        return line;
    }

    private Node toFolder() {
        Label hint = new Label(Words.of("HandBack.folderHint"));
        hint.getStyleClass().add("hint");
        hint.setWrapText(true);
        hint.setMinHeight(Region.USE_PREF_SIZE);
        folder.setId("hand-back-folder");
        folder.setAccessibleText(Words.of("HandBack.sentence.folder"));
        folder.setText(model.workspace().folder().root().resolve("handed back").toString());
        Button choose = new Button(Words.of("HandBack.choose"));
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
        return Optional.ofNullable(new DirectoryChooser().showDialog(getScene().getWindow())).map(File::toPath);
    }

    private Node plain() {
        CheckBox plain = new CheckBox(Words.of("HandBack.plain"));
        plain.setId("plain-copies");
        plain.setWrapText(true);
        plain.setMinHeight(Region.USE_PREF_SIZE);
        plain.selectedProperty().bindBidirectional(model.plainProperty());
        showOnly(plain, model.hasActiveContent());
        return plain;
    }

    private Node showAll() {
        Button show = new Button(Words.of("HandBack.showAll"));
        show.setId("show-all");
        show.getStyleClass().add("plain-button");
        show.visibleProperty().bind(model.mayShowProperty());
        show.managedProperty().bind(show.visibleProperty());
        show.disableProperty().bind(model.background().busyProperty());
        show.setOnAction(_ -> model.showAll());
        return show;
    }

    private Node report() {
        Button report = afterwards("save-report", "HandBack.report", () -> {
            FileChooser chooser = new FileChooser();
            chooser.setInitialFileName(Words.of("HandBack.reportName"));
            chooser.getExtensionFilters()
                    .addAll(new FileChooser.ExtensionFilter("XLSX", "*.xlsx"),
                            new FileChooser.ExtensionFilter("CSV", "*.csv"));
            Optional.ofNullable(chooser.showSaveDialog(getScene().getWindow()))
                    .ifPresent(f -> model.writeReport(f.toPath()));
        });
        report.disableProperty().bind(model.background().busyProperty());
        HBox line = new HBox(report);
        line.getStyleClass().add("look-over-acts");
        return line;
    }
}

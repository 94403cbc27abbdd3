package org.epiglyph.desktop.handback;

import java.io.File;
import java.nio.file.Path;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.PasswordField;
import javafx.scene.control.RadioButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import org.epiglyph.carrier.Outcome;
import org.epiglyph.core.feedback.LookOver;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.BusyPane;
import org.epiglyph.desktop.frame.Place;
import org.epiglyph.desktop.frame.Rows;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.workspace.Workspace;

/** Hand back: the look-over at the left, the way out at the right, the receipts below. */
public final class HandBack implements Place {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("d MMM HH:mm:ss", Locale.ENGLISH);
    private static final double NAME_WIDTH = 220;
    private static final double LEAST_LIST = 200;
    private final HandBackModel model;
    private final String token;
    private final Runnable toShelf;
    private final Runnable toDesk;
    private final Rows<LookOver.Finding> lookOver = new Rows<>("look-over", this::finding);
    private final Rows<Outcome> receipts = new Rows<>("receipts", this::receipt);
    private final Label finished = new Label(Words.of("HandBack.allFinished"));
    private final VBox receiptPart;
    private final Label sealed = new Label();
    private final ScrollPane root;

    /** @param token the record service's token to begin with; may be empty */
    public HandBack(HandBackModel model, String token, Runnable toShelf, Runnable toDesk) {
        this.model = model;
        this.token = token;
        this.toShelf = toShelf;
        this.toDesk = toDesk;
        Label heading = new Label(Words.of("HandBack.heading"));
        heading.getStyleClass().add("heading");
        Label trouble = line(model.troubleProperty(), "notice", "hand-back-trouble");
        Label said = line(model.saidProperty(), "said", "hand-back-said");
        VBox way = way();
        way.setMinHeight(Region.USE_PREF_SIZE); // a low window scrolls rather than cutting words
        way.disableProperty().bind(model.background().busyProperty());
        sealed.getStyleClass().add("count-line");
        sealed.setWrapText(true);
        VBox left = new VBox(sealed, finished, lookOver);
        left.getStyleClass().add("form-column");
        VBox.setVgrow(lookOver, Priority.ALWAYS);
        HBox.setHgrow(left, Priority.ALWAYS);
        HBox columns = new HBox(left, way);
        columns.getStyleClass().add("two-columns");
        Button show = new Button(Words.of("HandBack.showAll"));
        show.setId("show-all");
        show.getStyleClass().add("plain-button");
        show.visibleProperty().bind(model.mayShowProperty());
        show.managedProperty().bind(show.visibleProperty());
        show.disableProperty().bind(model.background().busyProperty());
        show.setOnAction(_ -> model.showAll());
        Label receiptHeading = new Label(Words.of("HandBack.receipts"));
        receiptHeading.getStyleClass().add("subheading");
        receiptPart = new VBox(receiptHeading, receipts);
        VBox.setVgrow(receipts, Priority.ALWAYS);
        VBox.setVgrow(receiptPart, Priority.ALWAYS);
        VBox.setVgrow(columns, Priority.ALWAYS);
        for (Region list : List.of(lookOver, receipts)) {
            list.setMinHeight(LEAST_LIST);
        }
        VBox content = new VBox(heading, trouble, said, show, new BusyPane(model.background()), receiptPart, columns);
        content.getStyleClass().add("sheet");
        root = new ScrollPane(content);
        root.setFitToWidth(true);
        root.setFitToHeight(true);
        root.getStyleClass().add("place");
        model.outcomesProperty().addListener((_, _, _) -> refresh());
    }

    private static Label line(ObservableValue<String> words, String style, String id) {
        Label label = new Label();
        label.getStyleClass().add(style);
        label.setId(id);
        label.setWrapText(true);
        label.textProperty().bind(words);
        label.visibleProperty().bind(label.textProperty().isNotEmpty());
        label.managedProperty().bind(label.visibleProperty());
        return label;
    }

    private VBox way() {
        VBox way = new VBox();
        way.getStyleClass().addAll("form-column", "way");
        if (model.origin().isRecord()) {
            way.getChildren().addAll(toRecord());
        }
        Label heading = new Label(Words.of("HandBack.toFolder"));
        heading.getStyleClass().add("subheading");
        Label hint = new Label(Words.of("HandBack.folderHint"));
        hint.getStyleClass().add("hint");
        hint.setWrapText(true);
        TextField folder = new TextField();
        folder.setId("hand-back-folder");
        folder.setAccessibleText(Words.of("HandBack.toFolder"));
        folder.setText(model.workspace().folder().root().resolve("handed back").toString());
        Button choose = new Button(Words.of("HandBack.choose"));
        choose.getStyleClass().add("plain-button");
        choose.setMinWidth(Region.USE_PREF_SIZE);
        choose.setOnAction(_ -> choose().ifPresent(p -> folder.setText(p.toString())));
        HBox.setHgrow(folder, Priority.ALWAYS);
        HBox line = new HBox(folder, choose);
        line.getStyleClass().add("field-line");
        Button write = new Button(Words.of("HandBack.write"));
        write.setId("hand-back-write");
        write.getStyleClass().add(model.origin().isRecord() ? "plain-button" : "main-button");
        write.setOnAction(_ -> model.toFolder(Path.of(folder.getText().strip())));
        way.getChildren().addAll(heading, hint, line, write);
        if (model.hasActiveContent()) {
            CheckBox plain = new CheckBox(Words.of("HandBack.plain"));
            plain.setId("plain-copies");
            plain.setWrapText(true);
            plain.selectedProperty().bindBidirectional(model.plainProperty());
            way.getChildren().addFirst(plain);
        }
        return way;
    }

    private List<Node> toRecord() {
        Label heading = new Label(Words.of("HandBack.toRecord"));
        heading.getStyleClass().add("subheading");
        TextField address = new TextField(model.origin().address());
        address.setId("hand-back-address");
        PasswordField secret = new PasswordField();
        secret.setText(token);
        secret.setId("hand-back-token");
        ToggleGroup showing = new ToggleGroup();
        RadioButton held = new RadioButton(Words.of("HandBack.held"));
        held.setId("held");
        RadioButton visible = new RadioButton(Words.of("HandBack.visible"));
        visible.setId("visible");
        held.setToggleGroup(showing);
        visible.setToggleGroup(showing);
        held.setWrapText(true);
        visible.setWrapText(true);
        Button send = new Button(Words.of("HandBack.send"));
        send.setId("hand-back-send");
        send.getStyleClass().add("main-button");
        send.disableProperty().bind(showing.selectedToggleProperty().isNull());
        send.setOnAction(_ -> model.toRecord(address.getText(), secret.getText(),
                visible.isSelected() ? HandBackModel.Showing.VISIBLE : HandBackModel.Showing.HELD));
        return List.of(heading, labelled("Collect.address", address), elsewhere(address),
                labelled("Collect.token", secret), held, visible,
                send);
    }

    /** Offers the address that answers, where the one in the field does not. */
    private Node elsewhere(TextField address) {
        Label words = new Label();
        words.textProperty()
                .bind(model.elsewhereProperty().map(e -> e.isEmpty() ? "" : Words.of("HandBack.elsewhere", e)));
        words.setWrapText(true);
        Button use = new Button(Words.of("HandBack.useAddress"));
        use.setId("use-address");
        use.getStyleClass().add("plain-button");
        use.setMinWidth(Region.USE_PREF_SIZE);
        use.setOnAction(_ -> address.setText(model.elsewhereProperty().get()));
        HBox line = new HBox(words, use);
        line.getStyleClass().add("field-line");
        HBox.setHgrow(words, Priority.ALWAYS);
        line.visibleProperty()
                .bind(model.elsewhereProperty()
                        .isNotEmpty()
                        .and(address.textProperty().isNotEqualTo(model.elsewhereProperty())));
        line.managedProperty().bind(line.visibleProperty());
        return line;
    }

    private static VBox labelled(String key, TextField field) {
        Label label = new Label(Words.of(key));
        label.setLabelFor(field);
        label.getStyleClass().add("field-label");
        return new VBox(label, field);
    }

    private Optional<Path> choose() {
        return Optional.ofNullable(new DirectoryChooser().showDialog(root.getScene().getWindow())).map(File::toPath);
    }

    private void refresh() {
        sealed.setText(Words.of("HandBack.sealed", model.sealed().size(), model.batch().submissions().size(),
                model.alreadyBack()));
        List<LookOver.Finding> findings = model.findings();
        lookOver.getItems().setAll(findings);
        showOnly(lookOver, !findings.isEmpty());
        showOnly(finished, findings.isEmpty());
        receipts.getItems()
                .setAll(model.outcomesProperty()
                        .get()
                        .stream()
                        .sorted(Comparator.comparing(HandBack::isSettled)) // what asks for the marker stands first
                        .toList());
        showOnly(receiptPart, !receipts.getItems().isEmpty());
    }

    private static void showOnly(Node node, boolean shown) {
        node.setVisible(shown);
        node.setManaged(shown);
    }

    private static boolean isSettled(Outcome outcome) {
        return switch (outcome) {
            case Outcome.Done done -> done.leftOut().isEmpty();
            case Outcome.AlreadyThere _ -> true;
            case Outcome.Failed _,Outcome.Asked _ -> false;
        };
    }

    private Node finding(LookOver.Finding finding) {
        Label name = new Label(model.name(finding.student()));
        name.getStyleClass().add("finding-name");
        name.setWrapText(true);
        name.setMinWidth(NAME_WIDTH);
        name.setMaxWidth(NAME_WIDTH);
        Label words = new Label(Words.of("LookOver." + finding.kind().name(), finding.detail()));
        words.setWrapText(true);
        HBox line = new HBox(name, words);
        HBox.setHgrow(words, Priority.ALWAYS);
        line.getStyleClass().add("finding");
        return line;
    }

    private Node receipt(Outcome outcome) {
        Label name = new Label(model.name(outcome.student()));
        name.getStyleClass().add("finding-name");
        name.setWrapText(true);
        name.setMinWidth(NAME_WIDTH);
        name.setMaxWidth(NAME_WIDTH);
        Label words = new Label(switch (outcome) {
            case Outcome.Done(var _, var receipt, var leftOut) ->
                Words.of("HandBack.done", receipt.id(), TIME.format(receipt.at().atZone(model.batch().task().zone())))
                        + leftOut.stream().map(l -> "\n" + l).collect(Collectors.joining());
            case Outcome.AlreadyThere(var _, var receipt) -> Words.of("HandBack.there", receipt.id());
            case Outcome.Failed(var _, String why) -> Words.of("HandBack.failed", why);
            case Outcome.Asked(var _, var _, String why) -> Words.of("HandBack.failed", why);
        });
        words.setWrapText(true);
        HBox.setHgrow(words, Priority.ALWAYS);
        HBox line = new HBox(name, words);
        if (outcome instanceof Outcome.Asked asked) {
            Button yes = new Button(Words.of("HandBack.accept." + asked.doubt().name()));
            yes.setId("accept-" + asked.student());
            yes.getStyleClass().add("plain-button");
            yes.setMinWidth(Region.USE_PREF_SIZE);
            yes.setAccessibleText(yes.getText() + ", " + model.name(asked.student()));
            yes.disableProperty().bind(model.background().busyProperty());
            yes.setOnAction(_ -> model.accept(asked));
            line.getChildren().add(yes);
        }
        line.getStyleClass().add("finding");
        return line;
    }

    /** True if it is the place of this open batch. */
    public boolean isOf(Workspace workspace) {
        return model.workspace() == workspace;
    }

    @Override
    public void arrive() {
        refresh();
    }

    @Override
    public boolean showsWork() {
        return true;
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public List<Act> acts() {
        return List.of(Act.of("Place.shelf", "Shortcut+DIGIT1", toShelf),
                Act.of("Place.desk", "Shortcut+DIGIT2", toDesk));
    }

    @Override
    public ObservableValue<String> title() {
        return new SimpleStringProperty(model.batch().task().title());
    }

    @Override
    public ObservableValue<String> aside() {
        return new SimpleStringProperty("");
    }
}

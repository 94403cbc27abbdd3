package org.epiglyph.desktop.desk;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Chronicle;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.Past;

/** What was done when, for this submission or the whole batch; any earlier state can be looked at and restored. */
final class HistorySide implements Side {
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("d MMM HH:mm:ss", Locale.ENGLISH);
    private final DeskModel model;
    private final ZoneId zone;
    private final ObservableList<Chronicle.Item> items = FXCollections.observableArrayList();
    private final ListView<Chronicle.Item> list = new ListView<>(items);
    private final Button ofThis = filter("Side.historyThis", false);
    private final Button ofAll = filter("Side.historyAll", true);
    private final Label looking = new Label();
    private final VBox banner;
    private final VBox node;
    private boolean all;
    private final SerialExecutor serial = SerialExecutor.thread();
    private boolean reading;
    private boolean again;
    private long looked;

    HistorySide(DeskModel model, ZoneId zone) {
        this.model = model;
        this.zone = zone;
        createList();
        looking.setWrapText(true);
        Button back = new Button(UiText.of("Side.bringBack"));
        back.setId("bring-back");
        back.getStyleClass().add("main-button");
        back.setOnAction(_ -> model.past().bringBack());
        Button now = new Button(UiText.of("Side.toPresent"));
        now.setId("to-present");
        now.getStyleClass().add("plain-button");
        now.setOnAction(_ -> model.past().showPresent());
        HBox acts = new HBox(back, now);
        acts.getStyleClass().add("field-line");
        banner = new VBox(looking, acts);
        banner.getStyleClass().add("earlier");
        banner.managedProperty().bind(banner.visibleProperty());
        FlowPane filters = new FlowPane(ofThis, ofAll);
        node = new VBox(filters, banner, list);
        node.getStyleClass().add("side-content");
        VBox.setVgrow(list, javafx.scene.layout.Priority.ALWAYS);
        model.past().earlierProperty().addListener((_, _, _) -> showBanner());
        showBanner();
    }

    private void createList() {
        list.getStyleClass().add("history-list");
        list.setId("history-list");
        list.setCellFactory(_ -> new Row());
        list.setPlaceholder(new Label(UiText.of("Side.noHistory")));
        list.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ENTER && list.getSelectionModel().getSelectedItem() != null) {
                e.consume();
                look(list.getSelectionModel().getSelectedItem());
            }
        });
    }

    private Button filter(String text, boolean whole) {
        Button button = new Button(UiText.of(text));
        button.getStyleClass().add("filter");
        button.setOnAction(_ -> {
            all = whole;
            refresh();
        });
        return button;
    }

    @Override
    public String name() {
        return "history";
    }

    @Override
    public Region node() {
        return node;
    }

    @Override
    public void leave() {
        model.past().showPresent();
    }

    private void showBanner() {
        banner.setVisible(model.past().earlierProperty().get().isPresent());
        model.past()
                .earlierProperty()
                .get()
                .ifPresent(e -> looking.setText(UiText.of("Side.asItWas", TIME.format(e.at().atZone(zone)))));
    }

    @Override
    public void refresh() {
        ofThis.pseudoClassStateChanged(HERE, !all);
        ofAll.pseudoClassStateChanged(HERE, all);
        if (model.past().earlierProperty().get().isPresent()) {
            return;
        }
        if (reading) {
            again = true; // changes made meanwhile are read afterwards
            return;
        }
        reading = true;
        Optional<StudentKey> student = all ? Optional.empty() : Optional.of(model.student());
        serial.start(() -> {
            Batch collected = model.workspace().collected();
            List<Entry> lines = student.isPresent()
                    ? model.workspace().lines(student.get())
                    : model.workspace().lines();
            return Chronicle.items(collected, lines, student);
        }, found -> {
            items.setAll(found);
            reading = false;
            if (again) {
                again = false;
                refresh();
            }
        }, this::failed);
    }

    /** Shows the submission as it was after something was done. */
    private void look(Chronicle.Item item) {
        Optional<StudentKey> student = item.student();
        if (student.isEmpty()) {
            return;
        }
        long number = ++looked;
        serial.start(
                () -> Chronicle.at(model.workspace().collected(), model.workspace().lines(student.get()), item.last(),
                        student.get()),
                then -> {
                    if (number == looked && then.isPresent()) {
                        if (!model.student().equals(student.get())) {
                            model.open(student.get());
                        }
                        model.past()
                                .showEarlier(new Past.Earlier(item.at(),
                                        then.get().shownAs(model.batch().submission(student.get()))));
                    }
                }, this::failed);
    }

    /** If it cannot be read, nothing is shown except the reason. */
    private void failed(String why) {
        reading = false;
        again = false;
        model.refuse(why);
    }

    private String describe(Chronicle.Item item) {
        String said = EditText.of(item, model.batch());
        String how = switch (item.kind()) {
            case DONE -> said;
            case UNDONE -> UiText.of("History.undone", said);
            case REDONE -> UiText.of("History.redone", said);
        };
        String known = item.nameKnown() ? how + " " + UiText.of("History.nameKnown") : how;
        return all
                ? item.student()
                        .map(s -> model.batch().listedName(s) + ": " + known)
                        .orElse(known)
                : known;
    }

    private String time(Instant at) {
        return TIME.format(at.atZone(zone));
    }

    private final class Row extends ListCell<Chronicle.Item> {
        @Override
        protected void updateItem(Chronicle.Item item, boolean empty) {
            super.updateItem(item, empty);
            setText(null);
            if (empty || item == null) {
                setGraphic(null);
                setOnMouseClicked(null);
                return;
            }
            Label when = new Label(time(item.at()));
            when.getStyleClass().add("hint");
            Label what = new Label(describe(item));
            what.setWrapText(true);
            what.maxWidthProperty().bind(list.widthProperty().subtract(32));
            VBox both = new VBox(what, when);
            both.setMinHeight(Region.USE_PREF_SIZE);
            setGraphic(both);
            setAccessibleText(what.getText() + ", " + when.getText());
            setOnMouseClicked(_ -> look(item));
        }
    }
}

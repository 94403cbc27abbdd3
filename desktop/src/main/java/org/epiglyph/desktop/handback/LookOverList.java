package org.epiglyph.desktop.handback;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.beans.binding.Bindings;
import javafx.beans.value.ObservableValue;
import javafx.collections.ListChangeListener;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Acceptance;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.PartByPart;
import org.epiglyph.desktop.frame.Rows;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.FindingText;

/** The class in groups; under each student the findings, with ways to correct or accept them. */
final class LookOverList extends VBox {
    private static final int LINES_A_FRAME = 5;
    private static final int LINES_IN_SIGHT = 20;
    private final LookOverModel model;
    private final ObservableValue<Map<StudentKey, String>> seen;
    private final BiConsumer<StudentKey, Optional<Finding>> toDesk;
    private final Consumer<Integer> scrollProof;
    private final Rows<Line> list = new Rows<>("look-over", this::node);
    private Optional<Finding> accepting = Optional.empty();
    private Runnable onChosen = () -> {};
    private boolean filling;
    private Optional<StudentKey> picked = Optional.empty();
    private PartByPart others = new PartByPart(List.of());

    /** A row of the list. */
    private sealed interface Line {}

    private record Heading(LookOverModel.Group group, int count) implements Line {}

    private record Student(LookOverModel.Row row) implements Line {}

    /**
     * @param seen        whether students have seen their results, as text
     * @param toDesk      goes to a student at the desk, and there to a finding
     * @param chosen      receives the student whose proof is wanted
     * @param scrollProof scrolls the proof by a number of screens
     */
    LookOverList(LookOverModel model, ObservableValue<Map<StudentKey, String>> seen,
            BiConsumer<StudentKey, Optional<Finding>> toDesk, Consumer<StudentKey> chosen,
            Consumer<Integer> scrollProof) {
        this.model = model;
        this.seen = seen;
        seen.addListener((_, _, _) -> list.refresh());
        this.toDesk = toDesk;
        this.scrollProof = scrollProof;
        Label heading = new Label(UiText.of("HandBack.heading"));
        heading.getStyleClass().add("heading");
        list.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
        list.getSelectionModel().selectedItemProperty().addListener((_, _, line) -> {
            if (line instanceof Student student) {
                chosen.accept(student.row.student());
                if (!filling) {
                    picked = Optional.of(student.row.student());
                }
            }
        });
        list.getSelectionModel().getSelectedItems().addListener((ListChangeListener<Line>) _ -> {
            if (!filling) {
                onChosen.run();
            }
        });
        list.addEventFilter(MouseEvent.MOUSE_CLICKED, _ -> picked = chosen().stream().findFirst()); // also one selected before
        list.addEventFilter(KeyEvent.KEY_PRESSED, this::turn);
        list.setAccessibleText(UiText.of("HandBack.heading"));
        VBox.setVgrow(list, Priority.ALWAYS);
        getChildren().addAll(heading, Form.text(model.refusedProperty(), "notice", "look-over-refused"), waiting(),
                list);
        getStyleClass().add("look-over");
        model.rowsProperty().addListener((_, _, rows) -> fill(rows));
    }

    private Label waiting() {
        Label waiting = new Label();
        waiting.getStyleClass().add("hint");
        waiting.setWrapText(true);
        waiting.textProperty()
                .bind(Bindings.createStringBinding(() -> UiText.of(
                        model.batch().submissions().isEmpty() ? "HandBack.emptyClass" : "HandBack.looking"),
                        model.rowsProperty()));
        waiting.visibleProperty().bind(Bindings.isEmpty(list.getItems()));
        waiting.managedProperty().bind(waiting.visibleProperty());
        return waiting;
    }

    /** The selected students, in roster order within their groups. */
    List<StudentKey> chosen() {
        return list.getSelectionModel()
                .getSelectedItems()
                .stream()
                .flatMap(l -> l instanceof Student s ? Stream.of(s.row.student()) : null)
                .toList();
    }

    /** The student whom the marker has selected since arriving; empty if only the list itself has selected one. */
    Optional<StudentKey> picked() {
        return picked;
    }

    /** @param changed called when the selection changes; never while the list is refilled with the same students */
    void onChosen(Runnable changed) {
        onChosen = changed;
    }

    private void fill(List<LookOverModel.Row> rows) {
        filling = true; // the selection stays; in between it is empty, which is not the marker's choice
        try {
            refill(rows);
        } finally {
            filling = false;
        }
        onChosen.run();
    }

    private void refill(List<LookOverModel.Row> rows) {
        List<StudentKey> before = chosen();
        int at = list.getSelectionModel().getSelectedIndex();
        List<Line> lines = new ArrayList<>();
        for (LookOverModel.Group group : LookOverModel.Group.values()) {
            List<LookOverModel.Row> of = rows.stream().filter(r -> r.group() == group).toList();
            if (!of.isEmpty()) {
                lines.add(new Heading(group, of.size()));
                of.forEach(r -> lines.add(new Student(r)));
            }
        }
        show(lines);
        boolean again = false;
        for (int i = 0; i < lines.size(); i++) {
            if (lines.get(i) instanceof Student s && before.contains(s.row.student())) {
                list.getSelectionModel().select(i);
                again = true;
            }
        }
        if (!again && !lines.isEmpty()) {
            choose(Math.max(1, Math.min(at, lines.size() - 1)));
        }
    }

    /** Shows the lines; when none are shown yet, a few a frame, since each in sight takes long to style. */
    private void show(List<Line> lines) {
        others.end();
        if (!list.getItems().isEmpty() || lines.size() <= LINES_A_FRAME) {
            list.getItems().setAll(lines);
            return;
        }
        list.getItems().setAll(lines.subList(0, LINES_A_FRAME));
        others = new PartByPart(List.of(() -> showMore(lines)));
        others.start(list);
    }

    private boolean showMore(List<Line> lines) {
        int shown = list.getItems().size();
        int to = shown < LINES_IN_SIGHT ? Math.min(shown + LINES_A_FRAME, lines.size()) : lines.size();
        list.getItems().addAll(lines.subList(shown, to));
        return to < lines.size();
    }

    private void choose(int index) {
        list.getSelectionModel().clearAndSelect(index);
        list.getFocusModel().focus(index);
    }

    /** Goes to the next student with a proof, or the previous one, skipping headings. */
    void step(int by) {
        others.finish();
        List<Line> lines = list.getItems();
        for (int i = list.getSelectionModel().getSelectedIndex() + by; i >= 0 && i < lines.size(); i += by) {
            if (lines.get(i) instanceof Student) {
                choose(i);
                list.scrollTo(Math.max(0, i - 2));
                return;
            }
        }
    }

    private void turn(KeyEvent event) {
        if (accepting.isPresent()) {
            return; // the keys belong to the reason's field
        }
        switch (event.getCode()) {
            case PAGE_DOWN -> scrollProof.accept(1);
            case PAGE_UP -> scrollProof.accept(-1);
            case ENTER -> first().ifPresentOrElse(f -> toDesk.accept(f.student(), Optional.of(f)),
                    () -> chosen().stream().findFirst().ifPresent(s -> toDesk.accept(s, Optional.empty())));
            default -> {
                return;
            }
        }
        event.consume();
    }

    /** The first open finding about the student in sight. */
    private Optional<Finding> first() {
        return list.getSelectionModel().getSelectedItem() instanceof Student s
                ? s.row.open().stream().findFirst()
                : Optional.empty();
    }

    void acceptFirst() {
        if (list.getSelectionModel().getSelectedItem() instanceof Student s) {
            s.row.open().stream().filter(Finding::isAcceptable).findFirst().ifPresent(this::askReason);
        }
    }

    void fixFirst() {
        if (list.getSelectionModel().getSelectedItem() instanceof Student s) {
            s.row.open().stream().filter(f -> model.fixOf(f).isPresent()).findFirst().ifPresent(model::fix);
        }
    }

    void goFirst() {
        first().ifPresent(f -> toDesk.accept(f.student(), Optional.of(f)));
    }

    /** The marker arrives. */
    void arrive() {
        picked = Optional.empty();
        list.requestFocus();
    }

    private void askReason(Finding finding) {
        accepting = Optional.of(finding);
        list.refresh();
    }

    private void askedReason() {
        accepting = Optional.empty();
        list.refresh();
        list.requestFocus();
    }

    private Node node(Line line) {
        return switch (line) {
            case Heading(LookOverModel.Group group, int count) -> {
                Label label = new Label(UiText.of("HandBack.group." + group, count));
                label.getStyleClass().add("look-over-group");
                yield label;
            }
            case Student(LookOverModel.Row row) -> student(row);
        };
    }

    private Node student(LookOverModel.Row row) {
        Label name = new Label(row.name());
        name.getStyleClass().add("finding-name");
        name.setWrapText(true);
        HBox.setHgrow(name, Priority.ALWAYS);
        name.setMaxWidth(Double.MAX_VALUE);
        Label result = new Label(row.result());
        result.getStyleClass().add("figures");
        result.setMinWidth(Region.USE_PREF_SIZE);
        HBox head = new HBox(name, result);
        head.getStyleClass().add("look-over-head");
        VBox box = new VBox(head);
        box.getStyleClass().add("look-over-student");
        if (row.group() == LookOverModel.Group.HANDED_BACK) {
            Optional.ofNullable(seen.getValue().get(row.student())).ifPresent(s -> box.getChildren().add(quiet(s)));
        }
        row.open().forEach(f -> box.getChildren().add(finding(row, f)));
        row.accepted().forEach(a -> box.getChildren().add(accepted(row, a)));
        return box;
    }

    private static Label quiet(String text) {
        Label label = new Label(text);
        label.setWrapText(true);
        label.getStyleClass().add("tells");
        return label;
    }

    private Node finding(LookOverModel.Row row, Finding finding) {
        Label label = quiet(FindingText.of(finding));
        boolean decides = finding.kind().weight() == Finding.Weight.DECIDES
                && row.group() != LookOverModel.Group.NOT_SEALED;
        boolean asks = decides && row.group() == LookOverModel.Group.TO_DECIDE; // what is handed back waits for nobody
        label.getStyleClass().setAll("label", asks ? "asks" : "tells");
        VBox box = new VBox(label);
        if (accepting.equals(Optional.of(finding))) {
            box.getChildren().add(reason(finding));
            return box;
        }
        FlowPane acts = new FlowPane();
        acts.getStyleClass().add("look-over-acts");
        acts.getChildren().add(link("HandBack.goThere", row, () -> toDesk.accept(row.student(), Optional.of(finding))));
        if (model.fixOf(finding).isPresent()) {
            acts.getChildren().add(linkSaying(LookOverModel.fixText(finding), row, () -> model.fix(finding)));
        }
        if (decides) {
            acts.getChildren().add(link("HandBack.acceptIt", row, () -> askReason(finding)));
        }
        box.getChildren().add(acts);
        return box;
    }

    private Node accepted(LookOverModel.Row row, Acceptance acceptance) {
        Label label = new Label(acceptance.reason().isEmpty()
                ? UiText.of("HandBack.acceptedBare")
                : UiText.of("HandBack.accepted", acceptance.reason()));
        label.getStyleClass().add("hint");
        label.setWrapText(true);
        HBox.setHgrow(label, Priority.ALWAYS);
        Button withdraw = link("HandBack.withdraw", row, () -> model.withdraw(row.student(), acceptance));
        withdraw.setMinWidth(Region.USE_PREF_SIZE);
        HBox line = new HBox(label, withdraw);
        line.getStyleClass().add("accepted-line");
        return line;
    }

    private Node reason(Finding finding) {
        TextField reason = new TextField();
        reason.setId("accept-reason");
        reason.setPromptText(UiText.of("HandBack.acceptReason"));
        reason.setAccessibleText(UiText.of("HandBack.acceptReason"));
        Runnable accept = () -> {
            accepting = Optional.empty();
            model.accept(finding, reason.getText());
            list.requestFocus();
        };
        reason.setOnAction(_ -> accept.run());
        reason.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                askedReason();
                e.consume();
            }
        });
        Button now = new Button(UiText.of("HandBack.acceptNow"));
        now.setId("accept-now");
        now.getStyleClass().add("plain-button");
        now.setMinWidth(Region.USE_PREF_SIZE);
        now.setOnAction(_ -> accept.run());
        HBox.setHgrow(reason, Priority.ALWAYS);
        HBox line = new HBox(reason, now);
        line.getStyleClass().add("field-line");
        Platform.runLater(reason::requestFocus);
        return line;
    }

    private Button link(String key, LookOverModel.Row row, Runnable act) {
        return linkSaying(UiText.of(key), row, act);
    }

    private Button linkSaying(String text, LookOverModel.Row row, Runnable act) {
        Button link = new Button(text);
        link.getStyleClass().add("link-button");
        link.setMinWidth(Region.USE_PREF_SIZE);
        link.setAccessibleText(text + ", " + row.name());
        link.setFocusTraversable(false); // a list of many has keys for its acts
        link.setOnAction(_ -> {
            list.getItems()
                    .stream()
                    .filter(l -> l instanceof Student s && s.row.equals(row))
                    .findFirst()
                    .ifPresent(l -> choose(list.getItems().indexOf(l)));
            act.run();
        });
        return link;
    }
}

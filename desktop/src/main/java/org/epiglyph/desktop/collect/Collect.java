package org.epiglyph.desktop.collect;

import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.value.ObservableValue;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.DragEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.BusyPane;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.Place;
import org.epiglyph.desktop.frame.UiText;

/** Collecting a batch: choose a source, check what was recognised, decide open questions, done. */
public final class Collect implements Place {
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private static final PseudoClass DROPPING = PseudoClass.getPseudoClass("dropping");
    private static final List<String> STEPS = List.of("source", "understanding", "decisions", "done");
    private final CollectModel model;
    private final Runnable toShelf;
    private final VBox root = new VBox();
    private final StackPane step = new StackPane();
    private final List<Label> steps = new ArrayList<>();
    private final SourceStep source;
    private final Consumer<Path> toDesk;
    private Optional<Recognition> understanding = Optional.empty();

    /**
     * @param knownAddress a default record service; may be empty
     * @param knownToken   its token; may be empty
     * @param toDesk       opens the batch when it is made
     */
    public Collect(CollectModel model, String knownAddress, String knownToken, Consumer<Path> toDesk,
            Runnable toShelf) {
        this.model = model;
        this.toDesk = toDesk;
        this.toShelf = toShelf;
        this.source = new SourceStep(model, knownAddress, knownToken);
        root.getStyleClass().addAll("place", "collect");
        Label trouble = Form.text(model.troubleProperty(), "notice", "collect-trouble");
        VBox.setVgrow(step, Priority.ALWAYS);
        root.getChildren().addAll(head(), trouble, new BusyPane(model.background()), step);
        step.disableProperty().bind(model.background().busyProperty());
        model.planProperty().addListener((_, before, plan) -> {
            if (before == null && plan != null) { // else it is another plan of the same source
                showUnderstanding();
            }
        });
        model.decisions().versionProperty().addListener((_, _, _) -> markStep());
        model.doneProperty().addListener((_, _, done) -> show(new DoneStep(done, toDesk, toShelf).node()));
        root.addEventHandler(DragEvent.DRAG_OVER, this::onDragOver);
        root.addEventHandler(DragEvent.DRAG_EXITED, _ -> root.pseudoClassStateChanged(DROPPING, false));
        root.addEventHandler(DragEvent.DRAG_DROPPED, this::onDropped);
        show(source.node());
    }

    /** Created once: it follows the model from one source to the next. */
    private void showUnderstanding() {
        if (understanding.isEmpty()) {
            understanding = Optional.of(new Recognition(model, this::back));
        }
        understanding.get().begin();
        show(understanding.get().node());
    }

    /** Reports the outcome of work that runs while the marker is elsewhere, as sentences. */
    public void observe(Consumer<String> said) {
        model.troubleProperty().subscribe(said);
        model.planProperty().subscribe(plan -> said.accept(plan == null ? "" : UiText.of("Collect.understoodNow")));
        model.doneProperty()
                .subscribe(done -> said.accept(done == null ? "" : UiText.of("Collect.doneNow", done.summary())));
    }

    /** True if a source was read and the batch is not made yet. */
    public boolean isUnderstood() {
        return model.planProperty().get() != null;
    }

    /** True if the marker has made decisions about files that would be lost. */
    public boolean hasDecisions() {
        return isUnderstood() && model.decisions().hasAny();
    }

    /** True while files are being added to a batch, which must not be opened then. */
    public boolean isAdding() {
        return model.isAdding();
    }

    /** True if the batch is made, or added to. */
    public boolean isDone() {
        return model.doneProperty().get() != null;
    }

    private Node head() {
        Label heading = new Label(model.isUpdate()
                ? UiText.of("Collect.headingAgain", model.againName())
                : UiText.of("Collect.heading"));
        heading.getStyleClass().add("heading");
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox line = new HBox(heading, space);
        for (String name : STEPS) {
            Label label = new Label(UiText.of("Collect.step." + name));
            label.getStyleClass().add("step");
            steps.add(label);
            line.getChildren().add(label);
        }
        line.getStyleClass().add("collect-head");
        return line;
    }

    private void show(Node node) {
        step.getChildren().setAll(node);
        markStep();
    }

    private void markStep() {
        int at = model.doneProperty().get() != null
                ? 3
                : model.planProperty().get() == null ? 0 : model.planProperty().get().questions().isEmpty() ? 1 : 2;
        for (int i = 0; i < steps.size(); i++) {
            steps.get(i).pseudoClassStateChanged(HERE, i == at);
        }
    }

    private void back() {
        model.close();
        show(source.node());
    }

    private void onDragOver(DragEvent event) {
        if (event.getDragboard().hasFiles() && !model.background().busyProperty().get()) {
            event.acceptTransferModes(TransferMode.COPY);
            root.pseudoClassStateChanged(DROPPING, true);
            event.consume();
        }
    }

    private void onDropped(DragEvent event) {
        if (event.getDragboard().hasFiles()) {
            take(event.getDragboard().getFiles().stream().map(File::toPath).toList());
            event.setDropCompleted(true);
            event.consume();
        }
    }

    /** Accepts dropped files: into the list of places, or into the plan that is there already. */
    public void take(List<Path> dropped) {
        if (model.planProperty().get() != null) {
            model.readMore(dropped);
        } else if (model.doneProperty().get() == null) {
            model.addPlaces(dropped);
        }
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
        List<Act> acts = new ArrayList<>();
        acts.add(Act.of("Place.shelf", "Shortcut+DIGIT1", toShelf));
        acts.add(Act.of("Collect.act.nextQuestion", "N", this::isOpen, model.decisions()::nextQuestion).repeating());
        acts.add(Act.of("Collect.act.questions", "Q", this::isOpen,
                () -> model.decisions().filter(RowFilter.QUESTIONS)));
        acts.add(Act.of("Collect.act.all", "A", this::isOpen, () -> model.decisions().filter(RowFilter.ALL)));
        acts.add(Act.of("Collect.act.setAside", "X", this::isOpen,
                () -> model.decisions().chosenItem().ifPresent(i -> model.decisions().decide(i, Optional.empty()))));
        acts.add(Act.of("Collect.act.takeBack", "BACK_SPACE", this::isOpen, model.decisions()::withdraw).repeating());
        acts.add(Act.of("Collect.act.find", "F", this::isOpen,
                () -> understanding.ifPresent(Recognition::findStudent)));
        acts.add(Act.of("Collect.act.table", "T", this::isOpen,
                () -> understanding.ifPresent(Recognition::focusTable)));
        acts.add(Act.of("Collect.act.make", "Shortcut+ENTER",
                () -> isOpen() && model.planProperty().get().questions().isEmpty(), () -> model.make(_ -> {})));
        for (int i = 0; i < 9; i++) {
            int candidate = i;
            acts.add(new Act("Collect.act.candidate." + (i + 1), UiText.of("Collect.act.candidate", i + 1),
                    Optional.of(Act.key("DIGIT" + (i + 1))),
                    this::isOpen, () -> model.decisions().decideFor(candidate)));
        }
        acts.add(Act.of("Place.desk", "", () -> model.doneProperty().get() != null,
                () -> toDesk.accept(model.doneProperty().get().batch())));
        return acts;
    }

    private boolean isOpen() {
        return model.planProperty().get() != null && !model.background().busyProperty().get();
    }

    @Override
    public ObservableValue<String> title() {
        return new SimpleStringProperty(model.againName());
    }

    /** The place is as it was left; its work may have continued meanwhile. */
    @Override
    public void arrive() {
        model.refresh();
        understanding.filter(_ -> isUnderstood()).ifPresent(u -> Platform.runLater(u::focusTable));
    }

    /** Releases the source. */
    public void end() {
        model.end();
        understanding.ifPresent(Recognition::close);
    }
}

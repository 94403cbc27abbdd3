package org.epiglyph.desktop.frame;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.epiglyph.desktop.settings.View;

/** The window's content: one quiet line at the top, and the place below it. */
public final class Frame {
    private static final double FINDER = 110;
    private static final double ASIDE = 96;
    private static final int LARGER = 25;
    private static final int MOST_ACTS = 6;
    private static final PseudoClass UNSAVED = PseudoClass.getPseudoClass("unsaved");
    private final Acts acts;
    private final List<String> places = new ArrayList<>();
    private final Looks looks;
    private final BorderPane ground = new BorderPane();
    private final Pane above = new Pane();
    private final Label title = new Label();
    private final Label aside = new Label();
    private final FootLine footLine = new FootLine("frame-said", "frame-said", "Frame.closeSaid");
    private final FootLine warning = new FootLine("frame-warning", "frame-warning", "Frame.closeSaid");
    private final FootLine question = new FootLine("frame-question", "frame-warning", "Frame.keepOpen");
    private final VBox foot = new VBox(question, warning, footLine);
    private final Scaled scaled = new Scaled(new StackPane(ground, above, foot));
    private final StackPane root = new StackPane(scaled);
    private final BooleanProperty placeShowsWork = new SimpleBooleanProperty();
    private final CommandFinder finder;
    private final Background background;
    private String unsaved = "";
    private Supplier<Optional<String>> reasonToStay = Optional::empty;
    private Place place;
    private KeysPage keys;
    private Node focusBefore;

    /**
     * @param ownKeys    keys that the marker gave to acts
     * @param keeping    saves them when they change
     * @param background its work is shown in the top line if the place does not show it
     */
    public Frame(Looks looks, Map<String, String> ownKeys, Consumer<Map<String, String>> keeping,
            Background background) {
        this.looks = looks;
        this.background = background;
        background.busyProperty().subscribe(_ -> question.show("")); // the question is settled
        acts = new Acts(ownKeys, keeping, Platform::runLater, System::nanoTime);
        finder = new CommandFinder(this::find, above);
        above.setPickOnBounds(false);
        ground.setTop(topLine(background));
        foot.setMaxSize(FootLine.WIDEST, Region.USE_PREF_SIZE);
        StackPane.setAlignment(foot, Pos.BOTTOM_RIGHT);
        addActs();
        looks.viewProperty().addListener((_, _, view) -> look(view));
        look(looks.view());
    }

    private HBox topLine(Background background) {
        PlacesMenu name = new PlacesMenu(() -> acts.find("").stream().filter(a -> places.contains(a.id())).toList());
        title.getStyleClass().add("top-title");
        aside.getStyleClass().add("top-aside");
        aside.setId("kept");
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox top = new HBox(name, title, space, work(background), aside, finder);
        // with large text in a small window the finder gives way, then the title
        aside.setMinWidth(ASIDE);
        finder.setMinWidth(FINDER);
        title.setMinWidth(0);
        top.getStyleClass().add("top-line");
        return top;
    }

    private void addActs() {
        acts.everywhere(Act.of("Frame.openFinder", "Shortcut+SPACE", finder::open));
        acts.everywhere(Act.of("Frame.keys", "F1", this::toggleKeys));
        acts.everywhere(Act.of("Frame.night", "", () -> looks.change(v -> v.withNight(!v.night()))));
        acts.everywhere(Act.of("Frame.dim", "", () -> looks.view().night(),
                () -> looks.change(v -> v.withDimmed(!v.dimmed()))));
        acts.everywhere(Act.of("Frame.larger", "Shortcut+Shift+PLUS", () -> textSize(LARGER)).repeating());
        acts.everywhere(Act.of("Frame.larger", "Shortcut+Shift+EQUALS", () -> textSize(LARGER)).repeating());
        acts.everywhere(Act.of("Frame.smaller", "Shortcut+Shift+MINUS", () -> textSize(-LARGER)).repeating());
        acts.everywhere(Act.of("Frame.fullScreen", "F11", this::toggleFullScreen));
    }

    /** Work that runs while the marker is elsewhere, and a way to stop it. */
    private Node work(Background background) {
        Label what = new Label();
        what.setId("work");
        what.getStyleClass().add("top-aside");
        what.textProperty().bind(background.descriptionProperty());
        what.setMinWidth(0);
        Button stop = new Button(UiText.of("Frame.stop"));
        stop.setId("stop-work-elsewhere");
        stop.getStyleClass().add("link-button");
        stop.setMinWidth(Region.USE_PREF_SIZE);
        stop.setAccessibleText(UiText.of("Frame.stopWork"));
        stop.setOnAction(_ -> background.cancel());
        HBox line = new HBox(what, stop);
        line.getStyleClass().add("top-work");
        line.visibleProperty().bind(background.busyProperty().and(placeShowsWork.not()));
        line.managedProperty().bind(line.visibleProperty());
        acts.everywhere(Act.of("Frame.stopWork", "", () -> background.busyProperty().get(), background::cancel));
        return line;
    }

    /** Shows a message that belongs to no place, in a calm line at the foot; empty removes it. */
    public void showMessage(String text) {
        footLine.show(text);
    }

    /**
     * Reports the outcome of work at a place that the marker has left meanwhile; the place itself shows it otherwise.
     */
    public void showMessageFrom(Place of, String text) {
        if (place != of && !text.isEmpty()) {
            showMessage(text);
        }
    }

    /** A few acts, then what the place finds. */
    private List<Found> find(String typed) {
        List<Found> inPlace = place == null ? List.of() : place.find(typed);
        return Stream
                .concat(acts.find(typed).stream().map(Found::of).limit(typed.isBlank() ? Long.MAX_VALUE : MOST_ACTS),
                        inPlace.stream())
                .toList();
    }

    /** Opens the finder for one kind of thing only. */
    public void find(String prompt, Function<String, List<Found>> kind) {
        finder.open(prompt, kind);
    }

    private void textSize(int by) {
        looks.change(v -> v.withTextSize(v.textSize() + by));
    }

    private void look(View view) {
        scaled.percent(view.textSize());
        look(root, view);
    }

    /** Applies a look to the root of a window. */
    public static void look(Parent ground, View view) {
        styled(ground, "frame", true);
        styled(ground, "night", view.night());
        styled(ground, "dimmed", view.night() && view.dimmed());
    }

    private static void styled(Parent ground, String styleClass, boolean on) {
        ground.getStyleClass().remove(styleClass);
        if (on) {
            ground.getStyleClass().add(styleClass);
        }
    }

    private void toggleFullScreen() {
        if (root.getScene().getWindow() instanceof Stage stage) {
            stage.setFullScreen(!stage.isFullScreen());
        }
    }

    private void toggleKeys() {
        if (keys == null) {
            focusBefore = root.getScene().getFocusOwner();
            keys = new KeysPage(acts, this::toggleKeys);
            keys.prefWidthProperty().bind(above.widthProperty());
            keys.prefHeightProperty().bind(above.heightProperty());
            above.getChildren().add(keys);
            keys.takeFocus();
        } else {
            above.getChildren().remove(keys);
            keys = null;
            if (focusBefore != null) {
                focusBefore.requestFocus();
            }
        }
    }

    public Parent root() {
        return root;
    }

    /** Adds acts that go to a place: available everywhere, and listed in the top line. */
    public void addPlaces(List<Act> acts) {
        acts.forEach(this.acts::everywhere);
        acts.forEach(act -> places.add(act.id()));
    }

    public Acts acts() {
        return acts;
    }

    public Looks looks() {
        return looks;
    }

    /** Handles the keys of a scene. */
    public void attach(Scene scene) {
        scene.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (keys == null || event.getCode().isFunctionKey()) {
                acts.onKey(event, scene.getFocusOwner());
            }
        });
        scene.addEventFilter(KeyEvent.KEY_TYPED, acts::onTyped);
        scene.addEventFilter(KeyEvent.KEY_RELEASED, acts::onReleased);
        DoubleClickGuard.install(scene);
        scene.windowProperty()
                .flatMap(Window::focusedProperty)
                .subscribe(focused -> {
                    if (!Boolean.TRUE.equals(focused)) {
                        acts.onFocusLost();
                    }
                });
    }

    /**
     * Reports that changes are not being saved, and why; empty once they are. A message that was closed is not shown
     * again.
     */
    public void warn(String text) {
        if (!text.equals(unsaved)) {
            unsaved = text;
            warning.show(text);
            aside.pseudoClassStateChanged(UNSAVED, !text.isEmpty());
        }
    }

    /** Why the window should not be closed now; empty if nothing prevents it. */
    public Optional<String> reasonNotToClose() {
        if (background.busyProperty().get()) {
            return Optional.of(UiText.of("Frame.stillBusy", background.descriptionProperty().get()));
        }
        return unsaved.isEmpty() ? reasonToStay.get() : Optional.of(UiText.of("Frame.stillUnsaved"));
    }

    /** @param reason a further reason why the window should not be closed; empty if there is none */
    public void keepOpenFor(Supplier<Optional<String>> reason) {
        reasonToStay = reason;
    }

    /**
     * Asks whether to close the window nevertheless.
     *
     * @param close closes it
     */
    void ask(String why, Runnable close) {
        question.ask(why, close);
    }

    /** Leaves the current place for good, before its batch is closed. */
    public void leave() {
        if (place != null) {
            place.leave();
            place = null;
        }
    }

    /** Shows another place. */
    public void show(Place next) {
        if (place != next) {
            leave();
        }
        place = next;
        placeShowsWork.set(next.showsProgress());
        ground.setCenter(next.node());
        title.textProperty().bind(next.title());
        aside.textProperty().bind(next.statusText());
        acts.here(next.acts());
        next.arrive();
    }

    /** Asks the place for its acts again, since they depend on the marker's arrangement. */
    public void reloadActs() {
        if (place != null) {
            acts.here(place.acts());
        }
    }

    public Place place() {
        return place;
    }
}

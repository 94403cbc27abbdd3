package org.epiglyph.desktop.frame;

import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;

/** The window's content: one quiet line at the top, and the place below it. */
public final class Frame {
    private final Acts acts = new Acts();
    private final BorderPane ground = new BorderPane();
    private final Pane above = new Pane();
    private final StackPane root = new StackPane(ground, above);
    private final Label title = new Label();
    private final Label aside = new Label();
    private final CommandFinder finder = new CommandFinder(acts, above);
    private Place place;

    public Frame() {
        root.getStyleClass().add("frame");
        above.setPickOnBounds(false);
        Label name = new Label(Words.of("Frame.name"));
        name.getStyleClass().add("wordmark");
        title.getStyleClass().add("top-title");
        aside.getStyleClass().add("top-aside");
        aside.setId("kept");
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox top = new HBox(name, title, space, aside, finder);
        top.getStyleClass().add("top-line");
        ground.setTop(top);
        acts.everywhere(Act.of("Frame.openFinder", "Shortcut+SPACE", finder::open));
        acts.everywhere(Act.of("Frame.night", "", () -> toggle(root, "night")));
    }

    public Parent root() {
        return root;
    }

    public Acts acts() {
        return acts;
    }

    /** Hears the keys of a scene. */
    public void attach(Scene scene) {
        scene.addEventFilter(KeyEvent.KEY_PRESSED, event -> acts.onKey(event, scene.getFocusOwner()));
        scene.addEventFilter(KeyEvent.KEY_TYPED, acts::onTyped);
        scene.addEventFilter(KeyEvent.KEY_RELEASED, acts::onReleased);
    }

    /** Shows another place. */
    public void show(Place next) {
        if (place != null && place != next) {
            place.leave();
        }
        place = next;
        ground.setCenter(next.node());
        title.textProperty().bind(next.title());
        aside.textProperty().bind(next.aside());
        acts.here(next.acts());
        next.arrive();
    }

    public Place place() {
        return place;
    }

    private static void toggle(Parent node, String styleClass) {
        if (!node.getStyleClass().remove(styleClass)) {
            node.getStyleClass().add(styleClass);
        }
    }
}

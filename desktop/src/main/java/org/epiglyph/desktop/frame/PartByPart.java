package org.epiglyph.desktop.frame;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.event.EventHandler;
import javafx.scene.Node;
import javafx.scene.input.InputEvent;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;

/**
 * Creates the parts of a place one a frame, since styling and arranging all of them takes too long for one frame. A key
 * or a press does not wait: what is missing is created before it takes effect.
 */
public class PartByPart extends AnimationTimer {
    private final Deque<BooleanSupplier> parts;
    private final List<Runnable> then = new ArrayList<>();
    private final EventHandler<InputEvent> press = _ -> finish();
    private Optional<Node> hearing = Optional.empty();
    private boolean begun;
    private boolean over;

    /** @param parts in order; each is run again as long as it returns true */
    public PartByPart(List<BooleanSupplier> parts) {
        this.parts = new ArrayDeque<>(parts);
    }

    /** Adds children to a pane, one a frame. */
    public static void addLater(Pane pane, List<? extends Node> children) {
        new PartByPart(children.stream().map(child -> once(() -> pane.getChildren().add(child))).toList())
                .start(pane);
    }

    /** A part that is created by one run. */
    public static BooleanSupplier once(Runnable create) {
        return () -> {
            create.run();
            return false;
        };
    }

    /**
     * Begins in the next frame.
     *
     * @param node a key or a press below it does not wait
     */
    public final void start(Node node) {
        hearing = Optional.of(node);
        node.addEventFilter(MouseEvent.MOUSE_PRESSED, press);
        node.addEventFilter(KeyEvent.KEY_PRESSED, press);
        start();
    }

    @Override
    public void handle(long now) {
        if (canContinue(now)) {
            createNext();
        }
    }

    /**
     * True if it is time for the next part.
     *
     * @param now in nanoseconds
     */
    protected boolean canContinue(long now) {
        boolean before = begun; // the first frame is that of what is there already
        begun = true;
        return before;
    }

    private void createNext() {
        if (parts.isEmpty()) {
            end();
            then.forEach(Runnable::run);
            return;
        }
        BooleanSupplier part = parts.remove();
        if (part.getAsBoolean()) {
            parts.addFirst(part);
        }
    }

    /** Runs something when all parts are created, in a frame of its own; soon if they are. */
    public final void then(Runnable act) {
        if (over) {
            Platform.runLater(act);
        } else {
            then.add(act);
        }
    }

    /** Creates all that is missing. */
    public final void finish() {
        while (!over) {
            createNext();
        }
    }

    /** Nothing is created any more. */
    public final void end() {
        over = true;
        stop();
        hearing.ifPresent(node -> {
            node.removeEventFilter(MouseEvent.MOUSE_PRESSED, press);
            node.removeEventFilter(KeyEvent.KEY_PRESSED, press);
        });
    }

    public final boolean isFinished() {
        return over;
    }
}

package org.epiglyph.desktop.paper;

import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.input.MouseDragEvent;
import org.epiglyph.core.phrases.Phrase;

/** A phrase being dragged, and where it can be dropped. */
public final class PhraseHand {
    private final BiConsumer<Phrase, Consumer<String>> asking;
    private Optional<Phrase> held = Optional.empty();

    /** @param asking asks for a phrase's slots, then passes its text on */
    public PhraseHand(BiConsumer<Phrase, Consumer<String>> asking) {
        this.asking = asking;
    }

    /** What is done with a dropped phrase. */
    public interface Dropped {
        /** @param text the phrase's text for this student */
        void with(Phrase phrase, String text);
    }

    /** Lets a phrase be dragged from a node. */
    public void draggable(Node from, Phrase phrase) {
        from.setOnDragDetected(e -> {
            held = Optional.of(phrase);
            from.startFullDrag();
            e.consume();
        });
        from.setOnMouseReleased(_ -> held = Optional.empty());
    }

    /** Lets phrases be dropped on a node. */
    public void target(Node node, Dropped dropped) {
        node.addEventHandler(MouseDragEvent.MOUSE_DRAG_RELEASED, e -> {
            if (held.isPresent()) {
                e.consume();
                drop(dropped);
            }
        });
    }

    /** True while a phrase is dragged. */
    boolean isHolding() {
        return held.isPresent();
    }

    void drop(Dropped dropped) {
        Phrase phrase = held.orElseThrow();
        held = Optional.empty();
        asking.accept(phrase, text -> dropped.with(phrase, text));
    }
}

package org.epiglyph.desktop.frame;

import java.util.List;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;

/** One of the places of the program, shown in the window one at a time. */
public interface Place {
    Node node();

    /** What can be done here. */
    List<Act> acts();

    /** The batch and task named in the top line; empty if there is none. */
    ObservableValue<String> title();

    /** A subdued text at the right of the top line, such as when the last change was saved. */
    default ObservableValue<String> statusText() {
        return new SimpleStringProperty("");
    }

    /** What the typed letters find here besides acts: those for which the finder was opened, in their place. */
    default List<Found> find(String typed) {
        return List.of();
    }

    /** True if the place itself shows background work. */
    default boolean showsProgress() {
        return false;
    }

    /** Called when the place becomes visible. */
    default void arrive() {}

    /** Called when the place is left for good. */
    default void leave() {}
}

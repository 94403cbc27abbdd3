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

    /** The batch and task that the top line names; empty where there is none. */
    ObservableValue<String> title();

    /** A quiet word at the right of the top line, such as when the last change was kept. */
    default ObservableValue<String> aside() {
        return new SimpleStringProperty("");
    }

    /** What the typed letters find here beside acts: those for which the finder was opened, where it was. */
    default List<Found> find(String typed) {
        return List.of();
    }

    /** True if the place itself shows the work that goes on in the background. */
    default boolean showsWork() {
        return false;
    }

    /** Called when the place comes into sight. */
    default void arrive() {}

    /** Called when the place goes out of sight for good. */
    default void leave() {}
}

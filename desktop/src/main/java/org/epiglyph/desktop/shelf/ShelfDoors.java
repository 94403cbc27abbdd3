package org.epiglyph.desktop.shelf;

import java.util.Optional;
import java.util.ServiceLoader;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.documents.TrialClass;

/** What an empty shelf offers: the marker's own work, and a class to try things on if one ships with the program. */
final class ShelfDoors extends HBox {
    ShelfDoors(Runnable own, Consumer<TrialClass> trial) {
        getStyleClass().add("shelf-doors");
        getChildren().add(door("own", own));
        shipped().ifPresent(t -> getChildren().add(door("trial", () -> trial.accept(t))));
    }

    private static Optional<TrialClass> shipped() {
        return ServiceLoader.load(TrialClass.class).findFirst();
    }

    private static Node door(String name, Runnable act) {
        var button = Form.button("Shelf.door." + name, "plain-button", act);
        button.setId("door-" + name);
        VBox door = new VBox(Form.text(UiText.of("Shelf.door." + name + ".heading"), "subheading"),
                Form.text(UiText.of("Shelf.door." + name + ".words"), "tells"), button);
        door.getStyleClass().add("shelf-door");
        return door;
    }
}

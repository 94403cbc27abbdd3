package org.epiglyph.desktop.frame;

import java.util.List;
import java.util.function.Supplier;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.layout.HBox;

/** The program's name in the top line, which opens the list of places with their keys. Keys alone do not need it. */
final class PlacesMenu extends MenuButton {
    /** @param places returns the acts that go to a place, in order */
    PlacesMenu(Supplier<List<Act>> places) {
        setText(UiText.of("Frame.name"));
        setId("places");
        setAccessibleText(UiText.of("Frame.places"));
        getStyleClass().add("wordmark");
        setFocusTraversable(false);
        setMinWidth(USE_PREF_SIZE);
        setOnShowing(_ -> getItems().setAll(places.get().stream().map(PlacesMenu::item).toList()));
        getItems().add(new MenuItem()); // without any it does not open
    }

    private static MenuItem item(Act place) {
        HBox line = CommandFinder.line(place.name(), place.keyText());
        line.getStyleClass().add("place-line");
        MenuItem item = new CustomMenuItem(line);
        item.setDisable(!place.possible().getAsBoolean());
        item.setOnAction(_ -> place.run().run());
        return item;
    }
}

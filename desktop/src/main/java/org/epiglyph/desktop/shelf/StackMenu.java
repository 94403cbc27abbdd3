package org.epiglyph.desktop.shelf;

import java.time.Clock;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Optional;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.UiText;

/** Further acts on a batch: its other places, the promised day, the archive, a safety copy. */
final class StackMenu extends MenuButton {
    private static final int[] PROMISES = {1, 3, 7, 14};
    private final BatchLine batch;
    private final ShelfModel model;
    private final Clock clock;

    StackMenu(BatchLine batch, ShelfModel model, Clock clock, Shelf.Ways ways) {
        this.batch = batch;
        this.model = model;
        this.clock = clock;
        setText(UiText.of("Shelf.more"));
        getStyleClass().add("shelf-more");
        setMinWidth(USE_PREF_SIZE);
        setAccessibleText(UiText.of("Shelf.spoken", getText(), batch.title()));
        setOnShowing(_ -> {
            if (getItems().isEmpty()) { // most are never opened
                fill(ways);
            }
        });
    }

    private void fill(Shelf.Ways ways) {
        add("Shelf.toDesk", () -> ways.desk().accept(batch.folder()));
        add("Shelf.toMarkBook", () -> ways.markBook().accept(batch.folder()));
        add("Shelf.toHandBack", () -> ways.handBack().accept(batch.folder()));
        if (batch.damage().isEmpty()) {
            add("Shelf.collectAgain", () -> ways.collectAgain().accept(batch.folder()));
        }
        for (int days : PROMISES) {
            item(UiText.of("Shelf.promise", days), () -> promise(LocalDate.now(clock).plusDays(days)));
        }
        getItems().add(new CustomMenuItem(day(), false));
        if (batch.note().promised().isPresent()) {
            add("Shelf.noPromise", () -> model.note(batch, n -> n.withPromised(Optional.empty())));
        }
        add(batch.note().archived() ? "Shelf.main.ARCHIVED" : "Shelf.main.HANDED_BACK",
                () -> model.note(batch, n -> n.withArchived(!n.archived())));
        add("Shelf.copy", this::copy);
    }

    private void add(String key, Runnable act) {
        item(UiText.of(key), act);
    }

    private void item(String text, Runnable act) {
        MenuItem item = new MenuItem(text);
        item.setOnAction(_ -> act.run());
        getItems().add(item);
    }

    private void promise(LocalDate day) {
        model.note(batch, n -> n.withPromised(Optional.of(day)));
    }

    private TextField day() {
        TextField day = new TextField(batch.note().promised().map(LocalDate::toString).orElse(""));
        day.setPromptText(UiText.of("Shelf.day", LocalDate.now(clock).plusDays(10)));
        day.setAccessibleText(UiText.of("Shelf.daySpoken"));
        day.setOnAction(_ -> {
            try {
                promise(LocalDate.parse(day.getText().strip()));
                hide();
            } catch (DateTimeParseException e) {
                model.troubleProperty().set(UiText.of("Shelf.noDay", day.getText().strip(), LocalDate.now(clock)));
            }
        });
        return day;
    }

    private void copy() {
        new FileDialog(getScene().getWindow(), UiText.of("Shelf.copy")).kind("ZIP", "*.zip")
                .save(batch.folder().getFileName() + ".zip")
                .ifPresent(file -> model.copy(batch, file));
    }
}

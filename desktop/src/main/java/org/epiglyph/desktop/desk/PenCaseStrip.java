package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import javafx.css.PseudoClass;
import javafx.event.EventTarget;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.core.pencase.Tool;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.MarkText;
import org.epiglyph.desktop.marking.DeskModel;

/**
 * The pen case: an upright strip beside the page. Pressing the slot in hand again opens its settings. Empty before its
 * first refresh.
 */
final class PenCaseStrip extends ScrollPane {
    private static final PseudoClass IN_HAND = PseudoClass.getPseudoClass("in-hand");
    private final DeskModel model;
    private final SlotCard card;
    private final VBox column = new VBox();
    private final List<Button> slots = new ArrayList<>();
    private PenCase shown;

    /** @param card the settings of the slot in hand: ink, width and others */
    PenCaseStrip(DeskModel model, SlotCard card) {
        this.model = model;
        this.card = card;
        getStyleClass().add("pen-case");
        column.getStyleClass().add("pen-case-column");
        setContent(column);
        setHbarPolicy(ScrollBarPolicy.NEVER);
        setVbarPolicy(ScrollBarPolicy.NEVER);
        setFitToWidth(true);
        setFocusTraversable(false);
        setAccessibleText(UiText.of("Desk.penCase"));
    }

    /** Draws the slots that changed, and closes the card if another slot is in hand. */
    void refresh() {
        PenCase before = shown;
        PenCase penCase = model.penCaseProperty().get();
        shown = penCase;
        if (before != null && before.inHand() != penCase.inHand()) {
            card.close();
        }
        if (before == null || !before.slots().equals(penCase.slots())) {
            createSlots(penCase);
        } else if (before.inHand() != penCase.inHand()) {
            showInHand(before.inHand(), false);
            showInHand(penCase.inHand(), true);
        }
        if (card.isOpen()) {
            card.open(slots.get(penCase.inHand()));
        }
    }

    private void createSlots(PenCase penCase) {
        slots.clear();
        for (int i = 0; i < penCase.slots().size(); i++) {
            slots.add(slot(i, penCase.slots().get(i)));
            showInHand(i, i == penCase.inHand());
        }
        column.getChildren().setAll(slots);
    }

    private void showInHand(int number, boolean inHand) {
        Button button = slots.get(number);
        button.setFocusTraversable(inHand);
        show(button, shown.slots().get(number), inHand);
    }

    private static void show(Button button, Slot slot, boolean inHand) {
        button.pseudoClassStateChanged(IN_HAND, inHand);
        button.setAccessibleText(describe(slot) + (inHand ? ", " + UiText.of("Desk.inHand") : ""));
    }

    private Button slot(int number, Slot slot) {
        Button button = button(number, slot);
        button.setId("slot-" + (number + 1));
        button.setOnAction(_ -> {
            if (number == model.penCaseProperty().get().inHand()) {
                card.toggle(button);
            } else {
                model.selectSlot(number);
            }
        });
        return button;
    }

    /** A button that shows a slot and its key. */
    private Button button(int number, Slot slot) {
        Button button = new Button();
        button.getStyleClass().add("slot");
        button.setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
        String keyText = key(model.penCaseProperty().get(), number);
        Label key = new Label(keyText);
        key.getStyleClass().add("slot-key");
        StackPane picture = new StackPane(SlotPicture.of(slot));
        picture.getStyleClass().add("slot-picture");
        picture.setMinSize(30, 26);
        HBox content = new HBox(picture, key);
        content.getStyleClass().add("slot-content");
        button.setGraphic(content);
        Form.explain(button, (describe(slot) + "  " + keyText).strip());
        return button;
    }

    /** Opens the settings of the slot in hand. */
    void openCard() {
        if (slots.isEmpty()) {
            refresh();
        }
        card.open(slots.get(model.penCaseProperty().get().inHand()));
    }

    void closeCard() {
        card.close();
    }

    /** A press beside the settings closes them, and still has its effect there. */
    void pressed(EventTarget target) {
        boolean inside = false;
        for (Node at = target instanceof Node node ? node : null; at != null; at = at.getParent()) {
            inside |= at == card || at == this;
        }
        if (!inside) {
            card.close();
        }
    }

    /** Creates buttons of all slots for the case at the pointer. */
    List<Button> copies(Runnable then) {
        PenCase penCase = model.penCaseProperty().get();
        List<Button> copies = new ArrayList<>();
        for (int i = 0; i < penCase.slots().size(); i++) {
            int number = i;
            Button copy = button(i, penCase.slots().get(i));
            show(copy, penCase.slots().get(i), i == penCase.inHand());
            copy.setId("case-" + (i + 1));
            copy.setOnAction(_ -> {
                model.selectSlot(number);
                then.run();
            });
            copies.add(copy);
        }
        return copies;
    }

    /**
     * The key that takes a slot: the digits from 1, then 0; E and C for the first eraser and the first selecting tool.
     */
    static String key(PenCase penCase, int number) {
        if (number < 10) {
            return String.valueOf((number + 1) % 10);
        }
        if (penCase.find(Tool.ERASER).orElse(-1) == number) {
            return "E";
        }
        return penCase.find(Tool.CHOOSE).orElse(-1) == number ? "C" : "";
    }

    static String describe(Slot slot) {
        String ink = UiText.of("Ink." + slot.ink().name());
        String meaning = slot.meaning().isEmpty() ? "" : ": " + slot.meaning();
        return switch (slot.tool()) {
            case STAMP -> MarkText.of(slot.face()) + ", " + ink + meaning;
            case CHOOSE, ERASER -> UiText.of("Tool." + slot.tool().name());
            default -> UiText.of("Tool." + slot.tool().name()) + ", " + ink + meaning;
        };
    }
}

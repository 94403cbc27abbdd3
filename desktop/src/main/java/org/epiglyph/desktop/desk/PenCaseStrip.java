package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import javafx.scene.shape.Rectangle;
import javafx.scene.Group;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.core.pencase.Tool;
import org.epiglyph.desktop.frame.Words;

/** The pen case: an upright strip beside the page. Pressing the slot in hand once more opens its ink and width. */
final class PenCaseStrip extends VBox {
    private static final PseudoClass IN_HAND = PseudoClass.getPseudoClass("in-hand");
    private final DeskModel model;
    private final Pane above;
    private final List<Button> slots = new ArrayList<>();
    private final VBox choice = new VBox();

    /** @param above the pane over the desk on which ink and width open */
    PenCaseStrip(DeskModel model, Pane above) {
        this.model = model;
        this.above = above;
        getStyleClass().add("pen-case");
        choice.getStyleClass().add("ink-choice");
        setAccessibleText(Words.of("Desk.penCase"));
        refresh();
    }

    /** Draws all slots anew. */
    void refresh() {
        PenCase penCase = model.penCaseProperty().get();
        slots.clear();
        for (int i = 0; i < penCase.slots().size(); i++) {
            slots.add(slot(i, penCase.slots().get(i), i == penCase.inHand()));
        }
        getChildren().setAll(slots);
    }

    private Button slot(int number, Slot slot, boolean inHand) {
        Button button = new Button();
        button.getStyleClass().add("slot");
        button.setId("slot-" + (number + 1));
        button.setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
        Label key = new Label(key(number));
        key.getStyleClass().add("slot-key");
        StackPane picture = new StackPane(picture(slot));
        picture.getStyleClass().add("slot-picture");
        picture.setMinSize(30, 26);
        HBox content = new HBox(picture, key);
        content.getStyleClass().add("slot-content");
        button.setGraphic(content);
        button.pseudoClassStateChanged(IN_HAND, inHand);
        button.setAccessibleText(words(slot) + (inHand ? ", " + Words.of("Desk.inHand") : ""));
        Tooltip.install(button, new Tooltip(words(slot) + "  " + key(number)));
        button.setFocusTraversable(inHand);
        button.setOnAction(_ -> {
            if (inHand) {
                openChoice(button);
            } else {
                closeChoice();
                model.take(number);
            }
        });
        return button;
    }

    /** The key that takes a slot: the digits from 1, then 0, then none. */
    static String key(int number) {
        return number < 9
                ? String.valueOf(number + 1)
                : number == 9 ? "0" : number == 10 ? "-" : number == 11 ? "E" : "C";
    }

    static String words(Slot slot) {
        String ink = Words.of("Ink." + slot.ink().name());
        return switch (slot.tool()) {
            case STAMP -> Words.of("Sign." + slot.sign().name()) + ", " + ink;
            case CHOOSE, ERASER -> Words.of("Tool." + slot.tool().name());
            default -> Words.of("Tool." + slot.tool().name()) + ", " + ink;
        };
    }

    private Node picture(Slot slot) {
        Head head = new Head("picture", new PageRef("none", 0), slot.ink(), 0, Remark.NONE);
        return switch (slot.tool()) {
            case PEN -> MarkNodes.line(
                    new InkPath(new PagePoint(0, 14),
                            List.of(new Cubic(new PagePoint(8, -6), new PagePoint(8, 26), new PagePoint(22, 2)))),
                    Math.max(1.2, Math.min(4, slot.width())), slot.ink(), false);
            case HIGHLIGHTER -> {
                Rectangle wash = new Rectangle(22, 10, MarkNodes.colour(slot.ink().rgb()));
                wash.setOpacity(0.45);
                yield wash;
            }
            case NOTE -> MarkNodes.of(new Note(head, new PagePoint(5, 5)));
            case TEXT -> {
                Label letter = new Label("Aa");
                letter.getStyleClass().addAll("slot-letter", "ink-" + slot.ink().name().toLowerCase(Locale.ROOT));
                yield letter;
            }
            case STAMP ->
                MarkNodes.of(new Stamp(head, slot.sign(), new PagePoint(10, 10), slot.sign().aspect() > 1.5 ? 14 : 19));
            case ERASER -> {
                Rectangle block = new Rectangle(18, 9);
                block.getStyleClass().add("eraser-sign");
                block.setRotate(-24);
                yield block;
            }
            case CHOOSE -> {
                Rectangle frame = new Rectangle(18, 14);
                frame.getStyleClass().add("choose-sign");
                yield frame;
            }
        };
    }

    private void openChoice(Button at) {
        if (above.getChildren().contains(choice)) {
            closeChoice();
            return;
        }
        Slot slot = model.penCaseProperty().get().current();
        if (slot.tool() == Tool.CHOOSE || slot.tool() == Tool.ERASER) {
            return;
        }
        FlowPane inks = new FlowPane(6, 6);
        for (Ink ink : Ink.values()) {
            Button one = new Button();
            one.setGraphic(new Circle(9, MarkNodes.colour(ink.rgb())));
            one.setId("ink-" + ink.name());
            one.getStyleClass().add("ink-button");
            one.setAccessibleText(Words.of("Ink." + ink.name()));
            Tooltip.install(one, new Tooltip(Words.of("Ink." + ink.name())));
            one.pseudoClassStateChanged(IN_HAND, ink == slot.ink());
            one.setOnAction(_ -> change(slot.withInk(ink)));
            inks.getChildren().add(one);
        }
        HBox widths = new HBox(6);
        for (double width : widths(slot.tool())) {
            Button one = new Button();
            Group mark = new Group(new Line(0, 0, 16, 0));
            ((Line) mark.getChildren().getFirst())
                    .setStrokeWidth(slot.tool() == Tool.PEN ? width * 1.4 : Math.min(14, width / 2));
            one.setGraphic(mark);
            one.getStyleClass().add("ink-button");
            one.setAccessibleText(Words.of("Desk.width", width));
            one.pseudoClassStateChanged(IN_HAND, width == slot.width());
            one.setOnAction(_ -> change(slot.withWidth(width)));
            widths.getChildren().add(one);
        }
        choice.getChildren().setAll(inks, widths);
        above.getChildren().add(choice);
        var place = above.sceneToLocal(at.localToScene(at.getBoundsInLocal()));
        choice.relocate(place.getMaxX() + 6, place.getMinY());
    }

    private static double[] widths(Tool tool) {
        return switch (tool) {
            case PEN -> new double[]{0.8, 1.2, 1.6, 2.4, 3.6};
            case HIGHLIGHTER -> new double[]{8, 12, 18};
            case STAMP -> new double[]{16, 22, 30, 42};
            case TEXT -> new double[]{9, 12, 16, 22};
            default -> new double[]{};
        };
    }

    private void change(Slot slot) {
        closeChoice();
        model.keep(model.penCaseProperty().get().withCurrent(slot));
    }

    void closeChoice() {
        above.getChildren().remove(choice);
    }
}

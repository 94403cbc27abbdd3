package org.epiglyph.desktop.desk;

import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import javafx.css.PseudoClass;
import javafx.geometry.Bounds;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.core.pencase.Tool;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.MarkText;
import org.epiglyph.desktop.paper.Inks;
import org.epiglyph.documents.base.Typeface;

/** The settings of the slot in hand: ink, width, what it stamps, what it stands for, its place in the case. */
final class SlotCard extends VBox {
    private static final PseudoClass IN_HAND = PseudoClass.getPseudoClass("in-hand");
    private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH);
    private final DeskModel model;
    private final Pane above;
    private final Clock clock;
    private final DocumentFiles files;
    private final VBox content = new VBox();
    private final ScrollPane scroll = new ScrollPane(content);
    private final Label message = new Label();

    /** @param above the pane over the desk on which the card opens */
    SlotCard(DeskModel model, Pane above, Clock clock, DocumentFiles files) {
        this.model = model;
        this.above = above;
        this.clock = clock;
        this.files = files;
        getStyleClass().add("ink-choice");
        content.getStyleClass().add("slot-card");
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        message.getStyleClass().add("notice");
        message.setWrapText(true);
        getChildren().add(scroll);
        addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                e.consume();
                close();
            }
        });
    }

    boolean isOpen() {
        return above.getChildren().contains(this);
    }

    void toggle(Node at) {
        if (isOpen()) {
            close();
        } else {
            open(at);
        }
    }

    void close() {
        above.getChildren().remove(this);
        message.setText("");
    }

    /** Opens beside a slot, within the window. */
    void open(Node at) {
        fill();
        if (!isOpen()) {
            above.getChildren().add(this);
        }
        applyCss();
        double most = Math.max(160, above.getHeight() - 24);
        scroll.setMaxHeight(most - 26);
        autosize();
        if (at.getScene() != null) {
            at.getScene().getRoot().applyCss();
            at.getScene().getRoot().layout(); // the slot may just have been created, or moved by what opened or closed
            Bounds place = above.sceneToLocal(at.localToScene(at.getBoundsInLocal()));
            double y = Math.clamp(place.getMinY(), 8,
                    Math.max(8, above.getHeight() - Math.min(most, prefHeight(-1)) - 8));
            relocate(place.getMaxX() + 6, y);
        }
    }

    private Slot slot() {
        return model.penCaseProperty().get().current();
    }

    private void change(Slot other) {
        model.save(model.penCaseProperty().get().withCurrent(other));
    }

    private void fill() {
        Slot slot = slot();
        content.getChildren().clear();
        boolean leavesInk = slot.tool() != Tool.CHOOSE && slot.tool() != Tool.ERASER;
        if (leavesInk) {
            content.getChildren().addAll(inks(slot), widths(slot));
        }
        if (slot.tool() == Tool.STAMP) {
            content.getChildren().addAll(faces(slot), own(slot));
        }
        if (slot.tool() == Tool.TEXT) {
            CheckBox ground = new CheckBox(UiText.of("Case.ground"));
            ground.setSelected(slot.ground());
            ground.selectedProperty().addListener((_, _, on) -> change(slot().withGround(on)));
            content.getChildren().add(ground);
        }
        content.getChildren().add(tool(slot));
        if (leavesInk) {
            content.getChildren().add(meaning(slot));
        }
        content.getChildren().addAll(arrange(), message);
    }

    private Node inks(Slot slot) {
        FlowPane inks = new FlowPane(6, 6);
        for (Ink ink : Ink.values()) {
            Button one = choice(new Circle(9, Inks.colour(ink.rgb())), UiText.of("Ink." + ink.name()),
                    ink == slot.ink(),
                    () -> change(slot().withInk(ink)));
            one.setId("ink-" + ink.name());
            inks.getChildren().add(one);
        }
        return inks;
    }

    private Node widths(Slot slot) {
        FlowPane widths = new FlowPane(6, 6);
        for (double width : widths(slot.tool())) {
            Line line = new Line(0, 0, 16, 0);
            boolean thin = slot.tool() == Tool.PEN || slot.tool().isFigure();
            line.setStrokeWidth(thin ? width * 1.4 : Math.min(14, width / 2));
            widths.getChildren()
                    .add(choice(new Group(line), UiText.of("Desk.width", width), width == slot.width(),
                            () -> change(slot().withWidth(width))));
        }
        return widths;
    }

    private static double[] widths(Tool tool) {
        return switch (tool) {
            case PEN, BOX, ELLIPSE, LINE, ARROW, BRACKET -> new double[]{0.8, 1.2, 1.6, 2.4, 3.6};
            case HIGHLIGHTER -> new double[]{8, 12, 18};
            case STAMP -> new double[]{16, 22, 30, 42};
            case TEXT -> new double[]{9, 12, 16, 22};
            default -> new double[]{};
        };
    }

    private Node faces(Slot slot) {
        FlowPane examiners = new FlowPane(4, 4);
        FlowPane proof = new FlowPane(4, 4);
        for (Sign sign : Sign.values()) {
            Button one = choice(SlotPicture.face(sign, slot.ink()), UiText.of("Sign." + sign.name()),
                    sign.equals(slot.face()), () -> change(slot().withFace(sign)));
            one.setId("sign-" + sign.name());
            (sign.isProofSign() ? proof : examiners).getChildren().add(one);
        }
        return new VBox(examiners, labelled("Case.proofSigns", proof));
    }

    /** A number, a short text, the date, a picture. */
    private Node own(Slot slot) {
        TextField area = new TextField(slot.face() instanceof Sign ? "" : MarkText.of(slot.face()));
        area.setId("stamp-words");
        area.setPromptText(UiText.of("Case.stampWords"));
        area.setAccessibleText(UiText.of("Case.stampWords"));
        area.setOnAction(_ -> {
            if (!area.getText().isBlank()) {
                change(slot().withFace(face(area.getText().strip())));
            }
        });
        Button date = link("Case.date", () -> change(slot().withFace(textFace(DATE.format(LocalDate.now(clock))))));
        Button picture = link("Case.picture", () -> dialog("Desk.pictureFile").open()
                .ifPresent(p -> files.ownPicture(p, face -> change(slot().withFace(face)))));
        return new VBox(area, new HBox(date, picture));
    }

    /** A number becomes a score stamp, everything else a text stamp. */
    static Face face(String typed) {
        String plain = typed.replace(',', '.').replace('\u2212', '-').replace("\u00bd", ".5");
        if (plain.matches("[+-]?(\\d{1,3}(\\.\\d{1,2})?|\\.\\d{1,2})")) {
            BigDecimal points = new BigDecimal(plain);
            return new Face.Score(points, aspect(new Face.Score(points, 1).text()));
        }
        return textFace(typed);
    }

    private static Face textFace(String text) {
        return new Face.Text(text, aspect(text));
    }

    private static double aspect(String text) {
        return Math.max(0.3, Typeface.SERIF_ITALIC.width(text, Stamp.TYPE));
    }

    private Node tool(Slot slot) {
        ComboBox<Tool> tools = new ComboBox<>();
        tools.getItems().addAll(Tool.values());
        tools.setValue(slot.tool());
        tools.setAccessibleText(UiText.of("Case.tool"));
        tools.setConverter(Form.shownAs(t -> UiText.of("Tool." + t.name())));
        tools.setOnAction(_ -> change(slot().withTool(tools.getValue())));
        return labelled("Case.tool", tools);
    }

    private Node meaning(Slot slot) {
        TextField meaning = new TextField(slot.meaning());
        meaning.setId("slot-meaning");
        meaning.setPromptText(UiText.of("Case.meaningPrompt"));
        meaning.setOnAction(_ -> change(slot().withMeaning(meaning.getText())));
        meaning.focusedProperty().addListener((_, _, focused) -> {
            if (!focused && isOpen() && !meaning.getText().strip().equals(slot().meaning())) {
                change(slot().withMeaning(meaning.getText()));
            }
        });
        return labelled("Case.meaning", meaning);
    }

    private static Node labelled(String text, Node field) {
        Label label = new Label(UiText.of(text));
        label.setLabelFor(field);
        label.getStyleClass().add("field-label");
        return new VBox(label, field);
    }

    private Node arrange() {
        FlowPane acts = new FlowPane(4, 0);
        acts.getChildren()
                .addAll(link("Case.up", () -> save(current().moved(-1))),
                        link("Case.down", () -> save(current().moved(1))),
                        link("Case.another", () -> save(current().withAnother(slot()))),
                        link("Case.takeOut", () -> save(current().withoutCurrent())),
                        link("Case.share", () -> dialog("Case.share").save(UiText.of("Case.fileName"))
                                .ifPresent(p -> files.sharePenCase(current(), p, message::setText))),
                        link("Case.takeIn", () -> dialog("Case.takeIn").open()
                                .ifPresent(p -> files.takePenCase(p, model::save, message::setText))));
        return acts;
    }

    private PenCase current() {
        return model.penCaseProperty().get();
    }

    private void save(PenCase other) {
        model.save(other);
    }

    private FileDialog dialog(String title) {
        return new FileDialog(getScene().getWindow(), UiText.of(title));
    }

    private Button choice(Node picture, String text, boolean inHand, Runnable act) {
        Button one = new Button();
        one.setGraphic(picture);
        one.getStyleClass().add("ink-button");
        one.setAccessibleText(text);
        Form.explain(one, text);
        one.pseudoClassStateChanged(IN_HAND, inHand);
        one.setOnAction(_ -> act.run());
        return one;
    }

    private static Button link(String text, Runnable act) {
        Button button = new Button(UiText.of(text));
        button.setId(text.replace('.', '-'));
        button.getStyleClass().add("link-button");
        button.setOnAction(_ -> act.run());
        return button;
    }
}

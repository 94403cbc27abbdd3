package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.Optional;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Circle;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.pencase.Tool;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.MarkText;
import org.epiglyph.desktop.marking.Chosen;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.desktop.paper.Inks;

/** What can be done with the selected marks, below them, while the selecting tool is in hand. */
final class ChosenCard extends VBox {
    private static final double STEP = 1.15;
    private static final double APART = 14;
    private static final double TURN_GRIP = 16;
    private final DeskModel model;
    private final PageRoll roll;
    private final Pane above;

    /** @param above the pane over the desk on which the card opens */
    ChosenCard(DeskModel model, PageRoll roll, Pane above) {
        this.model = model;
        this.roll = roll;
        this.above = above;
        getStyleClass().add("chosen-card");
    }

    /** Shows or hides the card as needed. */
    void refresh() {
        Chosen chosen = model.chosen();
        boolean wanted = !chosen.isEmpty() && model.penCaseProperty().get().current().tool() == Tool.CHOOSE
                && model.writing().markProperty().get().isEmpty() && !model.submission().sealed();
        Optional<Point2D> place = wanted ? place(chosen) : Optional.empty();
        if (place.isEmpty()) {
            above.getChildren().remove(this);
            return;
        }
        autosize();
        double x = Math.clamp(place.get().getX(), 8, Math.max(8, above.getWidth() - prefWidth(-1) - 8));
        double y = Math.clamp(place.get().getY(), 8, Math.max(8, above.getHeight() - prefHeight(-1) - 8));
        relocate(x, y);
    }

    private Optional<Point2D> place(Chosen chosen) {
        return chosen.around().flatMap(box -> {
            Mark first = chosen.marks().getFirst();
            return roll.placeOf(first.page(), box).filter(this::isInSight).map(this::beside);
        });
    }

    private boolean isInSight(PageBox place) {
        double scrolled = roll.scrollProperty().get();
        return place.bottom() > scrolled && place.top() < scrolled + roll.getHeight();
    }

    /** Below the marks, or above them if there is no room; never over them. */
    private Point2D beside(PageBox place) {
        fill(model.chosen());
        if (!above.getChildren().contains(this)) {
            above.getChildren().add(this); // so that its style applies when it is measured
        }
        applyCss();
        double height = prefHeight(-1);
        double scrolled = roll.scrollProperty().get();
        Point2D below = above.sceneToLocal(roll.localToScene(place.left(), place.bottom() - scrolled + APART));
        return below.getY() + height < above.getHeight()
                ? below
                : above.sceneToLocal(roll.localToScene(place.left(), place.top() - scrolled - APART - TURN_GRIP))
                        .subtract(0, height);
    }

    private void fill(Chosen chosen) {
        List<Mark> marks = chosen.marks();
        Label count = new Label(marks.size() == 1
                ? MarkText.of(marks.getFirst())
                : UiText.of("Chosen.count", marks.size()));
        count.getStyleClass().add("hint");
        boolean hidden = marks.stream().allMatch(Mark::isPrivate);
        HBox acts = new HBox(act("Chosen.front", () -> chosen.order(true)),
                act("Chosen.back", () -> chosen.order(false)),
                act("Chosen.copy", chosen::copy),
                act(hidden ? "Chosen.forStudent" : "Chosen.private", chosen::togglePrivate),
                act("Chosen.delete", chosen::remove));
        acts.getStyleClass().add("chosen-line");
        getChildren().setAll(count, inks(chosen), acts, link(chosen));
        if (marks.stream().allMatch(TypedText.class::isInstance)) {
            boolean ground = marks.stream().allMatch(m -> ((TypedText) m).ground());
            acts.getChildren()
                    .add(act(ground ? "Chosen.noGround" : "Chosen.ground",
                            () -> chosen.change(m -> m instanceof TypedText t ? t.withGround(!ground) : m)));
        }
        if (marks.stream().allMatch(TextMarkup.class::isInstance)) {
            getChildren().add(styles(chosen, (TextMarkup) marks.getFirst()));
        }
    }

    private HBox inks(Chosen chosen) {
        HBox inks = new HBox();
        inks.getStyleClass().add("chosen-line");
        for (Ink ink : Ink.values()) {
            Button one = new Button();
            one.setGraphic(new Circle(7, Inks.colour(ink.rgb())));
            one.getStyleClass().add("ink-button");
            one.setAccessibleText(UiText.of("Ink." + ink.name()));
            Form.explain(one, UiText.of("Ink." + ink.name()));
            one.setOnAction(_ -> chosen.ink(ink));
            inks.getChildren().add(one);
        }
        inks.getChildren()
                .addAll(act("Chosen.smaller", () -> chosen.scale(1 / STEP)),
                        act("Chosen.larger", () -> chosen.scale(STEP)));
        return inks;
    }

    /** Links the marks to the criterion in the ledger, or unlinks them. */
    private Button link(Chosen chosen) {
        Criterion criterion = model.batch()
                .scheme()
                .findCriterion(model.scores().criterionProperty().get())
                .orElse(model.batch().scheme().criteria().getFirst());
        boolean linked = chosen.marks().stream().allMatch(m -> m.head().criterion().equals(criterion.id()));
        Button link = new Button(UiText.of(linked ? "Chosen.unlink" : "Chosen.link", criterion.name()));
        link.getStyleClass().add("link-button");
        link.setId("link-criterion");
        link.setOnAction(_ -> chosen.link(criterion.id()));
        return link;
    }

    private static Node styles(Chosen chosen, TextMarkup first) {
        HBox line = new HBox();
        line.getStyleClass().add("chosen-line");
        for (TextMarkup.Style style : TextMarkup.Style.values()) {
            if (style != first.style()) {
                line.getChildren()
                        .add(act("Chosen." + style.name(),
                                () -> chosen.change(m -> m instanceof TextMarkup t ? t.withStyle(style) : m)));
            }
        }
        return line;
    }

    private static Node act(String text, Runnable act) {
        Button button = new Button(UiText.of(text));
        button.setId(text.replace('.', '-'));
        button.getStyleClass().add("link-button");
        button.setOnAction(_ -> act.run());
        return button;
    }
}

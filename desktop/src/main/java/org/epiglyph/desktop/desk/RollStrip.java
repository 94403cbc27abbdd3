package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.OptionalDouble;
import java.util.function.Consumer;
import javafx.css.CssMetaData;
import javafx.css.Styleable;
import javafx.css.StyleablePropertyFactory;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.InkGauge;
import org.epiglyph.desktop.frame.Paints;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.Progress;
import org.epiglyph.desktop.marking.StateText;

/**
 * The roll: the class as the fore-edge of a stack of paper. Each student is a notch with a vessel of ink whose level is
 * the share of criteria scored, a cap if the work is sealed, a folded corner if it is handed back, a dashed outline if
 * nothing was received. A class too large for that is condensed to bands around the notches under the {@link RollLens}.
 */
final class RollStrip extends Region {
    private static final StyleablePropertyFactory<RollStrip> STYLE = new StyleablePropertyFactory<>(
            Region.getClassCssMetaData());
    private static final double WIDTH = 34;
    private static final double EDGE = 4;
    private static final double LEAST_NOTCH = 9;
    private static final double BAND = 3;
    private final Paints<RollStrip> paints = new Paints<>(STYLE, this, "roll", s -> s.paints,
            List.of("ink", "leaf", "rule", "late"));
    private final DeskModel model;
    private final Pane above;
    private final Consumer<StudentKey> opener;
    private final Canvas canvas = new Canvas();
    private final Label card = new Label();
    private OptionalDouble pointer = OptionalDouble.empty();
    private int cursor = -1;
    private RollLens lens;

    /**
     * @param above  the pane over the desk on which the name opens
     * @param opener opens a student, after what is typed has been saved
     */
    RollStrip(DeskModel model, Pane above, Consumer<StudentKey> opener) {
        this.model = model;
        this.above = above;
        this.opener = opener;
        getStyleClass().add("roll-strip");
        setId("roll");
        card.getStyleClass().add("roll-card");
        card.setMouseTransparent(true);
        canvas.setMouseTransparent(true);
        getChildren().add(canvas);
        setMinWidth(WIDTH);
        setPrefWidth(WIDTH);
        setMaxWidth(WIDTH);
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.LIST_VIEW);
        setAccessibleText(UiText.of("Desk.roll"));
        model.progress().observe(_ -> requestLayout());
        hear();
        model.submissionProperty().addListener((_, before, now) -> {
            if (!before.student().key().equals(now.student().key())) {
                setCursor(isFocused() ? model.position() : -1);
            }
        });
        paints.onChange(this::requestLayout);
    }

    private void hear() {
        setOnMouseMoved(e -> point(OptionalDouble.of(e.getY())));
        setOnMouseDragged(e -> point(OptionalDouble.of(e.getY())));
        setOnMouseExited(_ -> point(OptionalDouble.empty()));
        setOnMouseClicked(e -> {
            if (e.isStillSincePress()) {
                opener.accept(student(lens().at(e.getY() - EDGE)));
            }
        });
        focusedProperty().addListener((_, _, focused) -> setCursor(focused ? model.position() : -1));
        addEventHandler(KeyEvent.KEY_PRESSED, this::onKey);
    }

    @Override
    public List<CssMetaData<? extends Styleable, ?>> getCssMetaData() {
        return STYLE.getCssMetaData();
    }

    private StudentKey student(int position) {
        return model.batch().submissions().get(position).student().key();
    }

    private void point(OptionalDouble at) {
        pointer = at;
        cursor = -1;
        lens = null;
        name();
        requestLayout();
    }

    private void setCursor(int position) {
        cursor = position;
        pointer = OptionalDouble.empty();
        lens = null;
        if (cursor >= 0) {
            pointer = OptionalDouble.of(lens().middle(cursor) + EDGE);
            lens = null;
        }
        name();
        requestLayout();
    }

    private void onKey(KeyEvent event) {
        if (cursor < 0 || event.isShortcutDown() || event.isAltDown()) {
            return;
        }
        int last = model.progress().size() - 1;
        switch (event.getCode()) {
            case DOWN -> setCursor(Math.min(cursor + 1, last));
            case UP -> setCursor(Math.max(cursor - 1, 0));
            case HOME -> setCursor(0);
            case END -> setCursor(last);
            case ENTER, SPACE -> opener.accept(student(cursor));
            default -> {
                return;
            }
        }
        event.consume();
    }

    /** The student at the pointer or the keyboard cursor; -1 for none. */
    private int named() {
        return cursor >= 0 ? cursor : pointer.isPresent() ? lens().at(pointer.getAsDouble() - EDGE) : -1;
    }

    private void name() {
        int named = named();
        above.getChildren().remove(card);
        if (named < 0 || getScene() == null) {
            return;
        }
        Batch batch = model.batch();
        Submission submission = batch.submissions().get(named);
        String plain = StateText.state(submission, batch);
        String state = model.progress().isLookAgain(named) ? UiText.of("Roll.lookAgain", plain) : plain;
        card.setText(submission.student().name() + "\n" + (submission.student().shownKey() + "  " + state).strip());
        above.getChildren().add(card);
        card.applyCss();
        card.autosize();
        var place = above.sceneToLocal(localToScene(0, EDGE + lens().middle(named)));
        double y = Math.clamp(place.getY() - card.getHeight() / 2, 4,
                Math.max(4, above.getHeight() - card.getHeight() - 4));
        card.relocate(place.getX() - card.getWidth() - 6, y);
        setAccessibleText(submission.student().name() + ", " + state);
        notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
    }

    /** The middle of a student's notch, in px from the top of the strip. */
    double middle(StudentKey student) {
        return EDGE + lens().middle(model.batch().position(student));
    }

    private RollLens lens() {
        if (lens == null) {
            Progress progress = model.progress();
            OptionalDouble at = pointer.isPresent()
                    ? OptionalDouble.of(pointer.getAsDouble() - EDGE)
                    : OptionalDouble.empty();
            lens = new RollLens(progress.size(), Math.max(1, getHeight() - 2 * EDGE), model.position(), at,
                    i -> !progress.at(i).section().equals(progress.at(i - 1).section()));
        }
        return lens;
    }

    @Override
    protected void layoutChildren() {
        lens = null;
        canvas.setWidth(getWidth());
        canvas.setHeight(getHeight());
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), getHeight());
        g.save();
        g.translate(0, EDGE);
        int size = model.progress().size();
        int i = 0;
        while (i < size) {
            i = lens().height(i) >= LEAST_NOTCH ? notch(g, i) : band(g, i);
        }
        g.restore();
    }

    /** Draws one student; returns the next. */
    private int notch(GraphicsContext g, int position) {
        Progress.Notch notch = model.progress().at(position);
        double height = lens().height(position);
        boolean here = position == model.position();
        boolean wide = here || position == named();
        double left = wide ? 0 : 8;
        double top = lens().top(position);
        g.setFill(paints.get("leaf"));
        g.fillRect(left, top, WIDTH - left, height - 1);
        g.setFill(wide ? paints.get("ink") : paints.get("rule"));
        g.fillRect(left, top, here ? 4 : 1, height - 1);
        if (position == cursor && isFocused()) {
            g.setStroke(paints.get("late"));
            g.setLineWidth(2);
            g.strokeRect(1, top + 1, WIDTH - 2, height - 3);
        }
        signs(g, position, left, top, height);
        InkGauge.draw(g, notch.level(), notch.stage(), paints.get("ink"), paints.get("leaf"),
                (left + WIDTH - InkGauge.WIDTH) / 2, top + height / 2, Math.min(16, height - 7));
        return position + 1;
    }

    private void signs(GraphicsContext g, int position, double left, double top, double height) {
        Progress.Notch notch = model.progress().at(position);
        if (notch.late()) {
            g.setFill(paints.get("late"));
            g.fillRect(WIDTH - 4, top, 4, height - 1);
        }
        if (model.progress().isLookAgain(position)) { // a ring, as around a word to come back to
            g.setStroke(paints.get("ink"));
            g.setLineWidth(1);
            g.strokeOval(left + 1.5, top + height - 7, 4, 4);
        }
        if (notch.awaitsReply()) { // a quotation mark at the side
            g.setFill(paints.get("ink"));
            g.fillRect(left + 1.5, top + 2, 1.5, 6);
            g.fillRect(left + 4, top + 2, 1.5, 6);
        }
    }

    private static boolean isSealed(Progress.Notch notch) {
        return notch.stage() == Stage.SEALED || notch.stage() == Stage.HANDED_BACK;
    }

    /** Draws students that share a band: how much of them is done, and whether one was late; returns the next. */
    private int band(GraphicsContext g, int from) {
        double top = lens().top(from);
        double level = 0;
        int sealed = 0;
        boolean anyLate = false;
        int i = from;
        double end = top;
        while (i < model.progress().size() && lens().height(i) < LEAST_NOTCH && lens().top(i) - end < 1
                && (i == from || end - top < BAND)) {
            Progress.Notch notch = model.progress().at(i);
            level += notch.level();
            sealed += isSealed(notch) ? 1 : 0;
            anyLate |= notch.late();
            end = lens().top(i) + lens().height(i);
            i++;
        }
        double thick = Math.max(1, end - top - (end - top > 2 ? 1 : 0));
        g.setFill(paints.get("rule"));
        g.fillRect(8, top, WIDTH - 14, thick);
        g.setFill(paints.get("ink"));
        g.fillRect(8, top, (WIDTH - 16) * level / (i - from), thick);
        if (sealed == i - from) {
            g.fillRect(WIDTH - 8, top, 2, thick);
        }
        if (anyLate) {
            g.setFill(paints.get("late"));
            g.fillRect(WIDTH - 4, top, 4, thick);
        }
        return i;
    }
}

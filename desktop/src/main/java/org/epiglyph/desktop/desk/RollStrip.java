package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Pane;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Lateness;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.desktop.ledger.InkGauge;
import org.epiglyph.desktop.marking.DeskModel;

/** The roll: the class as the fore-edge of a stack of paper, one notch a student, widening under the pointer. */
final class RollStrip extends Pane {
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private static final PseudoClass LATE = PseudoClass.getPseudoClass("late");
    static final double WIDTH = 34;
    private static final double HIGHEST = 30;
    private final DeskModel model;
    private final Pane above;
    private final Consumer<StudentKey> opener;
    private final List<Button> notches = new ArrayList<>();
    private final Label card = new Label();

    /**
     * @param above  the pane over the desk on which the name opens
     * @param opener brings a student to the desk, after what is typed has been kept
     */
    RollStrip(DeskModel model, Pane above, Consumer<StudentKey> opener) {
        this.model = model;
        this.above = above;
        this.opener = opener;
        getStyleClass().add("roll-strip");
        card.getStyleClass().add("roll-card");
        card.setMouseTransparent(true);
        setMinWidth(WIDTH);
        setPrefWidth(WIDTH);
        setMaxWidth(WIDTH);
        setAccessibleText(Words.of("Desk.roll"));
        for (StudentKey student : model.students()) {
            notches.add(notch(student));
        }
        getChildren().addAll(notches);
        addEventFilter(KeyEvent.KEY_PRESSED, this::onKey);
        refresh();
    }

    private Button notch(StudentKey student) {
        Button notch = new Button();
        notch.getStyleClass().add("notch");
        notch.setId("notch-" + student.value());
        notch.setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
        notch.setFocusTraversable(false);
        notch.setOnAction(_ -> opener.accept(student));
        notch.hoverProperty().addListener((_, _, over) -> name(notch, student, over));
        notch.focusedProperty().addListener((_, _, focused) -> name(notch, student, focused));
        return notch;
    }

    private void name(Button notch, StudentKey student, boolean shown) {
        above.getChildren().remove(card);
        if (shown) {
            Batch batch = model.batch();
            Submission submission = batch.submission(student);
            card.setText(
                    submission.student().name() + "\n" + student.value() + "  " + InkGauge.words(submission, batch));
            above.getChildren().add(card);
            card.applyCss();
            card.autosize();
            var place = above.sceneToLocal(notch.localToScene(notch.getBoundsInLocal()));
            double y = Math.clamp(place.getCenterY() - card.getHeight() / 2, 4,
                    Math.max(4, above.getHeight() - card.getHeight() - 4));
            card.relocate(place.getMinX() - card.getWidth() - 6, y);
        }
    }

    /** Draws all states anew. */
    void refresh() {
        Batch batch = model.batch();
        int i = 0;
        for (Submission submission : batch.submissions()) {
            Button notch = notches.get(i++);
            boolean here = submission.student().key().equals(model.submission().student().key());
            notch.setGraphic(new InkGauge(submission, batch));
            notch.pseudoClassStateChanged(HERE, here);
            notch.setFocusTraversable(here);
            notch.pseudoClassStateChanged(LATE,
                    InkGauge.lateness(submission, batch).filter(Lateness::isLate).isPresent());
            notch.setAccessibleText(submission.student().name() + ", " + InkGauge.words(submission, batch));
        }
        requestLayout();
    }

    private void onKey(KeyEvent event) {
        int by = event.getCode() == KeyCode.DOWN ? 1 : event.getCode() == KeyCode.UP ? -1 : 0;
        if (by != 0 && getScene().getFocusOwner() instanceof Button focused && notches.contains(focused)) {
            notches.get(Math.clamp(notches.indexOf(focused) + by, 0, notches.size() - 1)).requestFocus();
            event.consume();
        }
    }

    @Override
    protected void layoutChildren() {
        double height = Math.min(HIGHEST, (getHeight() - 8) / Math.max(1, notches.size()));
        double y = 4;
        for (Button notch : notches) {
            boolean wide = notch.isHover() || notch.getPseudoClassStates().contains(HERE);
            double width = wide ? WIDTH : WIDTH - 8;
            notch.resizeRelocate(WIDTH - width, y, width, Math.max(4, height - 1));
            y += height;
        }
    }
}

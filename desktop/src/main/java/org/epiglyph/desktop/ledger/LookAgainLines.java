package org.epiglyph.desktop.ledger;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.animation.PauseTransition;
import javafx.scene.control.Button;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.lookover.Dictionary;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.core.lookover.LookOver;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.marking.FindingText;
import org.epiglyph.desktop.marking.LookAgain;

/** Open findings about the work on the desk, while there is still a pen in hand; each line goes to its place. */
final class LookAgainLines extends VBox {
    private static final double MOMENT_MILLIS = 200;
    private final SerialExecutor executor = SerialExecutor.thread();
    private final LookOver lookOver = new LookOver(Dictionary.NONE); // spelling has its own line; used by the executor
    private final PauseTransition moment = new PauseTransition(Duration.millis(MOMENT_MILLIS));
    private final Consumer<Finding> go;
    private Optional<Submission> wanted = Optional.empty();
    private List<Finding> shown = List.of();

    /** @param go shows what a line is about */
    LookAgainLines(Consumer<Finding> go) {
        this.go = go;
        getStyleClass().add("look-again");
        setManaged(false);
    }

    /** The page comes first: findings are shown a moment later. */
    void show(Submission submission, Batch batch) {
        wanted = Optional.of(submission);
        if (!shown.isEmpty() && !shown.getFirst().student().equals(submission.student().key())) {
            set(List.of()); // it belonged to another student
        }
        moment.setOnFinished(_ -> look(submission, batch));
        moment.playFromStart();
    }

    private void look(Submission submission, Batch batch) {
        executor.start(() -> findings(submission, batch), now -> {
            if (wanted.filter(w -> w == submission).isPresent() && !now.equals(shown)) { // a line being pressed stays
                set(now);
            }
        }, _ -> {});
    }

    private List<Finding> findings(Submission submission, Batch batch) {
        return batch.submission(submission.student().key()) == submission
                ? lookOver.findings(batch, submission.student().key())
                        .stream()
                        .filter(f -> LookAgain.isWhileMarking(f, submission))
                        .toList()
                : List.of(); // an earlier state is shown
    }

    private void set(List<Finding> now) {
        shown = now;
        setManaged(!now.isEmpty());
        getChildren().setAll(now.stream().map(this::line).toList());
    }

    private Button line(Finding finding) {
        Button line = new Button(FindingText.of(finding));
        line.getStyleClass().addAll("link-button", "look-again-line");
        line.setWrapText(true);
        line.setMaxWidth(Double.MAX_VALUE);
        line.setOnAction(_ -> go.accept(finding));
        return line;
    }
}

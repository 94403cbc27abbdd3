package org.epiglyph.desktop.marking;

import java.util.EnumSet;
import java.util.HashSet;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Supplier;
import javafx.animation.PauseTransition;
import javafx.util.Duration;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.lookover.Dictionary;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.core.lookover.LookOver;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.SerialExecutor;

/** Tracks which students of the class have open findings while the marking goes on; off the interface thread. */
public final class LookAgain {
    /** What the marker is still working on, or sees at the criterion itself, is not reported yet. */
    private static final Set<Finding.Kind> LATER = EnumSet.of(Finding.Kind.NOTHING_RECEIVED,
            Finding.Kind.NOTHING_SCORED, Finding.Kind.NOT_SCORED, Finding.Kind.NOT_SEALED, Finding.Kind.PAGES_UNSEEN,
            Finding.Kind.NEWER_HAND_IN, Finding.Kind.UNKNOWN_WORDS, Finding.Kind.EMPTY_REMARK,
            Finding.Kind.COUNT_DIFFERS);
    private static final double MOMENT_MILLIS = 800;
    private final Supplier<Batch> batch;
    private final SerialExecutor executor;
    private final BiConsumer<Set<StudentKey>, Batch> found;
    private final LookOver lookOver = new LookOver(Dictionary.NONE); // used by the executor only
    private Batch looked;
    private final PauseTransition moment = new PauseTransition(Duration.millis(MOMENT_MILLIS));

    /**
     * @param executor checks, one check after the other
     * @param found    receives the students with open findings, and the state of the batch
     */
    public LookAgain(Supplier<Batch> batch, SerialExecutor executor,
            BiConsumer<Set<StudentKey>, Batch> found) {
        this.batch = batch;
        this.executor = executor;
        this.found = found;
        moment.setOnFinished(_ -> look());
        later();
    }

    /** True if it is worth reporting while the pen is in hand. */
    public static boolean isWhileMarking(Finding finding, Submission submission) {
        return !LATER.contains(finding.kind()) && LookOver.isOpen(finding, submission);
    }

    private void look() {
        Batch state = batch.get();
        looked = state;
        executor.start(() -> {
            Set<StudentKey> again = new HashSet<>();
            for (Finding finding : lookOver.findings(state)) {
                if (finding.kind().weight() == Finding.Weight.DECIDES
                        && isWhileMarking(finding, state.submission(finding.student()))) {
                    again.add(finding.student());
                }
            }
            return again;
        }, again -> found.accept(again, state), _ -> {});
    }

    /** Checks after a moment; meanwhile the batch may change again. */
    public void later() {
        if (batch.get() != looked) {
            moment.playFromStart();
        }
    }

    /** Ends looking. */
    public void end() {
        moment.stop();
    }
}

package org.epiglyph.workspace;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.batch.Work;
import org.epiglyph.core.scoring.Scorecard;

/**
 * The figures of a batch, as the shelf shows them.
 *
 * @param title      of its task
 * @param module     the course; may be empty
 * @param due        the task's due time
 * @param students   size of the class
 * @param received   number of students from whom something was received
 * @param scored     submissions with everything that the scheme requires
 * @param sealed     sealed submissions, including those handed back
 * @param handedBack submissions handed back as they are now
 * @param left       submissions that were received and are not fully scored
 * @param pagesLeft  number of their pages
 * @param newer      students with a newer hand-in than the one that counts
 * @param pace       how long one submission took lately; empty if the history does not tell
 * @param edge       how far each submission is, in roster order, as parsed by {@link Notch#read}
 */
public record Summary(String title, String module, Optional<Instant> due, int students, int received, int scored,
        int sealed, int handedBack, int left, int pagesLeft, int newer, Optional<Duration> pace, String edge) {

    /**
     * How far one submission is.
     *
     * @param stage its stage
     * @param level share of the criteria that are scored, 0 to 1
     */
    public record Notch(Stage stage, double level) {
        private static final int LEVELS = 9;

        /** A digit for the stage and one for the level. */
        private String written() {
            return stage.ordinal() + "" + Math.round(level * LEVELS);
        }

        static List<Notch> read(String edge) {
            return IntStream.range(0, edge.length() / 2)
                    .mapToObj(i -> new Notch(Stage.values()[Character.digit(edge.charAt(2 * i), 10)],
                            Character.digit(edge.charAt(2 * i + 1), 10) / (double) LEVELS))
                    .toList();
        }
    }

    /** False for the content of a damaged file, or of an earlier version. */
    boolean isWhole() {
        return title != null && module != null && due != null && pace != null && edge != null
                && edge.matches("([0-5][0-9])*");
    }

    /** How far each submission is, in roster order. */
    public List<Notch> notches() {
        return Notch.read(edge);
    }

    /** How long the remaining work takes at the marker's pace; empty if that is unknown, or nothing is left. */
    public Optional<Duration> timeLeft() {
        return left == 0 ? Optional.empty() : pace.map(p -> p.multipliedBy(left));
    }

    /** Sealed submissions that no destination has as they are now. */
    public int held() {
        return sealed - handedBack;
    }

    Summary withPace(Optional<Duration> other) {
        return new Summary(title, module, due, students, received, scored, sealed, handedBack, left, pagesLeft, newer,
                other, edge);
    }

    /** @param lines the newest lines of its history, from which the pace is computed */
    static Summary of(Batch batch, List<Entry> lines) {
        int received = 0;
        int scored = 0;
        int sealed = 0;
        int handedBack = 0;
        int left = 0;
        int pagesLeft = 0;
        int newer = 0;
        int asked = Math.max(1, Scorecard.askedBy(batch.scheme()));
        StringBuilder edge = new StringBuilder();
        for (Submission s : batch.submissions()) {
            boolean complete = s.scores().isComplete(batch.scheme());
            Stage stage = s.stage(batch.scheme());
            boolean isLeft = !s.handIns().isEmpty() && !complete && !s.sealed();
            received += s.handIns().isEmpty() ? 0 : 1;
            scored += complete ? 1 : 0;
            sealed += s.sealed() ? 1 : 0;
            handedBack += stage == Stage.HANDED_BACK ? 1 : 0;
            left += isLeft ? 1 : 0;
            pagesLeft += isLeft ? s.pages().size() : 0;
            newer += s.hasNewer() ? 1 : 0;
            edge.append(new Notch(stage, s.scores().scoredOf(batch.scheme()) / (double) asked).written());
        }
        return new Summary(batch.task().title(), batch.task().module(), batch.task().due(), batch.submissions().size(),
                received, scored, sealed, handedBack, left, pagesLeft, newer, Work.of(lines).pace(), edge.toString());
    }
}

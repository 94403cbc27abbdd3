package org.epiglyph.desktop.marking;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.workspace.Workspace;
import org.epiglyph.workspace.WorkspaceObserver;

/**
 * How far each submission of a class is, in roster order, for as long as its batch is open. After an edit only the
 * changed submissions are looked at, so that the roll and the number of scored ones cost the same in a class of any
 * size.
 */
public final class Progress implements WorkspaceObserver {
    private static final double BEGUN_LEVEL = 0.12;
    private final ReadOnlyIntegerWrapper scored = new ReadOnlyIntegerWrapper();
    private Notch[] notches;
    private Set<StudentKey> again = Set.of();
    private BitSet againAt = new BitSet();
    private Consumer<Optional<Integer>> observer = _ -> {};

    /**
     * One submission in the roll.
     *
     * @param level       share of the criteria that are scored, 0 to 1
     * @param stage       how far the marker is with it
     * @param late        true if it was late
     * @param scored      true if everything that the scheme requires is settled
     * @param awaitsReply true if the student answered and has no reply
     * @param section     the student's section; may be empty
     */
    public record Notch(double level, Stage stage, boolean late, boolean scored, boolean awaitsReply,
            String section) {
        /** How far a submission is. */
        public static Notch of(Submission submission, Batch batch) {
            return of(submission, batch, Scorecard.askedBy(batch.scheme()));
        }

        /** @param asked how many criteria of the scheme are to be scored */
        private static Notch of(Submission submission, Batch batch, int asked) {
            Stage stage = submission.stage(batch.scheme());
            int left = submission.scores().left(batch.scheme()).size();
            double share = (asked - left) / (double) Math.max(1, asked);
            return new Notch(stage == Stage.BEGUN && share == 0 ? BEGUN_LEVEL : share, stage,
                    batch.lateness(submission).isPresent(), left == 0, submission.correspondence().awaitsReply(),
                    submission.student().section());
        }

        /** True for what is still to be marked. */
        boolean isToMark() {
            return stage == Stage.UNTOUCHED || stage == Stage.BEGUN || stage == Stage.SCORED;
        }
    }

    private Progress(Batch batch) {
        all(batch);
    }

    /**
     * Looks at a whole class, which takes long for a large one, and then follows its changes.
     *
     * @param workspace a batch that nobody changes meanwhile
     */
    public static Progress of(Workspace workspace) {
        Progress progress = new Progress(workspace.batch());
        workspace.observe(progress);
        return progress;
    }

    private void all(Batch batch) {
        int asked = Scorecard.askedBy(batch.scheme());
        List<Submission> all = batch.submissions();
        notches = IntStream.range(0, all.size())
                .parallel()
                .mapToObj(at -> Notch.of(all.get(at), batch, asked))
                .toArray(Notch[]::new);
        scored.set((int) List.of(notches).stream().filter(Notch::scored).count());
    }

    public int size() {
        return notches.length;
    }

    /** @param position in roster order, from 0 */
    public Notch at(int position) {
        return notches[position];
    }

    /** How many submissions have everything that the scheme requires. */
    public ReadOnlyIntegerProperty scoredProperty() {
        return scored.getReadOnlyProperty();
    }

    /** Reports each position that changed, to this observer alone; empty if any may have. */
    public void observe(Consumer<Optional<Integer>> changed) {
        observer = changed;
    }

    /** Reports to nobody any more. */
    void forgetObserver() {
        observer = _ -> {};
    }

    @Override
    public void changed(Entry entry, Batch batch) {
        changed(entry.edit().students(), batch);
    }

    /** Receives the students with open findings, and reports the positions at which that changed. */
    public void lookAgain(Set<StudentKey> students, Batch batch) {
        if (students.equals(again)) {
            return;
        }
        again = Set.copyOf(students);
        BitSet now = new BitSet();
        students.stream().mapToInt(batch::position).filter(at -> at >= 0).forEach(now::set);
        BitSet changed = (BitSet) againAt.clone();
        changed.xor(now);
        againAt = now;
        changed.stream().filter(at -> at < notches.length).forEach(at -> observer.accept(Optional.of(at)));
    }

    /** True if the student at a position has open findings. */
    public boolean isLookAgain(int position) {
        return againAt.get(position);
    }

    /** @param students whose submissions may have changed; empty if any may have */
    private void changed(Optional<Set<StudentKey>> students, Batch batch) {
        if (students.isEmpty() || batch.submissions().size() != notches.length) {
            all(batch);
            observer.accept(Optional.empty());
            return;
        }
        for (StudentKey student : students.get()) {
            int at = batch.position(student);
            Notch now = Notch.of(batch.submission(student), batch);
            if (!now.equals(notches[at])) {
                scored.set(scored.get() + (now.scored() ? 1 : 0) - (notches[at].scored() ? 1 : 0));
                notches[at] = now;
                observer.accept(Optional.of(at));
            }
        }
    }
}

package org.epiglyph.desktop.handback;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.epiglyph.carrier.Choices;
import org.epiglyph.carrier.DiskLook;
import org.epiglyph.carrier.HandingBack;
import org.epiglyph.core.batch.Acceptance;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Destination;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Limits;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.lookover.Dictionary;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.core.lookover.LookOver;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.workspace.Workspace;

/** The class before handing back, without any node: who is ready, and what must be decided about whom. */
final class LookOverModel {
    private final Workspace workspace;
    private final SerialExecutor executor;
    private final SerialExecutor reading;
    private final LookOver lookOver;
    private final DiskLook disk;
    private final Supplier<Choices> choices;
    private final ReadOnlyObjectWrapper<List<Row>> rows = new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyStringWrapper refused = new ReadOnlyStringWrapper("");

    /**
     * @param executor checks off the interface thread, one check after the other
     * @param reading  reads files, which takes longer, so that no response to the marker waits for it
     * @param choices  the present options
     */
    LookOverModel(Workspace workspace, Dictionary dictionary, SerialExecutor executor, SerialExecutor reading,
            Supplier<Choices> choices) {
        this.choices = choices;
        this.workspace = workspace;
        this.executor = executor;
        this.reading = reading;
        this.lookOver = new LookOver(dictionary);
        this.disk = new DiskLook(workspace);
    }

    /** The state of a student's work. */
    enum Group {
        /** Sealed, or nothing was received, and something must be decided. */
        TO_DECIDE,
        /** Sealed and decided. */
        READY,
        /** A destination has it as it is now. */
        HANDED_BACK,
        /** Not finished yet, or nothing is handed back. */
        NOT_SEALED
    }

    /**
     * A student of the list.
     *
     * @param name     as the class lists it
     * @param open     findings that are not accepted
     * @param accepted findings that the marker accepts
     * @param result   score and grade as text; empty before everything is scored
     * @param there    destinations that have it exactly as it would be made now
     */
    record Row(StudentKey student, String name, Group group, List<Finding> open, List<Acceptance> accepted,
            String result, List<Destination> there) {
        /** True if it waits for a decision. */
        boolean needsDecision() {
            return open.stream().anyMatch(f -> f.kind().weight() == Finding.Weight.DECIDES);
        }

        /** True if it may be sent: sealed, and nothing is left to decide. */
        boolean isSendable() {
            return (group == Group.READY || group == Group.HANDED_BACK) && !needsDecision();
        }
    }

    /** The class in groups, in roster order within each. */
    ReadOnlyObjectProperty<List<Row>> rowsProperty() {
        return rows.getReadOnlyProperty();
    }

    /** Why the last act was refused; else empty. */
    ReadOnlyStringProperty refusedProperty() {
        return refused.getReadOnlyProperty();
    }

    Batch batch() {
        return workspace.batch();
    }

    /** Students of a group, in roster order. */
    List<StudentKey> in(Group group) {
        return rows.get().stream().filter(r -> r.group == group).map(Row::student).toList();
    }

    Optional<Row> row(StudentKey student) {
        return rows.get().stream().filter(r -> r.student.equals(student)).findFirst();
    }

    /** Checks the batch again, as it is when its turn comes. */
    void refresh() {
        executor.start(() -> rowsOf(workspace.batch()), found -> {
            rows.set(found);
            checkDisk();
        }, refused::set);
    }

    /** Findings from the disk come later, and only for work that may be sent. */
    private void checkDisk() {
        reading.start(() -> {
            workspace.batch().submissions().stream().filter(Submission::sealed).forEach(disk::look);
            return true;
        }, _ -> executor.start(() -> rowsOf(workspace.batch()), rows::set, refused::set), refused::set);
    }

    private List<Row> rowsOf(Batch batch) {
        List<Row> all = new ArrayList<>();
        for (Submission submission : batch.submissions()) {
            all.add(rowOf(batch, submission));
        }
        List<Row> grouped = new ArrayList<>();
        for (Group group : Group.values()) {
            all.stream().filter(r -> r.group == group).forEach(grouped::add);
        }
        return List.copyOf(grouped);
    }

    private Row rowOf(Batch batch, Submission submission) {
        StudentKey student = submission.student().key();
        List<Finding> all = new ArrayList<>(lookOver.findings(batch, student));
        all.addAll(disk.known(submission));
        List<Finding> open = all.stream().filter(f -> LookOver.isOpen(f, submission)).toList();
        List<Acceptance> accepted = all.stream()
                .flatMap(f -> submission.accepted().stream().filter(a -> a.isSameThing(f.accepted(""))))
                .toList();
        return new Row(student, batch.naming().listed(submission.student()), group(submission, open), open, accepted,
                submission.scores().isComplete(batch.scheme()) && !submission.scores().isEmpty()
                        ? result(batch.result(student))
                        : "",
                submission.handedBack() ? HandingBack.receipted(batch, student, choices.get()) : List.of());
    }

    private static Group group(Submission submission, List<Finding> open) {
        boolean asks = open.stream().anyMatch(f -> f.kind().weight() == Finding.Weight.DECIDES);
        if (!submission.sealed()) {
            boolean nothing = open.stream().anyMatch(f -> f.kind() == Finding.Kind.NOTHING_RECEIVED);
            return nothing ? Group.TO_DECIDE : Group.NOT_SEALED;
        }
        if (submission.handedBack()) {
            return Group.HANDED_BACK;
        }
        return asks ? Group.TO_DECIDE : Group.READY;
    }

    private static String result(Result result) {
        return Criterion.format(result.value())
                + result.finalGrade().map(g -> "  " + g).orElse("");
    }

    /** Accepts a finding, with a reason. */
    void accept(Finding finding, String reason) {
        edit(new Edit.AcceptFinding(finding.student(), finding.accepted(reason)));
    }

    /** Withdraws an acceptance. */
    void withdraw(StudentKey student, Acceptance acceptance) {
        edit(new Edit.WithdrawAcceptance(student, acceptance));
    }

    /** Undoes the last change of a student's submission. */
    void undo(StudentKey student) {
        refused.set("");
        try {
            workspace.undo(Optional.of(student));
        } catch (EditRefused e) {
            refused.set(e.getMessage());
        }
        refresh();
    }

    /** Sets what else the look-over asks about. */
    void limit(Limits limits) {
        edit(new Edit.ChangeAids(workspace.batch().aids().withLimits(limits)));
    }

    void fix(Finding finding) {
        fixOf(finding).ifPresent(this::edit);
    }

    /** The one edit that corrects it; empty if there is none. */
    Optional<Edit> fixOf(Finding finding) {
        StudentKey student = finding.student();
        Submission submission = workspace.batch().submission(student);
        return switch (finding.kind()) {
            case NOT_SEALED -> Optional.of(new Edit.Seal(student));
            case NEWER_HAND_IN -> Optional.of(reopened(submission, new Edit.LetCount(student, Optional.empty())));
            case EMPTY_REMARK -> Optional.of(reopened(submission, new Edit.RemoveMark(student, finding.subject())));
            case COUNT_DIFFERS -> Optional.of(reopened(submission, new Edit.Judge(student, finding.subject(),
                    Judgement.of(new BigDecimal(finding.details().get(1))))));
            case NOTHING_RECEIVED -> Optional.of(notHandedIn(submission));
            default -> Optional.empty();
        };
    }

    /** Sealed work is reopened, changed and sealed again, as one edit. */
    private static Edit reopened(Submission submission, Edit edit) {
        StudentKey student = submission.student().key();
        return submission.sealed()
                ? new Edit.Together(List.of(new Edit.OpenAgain(student), edit, new Edit.Seal(student)))
                : edit;
    }

    /** Every criterion that requires a score is set to not attempted, and the work is sealed. */
    private Edit notHandedIn(Submission submission) {
        StudentKey student = submission.student().key();
        List<Edit> edits = new ArrayList<>();
        for (Criterion criterion : submission.scores().left(workspace.batch().scheme())) {
            edits.add(new Edit.SetStanding(student, criterion.id(), Optional.of(Standing.NOT_ATTEMPTED)));
        }
        edits.add(new Edit.Seal(student));
        return new Edit.Together(edits);
    }

    /** What {@link #fix} would do, as text; empty if there is nothing to do. */
    static String fixText(Finding finding) {
        return switch (finding.kind()) {
            case NOT_SEALED, NEWER_HAND_IN, EMPTY_REMARK, NOTHING_RECEIVED ->
                UiText.of("HandBack.fix." + finding.kind());
            case COUNT_DIFFERS -> UiText.of("HandBack.fix.COUNT_DIFFERS", finding.details().get(1));
            default -> "";
        };
    }

    private void edit(Edit edit) {
        refused.set("");
        try {
            workspace.edit(edit);
        } catch (EditRefused e) {
            refused.set(e.getMessage());
        }
        refresh();
    }
}

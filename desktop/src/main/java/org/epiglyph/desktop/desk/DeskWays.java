package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.Map;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageText.Selection;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.ledger.Ledger;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.Past;
import org.epiglyph.desktop.marking.Walk;
import org.epiglyph.desktop.paper.KeyPen;
import org.epiglyph.desktop.paper.PageRoll;

/** Navigation from one student, mark, criterion or finding to another, and through what was done. */
final class DeskWays {
    private final DeskModel model;
    private final Parts parts;

    /**
     * The parts of the desk that navigation moves.
     *
     * @param closeCard closes the card of a slot
     */
    record Parts(PageRoll pages, Ledger ledger, SideSheet side, ByQuestion question, DeskFinder finder, KeyPen keyPen,
            Runnable closeCard, MarkActs marks) {}

    DeskWays(DeskModel model, Parts parts) {
        this.model = model;
        this.parts = parts;
    }

    List<Act> acts() {
        Walk walk = model.walk();
        Past past = model.past();
        return List.of(Act.of("Desk.act.next", "Shortcut+DOWN", () -> go(() -> walk.step(1))).repeating(),
                Act.of("Desk.act.previous", "Shortcut+UP", () -> go(() -> walk.step(-1))).repeating(),
                Act.of("Desk.act.nextToMark", "Shortcut+Shift+DOWN", this::toNextToMark).repeating(),
                Act.of("Desk.act.nextLookAgain", "Shortcut+Shift+G", () -> go(walk::toNextLookAgain)).repeating(),
                Act.of("Desk.act.nextAnswer", "Shortcut+Shift+U", () -> go(walk::toNextAnswer)).repeating(),
                Act.of("Desk.act.leaveList", "", () -> walk.followedProperty().get().isPresent(), walk::leaveList),
                Act.of("Desk.act.findStudent", "F", parts.finder::openForStudents),
                Act.of("Desk.act.undo", "Shortcut+Z", past::canUndo, past::undo).repeating(),
                Act.of("Desk.act.redo", "Shortcut+Shift+Z", past::canRedo, past::redo).repeating(),
                Act.of("Desk.act.undoBatch", "Shortcut+Alt+Z", past::canUndoBatch, past::undoBatch),
                Act.of("Desk.act.byQuestion", "Shift+Q", this::toggleByQuestion),
                Act.of("Desk.act.pages", "ESCAPE", this::toPages));
    }

    /**
     * Saves what is typed and goes to another student. Question by question the focus stays on the criterion, and the
     * pages open where this student's evidence for it is, or else on the page shown for the previous student.
     */
    private void go(Runnable where) {
        parts.ledger.saveText();
        parts.question.leaving();
        where.run();
        if (parts.question.isOn()) {
            parts.ledger.focusCriterion();
        } else {
            parts.pages.requestFocus();
        }
    }

    void toNextToMark() {
        go(model.walk()::toNextUnmarked);
    }

    void toStudent(StudentKey student) {
        go(() -> model.open(student));
    }

    /** Stays on one criterion while going through the class, or returns to one student after the other. */
    private void toggleByQuestion() {
        parts.question.toggle();
        model.report(UiText.of(parts.question.isOn() ? "Desk.byQuestion" : "Desk.byStudent"));
    }

    /** Shows a mark on its page and selects it. */
    void toMark(Mark mark) {
        model.chosen().choose(List.of(mark.id()));
        parts.pages.reveal(mark.page(), mark.bounds());
    }

    /** Shows a criterion, and the first mark that is evidence for it. */
    void toCriterion(String criterion) {
        parts.ledger.toCriterion(criterion);
        model.scores().evidence(criterion).stream().findFirst().ifPresent(this::toMark);
    }

    /** Shows a finding about the work on the desk. */
    void show(Finding finding) {
        if (finding.kind() == Finding.Kind.ANSWER_WAITS) {
            parts.side.show("answers");
            return;
        }
        parts.ledger.show(finding);
        if (finding.kind() == Finding.Kind.PAGES_UNSEEN) {
            model.submission()
                    .pages()
                    .stream()
                    .filter(p -> !model.submission().seen().contains(p))
                    .findFirst()
                    .ifPresent(p -> parts.pages.reveal(p, 0));
        }
    }

    private void toPages() {
        if (parts.keyPen.isActive()) {
            parts.keyPen.hide();
            return;
        }
        parts.closeCard.run();
        parts.pages.found(Map.of());
        parts.marks.copyable(Selection.NONE);
        model.chosen().none();
        parts.pages.requestFocus();
    }
}

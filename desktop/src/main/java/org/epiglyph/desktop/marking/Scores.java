package org.epiglyph.desktop.marking;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.MarkCount;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.scoring.TypedScore;
import org.epiglyph.desktop.frame.UiText;

/** The scores of the submission on the desk, and the current criterion. */
public final class Scores {
    private static final int MOST_COMPARED = 3;
    private final DeskModel model;
    private final ObjectProperty<String> criterion = new SimpleObjectProperty<>("");
    private Optional<ByPointer> byPointer = Optional.empty();

    Scores(DeskModel model) {
        this.model = model;
    }

    /** Id of the current criterion. */
    public ObjectProperty<String> criterionProperty() {
        return criterion;
    }

    /** Starts at the first criterion that still requires a score; if there is none, the criterion stays. */
    public void activateFirstUnscored() {
        model.submission()
                .scores()
                .left(model.batch().scheme())
                .stream()
                .findFirst()
                .ifPresent(c -> criterion.set(c.id()));
    }

    /** Settles a criterion; {@link Judgement#NONE} removes the score. Returns the reason if it is refused. */
    public Optional<String> judge(String criterionId, Judgement judgement) {
        if (model.submission().scores().judgement(criterionId).equals(judgement)) {
            return Optional.empty();
        }
        boolean done = model.edit(new Edit.Judge(model.student(), criterionId, judgement));
        return done ? Optional.empty() : Optional.of(model.noticeProperty().get());
    }

    /**
     * A score changed by the pointer, perhaps unintentionally.
     *
     * @param criterion whose score
     * @param before    how it was settled before
     */
    public record ByPointer(String criterion, Judgement before) {}

    /** The score changed by the pointer; empty once the marker does anything else. */
    public Optional<ByPointer> byPointer() {
        return byPointer;
    }

    /** Does what the pointer asks for, and remembers the score that it changes. */
    public void byPointer(String criterionId, Runnable act) {
        Judgement before = model.submission().scores().judgement(criterionId);
        act.run();
        if (!before.equals(model.submission().scores().judgement(criterionId))) {
            byPointer = Optional.of(new ByPointer(criterionId, before));
        }
    }

    void forgetPointer() {
        byPointer = Optional.empty();
    }

    /** The remark on a criterion for the student. */
    public void write(String criterionId, String text) {
        if (!model.submission().scores().remark(criterionId).equals(text)) {
            model.edit(new Edit.WriteOnCriterion(model.student(), criterionId, text));
        }
    }

    /**
     * Parses what was typed for a criterion: a number, a standing, or nothing.
     *
     * @throws EditRefused if it is none of these, or out of range; says why
     */
    public Judgement read(Criterion criterion, String typed) {
        return switch (TypedScore.read(criterion, typed, model.submission().scores().judgement(criterion.id()))) {
            case TypedScore.Read(Judgement judgement) -> judgement;
            case TypedScore.Refused(Message why) -> throw new EditRefused(why);
        };
    }

    /** Selects a level; for a range its middle, unless the present points are within it. */
    public Optional<String> choose(Criterion criterion, Manner.Level level) {
        Judgement now = model.submission().scores().judgement(criterion.id());
        return judge(criterion.id(), TypedScore.choose(criterion, level, now));
    }

    /** Ticks a part of a checklist, or unticks it; without any part it is 0. */
    public Optional<String> togglePart(Criterion criterion, Manner.Checklist checklist, Manner.Part part) {
        List<String> there = new ArrayList<>(model.submission().scores().judgement(criterion.id()).parts());
        if (!there.remove(part.id())) {
            there.add(part.id());
        }
        List<String> inOrder = checklist.parts().stream().map(Manner.Part::id).filter(there::contains).toList();
        return judge(criterion.id(), Judgement.parts(checklist, inOrder));
    }

    /** What the marks on the pages add up to for a criterion; empty if it counts none. */
    public Optional<MarkCount> count(Criterion criterion) {
        return MarkCount.of(criterion, model.submission().marks(), model.batch().phrasebook());
    }

    /** Uses the count on the pages as the score. */
    public Optional<String> acceptCount(Criterion criterion) {
        return count(criterion).flatMap(c -> judge(criterion.id(), Judgement.of(c.points())));
    }

    /** Settles the criterion as it was last settled for another student, with that remark if there is none yet. */
    public void scoreAsLastTime(String criterionId) {
        Optional<Submission> last = lastJudged(criterionId);
        if (last.isEmpty()) {
            model.refuse(UiText.of("Ledger.noLastTime"));
            return;
        }
        Scorecard then = last.get().scores();
        List<Edit> edits = new ArrayList<>(
                List.of(new Edit.Judge(model.student(), criterionId, then.judgement(criterionId))));
        if (model.submission().scores().remark(criterionId).isEmpty() && !then.remark(criterionId).isEmpty()) {
            edits.add(new Edit.WriteOnCriterion(model.student(), criterionId, then.remark(criterionId)));
        }
        if (model.edit(edits.size() == 1 ? edits.getFirst() : new Edit.Together(edits))) {
            model.report(UiText.of("Ledger.asLastTime", model.batch().naming().listed(last.get().student())));
        }
    }

    /** The marks that are evidence for a criterion, in page order. */
    public List<Mark> evidence(String criterionId) {
        return Chosen.inPageOrder(model.submission(), m -> m.head().criterion().equals(criterionId));
    }

    /** Earlier students in the roll with the same score on a criterion, nearest first. */
    public List<Submission> sameBefore(String criterionId) {
        Optional<BigDecimal> score = model.submission().scores().score(criterionId);
        if (score.isEmpty()) {
            return List.of();
        }
        return model.batch()
                .submissions()
                .stream()
                .takeWhile(s -> !s.student().key().equals(model.student()))
                .filter(s -> s.scores().score(criterionId).filter(p -> p.compareTo(score.get()) == 0).isPresent())
                .toList()
                .reversed()
                .stream()
                .limit(MOST_COMPARED)
                .toList();
    }

    /** The total effect of the phrases on this submission's pages for a criterion; empty if none has an effect. */
    public Optional<BigDecimal> phraseEffect(String criterionId) {
        return model.submission()
                .marks()
                .stream()
                .flatMap(m -> model.batch().phrasebook().find(m.remark().phrase()).stream())
                .filter(p -> p.criterion().equals(criterionId))
                .map(Phrase::effect)
                .flatMap(Optional::stream)
                .reduce(BigDecimal::add);
    }

    /**
     * The submission of another student on which a criterion was last settled, and still is; empty if there is none.
     */
    private Optional<Submission> lastJudged(String criterion) {
        return model.workspace()
                .newest(l -> judges(l.edit(), criterion) && l.edit()
                        .scope()
                        .filter(s -> !s.equals(model.student())
                                && model.batch().submission(s).scores().isSettled(criterion))
                        .isPresent())
                .flatMap(l -> l.edit().scope())
                .map(model.batch()::submission);
    }

    private static boolean judges(Edit edit, String criterion) {
        return edit instanceof Edit.Judge j && j.criterion().equals(criterion)
                || edit instanceof Edit.SetScore s && s.criterion().equals(criterion);
    }
}

package org.epiglyph.desktop.ledger;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.css.PseudoClass;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ScrollPane.ScrollBarPolicy;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Averages;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.Scores;
import org.epiglyph.desktop.paper.PhraseHand;
import org.epiglyph.desktop.paper.SpellingLine;
import org.epiglyph.desktop.spelling.Spelling;

/**
 * The ledger: whose work this is and when it arrived, the criteria and scores, the remark on the whole and the private
 * note, which scroll; at its foot, always in sight, the total and the seal. Empty at first, since creating and styling
 * all of it takes too long for one frame: it is created part by part, at the latest when it is refreshed.
 */
public final class Ledger extends VBox {
    private static final int ROWS_A_PART = 2;
    private static final PseudoClass FITS = PseudoClass.getPseudoClass("fits");
    private static final PseudoClass SCROLLED = PseudoClass.getPseudoClass("scrolled");
    private final DeskModel model;
    private final ScrollPane body = new ScrollPane();
    private final LedgerHead head;
    private final VBox content = new VBox();
    private final CriterionRows criteria;
    private final Label derivation = new Label();
    private final ModerationLine moderation;
    private final AutosaveArea onTheWhole;
    private final Label whereToLook = new Label();
    private final AutosaveArea privately;
    private final LookAgainLines lookAgain;
    private final ResultFoot foot;
    private final Spelling spelling;
    private final Consumer<Mark> go;
    private final Runnable toPages;
    private Consumer<String> toSpoken = _ -> {};
    private final Deque<Runnable> missing = new ArrayDeque<>();
    private StudentKey shown;

    /**
     * @param sides   opens or closes a side of the desk by its name, or shows the {@code message}
     * @param go      shows a mark on its page
     * @param toPages moves the focus to the pages
     */
    public Ledger(DeskModel model, Spelling spelling, Consumer<String> sides, Consumer<Mark> go, Runnable toPages) {
        this.model = model;
        this.spelling = spelling;
        this.go = go;
        this.toPages = toPages;
        head = new LedgerHead(model, sides);
        lookAgain = new LookAgainLines(this::show);
        foot = new ResultFoot(model, this::toggleDerivation, this::sealOrOpen);
        moderation = new ModerationLine(model);
        onTheWhole = new AutosaveArea(model, UiText.of("Ledger.onTheWholePrompt"), 4, Audience.STUDENT,
                model::writeOnTheWhole);
        privately = new AutosaveArea(model, UiText.of("Ledger.privatePrompt"), 2, Audience.PRIVATE,
                model::writePrivately);
        getStyleClass().add("ledger");
        criteria = new CriterionRows(model, go, onTheWhole.area()::requestFocus);
        layOut();
        missing.addAll(List.of(this::begin,
                () -> content.getChildren().addAll(derivation, moderation, textAreas()),
                () -> content.getChildren().add(note())));
        model.scores()
                .criterionProperty()
                .addListener((_, _, _) -> Platform.runLater(() -> criteria.active().ifPresent(this::bringIntoView)));
        for (AutosaveArea field : List.of(onTheWhole, privately)) {
            field.focusWithinProperty().addListener((_, _, within) -> {
                if (within) {
                    Platform.runLater(() -> bringIntoView(field));
                }
            });
        }
    }

    private void layOut() {
        derivation.getStyleClass().add("derivation");
        derivation.setWrapText(true);
        showDerivation(false);
        content.getStyleClass().add("ledger-content");
        List.of(head.name(), content).forEach(part -> part.setOnMousePressed(e -> {
            e.consume(); // the scrolling pane would take the focus, where nothing can be typed
            focusCriterion();
        }));
        body.getStyleClass().add("ledger-body");
        body.setFitToWidth(true);
        body.setHbarPolicy(ScrollBarPolicy.NEVER);
        body.setVbarPolicy(ScrollBarPolicy.ALWAYS); // or all rows would move when it appears
        body.setFocusTraversable(false);
        body.setContent(content);
        body.vvalueProperty().subscribe(at -> head.name().pseudoClassStateChanged(SCROLLED, at.doubleValue() > 0));
        content.heightProperty().subscribe(this::showIfItFits);
        body.viewportBoundsProperty().subscribe(this::showIfItFits);
        body.viewportBoundsProperty().addListener((_, before, _) -> {
            if (before.getHeight() <= 0) { // it appears on the screen
                body.setVvalue(0);
                Platform.runLater(() -> criteria.active().ifPresent(this::bringIntoView));
            }
        });
        setVgrow(body, Priority.ALWAYS);
    }

    private void showIfItFits() {
        body.pseudoClassStateChanged(FITS, content.getHeight() <= body.getViewportBounds().getHeight());
    }

    /** Acts in the ledger that are available anywhere at the desk. */
    public List<Act> acts() {
        Scores scores = model.scores();
        return List.of(Act.of("Desk.act.ledger", "L", this::focusCriterion),
                Act.of("Desk.act.criterionOf", "Shift+L",
                        () -> model.chosen().one().filter(m -> !m.head().criterion().isEmpty()).isPresent(),
                        () -> model.chosen().one().ifPresent(m -> toCriterion(m.head().criterion()))),
                Act.of("Desk.act.criterionText", "D", this::toggleText),
                Act.of("Desk.act.criterionWords", "Shift+D", this::focusCriterionRemark),
                Act.of("Desk.act.asLastTime", "Shortcut+D", this::scoreAsLastTime),
                Act.of("Desk.act.seal", "Shortcut+ENTER", this::seal),
                Act.of("Desk.act.openAgain", "", () -> model.submission().sealed(), model::openAgain),
                Act.of("Desk.act.onTheWhole", "W", this::focusOnTheWhole),
                Act.of("Desk.act.private", "Shift+W", this::focusPrivate));
    }

    /**
     * Focuses a criterion.
     *
     * @param criterion its id
     */
    public void toCriterion(String criterion) {
        model.scores().criterionProperty().set(criterion);
        focusCriterion();
    }

    /** Goes to a finding about the work on the desk, on a mark or in the ledger. */
    public void show(Finding finding) {
        switch (finding.where()) {
            case MARK -> model.submission().findMark(finding.subject()).ifPresent(go);
            case CRITERION -> toCriterion(finding.subject());
            case THE_WHOLE -> focusOnTheWhole();
            case SPOKEN -> toSpoken.accept(finding.subject());
            case SUBMISSION -> {
            }
        }
    }

    private void sealOrOpen() {
        if (model.submission().sealed()) {
            saveText();
            model.openAgain();
        } else {
            seal();
        }
    }

    /**
     * Seals the submission and goes to its pages; if that is refused, goes to the first criterion that needs a score.
     */
    private void seal() {
        saveText();
        if (model.seal()) {
            toPages.run();
            return;
        }
        model.submission()
                .scores()
                .left(model.batch().scheme())
                .stream()
                .findFirst()
                .ifPresent(c -> toCriterion(c.id()));
    }

    private void toggleDerivation() {
        showDerivation(!derivation.isVisible());
        showDerivation();
        if (derivation.isVisible()) {
            Platform.runLater(() -> bringIntoView(moderation));
        }
    }

    private void showDerivation(boolean open) {
        for (Region part : List.of(derivation, moderation)) {
            part.setManaged(open);
            part.setVisible(open);
        }
    }

    private VBox textAreas() {
        Label label = new Label(UiText.of("Ledger.onTheWhole"));
        label.setLabelFor(onTheWhole.area());
        label.getStyleClass().add("field-label");
        onTheWhole.area().setId("on-the-whole");
        onTheWhole.area().getStyleClass().add("on-the-whole");
        saveOnFocusLoss(onTheWhole);
        whereToLook.getStyleClass().add("where-to-look");
        whereToLook.setWrapText(true);
        SpellingLine spelled = new SpellingLine(onTheWhole.area(), spelling, () -> model.batch().aids().language(),
                () -> {});
        return new VBox(label, onTheWhole, spelled, whereToLook);
    }

    private VBox note() {
        Label label = new Label(UiText.of("Ledger.private"));
        label.setLabelFor(privately.area());
        label.getStyleClass().add("field-label");
        privately.area().setId("private-note");
        privately.area().getStyleClass().add("private-note");
        saveOnFocusLoss(privately);
        return new VBox(label, privately);
    }

    private void saveOnFocusLoss(AutosaveArea area) {
        area.focusWithinProperty().addListener((_, _, within) -> {
            if (!within && model.submission().student().key().equals(shown)) {
                area.saveNow();
            }
        });
    }

    /** Saves what is typed and not saved yet; called before another submission is opened. */
    public void saveText() {
        if (!model.submission().student().key().equals(shown)) {
            return;
        }
        if (!model.submission().sealed()) {
            onTheWhole.saveNow();
            criteria.save();
            moderation.save();
        }
        privately.saveNow();
    }

    /** Scrolls as little as possible to show a part completely, or its top if it is higher than the view. */
    private void bringIntoView(Region part) {
        if (body.getViewportBounds().getHeight() <= 0) {
            return; // not on the screen yet; it will start at its top
        }
        applyCss();
        layout();
        double whole = body.getContent().getLayoutBounds().getHeight();
        double view = body.getViewportBounds().getHeight();
        if (whole <= view) {
            return;
        }
        double top = body.getContent().sceneToLocal(part.localToScene(0, 0)).getY();
        double end = top + part.getHeight();
        double from = body.getVvalue() * (whole - view);
        double to = end > from + view ? end - view : from;
        body.setVvalue(Math.clamp(Math.min(to, top) / (whole - view), 0, 1));
    }

    /** @param show shows a spoken remark by its id */
    public void leadToSpoken(Consumer<String> show) {
        toSpoken = show;
    }

    /** Accepts phrases dropped on criteria and on the remark on the whole. */
    public void acceptPhrases(PhraseHand phrases) {
        criteria.acceptPhrases(phrases);
        phrases.target(onTheWhole, model.placing()::onTheWhole);
    }

    /**
     * Creates what an act needs: before the scroll pane has been styled, its content is not in the window and cannot
     * take the focus.
     */
    private void equip() {
        if (shown == null) {
            refresh();
        }
        if (body.getSkin() == null) {
            applyCss();
        }
    }

    /** Focuses the current criterion. */
    public void focusCriterion() {
        equip();
        criteria.active().ifPresent(CriterionRow::focusScore);
    }

    /** Focuses the remark on the current criterion. */
    private void focusCriterionRemark() {
        equip();
        criteria.active().ifPresent(CriterionRow::focusRemark);
    }

    private void scoreAsLastTime() {
        equip();
        criteria.active().ifPresent(CriterionRow::scoreAsLastTime);
    }

    /** Shows the full text of the current criterion, or only its name. */
    private void toggleText() {
        equip();
        criteria.active().ifPresent(r -> r.showText(!r.showsText()));
    }

    public void focusOnTheWhole() {
        equip();
        onTheWhole.area().requestFocus();
    }

    private void focusPrivate() {
        equip();
        privately.area().requestFocus();
    }

    /**
     * Creates the next part that is missing, from top to bottom.
     *
     * @return true if there is more to create
     */
    public boolean createNext() {
        if (!missing.isEmpty()) {
            missing.remove().run();
        }
        return !missing.isEmpty();
    }

    /** Creates the frame, to which a few rows at a time are added next. */
    private void begin() {
        content.getChildren().addAll(head, lookAgain, criteria);
        getChildren().addAll(head.name(), body, foot);
        MarkScheme scheme = model.batch().scheme();
        criteria.begin(scheme);
        showStanding();
        List<Criterion> all = scheme.criteria();
        for (int to = all.size(); to > 0; to -= ROWS_A_PART) {
            List<Criterion> some = all.subList(Math.max(0, to - ROWS_A_PART), to);
            missing.addFirst(() -> some.forEach(criteria::add));
        }
    }

    /** The derivation is computed only while it is shown; the class's average reads the whole class. */
    private void showDerivation() {
        if (derivation.isVisible()) {
            derivation.setText(String.join("\n", model.batch().result(shown).derivation())
                    + Averages.ofResults(model.batch())
                            .map(a -> "\n" + UiText.of("Ledger.average", Criterion.format(a.mean()), a.count()))
                            .orElse(""));
        }
    }

    /** Shows whose work it is, what was found about it, and its result. */
    private Result showStanding() {
        Submission submission = model.submission();
        Batch batch = model.batch();
        head.show(submission, batch);
        lookAgain.show(submission, batch);
        Result result = batch.result(submission.student().key());
        foot.show(submission, result, batch.scheme());
        return result;
    }

    /** Shows the submission as it is now. */
    public void refresh() {
        while (!missing.isEmpty()) {
            createNext();
        }
        Batch batch = model.batch();
        criteria.change(batch.scheme());
        Submission submission = model.submission();
        boolean other = !submission.student().key().equals(shown);
        shown = submission.student().key();
        if (other) { // starts with whose work it is, as far as the open criterion leaves room
            body.setVvalue(0);
            Platform.runLater(() -> criteria.active().ifPresent(this::bringIntoView));
        }
        Result result = showStanding();
        criteria.refresh(other, result);
        showDerivation();
        moderation.show(submission);
        onTheWhole.show(submission.onTheWhole(), other);
        privately.show(submission.privately(), other);
        onTheWhole.area().setEditable(!submission.sealed());
        whereToLook.setText(Feedback.pointerToPages(submission));
    }
}

package org.epiglyph.desktop.ledger;

import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Averages;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.Feedback;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.PhraseHand;
import org.epiglyph.desktop.paper.SpellingLine;
import org.epiglyph.desktop.spelling.Spelling;

/**
 * The ledger: who this is and when it came, the criteria and scores, the total, the remark on the whole,
 * the private note, the seal.
 */
public final class Ledger extends ScrollPane {
    private static final DateTimeFormatter CAME = DateTimeFormatter.ofPattern("EEE d MMM HH:mm", Locale.ENGLISH);
    private static final PseudoClass HERE = PseudoClass.getPseudoClass("here");
    private final DeskModel model;
    private final Label name = new Label();
    private final Label facts = new Label();
    private final FlowPane handIns = new FlowPane();
    private final Label message = new Label();
    private final VBox criteria = new VBox();
    private final List<CriterionRow> rows = new ArrayList<>();
    private final Label total = new Label();
    private final Label totalOf = new Label();
    private final Button why = new Button(Words.of("Ledger.why"));
    private final Label derivation = new Label();
    private final ModerationLine moderation;
    private final KeptWords onTheWhole;
    private final Label whereToLook = new Label();
    private final KeptWords privately;
    private final Button seal = new Button();
    private final Label notice = new Label();
    private final Spelling spelling;
    private final Consumer<String> sides;
    private final Consumer<Mark> go;
    private final List<SectionHead> heads = new ArrayList<>();
    private final Label grade = new Label();
    private MarkScheme ruled;
    private Optional<PhraseHand> hand = Optional.empty();
    private StudentKey shown;

    /**
     * @param sides opens or closes a side of the desk by its name
     * @param go    shows a mark on its page
     */
    public Ledger(DeskModel model, Spelling spelling, Consumer<String> sides, Consumer<Mark> go) {
        this.model = model;
        this.spelling = spelling;
        this.sides = sides;
        this.go = go;
        moderation = new ModerationLine(model);
        onTheWhole = new KeptWords(model, Words.of("Ledger.onTheWholePrompt"), 4, Audience.STUDENT,
                model::writeOnTheWhole);
        privately = new KeptWords(model, Words.of("Ledger.privatePrompt"), 2, Audience.PRIVATE, model::writePrivately);
        getStyleClass().add("ledger");
        setFitToWidth(true);
        setHbarPolicy(ScrollBarPolicy.NEVER);
        VBox content = new VBox(head(), criteria, sum(), derivation, moderation, words(), note(), notice, seal);
        content.getStyleClass().add("ledger-content");
        criteria.getStyleClass().add("criteria");
        setContent(content);
        model.scores()
                .criterionProperty()
                .addListener((_, _, _) -> Platform.runLater(() -> active().ifPresent(this::bringIntoView)));
        for (KeptWords field : List.of(onTheWhole, privately)) {
            field.focusWithinProperty().addListener((_, _, within) -> {
                if (within) {
                    Platform.runLater(() -> bringIntoView(field));
                }
            });
        }
        seal.getStyleClass().add("main-button");
        seal.setId("seal");
        seal.setMaxWidth(Double.MAX_VALUE);
        seal.setOnAction(_ -> {
            if (model.submission().sealed()) {
                keepWords();
                model.openAgain();
            } else {
                seal();
            }
        });
        notice.getStyleClass().add("notice");
        notice.setId("notice");
        notice.setWrapText(true);
        notice.textProperty().bind(model.noticeProperty());
        notice.visibleProperty().bind(notice.textProperty().isNotEmpty());
        notice.managedProperty().bind(notice.visibleProperty());
        refresh();
    }

    /** Seals the submission; where that is refused, shows why, wherever the marker has scrolled to. */
    public void seal() {
        keepWords();
        if (!model.seal()) {
            Platform.runLater(() -> bringIntoView(notice));
        }
    }

    private VBox head() {
        name.getStyleClass().add("student-name");
        name.setId("student-name");
        name.setWrapText(true);
        facts.getStyleClass().add("facts");
        facts.setWrapText(true);
        message.getStyleClass().add("message");
        message.setWrapText(true);
        handIns.getStyleClass().add("hand-ins");
        handIns.setId("hand-ins");
        FlowPane doors = new FlowPane();
        doors.getStyleClass().add("side-doors");
        for (String side : List.of("remarks", "pages", "find", "beside", "history", "phrases")) {
            Button door = new Button(Words.of("Side." + side));
            door.getStyleClass().add("link-button");
            door.setId("door-" + side);
            door.setOnAction(_ -> sides.accept(side));
            doors.getChildren().add(door);
        }
        VBox head = new VBox(name, facts, handIns, message, doors);
        head.getStyleClass().add("ledger-head");
        return head;
    }

    private VBox sum() {
        Label words = new Label(Words.of("Ledger.total"));
        words.getStyleClass().add("total-words");
        total.getStyleClass().add("total-figure");
        total.setId("total");
        totalOf.getStyleClass().add("total-of");
        why.getStyleClass().add("link-button");
        why.setId("why");
        why.setOnAction(_ -> {
            boolean open = !derivation.isManaged();
            for (Region part : List.of(derivation, moderation)) {
                part.setManaged(open);
                part.setVisible(open);
            }
            sayWhy();
        });
        derivation.getStyleClass().add("derivation");
        derivation.setWrapText(true);
        derivation.setManaged(false);
        derivation.setVisible(false);
        Pane space = new Pane();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox line = new HBox(words, space, total, totalOf, why);
        line.getStyleClass().add("total-line");
        grade.getStyleClass().add("grade");
        grade.setId("grade");
        grade.setWrapText(true);
        return new VBox(line, grade);
    }

    private VBox words() {
        Label label = new Label(Words.of("Ledger.onTheWhole"));
        label.setLabelFor(onTheWhole.area());
        label.getStyleClass().add("field-label");
        onTheWhole.area().setId("on-the-whole");
        onTheWhole.area().getStyleClass().add("on-the-whole");
        keepWhenLeft(onTheWhole);
        whereToLook.getStyleClass().add("where-to-look");
        whereToLook.setWrapText(true);
        SpellingLine spelled = new SpellingLine(onTheWhole.area(), spelling, () -> model.batch().aids().language(),
                () -> {});
        return new VBox(label, onTheWhole, spelled, whereToLook);
    }

    private VBox note() {
        Label label = new Label(Words.of("Ledger.private"));
        label.setLabelFor(privately.area());
        label.getStyleClass().add("field-label");
        privately.area().setId("private-note");
        privately.area().getStyleClass().add("private-note");
        keepWhenLeft(privately);
        return new VBox(label, privately);
    }

    private void keepWhenLeft(KeptWords words) {
        words.focusWithinProperty().addListener((_, _, within) -> {
            if (!within && model.submission().student().key().equals(shown)) {
                words.keepNow();
            }
        });
    }

    /** Keeps what is typed and not yet kept; called before another submission comes to the desk. */
    public void keepWords() {
        if (!model.submission().student().key().equals(shown)) {
            return;
        }
        if (!model.submission().sealed()) {
            onTheWhole.keepNow();
            rows.forEach(CriterionRow::keep);
            moderation.keep();
        }
        privately.keepNow();
    }

    /** Scrolls as little as shows a part whole, or its head where it is higher than the view. */
    private void bringIntoView(Region part) {
        applyCss();
        layout();
        double whole = getContent().getLayoutBounds().getHeight();
        double view = getViewportBounds().getHeight();
        if (whole <= view) {
            return;
        }
        double top = getContent().sceneToLocal(part.localToScene(0, 0)).getY();
        double end = top + part.getHeight();
        double from = getVvalue() * (whole - view);
        double to = end > from + view ? end - view : from;
        setVvalue(Math.clamp(Math.min(to, top) / (whole - view), 0, 1));
    }

    /** Lets phrases be dropped on criteria and on the remark on the whole. */
    public void takePhrases(PhraseHand phrases) {
        hand = Optional.of(phrases);
        rows.forEach(r -> r.takePhrases(phrases));
        phrases.target(onTheWhole, model.placing()::onTheWhole);
    }

    /** Puts the focus on the criterion being scored. */
    public void focusCriterion() {
        active().ifPresent(CriterionRow::focusScore);
    }

    /** Puts the focus on the remark on the criterion being scored. */
    public void focusCriterionWords() {
        active().ifPresent(CriterionRow::focusWords);
    }

    private Optional<CriterionRow> active() {
        return rows.stream()
                .filter(r -> r.criterion().id().equals(model.scores().criterionProperty().get()))
                .findFirst()
                .or(() -> rows.stream().findFirst());
    }

    /** Shows the full text of the criterion being scored, or only its name. */
    public void toggleText() {
        active().ifPresent(r -> r.showText(!r.showsText()));
    }

    public void focusOnTheWhole() {
        onTheWhole.area().requestFocus();
    }

    public void focusPrivate() {
        privately.area().requestFocus();
    }

    private void nextAfter(CriterionRow row) {
        int next = rows.indexOf(row) + 1;
        if (next < rows.size()) {
            rows.get(next).focusScore();
        } else {
            onTheWhole.area().requestFocus();
        }
    }

    /** The criteria under their sections, in the scheme's order. */
    private void rule(MarkScheme scheme) {
        ruled = scheme;
        String active = model.scores().criterionProperty().get();
        if (scheme.findCriterion(active).isEmpty()) {
            model.scores()
                    .criterionProperty()
                    .set(scheme.criteria().stream().findFirst().map(Criterion::id).orElse(""));
        }
        rows.clear();
        heads.clear();
        criteria.getChildren().clear();
        String section = "";
        for (Criterion criterion : scheme.criteria()) {
            if (!criterion.section().equals(section)) {
                scheme.findSection(criterion.section()).map(SectionHead::new).ifPresent(head -> {
                    heads.add(head);
                    criteria.getChildren().add(head);
                });
            }
            section = criterion.section();
            CriterionRow row = new CriterionRow(model, criterion, this::nextAfter, go);
            hand.ifPresent(row::takePhrases);
            rows.add(row);
            criteria.getChildren().add(row);
        }
    }

    /** The derivation is reckoned only while it is looked at; the class's average goes through the whole class. */
    private void sayWhy() {
        if (derivation.isVisible()) {
            derivation.setText(String.join("\n", model.batch().result(shown).derivation())
                    + Averages.ofResults(model.batch())
                            .map(a -> "\n" + Words.of("Ledger.average", Criterion.words(a.mean()), a.count()))
                            .orElse(""));
        }
    }

    /** Shows the submission as it is now. */
    public void refresh() {
        Batch batch = model.batch();
        if (batch.scheme() != ruled) {
            rule(batch.scheme());
        }
        Submission submission = model.submission();
        boolean other = !submission.student().key().equals(shown);
        shown = submission.student().key();
        name.setText(submission.student().name());
        facts.setText(facts(submission, batch));
        showHandIns(submission);
        String said = model.shownHandIn().map(h -> h.message()).orElse("");
        message.setText(said.isEmpty() ? "" : "\u201c" + said + "\u201d");
        message.setManaged(!said.isEmpty());
        rows.forEach(r -> r.refresh(other));
        Result result = batch.result(shown);
        total.setText(InkGauge.figure(result.value()));
        totalOf.setText(
                Words.of(result.complete() ? "Ledger.of" : "Ledger.soFarOf", InkGauge.figure(result.maximum())));
        sayWhy();
        moderation.show(submission);
        heads.forEach(h -> h.show(result, batch.scheme()));
        grade.setText(Stream.concat(result.grade().stream(),
                result.missed().stream().map(m -> Words.of("Ledger.hurdleMissed", m)))
                .collect(Collectors.joining("  \u00b7  ")));
        grade.setManaged(!grade.getText().isEmpty());
        onTheWhole.show(submission.onTheWhole(), other);
        privately.show(submission.privately(), other);
        onTheWhole.area().setEditable(!submission.sealed());
        whereToLook.setText(Feedback.whereToLook(submission));
        seal.setText(Words.of(submission.sealed() ? "Ledger.openAgain" : "Ledger.seal"));
        seal.setDisable(!submission.sealed() && !submission.scores().isComplete(batch.scheme()));
    }

    /** Where there are several hand-ins: a word for each to look at it, and a way to let another one count. */
    private void showHandIns(Submission submission) {
        handIns.getChildren().clear();
        handIns.setManaged(submission.handIns().size() > 1);
        if (submission.handIns().size() < 2) {
            return;
        }
        int counts = submission.current().orElseThrow().number();
        int looked = model.shownHandIn().orElseThrow().number();
        for (HandIn handIn : submission.handIns()) {
            boolean counting = handIn.number() == counts;
            Button button = new Button(Words.of(counting ? "Ledger.handInCounts" : "Ledger.handIn", handIn.number()));
            button.getStyleClass().add("filter");
            button.pseudoClassStateChanged(HERE, handIn.number() == looked);
            button.setOnAction(_ -> model.shownHandInProperty().set(Optional.of(handIn.number())));
            handIns.getChildren().add(button);
        }
        if (looked != counts) {
            Button let = new Button(Words.of("Ledger.letCount"));
            let.setId("let-count");
            let.getStyleClass().add("link-button");
            let.setOnAction(_ -> model.letShownCount());
            handIns.getChildren().add(let);
        }
    }

    private String facts(Submission submission, Batch batch) {
        List<String> parts = new ArrayList<>(List.of(shown.value()));
        if (!submission.student().section().isEmpty()) {
            parts.add(submission.student().section());
        }
        submission.current().ifPresent(h -> {
            if (submission.handIns().size() > 1) {
                parts.add(Words.of("Ledger.handIn", h.number()));
            }
            h.at().ifPresent(at -> parts.add(Words.of("Ledger.came", CAME.format(at.atZone(model.zone())))));
        });
        Optional.of(submission).flatMap(s -> InkGauge.lateness(s, batch)).ifPresent(l -> parts.add(l.inWords()));
        parts.add(Words.of("Stage." + submission.stage(batch.scheme()).name()));
        return String.join("  \u00b7  ", parts);
    }
}

package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.beans.binding.Bindings;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.pencase.Tool;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.BatchTitle;
import org.epiglyph.desktop.frame.Found;
import org.epiglyph.desktop.frame.Looks;
import org.epiglyph.desktop.frame.PartByPart;
import org.epiglyph.desktop.frame.Place;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.ledger.Ledger;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.LookAgain;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.paper.Gestures;
import org.epiglyph.desktop.paper.KeyPen;
import org.epiglyph.desktop.paper.Margin;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.desktop.paper.PageWords;
import org.epiglyph.desktop.paper.PenInput;
import org.epiglyph.desktop.paper.RemarkField;
import org.epiglyph.desktop.paper.TypedTextField;

/** The desk: ledger, side sheet, pen case, pages, margin and roll, from left to right. */
public final class Desk implements Place {
    private final DeskModel model;
    private final Looks looks;
    private final PageImages images;
    private final Pane above = new Pane();
    private final Ledger ledger;
    private final SideSheet side;
    private final SlotCard card;
    private final PenCaseStrip penCase;
    private final CaseAtPointer caseAtPointer;
    private final ChosenCard chosenCard;
    private final PageRoll pages;
    private final Margin margin;
    private final RollStrip roll;
    private final PartsInSight parts;
    private final LookAgain lookAgain;
    private final StackPane root;
    private final ObservableValue<String> title;
    private final DeskTools tools;
    private final PageWords words;
    private final DocumentFiles files;
    private final Pieces pieces;
    private final Gestures gestures;
    private final KeyPen keyPen;
    private final MarkActs marks;
    private final DeskWays ways;
    private final List<Supplier<List<Act>>> acts;
    private final OpenPages openPages;
    private final ByQuestion question;
    private final SpokenHand spoken;
    private final DeskFinder finder;
    private final UntilFirstPage firstPage;

    public Desk(DeskModel model, Looks looks, DeskTools tools) {
        this.model = model;
        this.looks = looks;
        images = tools.images();
        this.tools = tools;
        files = new DocumentFiles(model, images, tools.settings(), tools.opener(), Platform::runLater);
        pieces = new Pieces(model, images, files);
        words = new PageWords(images);
        gestures = new Gestures(model, words, (leaf, at, text) -> TypedTextField.open(model, leaf, at, text));
        pages = new PageRoll(images, gestures::equip, model::markSeen);
        gestures.on(pages);
        model.pageSizes().learnFrom(pages::geometry);
        pages.look(looks.view().arrangement(), looks.view().zoom());
        openPages = new OpenPages(model, images, pieces, pages, tools.settings()::pageSpace, this::shown);
        openPages.begin();
        keyPen = new KeyPen(model, pages, gestures);
        margin = new Margin(model, pages,
                new RemarkField(model, tools.spelling(),
                        then -> files.choosePicture(above.getScene().getWindow(), then)),
                images::picture, tools.links());
        card = new SlotCard(model, above, tools.clock(), files);
        penCase = new PenCaseStrip(model, card);
        caseAtPointer = new CaseAtPointer(penCase, above, pages::requestFocus);
        chosenCard = new ChosenCard(model, pages, above);
        roll = new RollStrip(model, above, this::toStudent);
        spoken = new SpokenHand(model, tools, this::toMark);
        DeskSides sides = new DeskSides(new DeskSides.Ground(model, pages, files, pieces, looks, tools,
                this::toStudent, this::toMark), spoken.side());
        side = sides.sheet();
        question = new ByQuestion(model, pages, images, sides.find()::query);
        ledger = new Ledger(model, tools.spelling(), sides::open, this::toMark, pages::requestFocus);
        ledger.acceptPhrases(sides.phrases().hand());
        spoken.connect(ledger, side);
        gestures.acceptPhrases(sides.phrases().hand());
        finder = new DeskFinder(model, tools.finding(), this::toStudent, ledger::toCriterion,
                phrase -> {
                    side.show("phrases");
                    sides.phrases().look(phrase);
                });
        lookAgain = new LookAgain(model.batchProperty()::get, SerialExecutor.thread(), model.progress()::lookAgain);
        firstPage = new UntilFirstPage(pages, List.of(PartByPart.once(penCase::refresh), ledger::createNext));
        firstPage.then(this::refresh);
        parts = new PartsInSight(looks, new PartsInSight.Parts(ledger, penCase, roll, pages, margin));
        root = new StackPane(layout(), above);
        title = Bindings.createStringBinding(this::titleText, model.batchProperty(),
                model.progress().scoredProperty(), model.walk().followedProperty());
        marks = new MarkActs(model, pages, files, this::toMark);
        PenActs pens = new PenActs(model, penCase, caseAtPointer, keyPen,
                tools.tablet().map(t -> new SimulatedTablet(t, pages, penInput(), model)));
        ways = new DeskWays(model,
                new DeskWays.Parts(pages, ledger, side, question, finder, keyPen, penCase::closeCard, marks));
        acts = List.of(ways::acts, ledger::acts, () -> marks.all(keyPen::isActive),
                new PageActs(model, pages, looks)::all,
                sides::acts, spoken::acts, () -> openPages.acts(files), pens::all);
        hear();
        new TypingLine(pages, ledger, side);
        watch();
        parts.arrange();
    }

    private HBox layout() {
        HBox.setHgrow(pages, Priority.ALWAYS);
        StackPane sheets = new StackPane(new HBox(pages, parts.besidePaper()), margin);
        sheets.setMinWidth(0);
        VBox.setVgrow(sheets, Priority.ALWAYS);
        VBox work = new VBox(new SealedStrip(model, () -> ways.toNextToMark()), sheets);
        work.setMinWidth(0);
        HBox.setHgrow(work, Priority.ALWAYS);
        HBox all = new HBox(ledger, side, penCase, work, roll);
        all.getStyleClass().add("desk");
        above.setPickOnBounds(false);
        return all;
    }

    /** Handles keys and pointer anywhere on the desk. */
    private void hear() {
        ledger.addEventHandler(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                pages.requestFocus();
            }
        });
        gestures.onReading(marks::copyable);
        gestures.onSecondButton(caseAtPointer::openAtPointer);
        root.addEventFilter(KeyEvent.KEY_RELEASED, _ -> spoken.released());
        root.addEventFilter(MouseEvent.ANY, e -> caseAtPointer.pointerAt(e.getSceneX(), e.getSceneY()));
        root.addEventFilter(MouseEvent.MOUSE_PRESSED, e -> penCase.pressed(e.getTarget()));
    }

    private void watch() {
        model.submissionProperty().addListener((_, before, now) -> changed(before, now));
        model.batchProperty().addListener((_, before, now) -> changed(before, now));
        model.shownHandInProperty().addListener((_, _, _) -> {
            ledger.refresh();
            openPages.refresh();
            side.refresh();
        });
        watchMarks();
        pages.arrangedProperty().addListener((_, _, _) -> {
            margin.refresh();
            chosenCard.refresh();
        });
        pages.onZoom(zoom -> looks.change(v -> v.withZoom(zoom)));
        margin.heightProperty().addListener((_, _, _) -> Platform.runLater(margin::refresh));
    }

    private void watchMarks() {
        model.chosen().idsProperty().addListener((_, _, _) -> {
            showMarks();
            margin.refresh();
            side.refresh();
            chosenCard.refresh();
        });
        model.writing().markProperty().addListener((_, _, now) -> {
            margin.refresh();
            chosenCard.refresh();
            if (now.isEmpty()) {
                pages.requestFocus();
            }
        });
        model.penCaseProperty().addListener((_, _, _) -> {
            penCase.refresh();
            showMarks();
            chosenCard.refresh();
        });
    }

    private void changed(Submission before, Submission now) {
        if (!now.student().key().equals(openPages.student())) {
            open();
        } else if (now.differsOnlyInSeen(before)) {
            side.refresh();
        } else {
            if (!before.scores().equals(now.scores())) {
                question.scored();
            }
            refresh();
            openPages.refresh();
        }
    }

    private void changed(Batch before, Batch now) {
        lookAgain.later();
        boolean named = openPages.redrawIfNamesChanged(before, now);
        if (named || !before.aids().equals(now.aids()) || !before.phrasebook().equals(now.phrasebook())) {
            side.refresh();
        }
        if (before.scheme() != now.scheme()) {
            refresh();
        }
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public ObservableValue<String> title() {
        return title;
    }

    @Override
    public ObservableValue<String> statusText() {
        return model.saving().textProperty();
    }

    public DeskModel model() {
        return model;
    }

    /** The roll of pages. */
    public PageRoll pages() {
        return pages;
    }

    /** Lets a pen tablet write on the pages; the caller closes it. */
    PenInput penInput() {
        return new PenInput(pages, gestures);
    }

    private String titleText() {
        return BatchTitle.of(model.batch()) + "   "
                + UiText.of("Desk.scoredOf", model.progress().scoredProperty().get(), model.progress().size())
                + model.walk()
                        .followedProperty()
                        .get()
                        .map(f -> "   " + UiText.of("Desk.following", f.name(), f.students().size()))
                        .orElse("");
    }

    @Override
    public void arrive() {
        files.copyPictures(model.penCaseProperty().get(), model.batch().phrasebook());
        open();
        if (!firstPage.isFinished()) {
            firstPage.start(root);
        }
        Platform.runLater(pages::requestFocus);
    }

    @Override
    public void leave() {
        firstPage.end();
        ledger.saveText();
        model.writing().finish(); // while the pages being typed on are still there
        openPages.leave();
        pages.room().ifPresent(model::saveRoom);
        tools.scans().close();
        spoken.end();
        lookAgain.end();
        side.end();
        parts.leave();
        model.close();
        images.close();
    }

    /** Shows another submission from its beginning. Page geometries are read in the background; the roll follows. */
    private void open() {
        tools.making().first(model.student());
        tools.scans().first(model.student());
        above.getChildren().clear();
        keyPen.hide();
        if (!question.isOn()) {
            model.scores().activateFirstUnscored();
        }
        openPages.open(); // what was prepared is drawn first
        if (firstPage.isFinished()) {
            ledger.refresh();
        }
    }

    private void shown() {
        showMarks();
        if (!firstPage.isFinished()) {
            if (pages.pages().isEmpty()) { // none is there yet, or none was handed in
                firstPage.waitNoLonger();
            }
            return;
        }
        margin.refresh();
        side.refresh();
        question.arrived();
    }

    /** The words of a scan are available. */
    public void reloadWords(String document) {
        words.reloadWords(document);
        side.refresh();
    }

    private void refresh() {
        ledger.refresh();
        showMarks();
        margin.refresh();
        side.refresh();
        chosenCard.refresh();
    }

    private void showMarks() {
        boolean grips = model.penCaseProperty().get().current().tool() == Tool.CHOOSE;
        pages.spoken(SpokenHand.marks(model.submission()));
        pages.marks(model.submission().marks(), model.chosen().idsProperty().get(), grips);
    }

    /** Opens a student, and there a finding about their work. */
    public void goTo(StudentKey student, Optional<Finding> finding) {
        ways.toStudent(student);
        finding.ifPresent(f -> whenComplete(() -> ways.show(f)));
    }

    /**
     * Opens a student, with a criterion in the ledger and its evidence on the pages.
     *
     * @param criterion id; may be empty
     */
    public void goTo(StudentKey student, String criterion) {
        ways.toStudent(student);
        if (!criterion.isEmpty()) {
            whenComplete(() -> ways.toCriterion(criterion));
        }
    }

    private void whenComplete(Runnable act) {
        firstPage.waitNoLonger();
        firstPage.then(act);
    }

    private void toStudent(StudentKey student) {
        ways.toStudent(student);
    }

    private void toMark(Mark mark) {
        ways.toMark(mark);
    }

    @Override
    public List<Found> find(String typed) {
        return finder.find(typed);
    }

    @Override
    public List<Act> acts() {
        return acts.stream().flatMap(a -> a.get().stream()).toList();
    }
}

package org.epiglyph.desktop.desk;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.binding.Bindings;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import org.epiglyph.carrier.PageMaking;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.frame.Place;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.desktop.pages.PageImages;

/** The desk: ledger, pen case, pages, margin and roll, from left to right. */
public final class Desk implements Place {
    private static final double MARGIN_WIDTH = 240;
    private final DeskModel model;
    private final PageImages images;
    private final Pane above = new Pane();
    private final Ledger ledger;
    private final PenCaseStrip penCase;
    private final PageRoll pages;
    private final Margin margin;
    private final RollStrip roll;
    private final StackPane root;
    private final ObservableValue<String> title;
    private final PageMaking making;
    private final DocumentFiles files;
    private final Pieces pieces;
    private List<Document> shownDocuments = List.of();
    private List<Attached> shownAttached = List.of();
    private StudentKey shown;
    private long shownAt;

    /** @param opener opens a file in the program that the system has for it */
    public Desk(DeskModel model, PageImages images, PageMaking making, Consumer<Path> opener) {
        this.model = model;
        this.images = images;
        this.making = making;
        files = new DocumentFiles(model, opener, Platform::runLater);
        pieces = new Pieces(model, images, files);
        Gestures gestures = new Gestures(model, images, (leaf, at) -> TypedTextField.open(model, leaf, at));
        ledger = new Ledger(model);
        pages = new PageRoll(images, gestures::equip, model::see);
        margin = new Margin(model, pages);
        penCase = new PenCaseStrip(model, above);
        roll = new RollStrip(model, above, student -> go(() -> model.open(student)));
        Region beside = new Region();
        beside.setMinWidth(MARGIN_WIDTH);
        HBox.setHgrow(pages, Priority.ALWAYS);
        HBox paper = new HBox(pages, beside);
        StackPane open = new StackPane(paper, margin);
        HBox.setHgrow(open, Priority.ALWAYS);
        HBox parts = new HBox(ledger, penCase, open, roll);
        parts.getStyleClass().add("desk");
        above.setPickOnBounds(false);
        root = new StackPane(parts, above);
        title = Bindings.createStringBinding(this::titleWords, model.batchProperty());
        margin.remarkWidth(MARGIN_WIDTH - 16);
        ledger.addEventHandler(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                pages.requestFocus();
            }
        });
        watch();
        foldable(beside);
    }

    private void watch() {
        model.submissionProperty().addListener((_, _, now) -> {
            if (now.student().key().equals(shown)) {
                refresh();
                refreshPages();
            } else {
                open();
            }
        });
        model.shownHandInProperty().addListener((_, _, _) -> {
            ledger.refresh();
            refreshPages();
        });
        model.chosenProperty().addListener((_, _, _) -> {
            pages.marks(model.submission().marks(), model.chosenProperty().get());
            margin.refresh();
        });
        model.writingProperty().addListener((_, _, now) -> {
            margin.refresh();
            if (now.isEmpty()) {
                pages.requestFocus();
            }
        });
        model.penCaseProperty().addListener((_, _, _) -> penCase.refresh());
        pages.scrollProperty().addListener((_, _, _) -> margin.refresh());
        pages.zoomProperty().addListener((_, _, _) -> margin.refresh());
        margin.widthProperty().addListener((_, _, _) -> Platform.runLater(margin::refresh));
        margin.heightProperty().addListener((_, _, _) -> Platform.runLater(margin::refresh));
    }

    private void foldable(Region beside) {
        beside.managedProperty().bind(margin.visibleProperty());
        for (Region part : List.of(ledger, penCase, roll)) {
            part.managedProperty().bind(part.visibleProperty());
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
    public ObservableValue<String> aside() {
        return model.keptProperty();
    }

    public DeskModel model() {
        return model;
    }

    private String titleWords() {
        long done = model.batch()
                .submissions()
                .stream()
                .filter(s -> s.scores().isComplete(model.batch().scheme()))
                .count();
        return model.batch().task().title() + "   "
                + Words.of("Desk.scoredOf", done, model.batch().submissions().size());
    }

    @Override
    public void arrive() {
        open();
        Platform.runLater(pages::requestFocus);
    }

    @Override
    public void leave() {
        shownAt++; // pages that are still being read come too late
        ledger.keepWords();
        model.finishWriting();
        model.close();
        images.close();
    }

    /** Shows another submission from its beginning. Shapes are read in the background; the roll follows. */
    private void open() {
        shown = model.submission().student().key();
        making.first(shown);
        above.getChildren().clear();
        refreshSides();
        showPages(pages::show);
    }

    private void showPages(Consumer<List<PageRoll.Piece>> show) {
        Submission submission = model.submission();
        Optional<HandIn> handIn = model.shownHandIn();
        shownDocuments = handIn.map(HandIn::documents).orElse(List.of());
        shownAttached = submission.attached();
        long asked = ++shownAt;
        Thread.ofVirtual().start(() -> {
            List<PageRoll.Piece> made = pieces.of(submission, handIn);
            Platform.runLater(() -> {
                if (asked == shownAt) {
                    show.accept(made);
                    pages.marks(model.submission().marks(), model.chosenProperty().get());
                    margin.refresh();
                    prepareNext();
                }
            });
        });
    }

    /** Pages that were made meanwhile, another hand-in or an attached file change what the roll shows. */
    private void refreshPages() {
        List<Document> now = model.shownHandIn().map(HandIn::documents).orElse(List.of());
        if (!now.equals(shownDocuments) || !model.submission().attached().equals(shownAttached)) {
            showPages(pages::showAgain);
        }
    }

    /** Draws the first pages of the next submission ahead, at the scale in force. */
    private void prepareNext() {
        List<StudentKey> all = model.students();
        int next = all.indexOf(shown) + 1;
        if (next < all.size()) {
            double scale = pages.scale() * pages.getScene().getWindow().getOutputScaleX();
            model.batch().submission(all.get(next)).pages().stream().limit(2).forEach(p -> images.image(p, scale));
        }
    }

    private void refresh() {
        refreshSides();
        pages.marks(model.submission().marks(), model.chosenProperty().get());
        margin.refresh();
    }

    private void refreshSides() {
        ledger.refresh();
        roll.refresh();
    }

    private void go(Runnable where) {
        ledger.keepWords();
        where.run();
        pages.requestFocus();
    }

    @Override
    public List<Act> acts() {
        List<Act> acts = new ArrayList<>();
        acts.add(Act.of("Desk.act.next", "Shortcut+DOWN", () -> go(() -> model.step(1))));
        acts.add(Act.of("Desk.act.previous", "Shortcut+UP", () -> go(() -> model.step(-1))));
        acts.add(Act.of("Desk.act.nextToMark", "Shortcut+Shift+DOWN", () -> go(model::nextToMark)));
        acts.add(Act.of("Desk.act.undo", "Shortcut+Z", model::canUndo, model::undo));
        acts.add(Act.of("Desk.act.redo", "Shortcut+Shift+Z", model::canRedo, model::redo));
        acts.add(Act.of("Desk.act.ledger", "L", ledger::focusCriterion));
        acts.add(Act.of("Desk.act.pages", "ESCAPE", () -> {
            penCase.closeChoice();
            model.chosenProperty().set(Optional.empty());
            pages.requestFocus();
        }));
        acts.add(Act.of("Desk.act.onTheWhole", "W", ledger::focusOnTheWhole));
        acts.add(Act.of("Desk.act.private", "Shift+W", ledger::focusPrivate));
        acts.add(Act.of("Desk.act.remark", "R", () -> model.chosenMark().isPresent(),
                () -> model.chosenProperty().get().ifPresent(model::write)));
        acts.add(Act.of("Desk.act.keepPhrase", "K", model::keepAsPhrase));
        acts.add(Act.of("Desk.act.makePrivate", "P", () -> model.chosenMark().isPresent(), model::togglePrivate));
        acts.add(Act.of("Desk.act.delete", "DELETE", () -> model.chosenMark().isPresent(), model::removeChosen));
        acts.add(Act.of("Desk.act.seal", "Shortcut+ENTER", () -> {
            ledger.keepWords();
            model.seal();
        }));
        acts.add(Act.of("Desk.act.openAgain", "", () -> model.submission().sealed(), model::openAgain));
        acts.add(Act.of("Desk.act.pageOn", "PAGE_DOWN", () -> pages.turnPages(1)));
        acts.add(Act.of("Desk.act.pageBack", "PAGE_UP", () -> pages.turnPages(-1)));
        acts.add(Act.of("Desk.act.zoomIn", "Shortcut+PLUS", () -> pages.zoomBy(1.2, pages.getHeight() / 2)));
        acts.add(Act.of("Desk.act.zoomIn", "Shortcut+EQUALS", () -> pages.zoomBy(1.2, pages.getHeight() / 2)));
        acts.add(Act.of("Desk.act.zoomOut", "Shortcut+MINUS", () -> pages.zoomBy(1 / 1.2, pages.getHeight() / 2)));
        acts.add(Act.of("Desk.act.fitWidth", "Shortcut+DIGIT0", () -> pages.zoomTo(0)));
        acts.add(Act.of("Desk.act.fitPage", "Shortcut+DIGIT9", () -> pages.zoomTo(pages.fitPage())));
        acts.add(Act.of("Desk.act.foldLedger", "F2", () -> ledger.setVisible(!ledger.isVisible())));
        acts.add(Act.of("Desk.act.foldMargin", "F3", () -> margin.setVisible(!margin.isVisible())));
        acts.add(Act.of("Desk.act.foldCase", "F4", () -> penCase.setVisible(!penCase.isVisible())));
        acts.add(Act.of("Desk.act.foldRoll", "F6", () -> roll.setVisible(!roll.isVisible())));
        acts.add(Act.of("Desk.act.openOutside", "Shortcut+O", () -> !shownDocuments.isEmpty(),
                () -> files.openOutside(shownDocument())));
        acts.add(Act.of("Desk.act.attach", "Shortcut+Shift+O", () -> !shownDocuments.isEmpty(),
                () -> pieces.chooseChanged(shownDocument()).ifPresent(f -> files.attach(shownDocument(), f))));
        acts.add(Act.of("Desk.act.otherHandIn", "H", () -> model.submission().handIns().size() > 1, this::otherHandIn));
        acts.add(Act.of("Desk.act.letCount", "Shift+H", () -> model.submission().handIns().size() > 1,
                model::letShownCount));
        acts.addAll(moves());
        List<String> keys = List.of("DIGIT1", "DIGIT2", "DIGIT3", "DIGIT4", "DIGIT5", "DIGIT6", "DIGIT7", "DIGIT8",
                "DIGIT9", "DIGIT0", "MINUS", "E", "C");
        for (int i = 0; i < Math.min(keys.size(), model.penCaseProperty().get().slots().size()); i++) {
            int slot = i;
            String words = Words.of("Desk.act.take", PenCaseStrip.words(model.penCaseProperty().get().slots().get(i)));
            acts.add(new Act(words, Optional.of(Act.key(keys.get(i))), () -> true,
                    () -> model.take(slot)));
        }
        return acts;
    }

    /** The document in sight, else the first. */
    private Document shownDocument() {
        return pages.pageInSight()
                .flatMap(p -> shownDocuments.stream().filter(d -> d.id().equals(p.document())).findFirst())
                .orElseGet(shownDocuments::getFirst);
    }

    /** Looks at the hand-in before, from the oldest on at the newest again. */
    private void otherHandIn() {
        List<Integer> numbers = model.submission().handIns().stream().map(HandIn::number).toList();
        int at = numbers.indexOf(model.shownHandIn().orElseThrow().number());
        model.shownHandInProperty().set(Optional.of(numbers.get((at + numbers.size() - 1) % numbers.size())));
    }

    /** The arrow keys move the chosen mark, one point a press. */
    private List<Act> moves() {
        return List.of(move("LEFT", -1, 0), move("RIGHT", 1, 0), move("UP", 0, -1), move("DOWN", 0, 1));
    }

    private Act move(String key, double dx, double dy) {
        return Act.of("Desk.act.move." + key, key, () -> pages.isFocused() && model.chosenMark().isPresent(),
                () -> model.chosenMark().ifPresent(m -> model.change(m.movedBy(dx, dy))));
    }
}

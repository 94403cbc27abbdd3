package org.epiglyph.desktop.paper;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Point2D;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseDragEvent;
import javafx.scene.input.MouseEvent;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Shape;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText.Selection;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.core.pencase.Tool;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;

/** Turns the hand on a page into edits, by the tool in hand. One gesture at a time, from press to release. */
public final class Gestures {
    private static final double REACH_PIXELS = 5;
    private static final double ERASER_PIXELS = 7;
    private final DeskModel model;
    private final PageWords words;
    private final TextOpener typing;
    private PageRoll roll;
    private WordMarks wordMarks;
    private Consumer<Selection> reading = _ -> {};
    private Runnable caseOpener = () -> {};
    private Gesture gesture = Gesture.NONE;
    private boolean penWrites;
    /** The pointer's last place in the scene; a quick hand is released further on, with no drag in between. */
    private Point2D pointer = Point2D.ZERO;
    /** True if the previous press was with the selecting tool; a quick press after a stamp is not a double press. */
    private boolean choosing;

    /** Opens a field for typed text on a page. */
    public interface TextOpener {
        /** @param text the text that is edited; empty for a new one */
        void open(PageLeaf leaf, PagePoint at, Optional<TypedText> text);
    }

    public Gestures(DeskModel model, PageWords words, TextOpener typing) {
        this.model = model;
        this.words = words;
        this.typing = typing;
    }

    /** Sets the roll of the pages. */
    public void on(PageRoll pages) {
        roll = pages;
        wordMarks = new WordMarks(model, pages, words);
    }

    /** @param listener receives words selected for reading or copying */
    public void onReading(Consumer<Selection> listener) {
        reading = listener;
    }

    /** @param opener opens the pen case at the pointer */
    public void onSecondButton(Runnable opener) {
        caseOpener = opener;
    }

    /** Attaches the handlers of a leaf, and has its words read so that they are there when they are needed. */
    public void equip(PageLeaf leaf) {
        leaf.addEventHandler(MouseEvent.MOUSE_PRESSED, e -> {
            if (e.getButton() == MouseButton.SECONDARY) {
                caseOpener.run();
            } else if (e.getButton() == MouseButton.PRIMARY && !isFingerBesidePen(e)) {
                pointer = place(e);
                press(contact(leaf, e));
            }
        });
        leaf.addEventHandler(MouseEvent.MOUSE_DRAGGED, e -> {
            if (!isFingerBesidePen(e)) {
                pointer = place(e);
                drag(contact(under(leaf, e), e));
            }
        });
        leaf.addEventHandler(MouseEvent.MOUSE_RELEASED, e -> {
            if (e.getButton() == MouseButton.PRIMARY && !isFingerBesidePen(e)) {
                Contact contact = contact(under(leaf, e), e);
                if (!place(e).equals(pointer)) {
                    drag(contact);
                }
                release(contact);
            }
        });
        leaf.whenSettled(() -> words.read(leaf.page(), leaf::showRecognised));
    }

    /** Accepts phrases dropped on marks and pages. */
    public void acceptPhrases(PhraseHand hand) {
        roll.addEventHandler(MouseDragEvent.MOUSE_DRAG_RELEASED, e -> {
            Optional<PageLeaf> leaf = roll.leafAt(e.getSceneX(), e.getSceneY());
            if (hand.isHolding() && leaf.isPresent()) {
                e.consume();
                Contact contact = contact(leaf.get(), e);
                hand.drop((phrase, said) -> markAt(contact, REACH_PIXELS).ifPresentOrElse(
                        mark -> model.placing().onMark(mark, phrase, said),
                        () -> model.placing()
                                .onPage(leaf.get().page(), contact.at(), leaf.get().uprightTurn(),
                                        text(contact).sentenceAt(contact.at()), phrase, said)));
            }
        });
    }

    private static Point2D place(MouseEvent event) {
        return new Point2D(event.getSceneX(), event.getSceneY());
    }

    /** While a pen writes, fingers scroll and never draw. */
    private boolean isFingerBesidePen(MouseEvent event) {
        return penWrites && event.isSynthesized();
    }

    /** Only text is followed from page to page; all other gestures stay on the page where they began. */
    private PageLeaf under(PageLeaf leaf, MouseEvent event) {
        return gesture instanceof TextGesture
                ? roll.leafAt(event.getSceneX(), event.getSceneY()).orElse(leaf)
                : leaf;
    }

    private static Contact contact(PageLeaf leaf, MouseEvent e) {
        return new Contact(leaf, leaf.atScene(e.getSceneX(), e.getSceneY()), 0, System.nanoTime() / 1_000_000,
                e.getClickCount(), e.isShiftDown(), e.isAltDown());
    }

    void penWrites() {
        penWrites = true;
    }

    void drag(Contact contact) {
        gesture.drag(contact);
    }

    void release(Contact contact) {
        Gesture ended = gesture;
        gesture = Gesture.NONE;
        ended.release(contact);
    }

    /** Cancels the current gesture. */
    void cancel() {
        gesture.cancel();
        gesture = Gesture.NONE;
    }

    void press(Contact contact) {
        cancel();
        roll.requestFocus();
        model.writing().finish();
        Slot slot = model.penCaseProperty().get().current();
        boolean choseBefore = choosing;
        choosing = slot.tool() == Tool.CHOOSE || contact.grabbing();
        if (choosing) {
            gesture = choose(contact);
            if (contact.clicks() == 2 && choseBefore) {
                openChosen(contact);
            }
            return;
        }
        gesture = needsWords(slot.tool()) && !words.areRead(contact.leaf().page())
                ? awaitingWords(slot, contact)
                : with(slot, contact);
    }

    /** True if what the slot in use makes stands at one point, without a drag. */
    boolean isAtOnePoint() {
        return switch (model.penCaseProperty().get().current().tool()) {
            case NOTE, TEXT, STAMP -> true;
            default -> false;
        };
    }

    private static boolean needsWords(Tool tool) {
        return switch (tool) {
            case HIGHLIGHTER, UNDERLINE, WAVY_UNDERLINE, STRIKE_OUT, CORRECTION -> true;
            default -> false;
        };
    }

    private Gesture awaitingWords(Slot slot, Contact first) {
        AwaitingWords awaiting = new AwaitingWords(first, contact -> with(slot, contact));
        PageRef page = first.leaf().page();
        words.whenRead(page, () -> {
            if (roll.getScene() != null && roll.pages().contains(page)) { // neither the desk nor the student was left
                awaiting.begin();
            } else if (awaiting.isHolding()) {
                model.refuse(UiText.of("Desk.markNotMade"));
            }
        });
        return awaiting;
    }

    private Gesture note(Contact contact) {
        Note note = model.pageSizes().onto(new Note(head(contact.leaf()), contact.at()));
        if (model.place(note)) {
            model.writing().open(note.id());
        }
        return Gesture.NONE;
    }

    private Gesture with(Slot slot, Contact contact) {
        return switch (slot.tool()) {
            case PEN -> new InkGesture(model, slot, Stroke.Nib.FINE, contact);
            case HIGHLIGHTER, UNDERLINE, WAVY_UNDERLINE, STRIKE_OUT -> text(contact).hasWordNear(contact.at())
                    ? new TextGesture(roll, words, contact, run -> wordMarks.markUp(slot, run))
                    : new InkGesture(model, slot, slot.tool() == Tool.HIGHLIGHTER ? Stroke.Nib.BROAD : Stroke.Nib.FINE,
                            contact);
            case CORRECTION -> correct(slot, contact);
            case NOTE -> note(contact);
            case BOX -> new FigureGesture(model, Shape.Form.BOX, contact);
            case ELLIPSE -> new FigureGesture(model, Shape.Form.ELLIPSE, contact);
            case LINE -> new FigureGesture(model, Shape.Form.LINE, contact);
            case ARROW -> new FigureGesture(model, Shape.Form.ARROW, contact);
            case BRACKET -> new FigureGesture(model, Shape.Form.BRACKET, contact);
            case TEXT -> {
                typing.open(contact.leaf(), contact.at(), Optional.empty());
                yield Gesture.NONE;
            }
            case STAMP -> new StampGesture(model, slot, contact);
            case ERASER -> new EraseGesture(contact);
            case CHOOSE -> Gesture.NONE;
        };
    }

    private Head head(PageLeaf leaf) {
        return model.newHead(leaf.page(), leaf.uprightTurn());
    }

    private PageText text(Contact contact) {
        return words.of(contact.leaf().page());
    }

    private Optional<Mark> markAt(Contact contact, double pixels) {
        double reach = contact.points(pixels);
        return model.submission()
                .marks()
                .reversed()
                .stream()
                .filter(m -> m.page().equals(contact.leaf().page()) && m.touches(contact.at(), reach))
                .findFirst();
    }

    // --- choosing

    /** @param around the box around the selected marks */
    private Optional<Gesture> grip(Contact contact, PageBox around) {
        double reach = contact.points(PageLeaf.GRIP + 2);
        if (contact.leaf().scaleGrip(around).distanceTo(contact.at()) <= reach) {
            return Optional.of(MoveGesture.scaling(model, contact, around));
        }
        return model.chosen().marks().stream().allMatch(Stamp.class::isInstance)
                && contact.leaf().turnGrip(around).distanceTo(contact.at()) <= reach
                        ? Optional.of(MoveGesture.turning(model, contact, around))
                        : Optional.empty();
    }

    private Gesture choose(Contact contact) {
        Optional<Gesture> grip = model.chosen()
                .around()
                .filter(_ -> model.chosen().marks().getFirst().page().equals(contact.leaf().page()))
                .flatMap(around -> grip(contact, around));
        if (grip.isPresent()) {
            return grip.get();
        }
        Optional<Mark> mark = markAt(contact, REACH_PIXELS);
        if (mark.isPresent()) {
            if (contact.steered()) {
                model.chosen().add(mark.get().id());
                return Gesture.NONE;
            }
            if (!model.chosen().has(mark.get().id())) {
                model.chosen().choose(List.of(mark.get().id()));
            }
            return MoveGesture.moving(model, contact);
        }
        model.chosen().none();
        return text(contact).hasWordNear(contact.at()) && !contact.steered()
                ? new TextGesture(roll, words, contact, run -> {
                    roll.found(TextGesture.boxes(run));
                    String all = String.join("\n", run.values().stream().map(Selection::text).toList());
                    reading.accept(new Selection(all, List.of()));
                })
                : new LassoGesture(model, contact);
    }

    private void openChosen(Contact contact) {
        model.chosen().one().ifPresent(mark -> {
            if (mark instanceof TypedText typed) {
                typing.open(contact.leaf(), typed.at(), Optional.of(typed));
            } else {
                model.writing().open(mark.id());
            }
        });
    }

    // --- words

    /**
     * A press between words inserts others; a drag along words strikes them out; struck words dragged elsewhere move.
     */
    private Gesture correct(Slot slot, Contact contact) {
        Optional<Mark> there = markAt(contact, REACH_PIXELS).filter(Correction.class::isInstance);
        if (there.isPresent()) {
            model.chosen().choose(List.of(there.get().id()));
            return MoveGesture.moving(model, contact);
        }
        if (!text(contact).hasWordNear(contact.at())) {
            return Gesture.NONE;
        }
        return new CorrectGesture(slot, contact);
    }

    /** Strikes out along words, or inserts others if the pointer did not move. */
    private final class CorrectGesture implements Gesture {
        private final Slot slot;
        private final Contact pressed;
        private final TextGesture along;

        CorrectGesture(Slot slot, Contact pressed) {
            this.slot = slot;
            this.pressed = pressed;
            along = new TextGesture(roll, words, pressed, run -> wordMarks.strikeOut(slot, run));
        }

        @Override
        public void drag(Contact now) {
            along.drag(now);
        }

        @Override
        public void release(Contact now) {
            boolean still = pressed.at().distanceTo(now.at()) * now.leaf().scale() < REACH_PIXELS;
            if (still && pressed.clicks() == 1) {
                along.cancel();
                wordMarks.insertAt(slot, now);
            } else {
                along.release(now);
            }
        }

        @Override
        public void cancel() {
            along.cancel();
        }
    }

    /** Whole marks; with Shift held, only the ink under the eraser. */
    private final class EraseGesture implements Gesture {
        EraseGesture(Contact contact) {
            drag(contact);
        }

        @Override
        public void drag(Contact contact) {
            if (contact.steered()) {
                double radius = model.penCaseProperty().get().current().width() / 2;
                model.chosen().erase(contact.leaf().page(), contact.at(), radius);
            } else {
                markAt(contact, ERASER_PIXELS).ifPresent(m -> model.remove(m.id()));
            }
        }
    }
}

package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.application.Platform;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.shape.LineTo;
import javafx.scene.shape.MoveTo;
import javafx.scene.shape.Path;
import org.epiglyph.core.ink.InkFit;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Highlight;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.core.pencase.Tool;
import org.epiglyph.desktop.pages.PageImages;

/** Turns the pointer on a page into edits, by the tool in hand. One gesture at a time, from press to release. */
final class Gestures {
    /** How far the fitted ink may pass from the hand's path, in points. */
    private static final double TOLERANCE = 0.25;
    private static final double REACH_PIXELS = 5;
    private static final double ERASER_PIXELS = 7;
    private final DeskModel model;
    private final PageImages images;
    private final TextOpener typing;
    private final Map<PageRef, PageText> texts = new HashMap<>();
    private Gesture gesture = Gesture.NONE;
    /** True where the press before was with the tool that chooses; a quick press after a stamp is no double press. */
    private boolean choosing;

    /** Opens a field for typed text on a page. */
    interface TextOpener {
        void open(PageLeaf leaf, PagePoint at);
    }

    Gestures(DeskModel model, PageImages images, TextOpener typing) {
        this.model = model;
        this.images = images;
        this.typing = typing;
    }

    private interface Gesture {
        Gesture NONE = new Gesture() {};

        default void drag(PageLeaf leaf, PagePoint at) {}

        default void release(PageLeaf leaf, PagePoint at) {}
    }

    /** Makes a leaf listen, and has its words read so that they are there when they are needed. */
    void equip(PageLeaf leaf) {
        leaf.addEventHandler(MouseEvent.MOUSE_PRESSED, e -> press(leaf, e));
        leaf.addEventHandler(MouseEvent.MOUSE_DRAGGED, e -> gesture.drag(leaf, leaf.at(e.getX(), e.getY())));
        leaf.addEventHandler(MouseEvent.MOUSE_RELEASED, e -> {
            Gesture ended = gesture;
            gesture = Gesture.NONE;
            ended.release(leaf, leaf.at(e.getX(), e.getY()));
        });
        images.text(leaf.page()).thenAccept(text -> Platform.runLater(() -> texts.put(leaf.page(), text)));
    }

    private void press(PageLeaf leaf, MouseEvent event) {
        if (event.getButton() != MouseButton.PRIMARY) {
            return;
        }
        leaf.getParent().getParent().requestFocus();
        model.finishWriting();
        PagePoint at = leaf.at(event.getX(), event.getY());
        Slot slot = model.penCaseProperty().get().current();
        boolean choseBefore = choosing;
        choosing = slot.tool() == Tool.CHOOSE;
        if (event.isAltDown()) {
            gesture = choose(leaf, at);
            return;
        }
        gesture = switch (slot.tool()) {
            case PEN -> new Drawing(leaf, at, slot.width(), Stroke.Nib.FINE);
            case HIGHLIGHTER -> text(leaf).hasWordNear(at)
                    ? new Covering(leaf, at)
                    : new Drawing(leaf, at, slot.width(), Stroke.Nib.BROAD);
            case NOTE -> {
                Note note = new Note(head(leaf), at);
                if (model.place(note)) {
                    model.write(note.id());
                }
                yield Gesture.NONE;
            }
            case TEXT -> {
                typing.open(leaf, at);
                yield Gesture.NONE;
            }
            case STAMP -> {
                model.place(new Stamp(head(leaf), slot.sign(), at, slot.width()));
                yield Gesture.NONE;
            }
            case ERASER -> new Erasing(leaf, at);
            case CHOOSE -> {
                Gesture moving = choose(leaf, at);
                if (event.getClickCount() == 2 && choseBefore) {
                    model.chosenProperty().get().ifPresent(model::write);
                }
                yield moving;
            }
        };
    }

    private Head head(PageLeaf leaf) {
        return model.newHead(leaf.page(), (360 - leaf.geometry().rotation()) % 360);
    }

    private PageText text(PageLeaf leaf) {
        return texts.getOrDefault(leaf.page(), PageText.NONE);
    }

    private Optional<Mark> markAt(PageLeaf leaf, PagePoint at, double pixels) {
        double reach = pixels / leaf.scale();
        return model.submission()
                .marks()
                .reversed()
                .stream()
                .filter(m -> m.page().equals(leaf.page()) && m.touches(at, reach))
                .findFirst();
    }

    private Gesture choose(PageLeaf leaf, PagePoint at) {
        Optional<Mark> mark = markAt(leaf, at, REACH_PIXELS);
        model.chosenProperty().set(mark.map(Mark::id));
        return mark.<Gesture>map(m -> new Moving(leaf, m, at)).orElse(Gesture.NONE);
    }

    /** Ink, or a broad wash where there is no text. */
    private final class Drawing implements Gesture {
        private final List<PagePoint> points = new ArrayList<>();
        private final double width;
        private final Stroke.Nib nib;
        private final Path path;

        Drawing(PageLeaf leaf, PagePoint at, double width, Stroke.Nib nib) {
            this.width = width;
            this.nib = nib;
            this.path = MarkNodes.live(width, model.penCaseProperty().get().current().ink(), nib == Stroke.Nib.BROAD);
            path.getElements().addAll(new MoveTo(at.x(), at.y()), new LineTo(at.x() + 0.01, at.y()));
            leaf.live().getChildren().add(path);
            points.add(at);
        }

        @Override
        public void drag(PageLeaf leaf, PagePoint at) {
            points.add(at);
            path.getElements().add(new LineTo(at.x(), at.y()));
        }

        @Override
        public void release(PageLeaf leaf, PagePoint at) {
            leaf.live().getChildren().remove(path);
            Stroke stroke = new Stroke(model.newHead(leaf.page(), 0), InkFit.smooth(points, TOLERANCE), width, nib);
            if (model.place(stroke) && nib == Stroke.Nib.BROAD) {
                model.write(stroke.id());
            }
        }
    }

    /** A highlight that follows words. */
    private final class Covering implements Gesture {
        private final PagePoint from;

        Covering(PageLeaf leaf, PagePoint at) {
            this.from = at;
            show(leaf, at);
        }

        private PageText.Selection show(PageLeaf leaf, PagePoint to) {
            PageText.Selection selection = text(leaf).between(from, to);
            leaf.live()
                    .getChildren()
                    .setAll(selection.boxes()
                            .stream()
                            .map(b -> MarkNodes.wash(b, model.penCaseProperty().get().current().ink()))
                            .toList());
            return selection;
        }

        @Override
        public void drag(PageLeaf leaf, PagePoint at) {
            show(leaf, at);
        }

        @Override
        public void release(PageLeaf leaf, PagePoint at) {
            PageText.Selection selection = show(leaf, at);
            leaf.live().getChildren().clear();
            if (!selection.isEmpty()) {
                Highlight highlight = new Highlight(model.newHead(leaf.page(), 0), selection.boxes(), selection.text());
                if (model.place(highlight)) {
                    model.write(highlight.id());
                }
            }
        }
    }

    private final class Erasing implements Gesture {
        Erasing(PageLeaf leaf, PagePoint at) {
            drag(leaf, at);
        }

        @Override
        public void drag(PageLeaf leaf, PagePoint at) {
            markAt(leaf, at, ERASER_PIXELS).ifPresent(m -> model.remove(m.id()));
        }
    }

    private final class Moving implements Gesture {
        private final Mark mark;
        private final PagePoint from;

        Moving(PageLeaf leaf, Mark mark, PagePoint from) {
            this.mark = mark;
            this.from = from;
        }

        private Mark moved(PagePoint at) {
            return mark.movedBy(at.x() - from.x(), at.y() - from.y());
        }

        @Override
        public void drag(PageLeaf leaf, PagePoint at) {
            leaf.live().getChildren().setAll(MarkNodes.of(moved(at)));
        }

        @Override
        public void release(PageLeaf leaf, PagePoint at) {
            leaf.live().getChildren().clear();
            if (from.distanceTo(at) * leaf.scale() > 2 && !moved(at).equals(mark)) {
                model.change(moved(at));
            }
        }
    }

}

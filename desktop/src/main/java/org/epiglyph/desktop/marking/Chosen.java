package org.epiglyph.desktop.marking;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Predicate;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.desktop.frame.UiText;

/** The selected marks, and what is done with all of them at once, as one edit. */
public final class Chosen {
    private static final double SMALL_STEP = 8;
    private final DeskModel model;
    private final ReadOnlyObjectWrapper<List<String>> ids = new ReadOnlyObjectWrapper<>(List.of());
    private List<Mark> copied = List.of();

    Chosen(DeskModel model) {
        this.model = model;
    }

    /** Ids of the selected marks, in the order of selection. */
    public ReadOnlyObjectProperty<List<String>> idsProperty() {
        return ids.getReadOnlyProperty();
    }

    public boolean isEmpty() {
        return ids.get().isEmpty();
    }

    /** The one selected mark; empty if there is none or more than one. */
    public Optional<Mark> one() {
        return ids.get().size() == 1 ? model.submission().findMark(ids.get().getFirst()) : Optional.empty();
    }

    /** The selected marks, from back to front. */
    public List<Mark> marks() {
        Set<String> these = Set.copyOf(ids.get());
        return model.submission().marks().stream().filter(m -> these.contains(m.id())).toList();
    }

    public boolean has(String id) {
        return ids.get().contains(id);
    }

    public void choose(List<String> marks) {
        ids.set(List.copyOf(marks));
    }

    public void none() {
        ids.set(List.of());
    }

    /** Adds a mark to the selection, or removes it. */
    public void add(String id) {
        List<String> more = new ArrayList<>(ids.get());
        if (!more.remove(id)) {
            more.add(id);
        }
        choose(more);
    }

    /** Selects all marks that match. */
    public void choose(Predicate<Mark> like) {
        choose(model.submission().marks().stream().filter(like).map(Mark::id).toList());
    }

    /** Selects all marks of the kind of the first selected one, including a stamp's face. */
    public void sameKind() {
        marks().stream()
                .findFirst()
                .ifPresent(first -> choose(m -> m.getClass() == first.getClass()
                        && !(m instanceof Stamp s && !s.face().equals(((Stamp) first).face()))));
    }

    /** Selects the mark a number of places after the selected one in the order of pages and lines. */
    public Optional<Mark> next(int by) {
        List<Mark> all = inPageOrder(model.submission());
        if (all.isEmpty()) {
            return Optional.empty();
        }
        int here = one().map(all::indexOf).orElse(by > 0 ? -1 : 0);
        Mark next = all.get(Math.floorMod(here + by, all.size()));
        choose(List.of(next.id()));
        return Optional.of(next);
    }

    /** All marks of a submission in the order in which they are read: by document, page, height, from left to right. */
    public static List<Mark> inPageOrder(Submission submission) {
        return inPageOrder(submission, _ -> true);
    }

    /** Some marks of a submission, in the same order. */
    public static List<Mark> inPageOrder(Submission submission, Predicate<Mark> which) {
        List<Mark> marks = submission.marks().stream().filter(which).toList();
        if (marks.size() < 2) {
            return marks;
        }
        Map<PageRef, Integer> places = new HashMap<>();
        submission.pages().forEach(p -> places.put(p, places.size()));
        return marks.stream()
                .sorted(Comparator.comparingInt((Mark m) -> places.getOrDefault(m.page(), -1))
                        .thenComparingDouble(m -> m.bounds().top())
                        .thenComparingDouble(m -> m.bounds().left()))
                .toList();
    }

    void deselectMissing() {
        List<String> there = ids.get().stream().filter(id -> model.submission().findMark(id).isPresent()).toList();
        if (!there.equals(ids.get())) {
            ids.set(there);
        }
    }

    /** Changes every selected mark; unchanged ones are left out. True if anything changed. */
    public boolean change(Function<Mark, Mark> change) {
        List<Edit> edits = new ArrayList<>();
        for (Mark mark : marks()) {
            Mark other = change.apply(mark);
            if (!other.equals(mark)) {
                edits.add(new Edit.ChangeMark(model.student(), other));
            }
        }
        return editAll(edits);
    }

    private boolean editAll(List<Edit> edits) {
        return !edits.isEmpty() && model.edit(edits.size() == 1 ? edits.getFirst() : new Edit.Together(edits));
    }

    /** The box around all selected marks; empty if none is selected or they are on several pages. */
    public Optional<PageBox> around() {
        List<Mark> marks = marks();
        boolean onePage = marks.stream().map(Mark::page).distinct().count() == 1;
        return onePage ? Optional.of(PageBox.around(marks.stream().map(Mark::bounds).toList())) : Optional.empty();
    }

    /** Moves the selected marks, as far as they stay on their pages. */
    public void move(double dx, double dy) {
        PagePoint move = model.pageSizes().within(marks(), dx, dy);
        change(m -> m.movedBy(move.x(), move.y()));
    }

    /** Enlarges or shrinks the selected marks, about the upper left corner of the box around them. */
    public void scale(double factor) {
        around().ifPresent(box -> change(m -> m.scaledAbout(box.topLeft(), factor)));
    }

    /** Turns the selected stamps. */
    public void turn(double degrees) {
        change(m -> m instanceof Stamp s ? s.turnedBy(degrees) : m);
    }

    public void ink(Ink ink) {
        change(m -> m.withHead(m.head().withInk(ink)));
    }

    public void weight(double points) {
        change(m -> m.withWeight(points));
    }

    /** Links the selected marks to a criterion as evidence; those linked to it already are unlinked. */
    public void link(String criterion) {
        boolean all = marks().stream().allMatch(m -> m.head().criterion().equals(criterion));
        change(m -> m.withHead(m.head().withCriterion(all ? "" : criterion)));
    }

    /** Makes the selected marks private, or all public again if all are private. */
    public void togglePrivate() {
        boolean all = marks().stream().allMatch(Mark::isPrivate);
        change(m -> m.withRemark(m.remark().withAudience(all ? Audience.STUDENT : Audience.PRIVATE)));
    }

    /** Removes the selected marks. */
    public void remove() {
        editAll(marks().stream().<Edit>map(m -> new Edit.RemoveMark(model.student(), m.id())).toList());
    }

    /** Moves the selected marks in front of all others, or behind them. */
    public void order(boolean toFront) {
        List<Mark> marks = toFront ? marks() : marks().reversed();
        int position = toFront ? Integer.MAX_VALUE : 0;
        editAll(marks.stream()
                .<Edit>map(m -> new Edit.OrderMark(model.student(), m.id(), position))
                .toList());
    }

    /** Copies the selected marks, for another place, page or submission of the batch. */
    public void copy() {
        copied = marks();
        model.report(UiText.of("Desk.copied", copied.size()));
    }

    public boolean hasCopies() {
        return !copied.isEmpty();
    }

    /**
     * Pastes the copies on a page, where they were on theirs; slightly shifted if they would cover the originals, and
     * moved onto a smaller page.
     */
    public void putCopies(PageRef page) {
        List<Mark> fresh = new ArrayList<>();
        for (Mark mark : copied) {
            Mark same = mark.withHead(mark.head().copiedTo(DeskModel.newId(), page));
            boolean covered = model.submission()
                    .marks()
                    .stream()
                    .anyMatch(m -> m.page().equals(page) && m.bounds().equals(mark.bounds()));
            fresh.add(covered ? same.movedBy(SMALL_STEP, SMALL_STEP) : same);
        }
        model.place(fresh.isEmpty() ? fresh : model.pageSizes().onto(fresh));
    }

    /**
     * Erases ink: strokes lose what is under the eraser and may fall into pieces.
     *
     * @param at     the eraser's centre
     * @param radius in points
     */
    public void erase(PageRef page, PagePoint at, double radius) {
        List<Edit> edits = new ArrayList<>();
        List<Mark> all = model.submission().marks();
        for (Mark mark : all) {
            if (mark instanceof Stroke stroke && mark.page().equals(page) && mark.touches(at, radius)) {
                List<Stroke> left = stroke.erasedAt(at, radius);
                if (!left.equals(List.of(stroke))) {
                    edits.addAll(exchange(stroke, left, all.indexOf(mark)));
                }
            }
        }
        editAll(edits);
    }

    /** The longest piece remains the original stroke, with its remark; the others are new. */
    private List<Edit> exchange(Stroke stroke, List<Stroke> pieces, int position) {
        if (pieces.isEmpty()) {
            return List.of(new Edit.RemoveMark(model.student(), stroke.id()));
        }
        List<Edit> edits = new ArrayList<>();
        Stroke longest = pieces.stream()
                .max(java.util.Comparator.comparingDouble(p -> p.path().length()))
                .orElseThrow();
        edits.add(new Edit.ChangeMark(model.student(), longest));
        for (Stroke piece : pieces) {
            if (piece != longest) {
                Stroke fresh = piece.withHead(stroke.head()
                        .withRemark(org.epiglyph.core.marks.Remark.NONE
                                .withAudience(stroke.remark().audience()))
                        .copiedTo(DeskModel.newId(), stroke.page()));
                edits.add(new Edit.PlaceMark(model.student(), fresh, position + 1));
            }
        }
        return edits;
    }
}

package org.epiglyph.desktop.marking;

import java.util.List;
import java.util.Optional;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.UiText;

/** Navigation from student to student: through the roll, or along a list. */
public final class Walk {
    private static final int MOST_AHEAD = 50;
    private final DeskModel model;
    private final ReadOnlyObjectWrapper<Optional<Followed>> followed = new ReadOnlyObjectWrapper<>(Optional.empty());

    Walk(DeskModel model) {
        this.model = model;
    }

    /**
     * A list that is followed.
     *
     * @param name     its name
     * @param students in order, as they were when it was started
     */
    public record Followed(String name, List<StudentKey> students) {
        public Followed {
            students = List.copyOf(students);
        }
    }

    /** The list that is followed; empty for the roll. */
    public ReadOnlyObjectProperty<Optional<Followed>> followedProperty() {
        return followed.getReadOnlyProperty();
    }

    /**
     * Follows a list, from the current student if they are on it, else from its first; an empty list is not followed.
     */
    public void follow(Followed list) {
        resume(list);
        if (!list.students.isEmpty() && !list.students.contains(model.student())) {
            model.open(list.students.getFirst());
        }
    }

    /** Follows a list again, whoever is on the desk. */
    public void resume(Followed list) {
        if (!list.students.isEmpty()) {
            followed.set(Optional.of(list));
        }
    }

    /** Returns to the roll. */
    public void leaveList() {
        followed.set(Optional.empty());
    }

    private int size() {
        return followed.get().map(f -> f.students.size()).orElse(model.progress().size());
    }

    private StudentKey at(int place) {
        return followed.get()
                .map(f -> f.students.get(place))
                .orElseGet(() -> model.batch().submissions().get(place).student().key());
    }

    /** The position of the student on the desk in what is followed, from 0; -1 for one who is not on the list. */
    private int place() {
        return followed.get().map(f -> f.students.indexOf(model.student())).orElseGet(model::position);
    }

    /** Goes a number of students further; stops at the ends. From outside the list it goes to its nearer end. */
    public void step(int by) {
        int here = place();
        int from = here < 0 && by < 0 ? size() : here;
        model.open(at(Math.clamp((long) from + by, 0, size() - 1)));
    }

    /**
     * The first student whose submission is to be marked; the first of all if there is none, empty in an empty class.
     */
    Optional<StudentKey> first() {
        return next(-1, at -> model.progress().at(at).isToMark())
                .or(() -> size() == 0 ? Optional.empty() : Optional.of(at(0)));
    }

    /** The next student after a position, wrapping around, whose position matches. */
    private Optional<StudentKey> next(int after, IntPredicate wanted) {
        int size = size();
        return IntStream.rangeClosed(1, size)
                .map(i -> Math.floorMod(after + i, size))
                .filter(at -> at != after && wanted.test(model.batch().position(at(at))))
                .mapToObj(this::at)
                .findFirst();
    }

    /** The next student whose submission is not finished, wrapping around; empty if there is no other. */
    Optional<StudentKey> nextUnmarked() {
        return next(place(), at -> model.progress().at(at).isToMark());
    }

    /** True if another student's submission is not finished. */
    public boolean isAnyLeft() {
        return nextUnmarked().isPresent();
    }

    /** Goes to the next student whose submission is not finished, wrapping around. */
    public void toNextUnmarked() {
        nextUnmarked().ifPresentOrElse(model::open, () -> model.refuse(UiText.of("Desk.nobodyLeft")));
    }

    /** Goes to the next student with open findings, wrapping around. */
    public void toNextLookAgain() {
        next(place(), model.progress()::isLookAgain)
                .ifPresentOrElse(model::open, () -> model.refuse(UiText.of("Desk.nobodyAgain")));
    }

    /** Goes to the next student who awaits a reply, wrapping around. */
    public void toNextAnswer() {
        next(place(), at -> model.progress().at(at).awaitsReply())
                .ifPresentOrElse(model::open, () -> model.refuse(UiText.of("Desk.nobodyAnswered")));
    }

    /**
     * The students whom the marker may open next: the next and the previous one, the next unmarked one, and, if the
     * next one has no pages, the next who has.
     */
    public List<Submission> mayComeNext() {
        int here = place();
        List<Submission> behind = IntStream.range(here + 1, size())
                .limit(MOST_AHEAD)
                .mapToObj(this::submission)
                .toList();
        Stream<Submission> before = here > 0 ? Stream.of(submission(here - 1)) : Stream.empty();
        return Stream.of(behind.stream().limit(1), nextUnmarked().stream().map(model.batch()::submission),
                behind.stream().filter(s -> !s.pages().isEmpty()).limit(1), before)
                .flatMap(s -> s)
                .distinct()
                .toList();
    }

    private Submission submission(int place) {
        return model.batch().submission(at(place));
    }
}

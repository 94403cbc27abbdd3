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

/** Going from student to student: through the roll, or along a list that the marker follows. */
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
     * @param name     what it is called
     * @param students in order, as they were when it was taken up
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

    /** Follows a list, where the student on the desk is on it, and else from its first; one without students is not followed. */
    public void follow(Followed list) {
        resume(list);
        if (!list.students.isEmpty() && !list.students.contains(model.student())) {
            model.open(list.students.getFirst());
        }
    }

    /** Follows a list once more, whoever lies on the desk. */
    public void resume(Followed list) {
        if (!list.students.isEmpty()) {
            followed.set(Optional.of(list));
        }
    }

    /** Goes through the roll again. */
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

    /** Where the student on the desk stands in what is walked, from 0; -1 for one who is not on the list. */
    private int place() {
        return followed.get().map(f -> f.students.indexOf(model.student())).orElseGet(model::position);
    }

    /** Goes so many students on; stays at the ends. From beside the list it comes to its nearer end. */
    public void step(int by) {
        int here = place();
        int from = here < 0 && by < 0 ? size() : here;
        model.open(at(Math.clamp((long) from + by, 0, size() - 1)));
    }

    /** The first student whose submission is to be marked; the first of all where none is, empty in a class of nobody. */
    Optional<StudentKey> first() {
        return next(-1, at -> model.progress().at(at).isToMark())
                .or(() -> size() == 0 ? Optional.empty() : Optional.of(at(0)));
    }

    /** The next student after a place, round the end, of whose position in the roll something holds. */
    private Optional<StudentKey> next(int after, IntPredicate wanted) {
        int size = size();
        return IntStream.rangeClosed(1, size)
                .map(i -> Math.floorMod(after + i, size))
                .filter(at -> at != after && wanted.test(model.batch().position(at(at))))
                .mapToObj(this::at)
                .findFirst();
    }

    /** The next student whose submission is not finished, round the end; empty where there is no other. */
    public Optional<StudentKey> nextUnmarked() {
        return next(place(), at -> model.progress().at(at).isToMark());
    }

    /** Goes to the next student whose submission is not finished, round the end. */
    public void toNextUnmarked() {
        nextUnmarked().ifPresentOrElse(model::open, () -> model.say(UiText.of("Desk.nobodyLeft")));
    }

    /** Goes to the next student, round the end, about whom the look-over would ask. */
    public void toNextLookAgain() {
        next(place(), model.progress()::isLookAgain)
                .ifPresentOrElse(model::open, () -> model.say(UiText.of("Desk.nobodyAgain")));
    }

    /** Goes to the next student, round the end, who waits for a reply. */
    public void toNextAnswer() {
        next(place(), at -> model.progress().at(at).awaitsReply())
                .ifPresentOrElse(model::open, () -> model.say(UiText.of("Desk.nobodyAnswered")));
    }

    /**
     * Whom the marker may come to next: the one behind and the one before, the next who is unmarked, and, where nothing is to
     * be seen of the one behind, the first behind who has pages.
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

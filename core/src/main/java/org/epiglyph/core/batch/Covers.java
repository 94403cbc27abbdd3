package org.epiglyph.core.batch;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.random.RandomGenerator;
import java.util.stream.Stream;
import org.epiglyph.core.roster.StudentKey;

/**
 * The numbers that stand for students while their names are covered. They are kept when names are uncovered, so that a
 * number always stays the same student's.
 *
 * @param roster  the order in which the record system lists the class
 * @param scripts the shuffled order: the first is script 1
 * @param strips  areas that the marker also covers on pages that are pictures
 */
public record Covers(List<StudentKey> roster, List<StudentKey> scripts, List<Strip> strips) {
    /** Names were never covered. */
    static final Covers NONE = new Covers(List.of(), List.of(), List.of());

    public Covers {
        strips = List.copyOf(strips);
        roster = List.copyOf(roster);
        scripts = List.copyOf(scripts);
    }

    /** True if names were never covered. */
    public boolean isNone() {
        return scripts.isEmpty();
    }

    /**
     * An area covered on every page that has no text, in fractions of the page as its file shows it, from the top left
     * corner.
     */
    public record Strip(double left, double top, double width, double height) {
        /** Where a name usually is: the top eighth of the page. */
        public static final Strip HEAD = new Strip(0, 0, 1, 0.125);

        public Strip {
            if (!(left >= 0 && top >= 0 && width > 0 && height > 0 && left + width <= 1.001 && top + height <= 1.001)) {
                throw new IllegalArgumentException("A strip lies on the page");
            }
        }
    }

    /**
     * The edit that covers all names.
     *
     * @param lots shuffles the students who have no number yet
     */
    public static Edit.CoverNames everybody(Batch batch, RandomGenerator lots) {
        return new Edit.CoverNames(numbered(batch, batch.students(), lots), Set.copyOf(batch.students()));
    }

    /** The edit that covers the names of students who join the class. */
    public static Edit.CoverNames newcomers(Batch batch, List<StudentKey> newcomers, RandomGenerator lots) {
        return new Edit.CoverNames(numbered(batch, newcomers, lots), Set.copyOf(newcomers));
    }

    /** Students with a number keep it; the others follow in random order. */
    private static List<StudentKey> numbered(Batch batch, List<StudentKey> students, RandomGenerator lots) {
        List<StudentKey> order = new ArrayList<>(students);
        order.removeAll(Set.copyOf(batch.covers().scripts));
        Collections.shuffle(order, lots);
        order.addAll(0, batch.covers().scripts);
        return order;
    }

    Covers withStrips(List<Strip> other) {
        return new Covers(roster, scripts, other);
    }

    /** With one more student, who has no number yet. */
    Covers joinedBy(StudentKey newcomer) {
        return new Covers(Stream.concat(roster.stream(), Stream.of(newcomer)).toList(), scripts, strips);
    }

    /** Each student's number, from 1. */
    Map<StudentKey, Integer> numbers() {
        return places(scripts, 1);
    }

    /** Each student's position in the record system's order, from 0. */
    Map<StudentKey, Integer> places() {
        return places(roster, 0);
    }

    private static Map<StudentKey, Integer> places(List<StudentKey> order, int first) {
        Map<StudentKey, Integer> places = new HashMap<>();
        order.forEach(s -> places.put(s, first + places.size()));
        return places;
    }
}

package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.junit.jupiter.api.Test;

/** The class in blocks, compared with a plain map that is copied at every change. */
class SubmissionsTest {
    private static Submission untouched(int number) {
        return Submission.untouched(new Student(key(number), "Given", "Name " + number, ""), List.of());
    }

    private static StudentKey key(int number) {
        return new StudentKey("K-" + number);
    }

    private static Submissions ofSize(int size) {
        return Submissions.of(IntStream.range(0, size).mapToObj(SubmissionsTest::untouched).toList());
    }

    @Property(tries = 200)
    void equalsAPlainMapAndKeepsEarlierVersions(@ForAll @IntRange(min = 0, max = 200) int size,
            @ForAll @Size(max = 40) List<@IntRange(min = 0, max = 250) Integer> changes) {
        Submissions now = ofSize(size);
        Map<StudentKey, Submission> plain = new LinkedHashMap<>();
        now.all().forEach(s -> plain.put(s.student().key(), s));
        List<Submissions> states = new ArrayList<>(List.of(now));
        List<List<Submission>> plainStates = new ArrayList<>(List.of(List.copyOf(plain.values())));
        for (int change : changes) {
            StudentKey student = key(change);
            if (plain.containsKey(student)) {
                now = now.with(student, s -> s.withOnTheWhole(s.onTheWhole() + "x"));
                plain.computeIfPresent(student, (_, s) -> s.withOnTheWhole(s.onTheWhole() + "x"));
            } else if (change % 2 == 0) {
                now = now.joinedBy(untouched(change));
                plain.put(student, untouched(change));
            } else {
                assertThat(now.with(student, s -> s.withSealed(true))).isSameAs(now);
            }
            states.add(now);
            plainStates.add(List.copyOf(plain.values()));
        }
        for (int i = 0; i < states.size(); i++) {
            assertThat(states.get(i).all()).isEqualTo(plainStates.get(i));
        }
        assertThat(now.withAll(s -> s.withPrivately("p")).all())
                .isEqualTo(plain.values().stream().map(s -> s.withPrivately("p")).toList());
        int at = 0;
        for (StudentKey student : plain.keySet()) {
            assertThat(now.position(student)).isEqualTo(at++);
            assertThat(now.find(student)).isEqualTo(Optional.of(plain.get(student)));
        }
        assertThat(now.position(key(999))).isEqualTo(-1);
        assertThat(now.find(key(999))).isEmpty();
    }

    @Test
    void rejectsADuplicateKey() {
        assertThatThrownBy(() -> Submissions.of(List.of(untouched(1), untouched(1))))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("K-1");
    }

    @Test
    void listsNamesakesWithTheirKeys() {
        Student first = new Student(new StudentKey("K-1"), "Lena", "Fischer", "");
        Student second = new Student(new StudentKey("K-2"), "Lena", "Fischer", "");
        Student other = new Student(new StudentKey("K-3"), "Lena", "Fisher", "");
        Submissions all = Submissions.of(List.of(Submission.untouched(first, List.of()),
                Submission.untouched(other, List.of())));
        assertThat(all.naming().listed(first)).isEqualTo("Lena Fischer");
        Submissions more = all.joinedBy(Submission.untouched(second, List.of()));
        assertThat(more.naming().listed(first)).isEqualTo("Lena Fischer (K-1)");
        assertThat(more.naming().listed(second)).isEqualTo("Lena Fischer (K-2)");
        assertThat(more.naming().listed(other)).isEqualTo("Lena Fisher");
    }
}

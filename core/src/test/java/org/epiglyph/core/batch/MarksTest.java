package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.epiglyph.core.marks.Mark;
import org.junit.jupiter.api.Test;

/** Marks in blocks, compared with a plain list that is copied at every change. */
class MarksTest {
    private static Mark mark(String id, String text) {
        return Batches.note(id, "d", 0, text);
    }

    private static List<Mark> row(int from, int to) {
        return IntStream.range(from, to).mapToObj(i -> mark("m" + i, "")).toList();
    }

    @Property(tries = 100)
    void equalsAPlainListAndKeepsEarlierVersions(@ForAll @IntRange(max = 600) int size, @ForAll long seed) {
        Random random = new Random(seed);
        List<Mark> plain = new ArrayList<>(row(0, size));
        Marks now = Marks.of(plain);
        List<Marks> states = new ArrayList<>();
        List<List<Mark>> plainStates = new ArrayList<>();
        for (int step = 0; step < 300; step++) {
            int at = plain.isEmpty() ? 0 : random.nextInt(plain.size());
            String id = plain.isEmpty() ? "" : plain.get(at).id();
            switch (plain.isEmpty() ? 0 : random.nextInt(6)) {
                case 0, 1 -> {
                    int position = random.nextInt(-2, plain.size() + 3);
                    Mark mark = mark("n" + step, "");
                    now = now.with(mark, position);
                    plain.add(position < 0 ? plain.size() : Math.min(position, plain.size()), mark);
                }
                case 2 -> {
                    now = now.exchanged(mark(id, "changed at " + step));
                    plain.set(at, mark(id, "changed at " + step));
                }
                case 3 -> {
                    int position = random.nextInt(-2, plain.size() + 3);
                    now = now.moved(id, position);
                    Mark moved = plain.remove(at);
                    plain.add(Math.clamp(position, 0, plain.size()), moved);
                }
                default -> {
                    now = now.without(id);
                    plain.remove(at);
                }
            }
            states.add(now);
            plainStates.add(List.copyOf(plain));
        }
        for (int i = 0; i < states.size(); i++) {
            assertThat(states.get(i)).hasSize(plainStates.get(i).size()).isEqualTo(plainStates.get(i));
        }
        for (int i = 0; i < plain.size(); i++) {
            assertThat(now.position(plain.get(i).id())).isEqualTo(i);
            assertThat(now.existing(plain.get(i).id())).isEqualTo(plain.get(i));
        }
    }

    @Test
    void makesRoomForManyInOnePlace() {
        List<Mark> plain = new ArrayList<>(row(0, 2));
        Marks now = Marks.of(plain);
        for (int i = 2; i < 500; i++) { // always between the lowest and what lies next above it
            now = now.with(mark("m" + i, ""), 1);
            plain.add(1, mark("m" + i, ""));
        }
        assertThat(now).isEqualTo(plain);
        assertThat(now.position("m2")).isEqualTo(498);
    }

    @Test
    void growsAtBothEnds() {
        Marks now = Marks.EMPTY;
        List<Mark> plain = new ArrayList<>();
        for (int i = 0; i < 2_000; i++) {
            now = now.with(mark("m" + i, ""), i % 2 == 0 ? 0 : -1);
            plain.add(i % 2 == 0 ? 0 : plain.size(), mark("m" + i, ""));
        }
        assertThat(now).isEqualTo(plain);
        assertThat(now.position("m1998")).isZero();
        assertThat(now.position("m1999")).isEqualTo(1_999);
    }

    @Test
    void emptiesAndRefills() {
        Marks now = Marks.of(row(0, 300));
        for (int i = 299; i >= 0; i--) {
            now = now.without("m" + i);
        }
        assertThat(now).isEmpty();
        assertThat(now.find("m7")).isEmpty();
        assertThat(now.with(mark("m7", ""), 5)).isEqualTo(List.of(mark("m7", "")));
    }

    @Test
    void refusesInvalidPositions() {
        Marks marks = Marks.of(row(0, 100));
        assertThat(Marks.of(marks)).isSameAs(marks);
        assertThatThrownBy(() -> marks.with(mark("m50", "again"), 0)).isInstanceOf(EditRefused.class)
                .hasMessage("A mark with the same id is there already.");
        assertThatThrownBy(() -> marks.without("m100")).isInstanceOf(EditRefused.class)
                .hasMessage("That mark is no longer there.");
        assertThatThrownBy(() -> marks.exchanged(mark("x", ""))).isInstanceOf(EditRefused.class);
        assertThatThrownBy(() -> marks.moved("x", 0)).isInstanceOf(EditRefused.class);
        assertThatThrownBy(() -> marks.position("x")).isInstanceOf(EditRefused.class);
        assertThat(marks.find("x")).isEmpty();
    }
}

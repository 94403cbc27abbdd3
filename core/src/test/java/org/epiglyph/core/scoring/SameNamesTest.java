package org.epiglyph.core.scoring;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import org.junit.jupiter.api.Test;

class SameNamesTest {
    private static Criterion criterion(String id, String name, Manner manner) {
        return new Criterion(id, name, "", BigDecimal.TEN, BigDecimal.ONE).withManner(manner);
    }

    private static Manner.Levels levels(String... idsAndNames) {
        List<Manner.Level> levels = new java.util.ArrayList<>();
        for (int i = 0; i < idsAndNames.length; i += 2) {
            BigDecimal points = BigDecimal.valueOf(i);
            levels.add(new Manner.Level(idsAndNames[i], idsAndNames[i + 1], "", points, points));
        }
        return new Manner.Levels(levels);
    }

    @Test
    void equalNamesKeepIdsAndTheRestIsNew() {
        MarkScheme known = new MarkScheme(
                List.of(criterion("c1", "Method", levels("l1", "Sound", "l2", "Weak")),
                        criterion("c2", "Units", new Manner.Points())));
        MarkScheme came = new MarkScheme(List.of(criterion("1", "UNITS", new Manner.Points()),
                criterion("2", "method", levels("a", "sound", "b", "Lost")),
                criterion("3", "Style", new Manner.Points())));
        MarkScheme taken = SameNames.scheme(came, known);
        assertThat(taken.criteria()).extracting(Criterion::name).containsExactly("UNITS", "method", "Style");
        assertThat(taken.criteria()).extracting(Criterion::id).startsWith("c2", "c1").doesNotContain("3");
        Manner.Levels levels = (Manner.Levels) taken.criterion("c1").manner();
        assertThat(levels.levels()).extracting(Manner.Level::name).containsExactly("sound", "Lost");
        assertThat(levels.levels().getFirst().id()).isEqualTo("l1");
        assertThat(levels.levels().getLast().id()).isNotIn("l2", "b");
    }

    @Test
    void partsKeepIdsUnlessTheKindChanges() {
        Manner came = new Manner.Checklist(
                List.of(new Manner.Part("x", "Axes", BigDecimal.ONE), new Manner.Part("y", "Key", BigDecimal.TWO)));
        Manner known = new Manner.Checklist(List.of(new Manner.Part("p1", "key", BigDecimal.ONE)));
        List<Manner.Part> kept = ((Manner.Checklist) SameNames.manner(came, known)).parts();
        assertThat(kept.getLast()).isEqualTo(new Manner.Part("p1", "Key", BigDecimal.TWO));
        assertThat(kept.getFirst().id()).isNotEqualTo("x");
        List<Manner.Part> fresh = ((Manner.Checklist) SameNames.manner(came, levels("p1", "Key"))).parts();
        assertThat(fresh).extracting(Manner.Part::id).doesNotContain("p1", "x", "y").doesNotHaveDuplicates();
        assertThat(SameNames.manner(new Manner.Points(), known)).isEqualTo(new Manner.Points());
    }
}

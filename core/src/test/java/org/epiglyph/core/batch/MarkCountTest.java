package org.epiglyph.core.batch;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Manner;
import org.junit.jupiter.api.Test;

/** "Every tick is a mark": common practice, no source. */
class MarkCountTest {
    private static final BigDecimal HALF = new BigDecimal("0.5");
    private static final Phrasebook PHRASES = new Phrasebook(
            List.of(new Phrase("p1", "un", "Units!", "c1", Optional.of(HALF.negate()))));
    private final List<Mark> marks = new ArrayList<>();

    private Mark stamp(Face face, String criterion) {
        Mark note = Batches.note("m" + marks.size(), "d1", 0, "");
        Mark stamp = new Stamp(note.head().withCriterion(criterion), face, new PagePoint(9, 9), 20);
        marks.add(stamp);
        return stamp;
    }

    private static Criterion counting(Manner.Counted manner) {
        return new Criterion("c1", "Ticks", "", BigDecimal.valueOf(5), HALF).withManner(manner);
    }

    private static Manner.Counted ticks(Manner.Counted.From from, Optional<Integer> limit) {
        return new Manner.Counted(Manner.Counted.What.SIGN, "TICK", HALF, from, limit);
    }

    private BigDecimal points(Criterion criterion) {
        return MarkCount.of(criterion, marks, PHRASES).orElseThrow().points();
    }

    @Test
    void addsTicksUpToTheirLimitForTheCriterion() {
        for (String criterion : List.of("", "c1", "", "c2")) {
            stamp(Sign.TICK, criterion);
        }
        stamp(Sign.CROSS, "c1");
        Mark secret = stamp(Sign.TICK, "c1");
        marks.set(5, secret.withRemark(new Remark("", Audience.PRIVATE, "")));
        assertThat(points(counting(ticks(Manner.Counted.From.ZERO, Optional.empty())))).isEqualByComparingTo("1.5");
        assertThat(points(counting(ticks(Manner.Counted.From.ZERO, Optional.of(2))))).isEqualByComparingTo("1");
        assertThat(points(counting(ticks(Manner.Counted.From.MAXIMUM, Optional.empty())))).isEqualByComparingTo("3.5");
    }

    @Test
    void countsPhrasesByNumberOrEffect() {
        for (int i = 0; i < 3; i++) {
            marks.add(Batches.note("n" + i, "d1", 0, "Units!").withRemark(Remark.of("Units!").withPhrase("p1")));
        }
        Criterion effects = counting(new Manner.Counted(Manner.Counted.What.EFFECTS, "", BigDecimal.ONE,
                Manner.Counted.From.MAXIMUM, Optional.empty()));
        Criterion each = counting(new Manner.Counted(Manner.Counted.What.PHRASE, "p1", BigDecimal.ONE,
                Manner.Counted.From.MAXIMUM, Optional.of(2)));
        assertThat(points(effects)).isEqualByComparingTo("3.5");
        assertThat(points(each)).isEqualByComparingTo("3");
    }
}

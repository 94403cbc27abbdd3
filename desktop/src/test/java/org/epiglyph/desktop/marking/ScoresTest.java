package org.epiglyph.desktop.marking;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Criteria of each kind, assessed without any node. */
class ScoresTest extends AtBareDesk {
    private static final BigDecimal HALF = new BigDecimal("0.5");
    private static final Manner.Levels LEVELS = new Manner.Levels(
            List.of(new Manner.Level("l1", "Sound", "", BigDecimal.TWO, new BigDecimal("3.5")),
                    new Manner.Level("l2", "Thin", "", BigDecimal.ONE, BigDecimal.ONE)));
    private static final Manner.Checklist PARTS = new Manner.Checklist(
            List.of(new Manner.Part("p1", "units", HALF), new Manner.Part("p2", "signs", BigDecimal.ONE)));
    private static final Manner.Counted TICKS = new Manner.Counted(Manner.Counted.What.SIGN, "TICK", HALF,
            Manner.Counted.From.ZERO, Optional.empty());
    private Criterion levels;
    private Criterion parts;
    private Criterion ticks;

    @BeforeEach
    void scheme() {
        Criterion base = new Criterion("c1", "Method", "", BigDecimal.valueOf(8), HALF);
        levels = new Criterion("c2", "Reasons", "", BigDecimal.TEN, HALF).withManner(LEVELS);
        parts = new Criterion("c3", "Parts", "", BigDecimal.TEN, HALF).withManner(PARTS);
        ticks = new Criterion("c4", "Ticks", "", BigDecimal.TEN, HALF).withManner(TICKS);
        desk.edit(new Edit.ChangeScheme(new MarkScheme(List.of(base, levels, parts, ticks)), List.of()));
    }

    private Judgement judged(Criterion criterion) {
        return desk.submission().scores().judgement(criterion.id());
    }

    @Test
    void aLevelWithARangeGivesItsMiddleAndANumberSelectsItsLevel() {
        desk.scores().choose(levels, LEVELS.levels().getFirst());
        assertThat(judged(levels)).isEqualTo(Judgement.level(LEVELS.levels().getFirst(), new BigDecimal("3.0")));
        desk.scores().judge("c2", desk.scores().read(levels, "1"));
        assertThat(judged(levels).level()).isEqualTo("l2");
        desk.scores().judge("c2", desk.scores().read(levels, "2.5"));
        assertThat(judged(levels).level()).isEqualTo("l1");
        desk.scores().choose(levels, LEVELS.levels().getFirst());
        assertThat(judged(levels).points()).as("points within the range stay").hasValue(new BigDecimal("2.5"));
    }

    @Test
    void ticksPartsIndividuallyAndEnterKeepsThem() {
        desk.scores().togglePart(parts, PARTS, PARTS.parts().get(1));
        desk.scores().togglePart(parts, PARTS, PARTS.parts().get(0));
        assertThat(judged(parts).parts()).containsExactly("p1", "p2");
        assertThat(desk.scores().read(parts, "1.5").parts()).containsExactly("p1", "p2");
        desk.scores().togglePart(parts, PARTS, PARTS.parts().get(0));
        desk.scores().togglePart(parts, PARTS, PARTS.parts().get(1));
        assertThat(judged(parts).points()).as("no part is 0, not unscored").hasValue(BigDecimal.ZERO);
    }

    @Test
    void repeatsTheLastScoreAndRemark() {
        desk.scores().scoreAsLastTime("c1");
        assertThat(desk.noticeProperty().get()).startsWith("This criterion has not been scored");
        desk.scores().judge("c1", Judgement.of(BigDecimal.TWO));
        desk.scores().write("c1", "Show the working.");
        String first = desk.submission().student().name();
        desk.walk().step(1);
        desk.scores().scoreAsLastTime("c1");
        assertThat(desk.noticeProperty().get()).isEqualTo("Scored as for " + first + ".");
        assertThat(desk.submission().scores().score("c1")).hasValue(BigDecimal.TWO);
        assertThat(desk.submission().scores().remark("c1")).isEqualTo("Show the working.");
        desk.past().undo();
        assertThat(desk.submission().scores().isEmpty()).as("one act").isTrue();
    }
}

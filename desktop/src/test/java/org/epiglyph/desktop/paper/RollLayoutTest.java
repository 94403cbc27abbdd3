package org.epiglyph.desktop.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.epiglyph.desktop.settings.View.Arrangement;
import org.epiglyph.desktop.settings.View.Zoom;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class RollLayoutTest {
    private static final RollLayout.Row A4 = new RollLayout.Row(true, 595, 842);
    private static final RollLayout.Row LANDSCAPE = new RollLayout.Row(true, 842, 595);
    private static final RollLayout.Row WORDS = new RollLayout.Row(false, 0, 36);

    private static RollLayout layout(List<RollLayout.Row> rows, Arrangement arrangement, Zoom zoom) {
        return RollLayout.of(rows, arrangement, zoom, 700, 760, -1);
    }

    @RepeatedTest(40)
    void noRowOverlapsAnotherAndAllLieWithinTheRoll(RepetitionInfo repetition) {
        Random random = new Random(repetition.getCurrentRepetition());
        List<RollLayout.Row> rows = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(30); i++) {
            rows.add(switch (random.nextInt(4)) {
                case 0 -> WORDS;
                case 1 -> LANDSCAPE;
                default -> A4;
            });
        }
        Arrangement arrangement = Arrangement.values()[random.nextInt(3)];
        Zoom zoom = List.of(Zoom.FIT_WIDTH, Zoom.FIT_PAGE, Zoom.of(0.2 + random.nextDouble() * 3))
                .get(random.nextInt(3));
        RollLayout layout = layout(rows, arrangement, zoom);
        for (int i = 0; i < rows.size(); i++) {
            RollLayout.Place a = layout.place(i);
            assertThat(a.bottom()).isLessThanOrEqualTo(layout.total() + 1e-6);
            assertThat(a.left() + a.width() + RollLayout.GAP).isLessThanOrEqualTo(700 + layout.overhang() + 1);
            if (rows.get(i).isPage()) {
                assertThat(a.width()).isCloseTo(rows.get(i).width() * layout.scale(), within(1e-6));
            }
            for (int j = i + 1; j < rows.size(); j++) {
                RollLayout.Place b = layout.place(j);
                boolean apart = b.top() >= a.bottom() || b.left() >= a.left() + a.width();
                assertThat(apart).as("%s and %s as %s", i, j, arrangement).isTrue();
            }
        }
    }

    @ParameterizedTest
    @EnumSource(Arrangement.class)
    void fitsAWholePageInSight(Arrangement arrangement) {
        RollLayout layout = layout(List.of(A4, A4), arrangement, Zoom.FIT_PAGE);
        assertThat(layout.place(0).height()).isLessThanOrEqualTo(760);
        assertThat(layout.overhang()).isCloseTo(0, within(1e-6));
        RollLayout wide = layout(List.of(A4, A4), arrangement, Zoom.FIT_WIDTH);
        double both = arrangement == Arrangement.FACING
                ? 2 * A4.width() * wide.scale() + RollLayout.GAP
                : A4.width() * wide.scale();
        assertThat(both).isCloseTo(700 - 2 * RollLayout.GAP, within(1e-6));
    }

    @Test
    void showsOnePageAtATime() {
        RollLayout layout = layout(List.of(A4, A4, A4), Arrangement.SINGLE, Zoom.of(0.5));
        assertThat(layout.place(1).top() - layout.place(0).top()).isEqualTo(760);
        assertThat(layout.place(0).top()).as("in the middle of the view").isCloseTo((760 - 421) / 2.0, within(1.0));
    }

    @Test
    void aDividerBreaksAPairOfFacingPages() {
        RollLayout layout = layout(List.of(A4, WORDS, A4, A4), Arrangement.FACING, Zoom.FIT_WIDTH);
        assertThat(layout.place(2).top()).isGreaterThan(layout.place(1).bottom());
        assertThat(layout.place(3).top()).isEqualTo(layout.place(2).top());
    }

    /** In a window of 1,920 pixels the pages have about 1,240. */
    @Test
    void showsTwoPagesSideBySideWhenBothAreReadable() {
        assertThat(isFacing(List.of(A4, A4), 1_240, Zoom.FIT_WIDTH)).isTrue();
        assertThat(isFacing(List.of(A4, A4), 700, Zoom.FIT_WIDTH)).as("a small window").isFalse();
        assertThat(isFacing(List.of(A4, new RollLayout.Row(true, 842, 595)), 1_240, Zoom.FIT_WIDTH)).as("a wide page")
                .isFalse();
        assertThat(isFacing(List.of(A4, A4), 1_240, Zoom.of(0.5))).as("a scale at which both fit").isTrue();
        assertThat(isFacing(List.of(A4, A4), 1_240, Zoom.of(1.5))).isFalse();
        RollLayout lone = RollLayout.of(List.of(A4, WORDS), Arrangement.AUTOMATIC, Zoom.FIT_WIDTH, 1_240, 760, -1);
        assertThat(lone.place(0).width()).isEqualTo(1_240 - 2 * RollLayout.GAP);
    }

    private static boolean isFacing(List<RollLayout.Row> rows, double width, Zoom zoom) {
        RollLayout layout = RollLayout.of(rows, Arrangement.AUTOMATIC, zoom, width, 760, -1);
        assertThat(layout.isBeside(0, 1)).isEqualTo(layout.isBeside(1, 0));
        return layout.isBeside(0, 1);
    }

    @Test
    void goesFromLineToLineOfPages() {
        RollLayout facing = layout(List.of(A4, A4, WORDS, A4, A4, A4), Arrangement.FACING, Zoom.FIT_WIDTH);
        assertThat(facing.linesFurther(0, 1)).isEqualTo(3);
        assertThat(facing.linesFurther(1, 1)).isEqualTo(3);
        assertThat(facing.linesFurther(4, 1)).isEqualTo(5);
        assertThat(facing.linesFurther(5, 1)).isEqualTo(5);
        assertThat(facing.linesFurther(5, -1)).isEqualTo(3);
        assertThat(facing.linesFurther(4, -1)).as("not the second of the line above").isZero();
        assertThat(facing.isBeside(1, 2)).as("text").isFalse();
        RollLayout roll = layout(List.of(A4, A4), Arrangement.CONTINUOUS, Zoom.FIT_WIDTH);
        assertThat(roll.linesFurther(0, 1)).isEqualTo(1);
        assertThat(roll.linesFurther(1, -1)).isZero();
        assertThat(roll.isBeside(0, 1)).isFalse();
    }

    @Test
    void limitsTheZoom() {
        assertThat(layout(List.of(A4), Arrangement.CONTINUOUS, Zoom.of(99)).scale()).isEqualTo(Zoom.MOST);
        assertThat(
                layout(List.of(new RollLayout.Row(true, 90_000, 10)), Arrangement.CONTINUOUS, Zoom.FIT_WIDTH).scale())
                .isEqualTo(Zoom.LEAST);
        assertThat(layout(List.of(), Arrangement.CONTINUOUS, Zoom.FIT_WIDTH).scale()).isPositive();
    }

    @Test
    void findsTheNearestPageToAPointButNoDivider() {
        RollLayout layout = layout(List.of(A4, WORDS, A4, A4), Arrangement.FACING, Zoom.of(0.5));
        RollLayout.Place left = layout.place(2);
        RollLayout.Place right = layout.place(3);
        assertThat(layout.nearestPage(left.left() + 3, left.top() + 3)).hasValue(2);
        assertThat(layout.nearestPage(right.left() - 3, right.top() + 3)).as("between them").hasValue(3);
        assertThat(layout.nearestPage(5000, 5000)).as("far out").hasValue(3);
        assertThat(layout.nearestPage(layout.place(0).left() + 1, layout.place(1).top() + 1)).as("on the words")
                .hasValue(0);
        assertThat(layout(List.of(WORDS), Arrangement.FACING, Zoom.FIT_WIDTH).nearestPage(0, 0)).isEmpty();
    }

    @Test
    void findsTheFirstPageReachingBelowAHeight() {
        RollLayout layout = layout(List.of(WORDS, A4, A4), Arrangement.CONTINUOUS, Zoom.of(1));
        assertThat(layout.pageReaching(0)).hasValue(1);
        assertThat(layout.pageReaching(layout.place(1).bottom())).hasValue(2);
        assertThat(layout.pageReaching(layout.total())).isEmpty();
    }
}

package org.epiglyph.core.marks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.DoubleRange;
import org.epiglyph.core.ink.InkFit;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class MarkTest {
    private static Head head(int turn) {
        return new Head("m", new PageRef("d", 0), Ink.MADDER, turn, Remark.NONE);
    }

    @Provide
    Arbitrary<Mark> marks() {
        Arbitrary<PagePoint> places = Combinators
                .combine(Arbitraries.doubles().between(50, 500), Arbitraries.doubles().between(50, 700))
                .as(PagePoint::new);
        Arbitrary<Integer> turns = Arbitraries.of(0, 90, 180, 270);
        Arbitrary<Mark> strokes = Combinators
                .combine(places.list().ofMinSize(1).ofMaxSize(12), Arbitraries.doubles().between(0.5, 20))
                .as((points, width) -> new Stroke(head(0), InkFit.smooth(points, 0.25), width, Stroke.Nib.FINE));
        Arbitrary<Mark> stamps = Combinators
                .combine(places, turns, Arbitraries.of(Sign.values()), Arbitraries.doubles().between(8, 60))
                .as((at, turn, sign, size) -> new Stamp(head(turn), sign, at, size));
        Arbitrary<Mark> swelling = Combinators
                .combine(places.list().ofMinSize(3).ofMaxSize(12), Arbitraries.doubles().between(0.5, 8))
                .as((points, width) -> {
                    InkPath path = InkFit.smooth(points, 0.25);
                    List<Double> swell = new ArrayList<>();
                    for (int i = 0; i <= path.curves().size(); i++) {
                        swell.add(0.5 + i % 3 * 0.4);
                    }
                    return new Stroke(head(0), path, width, Stroke.Nib.FINE, swell);
                });
        Arbitrary<Mark> figures = Combinators
                .combine(places, places, Arbitraries.of(Shape.Form.values()), Arbitraries.doubles().between(0.5, 6))
                .as((from, to, form, width) -> new Shape(head(0), form, from, to, width));
        Arbitrary<Mark> carets = Combinators.combine(places, turns, Arbitraries.doubles().between(6, 30))
                .as((at, turn, size) -> new Correction(head(turn), List.of(), "", Optional.of(at), size));
        Arbitrary<Mark> struck = Combinators.combine(places, turns)
                .as((at, turn) -> new Correction(head(turn), List.of(new PageBox(at.x(), at.y(), 60, 12)), "words",
                        Optional.empty(), 12).replacing());
        Arbitrary<Mark> lines = Combinators
                .combine(places, turns, Arbitraries.of(TextMarkup.Style.UNDERLINE, TextMarkup.Style.WAVY_UNDERLINE,
                        TextMarkup.Style.STRIKE_OUT))
                .as((at, turn, style) -> new TextMarkup(head(turn), List.of(new PageBox(at.x(), at.y(), 70, 14)), "x",
                        style));
        Arbitrary<Mark> tilted = Combinators.combine(places, Arbitraries.doubles().between(-180, 180))
                .as((at, tilt) -> new Stamp(head(0), Sign.SEEN, at, 24, tilt));
        Arbitrary<Mark> notes = Combinators.combine(places, turns).as((at, turn) -> new Note(head(turn), at));
        return Arbitraries.oneOf(List.of(strokes, stamps, notes, swelling, figures, carets, struck, lines, tilted));
    }

    private static List<PagePoint> drawnPoints(Mark mark) {
        List<PagePoint> points = new ArrayList<>();
        for (Drawn drawn : mark.drawing()) {
            List<InkPath> paths = switch (drawn) {
                case Drawn.Lines lines -> lines.paths();
                case Drawn.Area area -> area.outlines();
                default -> List.of();
            };
            paths.forEach(p -> points.addAll(p.flattened()));
        }
        return points;
    }

    @Property
    void everythingDrawnIsWithinTheBounds(@ForAll("marks") Mark mark) {
        PageBox box = mark.bounds().expandedBy(1e-6);
        assertThat(drawnPoints(mark)).isNotEmpty().allMatch(box::contains);
    }

    @Property
    void aPressOnTheInkHitsTheMark(@ForAll("marks") Mark mark) {
        assertThat(drawnPoints(mark)).allMatch(p -> mark.touches(p, 4 + mark.weight()));
        PagePoint away = new PagePoint(mark.bounds().right() + 30, mark.bounds().bottom() + 30);
        assertThat(mark.touches(away, 5)).isFalse();
    }

    @Property
    void movingThereAndBackChangesNothing(@ForAll("marks") Mark mark,
            @ForAll @DoubleRange(min = -300, max = 300) double dx,
            @ForAll @DoubleRange(min = -300, max = 300) double dy) {
        if (mark instanceof TextMarkup || mark instanceof Correction c && !c.struck().isEmpty()) {
            assertThat(mark.movedBy(0, 0)).as("words stay where they are").isEqualTo(mark);
            return;
        }
        PageBox before = mark.bounds();
        PageBox after = mark.movedBy(dx, dy).bounds();
        assertThat(after.left()).isCloseTo(before.left() + dx, within(1e-6));
        assertThat(after.top()).isCloseTo(before.top() + dy, within(1e-6));
        assertThat(mark.movedBy(dx, dy).movedBy(-dx, -dy).bounds().left()).isCloseTo(before.left(), within(1e-6));
        assertThat(mark.movedBy(dx, dy).id()).isEqualTo(mark.id());
    }

    @Property
    void scalingThereAndBackChangesNothing(@ForAll("marks") Mark mark,
            @ForAll @DoubleRange(min = 0.6, max = 1.6) double factor) {
        PagePoint fixed = mark.bounds().topLeft();
        Mark back = mark.scaledAbout(fixed, factor).scaledAbout(fixed, 1 / factor);
        assertThat(back.bounds().width()).isCloseTo(mark.bounds().width(), within(1e-6));
        assertThat(back.head()).isEqualTo(mark.head());
    }

    @Property
    void changingHeadOrWeightKeepsThePlace(@ForAll("marks") Mark mark) {
        Mark other = mark.withHead(mark.head().withInk(Ink.PLUM).withCriterion("c2").withMeaning("units"));
        assertThat(other.bounds()).isEqualTo(mark.bounds());
        assertThat(other.head().criterion()).isEqualTo("c2");
        assertThat(mark.withWeight(mark.weight())).isEqualTo(mark);
        assertThat(mark.head().copiedTo("n", new PageRef("e", 3)).page().index()).isEqualTo(3);
    }

    @ParameterizedTest
    @EnumSource(Sign.class)
    void aSignFillsItsBox(Sign sign) {
        PageBox box = new PageBox(0, 0, sign.aspect(), 1).expandedBy(1e-6);
        List<PagePoint> points = sign.paths().stream().flatMap(p -> p.flattened().stream()).toList();
        assertThat(points).allMatch(box::contains);
        double width = points.stream().mapToDouble(PagePoint::x).max().orElse(0)
                - points.stream().mapToDouble(PagePoint::x).min().orElse(0);
        assertThat(width).as("the sign is no narrower than three quarters of its box")
                .isGreaterThan(0.7 * sign.aspect());
    }

    @Test
    void aHighlightIsHitOnItsLinesAndStaysWithItsWords() {
        TextMarkup highlight = new TextMarkup(head(0),
                List.of(new PageBox(100, 100, 80, 12), new PageBox(20, 120, 40, 12)), "range and one");
        assertThat(highlight.touches(new PagePoint(150, 105), 1)).isTrue();
        assertThat(highlight.touches(new PagePoint(90, 128), 1)).as("between its lines").isFalse();
        assertThat(highlight.movedBy(10, 10)).isEqualTo(highlight);
    }

    @Test
    void rejectsInvalidMarks() {
        assertThatThrownBy(() -> new TextMarkup(head(0), List.of(), "")).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new TypedText(head(0), new PagePoint(0, 0), "  ", 10, 0))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Stroke(head(0), InkPath.through(new PagePoint(0, 0)), 0, Stroke.Nib.FINE))
                .hasMessageContaining("above 0, not 0");
        assertThatThrownBy(() -> head(45)).hasMessageContaining("not 45");
        assertThatThrownBy(() -> new PagePoint(Double.NaN, 0)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void aRemarkIsTrimmedAndKeepsItsAudience() {
        Remark remark = new Remark("  Why?\n", Audience.PRIVATE, "p1");
        assertThat(remark.text()).isEqualTo("Why?");
        assertThat(remark.withText("How?")).isEqualTo(new Remark("How?", Audience.PRIVATE, "p1"));
        assertThat(Remark.NONE.isEmpty()).isTrue();
    }
}

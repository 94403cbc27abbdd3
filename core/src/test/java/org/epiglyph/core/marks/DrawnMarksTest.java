package org.epiglyph.core.marks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The lines of marks: lengths, angles and places worked out from what each figure is. */
class DrawnMarksTest {
    static final PagePoint AT = new PagePoint(200, 300);

    static Head head(int turn) {
        return new Head("m", new PageRef("d", 0), Ink.MADDER, turn, Remark.NONE);
    }

    static Drawn.Lines lines(Mark mark) {
        return mark.drawing()
                .stream()
                .filter(d -> d instanceof Drawn.Lines)
                .map(d -> (Drawn.Lines) d)
                .findFirst()
                .orElseThrow();
    }

    static PagePoint last(InkPath path) {
        return path.curves().getLast().end();
    }

    private static double direction(PagePoint from, PagePoint to) {
        return Math.toDegrees(Math.atan2(to.y() - from.y(), to.x() - from.x()));
    }

    // --- figures

    @Property(tries = 60)
    void anArrowsBarbsAreOnBothSidesOfItsShaft(@ForAll long seed) {
        Random random = new Random(seed);
        PagePoint from = new PagePoint(random.nextInt(400), random.nextInt(400));
        PagePoint to = from.movedBy(1 + random.nextInt(200), random.nextInt(300) - 150);
        double width = 1 + random.nextInt(4);
        InkPath barbs = new Shape(head(0), Shape.Form.ARROW, from, to, width).paths().get(1);
        double length = from.distanceTo(to);
        double reach = Math.min(4 + 3 * width, Math.max(length / 2, 2));
        assertThat(barbs.curves().getFirst().end().distanceTo(to)).isLessThan(1e-9);
        assertThat(barbs.start().distanceTo(to)).isCloseTo(reach, within(1e-6));
        assertThat(last(barbs).distanceTo(to)).isCloseTo(reach, within(1e-6));
        double back = direction(to, from);
        assertThat(Math.IEEEremainder(direction(to, barbs.start()) - back, 360)).isCloseTo(-25, within(1e-6));
        assertThat(Math.IEEEremainder(direction(to, last(barbs)) - back, 360)).isCloseTo(25, within(1e-6));
    }

    @Test
    void anArrowWithoutLengthPointsToTheRight() {
        InkPath barbs = new Shape(head(0), Shape.Form.ARROW, AT, AT, 1).paths().get(1);
        assertThat(barbs.start().distanceTo(AT)).isCloseTo(2, within(1e-9));
        assertThat(barbs.start().x()).isLessThan(AT.x());
    }

    @Property(tries = 60)
    void aBracketsArmsAreUprightAtItsLeft(@ForAll long seed) {
        Random random = new Random(seed);
        PagePoint to = AT.movedBy(1 + random.nextInt(200), random.nextInt(300) - 150);
        double width = 1 + random.nextInt(4);
        InkPath path = new Shape(head(0), Shape.Form.BRACKET, AT, to, width).paths().getFirst();
        for (PagePoint[] arm : new PagePoint[][]{{AT, path.start()}, {to, last(path)}}) {
            assertThat(arm[0].distanceTo(arm[1])).isCloseTo(4 + 2 * width, within(1e-6));
            assertThat(Math.IEEEremainder(direction(arm[0], arm[1]) - direction(AT, to), 360))
                    .isCloseTo(90, within(1e-6));
        }
    }

    /** A cubic with arms of 0.5523 is a quarter of an ellipse within a thousandth (from memory). */
    @Test
    void anEllipseIsElliptical() {
        Shape ellipse = new Shape(head(0), Shape.Form.ELLIPSE, new PagePoint(10, 20), new PagePoint(110, 60), 1);
        assertOnEllipse(ellipse.paths().getFirst(), 0, 4, new PagePoint(60, 40), 50, 20);
    }

    private static void assertOnEllipse(InkPath path, int first, int end, PagePoint centre, double rx, double ry) {
        for (int i = first; i < end; i++) {
            PagePoint from = i == 0 ? path.start() : path.curves().get(i - 1).end();
            for (int n = 0; n <= 20; n++) {
                PagePoint p = path.curves().get(i).at(from, n / 20.0);
                assertThat(Math.hypot((p.x() - centre.x()) / rx, (p.y() - centre.y()) / ry)).isCloseTo(1,
                        within(0.002));
            }
        }
    }

    @Test
    void aLineIsHitWithinHalfItsWidthPlusTheReach() {
        Shape line = new Shape(head(0), Shape.Form.LINE, AT, AT.movedBy(100, 0), 4);
        assertThat(line.touches(AT.movedBy(50, 5), 3)).isTrue();
        assertThat(line.touches(AT.movedBy(50, 5.1), 3)).isFalse();
        Stroke stroke = new Stroke(head(0), InkPath.through(AT, AT.movedBy(100, 0)), 4, Stroke.Nib.FINE,
                List.of(1.0, 2.0));
        assertThat(stroke.touches(AT.movedBy(50, 7), 3)).as("as broad as at its broadest").isTrue();
        assertThat(stroke.touches(AT.movedBy(50, 7.1), 3)).isFalse();
        assertThat(stroke.bounds().top()).isCloseTo(AT.y() - 4, within(0.02));
        assertThat(Arrays.stream(Shape.Form.values()).filter(Shape.Form::isArea))
                .containsExactly(Shape.Form.BOX, Shape.Form.ELLIPSE);
    }

    // --- strokes

    @Test
    void aStrokeIsALineUntilItsWidthVariesAndScalesAboutAPoint() {
        InkPath path = InkPath.through(AT, AT.movedBy(100, 20));
        Stroke even = new Stroke(head(0), path, 2, Stroke.Nib.BROAD);
        assertThat(even.drawing()).containsExactly(new Drawn.Lines(List.of(path), 2, true));
        assertThat(new Stroke(head(0), path, 2, Stroke.Nib.FINE, List.of(1.0, 1.5)).drawing().getFirst())
                .isInstanceOf(Drawn.Area.class);
        Stroke scaled = even.scaledAbout(new PagePoint(100, 200), 3);
        assertThat(scaled.path().start()).isEqualTo(new PagePoint(400, 500));
        assertThat(last(scaled.path()).distanceTo(new PagePoint(700, 560))).isLessThan(1e-9);
        assertThat(scaled.width()).isEqualTo(6);
    }

    @Test
    void anEraserRemovesAllInkItTouches() {
        Stroke stroke = new Stroke(head(0), InkPath.through(new PagePoint(0, 0), new PagePoint(100, 0)), 6,
                Stroke.Nib.FINE);
        List<Stroke> left = stroke.erasedAt(new PagePoint(50, 0), 4);
        assertThat(left).hasSize(2);
        assertThat(left.getFirst().path().bounds().right()).as("4 and half of 6").isCloseTo(43, within(1e-3));
        assertThat(stroke.erasedAt(new PagePoint(50, 7.1), 4)).containsExactly(stroke);
        assertThat(stroke.erasedAt(new PagePoint(50, 6.5), 4)).hasSize(2);
    }

    // --- stamps

    @ParameterizedTest
    @ValueSource(doubles = {0, 30, 90, 200})
    void aRotatedStampIsRotatedAboutItsCentre(double degrees) {
        for (Face face : List.of(Sign.TICK, new Face.Score(BigDecimal.TWO, 1.5))) {
            Stamp upright = new Stamp(head(0), face, AT, 40);
            List<InkPath> expected = lines(upright).paths().stream().map(p -> p.turnedAbout(AT, degrees)).toList();
            List<InkPath> turned = lines(upright.turnedBy(degrees)).paths();
            for (int i = 0; i < expected.size(); i++) {
                assertThat(turned.get(i).start().distanceTo(expected.get(i).start())).isLessThan(1e-6);
                assertThat(last(turned.get(i)).distanceTo(last(expected.get(i)))).isLessThan(1e-6);
            }
        }
        Stamp onItsSide = new Stamp(head(90), Sign.TICK, AT, 40);
        assertThat(lines(onItsSide).paths()
                .getFirst()
                .start()
                .distanceTo(lines(new Stamp(head(0), Sign.TICK, AT, 40, 90)).paths().getFirst().start()))
                .as("the head's turn and the tilt add up")
                .isLessThan(1e-9);
        assertThat(lines(new Stamp(head(90), Sign.TICK, AT, 40, 30)).paths()
                .getFirst()
                .start()
                .distanceTo(lines(new Stamp(head(0), Sign.TICK, AT, 40, 120)).paths().getFirst().start()))
                .isLessThan(1e-9);
    }

    @Test
    void aSignIsAsHighAsItsStampAroundItsCentre() {
        InkPath caret = lines(new Stamp(head(0), Sign.LET_STAND, AT, 50)).paths().getFirst();
        assertThat(caret.start().distanceTo(new PagePoint(200 - 1.3 * 25 + 0.1 * 50, 300))).isLessThan(1e-9);
        assertThat(lines(new Stamp(head(0), Sign.TICK, AT, 44)).width()).isEqualTo(4);
        assertThat(lines(new Stamp(head(0), Sign.TICK, AT, 5)).width()).as("at least a point").isEqualTo(1);
        PageBox bounds = new Stamp(head(0), Sign.TICK, AT, 44).bounds();
        assertThat(bounds.height()).isCloseTo(48, within(1e-9));
        assertThat(bounds.width()).isCloseTo(44 * Sign.TICK.aspect() + 4, within(1e-9));
        Stamp picture = new Stamp(head(0), new Face.Picture("0".repeat(64) + ".png", 2), AT, 30);
        assertThat(picture.bounds()).isEqualTo(new PageBox(170, 285, 60, 30));
        assertThat(picture.drawing()).containsExactly(new Drawn.Picture("0".repeat(64) + ".png", AT, 60, 30, 0));
    }

    @Test
    void aScoreIsAboveItsRule() {
        Stamp score = new Stamp(head(0), new Face.Score(BigDecimal.TWO, 1.5), AT, 20);
        Drawn.Text text = (Drawn.Text) score.drawing().getFirst();
        assertThat(text.size()).isEqualTo(16);
        assertThat(text.at().distanceTo(new PagePoint(185, 290 + 20 * 0.74))).isLessThan(1e-9);
        InkPath rule = lines(score).paths().getFirst();
        assertThat(rule.start().distanceTo(new PagePoint(185, 309))).isLessThan(1e-9);
        assertThat(last(rule).distanceTo(new PagePoint(215, 309))).isLessThan(1e-9);
        Stamp scaled = score.scaledAbout(new PagePoint(0, 0), 2);
        assertThat(scaled.at()).isEqualTo(new PagePoint(400, 600));
        assertThat(scaled.size()).isEqualTo(40);
        assertThat(score.scaledAbout(AT, 0.01).size()).isEqualTo(4);
        assertThat(score.withWeight(1_000).size()).isEqualTo(400);
    }

    @Test
    void proofCorrectionSignsComeLast() {
        assertThat(Arrays.stream(Sign.values()).filter(Sign::isProofSign)).startsWith(Sign.TAKE_OUT)
                .endsWith(Sign.LET_STAND)
                .contains(Sign.CLOSE_UP)
                .doesNotContain(Sign.SEEN, Sign.TICK)
                .hasSize(10);
    }

    /** Round letters are drawn along one ellipse, from 0.4 to 0.96 of the height, without a corner. */
    @Test
    void roundLettersAreRound() {
        List<InkPath> bod = Sign.BENEFIT_OF_DOUBT.paths();
        assertOnEllipse(bod.get(1), 0, 4, new PagePoint(0.3, 0.68), 0.26, 0.28);
        assertOnEllipse(bod.get(2), 0, 4, new PagePoint(0.04 + 0.66 + 0.27, 0.68), 0.26, 0.28);
        assertOnEllipse(bod.get(3), 0, 4, new PagePoint(0.04 + 2 * 0.66 + 0.26, 0.68), 0.26, 0.28);
        List<InkPath> ecf = Sign.CARRIED_FORWARD.paths();
        assertOnEllipse(ecf.get(1), 0, 3, new PagePoint(0.31, 0.68), 0.26, 0.28);
        assertOnEllipse(ecf.get(2), 1, 3, new PagePoint(0.04 + 0.66 + 0.27, 0.68), 0.26, 0.28);
        for (InkPath round : List.of(ecf.get(1), ecf.get(2))) {
            for (int i = 1; i < round.curves().size(); i++) {
                Cubic before = round.curves().get(i - 1);
                assertThat(Math.IEEEremainder(direction(before.second(), before.end())
                        - direction(before.end(), round.curves().get(i).first()), 360)).isCloseTo(0, within(1e-6));
            }
        }
        PageBox c = ecf.get(2).bounds();
        assertThat(c.right()).as("open to the right").isLessThan(0.97 + 0.22);
        assertThat(ecf.get(2).start().distanceTo(new PagePoint(0.97 + 0.2, 0.48))).isLessThan(1e-9);
        assertThat(last(ecf.get(2)).distanceTo(new PagePoint(0.97 + 0.21, 0.86))).isLessThan(1e-9);
        assertThat(last(ecf.get(1)).distanceTo(new PagePoint(0.31 + 0.23, 0.86))).isLessThan(1e-9);
        for (InkPath open : List.of(ecf.get(1), ecf.get(2))) {
            open.flattened().forEach(p -> assertThat(p.y()).isBetween(0.395, 0.965));
        }
    }

    // --- choosing

    /** A second implementation: the sum of the angles under which the sides are seen is a full turn within the loop. */
    @Property(tries = 100)
    void aLassoContainsPlacesWithinItsPath(@ForAll long seed) {
        Random random = new Random(seed);
        List<PagePoint> loop = new ArrayList<>();
        int corners = 3 + random.nextInt(9);
        for (int i = 0; i < corners; i++) {
            double radius = 20 + random.nextInt(80);
            double angle = 2 * Math.PI * (i + random.nextDouble() * 0.9) / corners;
            loop.add(new PagePoint(100 + radius * Math.cos(angle), 100 + radius * Math.sin(angle)));
        }
        Lasso lasso = new Lasso(loop);
        for (int n = 0; n < 200; n++) {
            PagePoint p = new PagePoint(random.nextDouble() * 220 - 10, random.nextDouble() * 220 - 10);
            double seen = 0;
            for (int i = 0; i < corners; i++) {
                seen += Math.IEEEremainder(direction(p, loop.get((i + 1) % corners)) - direction(p, loop.get(i)), 360);
            }
            assertThat(lasso.contains(p)).as("%s in %s", p, loop).isEqualTo(Math.abs(seen) > 180);
        }
    }

    @Test
    void aHeadCanBeUprightAgainAndInksHaveTheirColours() {
        Head turned = head(270).withCriterion("c1").withMeaning("units");
        assertThat(turned.withoutRotation()).returns(0, Head::turn)
                .usingRecursiveComparison()
                .ignoringFields("turn")
                .isEqualTo(turned);
        assertThat(Ink.OCHRE.rgb()).isEqualTo(0xb07a12);
        assertThat(Ink.OCHRE.textRgb()).as("darker for text").isEqualTo(0x86590a);
    }
}

package org.epiglyph.core.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;

class PageGeometryTest {
    @Provide
    Arbitrary<PageGeometry> geometries() {
        return Combinators.combine(Arbitraries.doubles().between(-500, 500), Arbitraries.doubles().between(-500, 500),
                Arbitraries.doubles().between(10, 3000),
                Arbitraries.doubles().between(10, 3000), Arbitraries.of(0, 90, 180, 270), Arbitraries.of(1.0, 0.5, 2.0))
                .as(PageGeometry::new);
    }

    @Property
    void convertsToUserSpaceAndToTheShownPageAndBack(@ForAll("geometries") PageGeometry page,
            @ForAll @DoubleRange(min = -50, max = 4000) double x,
            @ForAll @DoubleRange(min = -50, max = 4000) double y) {
        PagePoint place = new PagePoint(x, y);
        assertThat(page.fromPdf(page.toPdfX(place), page.toPdfY(place)).distanceTo(place)).isLessThan(1e-6);
        assertThat(page.fromShown(page.toShown(place)).distanceTo(place)).isLessThan(1e-9);
    }

    /**
     * The screen shows the page as read, times the zoom: converting there and back gives the same point at every zoom.
     */
    @Property
    void convertsToTheScreenAndBackAtEveryZoom(@ForAll("geometries") PageGeometry page,
            @ForAll @DoubleRange(min = 0, max = 3000) double x, @ForAll @DoubleRange(min = 0, max = 3000) double y,
            @ForAll @DoubleRange(min = 0.2, max = 6) double zoom) {
        PagePoint place = new PagePoint(x, y);
        PagePoint shown = page.toShown(place);
        PagePoint pixel = new PagePoint(shown.x() * zoom, shown.y() * zoom);
        PagePoint back = page.fromShown(new PagePoint(pixel.x() / zoom, pixel.y() / zoom));
        assertThat(back.distanceTo(place)).isLessThan(1e-6);
        assertThat(page.fromShown(page.toShown(new PageBox(x, y, 10, 20))).left()).isCloseTo(x, within(1e-6));
    }

    @Property
    void theWholePageLiesWithinItsShownSides(@ForAll("geometries") PageGeometry page) {
        PageBox shown = page.toShown(new PageBox(0, 0, page.width(), page.height()));
        assertThat(shown.left()).isCloseTo(0, within(1e-9));
        assertThat(shown.top()).isCloseTo(0, within(1e-9));
        assertThat(shown.width()).isCloseTo(page.shownWidth(), within(1e-9));
        assertThat(shown.height()).isCloseTo(page.shownHeight(), within(1e-9));
    }

    @Property
    void keepsABoxOnThePageByTheShortestMove(@ForAll("geometries") PageGeometry page,
            @ForAll @DoubleRange(min = -100, max = 4000) double left,
            @ForAll @DoubleRange(min = -100, max = 4000) double by) {
        PageBox box = new PageBox(left, 3, page.width() / 4, 2);
        double onto = page.moveOnto(box).x();
        double now = left + onto;
        assertThat(now).isBetween(-1e-9, page.width() - box.width() + 1e-9);
        assertThat(onto == 0 || Math.abs(now) < 1e-9 || Math.abs(now + box.width() - page.width()) < 1e-9).isTrue();
        PageBox inside = new PageBox(now, 3, box.width(), 2);
        PagePoint move = page.moveWithin(inside, new PagePoint(by, -by));
        assertThat(now + move.x()).isBetween(-1e-9, page.width() - box.width() + 1e-9);
        assertThat(move.x()).isLessThanOrEqualTo(Math.max(by, 0) + 1e-9);
        assertThat(3 + move.y()).isBetween(-1e-9, page.height() - 2 + 1e-9);
    }

    @Test
    void aBoxLargerThanThePageCoversItAndOneBesideItOnlyComesCloser() {
        PageGeometry page = new PageGeometry(0, 0, 100, 200, 0, 1);
        assertThat(page.moveOnto(new PageBox(10, 0, 150, 10))).isEqualTo(new PagePoint(-10, 0));
        assertThat(page.moveOnto(new PageBox(-20, 0, 150, 10))).isEqualTo(new PagePoint(0, 0));
        assertThat(page.moveWithin(new PageBox(-20, 0, 150, 10), new PagePoint(-99, 0)))
                .isEqualTo(new PagePoint(-30, 0));
        PageBox beside = new PageBox(120, 20, 10, 10);
        assertThat(page.moveWithin(beside, new PagePoint(5, 5))).isEqualTo(new PagePoint(0, 5));
        assertThat(page.moveWithin(beside, new PagePoint(-5, 0))).isEqualTo(new PagePoint(-5, 0));
        assertThat(page.nearest(new PagePoint(-1, 300))).isEqualTo(new PagePoint(0, 200));
    }

    /**
     * ISO 32000-2, table 31: Rotate turns the page clockwise, so the top left corner of an unrotated page is shown at
     * the top right.
     */
    @Test
    void aQuarterTurnPutsTheTopLeftCornerAtTheTopRight() {
        PageGeometry page = new PageGeometry(0, 0, 600, 800, 90, 1);
        assertThat(page.toShown(new PagePoint(0, 0))).isEqualTo(new PagePoint(800, 0));
        assertThat(page.shownWidth()).isEqualTo(800);
    }

    /**
     * ISO 32000-2, 8.3.2.3: user space has its origin at the lower left and y up; the crop box shifts what is shown.
     */
    @Test
    void theCropBoxsTopLeftIsTheOriginOfPageSpace() {
        PageGeometry page = new PageGeometry(20, 30, 600, 800, 0, 1);
        assertThat(page.toPdfX(new PagePoint(0, 0))).isEqualTo(20);
        assertThat(page.toPdfY(new PagePoint(0, 0))).isEqualTo(830);
    }

    @Test
    void scalesWithTheUserUnitAndRotatesBothWays() {
        PageGeometry page = new PageGeometry(10, 20, 100, 300, 90, 2);
        assertThat(page.width()).isEqualTo(200);
        assertThat(page.height()).isEqualTo(600);
        assertThat(page.shownWidth()).isEqualTo(600);
        assertThat(page.shownHeight()).isEqualTo(200);
        assertThat(page.uprightTurn()).isEqualTo(270);
        assertThat(page.turnedBy(-90).rotation()).isZero();
        assertThat(page.turnedBy(-90).uprightTurn()).isZero();
        assertThat(page.turnedBy(180).rotation()).isEqualTo(270);
        assertThat(page.turnedBy(180).uprightTurn()).isEqualTo(90);
    }
}

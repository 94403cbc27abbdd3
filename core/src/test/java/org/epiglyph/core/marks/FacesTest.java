package org.epiglyph.core.marks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.math.BigDecimal;
import java.util.List;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.junit.jupiter.api.Test;

/** The content of stamps: figures and typed text. */
class FacesTest {
    private static final Head HEAD = new Head("m", new PageRef("d", 0), Ink.MADDER, 0, Remark.NONE);
    private static final PagePoint AT = new PagePoint(100, 100);

    @Test
    void aScoreStampShowsItsNumberAboveARule() {
        Stamp stamp = new Stamp(HEAD, new Face.Score(new BigDecimal("-0.50"), 1.5), AT, 20);
        assertThat(stamp.drawing()).hasSize(2);
        assertThat(((Drawn.Text) stamp.drawing().getFirst()).text()).isEqualTo("\u22120.5");
        assertThat(stamp.bounds().width()).isCloseTo(30, within(2.0));
    }

    @Test
    void ownTextAndPicturesAreInTheirBox() {
        Stamp words = new Stamp(HEAD, new Face.Text("see me", 3), AT, 20, 90);
        assertThat(words.bounds().height()).as("turned on its side").isCloseTo(60, within(2.0));
        Face.Picture face = new Face.Picture("0".repeat(64) + ".png", 2);
        Drawn.Picture picture = (Drawn.Picture) new Stamp(HEAD, face, AT, 30).drawing().getFirst();
        assertThat(picture.width()).isEqualTo(60);
        assertThatThrownBy(() -> new Face.Picture("../secret.png", 1)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Face.Text("two\nlines", 1)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void aStampRotatesAboutItsCentre() {
        Stamp stamp = new Stamp(HEAD, Sign.TICK, AT, 20).turnedBy(370);
        assertThat(stamp.tilt()).isCloseTo(10, within(1e-9));
        assertThat(stamp.bounds().centre().distanceTo(AT)).isLessThan(1e-6);
    }

    @Test
    void anAreaIsHitOnItsEdgeOnly() {
        Shape box = new Shape(HEAD, Shape.Form.BOX, new PagePoint(10, 10), new PagePoint(110, 60), 1);
        assertThat(box.touches(new PagePoint(10, 30), 2)).isTrue();
        assertThat(box.touches(new PagePoint(60, 35), 2)).isFalse();
        Shape ellipse = new Shape(HEAD, Shape.Form.ELLIPSE, new PagePoint(10, 10), new PagePoint(110, 60), 1);
        assertThat(ellipse.touches(new PagePoint(60, 10), 2)).isTrue();
        assertThat(ellipse.touches(new PagePoint(11, 11), 2)).as("the corner is outside the ellipse").isFalse();
    }

    @Test
    void drawsTypedTextInLinesOnABackground() {
        TypedText text = new TypedText(HEAD, AT, "one two three", 10, 40, List.of("one two", "three"), true);
        assertThat(text.drawing().getFirst()).isInstanceOf(Drawn.Ground.class);
        assertThat(((Drawn.Text) text.drawing().getLast()).text()).isEqualTo("one two\nthree");
        assertThat(text.withGround(false).drawing()).hasSize(1);
        assertThat(text.withWeight(20).width()).isEqualTo(80);
        assertThat(text.scaledAbout(AT, 100).size()).as("no larger than the largest type").isEqualTo(96);
    }

    @Test
    void aLassoContainsWhatItEncloses() {
        Lasso lasso = new Lasso(List.of(new PagePoint(80, 80), new PagePoint(140, 80), new PagePoint(140, 140),
                new PagePoint(80, 140)));
        assertThat(lasso.holds(new Stamp(HEAD, Sign.TICK, AT, 20))).isTrue();
        assertThat(lasso.holds(new Stamp(HEAD, Sign.TICK, new PagePoint(200, 100), 20))).isFalse();
        assertThat(new Lasso(List.of(AT)).contains(AT)).as("a press goes around nothing").isFalse();
    }
}

package org.epiglyph.figures.plot;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Font;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.xml.parsers.DocumentBuilderFactory;
import org.epiglyph.figures.Sample;
import org.junit.jupiter.api.Test;

/** Plots as pictures and as SVG. */
class PlotTest {
    private static final Look LOOK = Look.paper(new Font(Font.SANS_SERIF, Font.PLAIN, 11));
    private static final Plot BARS = new Plot("Results", "points of 20", 20,
            List.of(new double[]{0, 10, 2}, new double[]{10, 20, 6}), List.of(), List.of(), Optional.empty(), Map.of(),
            List.of(List.of("from", "to", "results")));

    private static int inked(BufferedImage image, int fromX, int toX) {
        return coloured(image, fromX, toX, LOOK.ink().getRGB());
    }

    private static int coloured(BufferedImage image, int fromX, int toX, int colour) {
        int count = 0;
        for (int x = fromX; x < toX; x++) {
            for (int y = 0; y < image.getHeight(); y++) {
                count += image.getRGB(x, y) == colour ? 1 : 0;
            }
        }
        return count;
    }

    @Test
    void aBarThreeTimesAsHighHasThreeTimesTheInk() {
        BufferedImage image = BARS.image(400, 200, 1, LOOK);
        int left = inked(image, 0, 215);
        int right = inked(image, 215, 400);
        assertThat(left).isPositive();
        assertThat((double) right / left).isBetween(2.7, 3.3);
    }

    @Test
    void writesWellFormedSvgWithALabelledAxis() throws Exception {
        String svg = BARS.svg(400, 200, LOOK);
        DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
        factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", false);
        factory.setFeature("http://apache.org/xml/features/nonvalidating/load-external-dtd", false);
        var document = factory.newDocumentBuilder()
                .parse(new ByteArrayInputStream(svg.getBytes(StandardCharsets.UTF_8)));
        assertThat(document.getDocumentElement().getLocalName() + document.getDocumentElement().getTagName())
                .contains("svg");
        assertThat(document.getElementsByTagName("text").getLength()).isGreaterThan(3);
        assertThat(svg).contains("points of 20");
    }

    @Test
    void placesValuesByTheScale() {
        Plot.Scale scale = BARS.scale(400, 200, LOOK);
        BufferedImage image = BARS.image(400, 200, 1, LOOK);
        int middle = (int) Math.round(scale.x(15)); // within the second bar
        assertThat(inked(image, middle, middle + 1)).isGreaterThan(50);
        assertThat(inked(image, (int) scale.x(20) + 2, 400)).isZero();
        assertThat(scale.value(scale.x(12.5))).isEqualTo(12.5, org.assertj.core.api.Assertions.within(1e-9));
    }

    @Test
    void outlinesFormerResultsBehindPlannedOnes() {
        Plot moved = Plot.moved(new Sample(new double[]{4, 4, 4}), new Sample(new double[]{16, 16, 16}), 20);
        BufferedImage image = moved.image(400, 200, 2, LOOK);
        Plot.Scale scale = moved.scale(400, 200, LOOK);
        int was = (int) (2 * scale.x(4.3));
        int becomes = (int) (2 * scale.x(15.6));
        assertThat(inked(image, becomes, becomes + 1)).isGreaterThan(50);
        assertThat(inked(image, was, was + 1)).isLessThan(10);
        assertThat(coloured(image, was - 32, was + 32, LOOK.accent().getRGB())).isGreaterThan(50);
        assertThat(moved.table()).contains(List.of("3.75", "5", "3", "0"), List.of("16.25", "17.5", "0", "0"),
                List.of("15", "16.25", "0", "3"));
    }

    @Test
    void aCurveHasOnePointPerResultInOrder() {
        Plot curve = Plot.curve(new Sample(new double[]{9, 3, 9}), new Sample(new double[]{12, 6, 12}), 20);
        assertThat(curve.points()).extracting(p -> p[0] + " " + p[1])
                .containsExactly("3.0 6.0", "9.0 12.0", "9.0 12.0");
        assertThat(curve.table()).containsExactly(List.of("now", "then"), List.of("3", "6"), List.of("9", "12"));
    }

    @Test
    void isEmptyWithoutFigures() {
        assertThat(new Plot("", "", 1, List.of(new double[]{0, 1, 0}), List.of(), List.of(), Optional.empty(), Map.of(),
                List.of())
                .isEmpty()).isTrue();
        assertThat(BARS.isEmpty()).isFalse();
    }

    @Test
    void showsAStudentsBatchesAgainstTheClassWithADashForUnknownResults() {
        Plot course = Plot.course(List.of(Optional.of(50.0), Optional.empty(), Optional.of(80.0)),
                List.of(Optional.of(60.0), Optional.of(55.5), Optional.empty()));
        assertThat(course.table()).containsExactly(List.of("batch", "result", "class"), List.of("1", "50", "60"),
                List.of("2", "\u2013", "55.5"), List.of("3", "80", "\u2013"));
        assertThat(course.bars()).hasSameSizeAs(course.ghosts()).hasSize(3);
        BufferedImage image = course.image(400, 200, 1, LOOK);
        Plot.Scale scale = course.scale(400, 200, LOOK);
        int first = inked(image, (int) scale.x(0.95), (int) scale.x(1.05));
        int third = inked(image, (int) scale.x(2.95), (int) scale.x(3.05));
        assertThat(inked(image, (int) scale.x(1.95), (int) scale.x(2.05))).as("not known").isLessThan(first / 4);
        assertThat((double) third / first).isBetween(1.4, 1.8);
    }
}

package org.epiglyph.figures;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.junit.jupiter.api.Test;

/**
 * Item analysis, comparisons and trends against R 4.2.2 and its package psych 2.2.9 (Debian), on the data set "attitude" that
 * comes with R. The calls stand beside the figures.
 */
class AgainstRTest {
    private static final double DIGITS = 1e-10;

    private static double[][] attitude() throws IOException {
        try (Reader in = new InputStreamReader(AgainstRTest.class.getResourceAsStream("attitude.csv"),
                StandardCharsets.UTF_8);
                CSVParser parser = CSVParser.parse(in,
                        CSVFormat.DEFAULT.builder().setHeader().setSkipHeaderRecord(true).get())) {
            return parser.stream()
                    .map(r -> r.stream().mapToDouble(Double::parseDouble).toArray())
                    .toArray(double[][]::new);
        }
    }

    private static double[] column(int at) throws IOException {
        return Arrays.stream(attitude()).mapToDouble(r -> r[at]).toArray();
    }

    /** psych::alpha(attitude), psych::alpha.ci(alpha, 30, 7), sd(rowSums(attitude)) * sqrt(1 - alpha). */
    @Test
    void alphaIntervalErrorAndDiscriminations() throws IOException {
        ItemAnalysis items = ItemAnalysis.of(attitude());
        assertThat(items.students()).isEqualTo(30);
        assertThat(items.alpha().orElseThrow()).isCloseTo(0.8431427695647599, within(DIGITS));
        assertThat(items.interval().orElseThrow().low()).isCloseTo(0.7393756856431073, within(DIGITS));
        assertThat(items.interval().orElseThrow().high()).isCloseTo(0.9157730721599816, within(DIGITS));
        assertThat(items.standardError().orElseThrow()).isCloseTo(22.87142137491267, within(1e-9));
        List<Double> drop = List.of(0.6712620572236645, 0.7421097102222385, 0.5607111114802555, 0.7144454981336763,
                0.7862755938344000, 0.2650343391966761, 0.4608105494684964);
        for (int i = 0; i < drop.size(); i++) {
            assertThat(items.discriminations().get(i).orElseThrow()).isCloseTo(drop.get(i), within(DIGITS));
        }
    }

    /** quantile(attitude$rating, type = 7). */
    @Test
    void quartiles() throws IOException {
        Sample rating = new Sample(column(0));
        assertThat(rating.middleHalf()).isEqualTo(new Interval(58.75, 71.75));
        assertThat(rating.quantile(0.5)).isEqualTo(65.5);
    }

    /** t.test(rating, complaints[1:20]); Hedges' g worked out in R from the pooled spread. The second seen from the first, so signs turn. */
    @Test
    void differenceOfTwoGroups() throws IOException {
        Contrast contrast = Contrast.of(new Sample(column(0)), new Sample(Arrays.copyOf(column(1), 20))).orElseThrow();
        assertThat(contrast.difference()).isCloseTo(3.5666666666666629, within(DIGITS));
        assertThat(contrast.interval().low()).isCloseTo(-3.2548849287765429, within(1e-9));
        assertThat(contrast.interval().high()).isCloseTo(10.3882182621098682, within(1e-9));
        assertThat(contrast.effect().orElseThrow()).isCloseTo(0.2956897554019003, within(DIGITS));
        assertThat(contrast.isWithinChance()).isTrue();
    }

    /** y <- attitude$rating; m <- lm(y ~ seq(0, 29)); coef(m); confint(m). */
    @Test
    void slopeOfATrend() throws IOException {
        Trend trend = Trend.of(column(0)).orElseThrow();
        assertThat(trend.slope()).isCloseTo(SLOPE[0], within(DIGITS));
        assertThat(trend.start()).isCloseTo(SLOPE[1], within(1e-9));
        assertThat(trend.interval().low()).isCloseTo(SLOPE[2], within(DIGITS));
        assertThat(trend.interval().high()).isCloseTo(SLOPE[3], within(DIGITS));
    }

    /** cor.test(rating, complaints) and cor.test(critical, advance), with their intervals. */
    @Test
    void correlationsOfCriteria() throws IOException {
        List<Relation> all = Relation.of(attitude());
        assertThat(all).hasSize(21);
        Relation closest = all.getFirst();
        assertThat(List.of(closest.first(), closest.second(), closest.students())).containsExactly(0, 1, 30);
        assertThat(closest.correlation()).isCloseTo(0.82541756954214596, within(DIGITS));
        assertThat(closest.interval().low()).isCloseTo(0.66201276987095325, within(DIGITS));
        assertThat(closest.interval().high()).isCloseTo(0.91391389135366907, within(DIGITS));
        assertThat(closest.isWithinChance()).isFalse();
        Relation loose = all.stream().filter(r -> r.first() == 5 && r.second() == 6).findFirst().orElseThrow();
        assertThat(loose.correlation()).isCloseTo(0.283343174035316836, within(DIGITS));
        assertThat(loose.interval().low()).isCloseTo(-0.085671366681851227, within(DIGITS));
        assertThat(loose.isWithinChance()).isTrue();
    }

    private static final double[] SLOPE = {0.1337041156840931, 62.6946236559139933, -0.3990520147648872,
            0.6664602461330733};
}

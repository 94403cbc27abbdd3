package org.epiglyph.figures;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.assertj.core.data.Offset;
import org.apache.commons.math3.stat.StatUtils;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Mean and standard deviation against the certified values of the NIST Statistical Reference Datasets, univariate. The files
 * are those in the tests of Commons Math 3.6.1, values and data as NIST gives them.
 */
class CertifiedTest {
    private static final String FOLDER = "/org/apache/commons/math3/stat/data/";

    /** NumAcc3 and NumAcc4 are made to lose digits: ten are asked for elsewhere, eight of their spread. */
    @ParameterizedTest
    @CsvSource({"Lew, 1e-10", "Lottery, 1e-10", "Mavro, 1e-10", "Michelso, 1e-10", "NumAcc1, 1e-10", "NumAcc2, 1e-10",
            "NumAcc3, 1e-8", "NumAcc4, 1e-8", "PiDigits, 1e-10"})
    void meanAndDeviationAgreeWithCertifiedValues(String name, double relative) throws IOException {
        List<String> lines = lines(name);
        double mean = certified(lines, "Sample Mean", "mean");
        double spread = certified(lines, "Sample Standard Deviation", "standardDeviation");
        double[] data = data(lines);
        assertThat(data).hasSizeGreaterThan(2);
        Sample sample = new Sample(data);
        assertThat(sample.mean()).isCloseTo(mean, offset(mean, 1e-10));
        assertThat(sample.spread()).isCloseTo(spread, offset(spread, relative));
        assertThat(sample.mean()).as("a second implementation").isCloseTo(StatUtils.mean(data), offset(mean, 1e-12));
    }

    private static Offset<Double> offset(double of, double relative) {
        return within(Math.abs(of) * relative);
    }

    private static List<String> lines(String name) throws IOException {
        try (BufferedReader reader = new BufferedReader(new InputStreamReader(
                CertifiedTest.class.getResourceAsStream(FOLDER + name + ".txt"), StandardCharsets.ISO_8859_1))) {
            return reader.lines().toList();
        }
    }

    /** In the files as NIST has them a colon stands before the value, in those with a head of their own an equals sign. */
    private static double certified(List<String> lines, String what, String other) {
        String line = lines.stream()
                .filter(l -> l.startsWith(what) || l.matches(other + "\\s*=.*"))
                .findFirst()
                .orElseThrow();
        return Double.parseDouble(line.replaceFirst(line.contains(":") ? "^[^:]*:" : "^[^=]*=", "")
                .strip()
                .split("\\s+")[0]);
    }

    /** What follows the last line across the page. */
    private static double[] data(List<String> lines) {
        int dashes = 0;
        for (int i = 0; i < lines.size(); i++) {
            if (lines.get(i).startsWith("-----") || lines.get(i).startsWith("#####")) {
                dashes = i;
            }
        }
        return lines.stream()
                .skip(dashes + 1L)
                .map(String::strip)
                .filter(l -> !l.isEmpty())
                .mapToDouble(Double::parseDouble)
                .toArray();
    }
}

package org.epiglyph.exchange.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.usermodel.XSSFFormulaEvaluator;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.epiglyph.core.scoring.Circumstances;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.Rounding;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Scaling;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.scoring.Scoring;
import org.epiglyph.core.scoring.Section;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The same calculation in a spreadsheet: Apache POI's formula evaluator computes a sheet written by the test. */
class SpreadsheetSumsTest {
    private static final BigDecimal QUARTER = new BigDecimal("0.25");
    private static final int COUNT = 7;
    private static final int BEST = 4;

    /**
     * Weighted criteria without a section, the best four of seven in one, scaled, moderated, rounded to whole points.
     */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void aSpreadsheetComputesTheSame(long seed) throws Exception {
        Random random = new Random(seed);
        List<Criterion> criteria = new ArrayList<>();
        Scorecard card = Scorecard.EMPTY;
        try (XSSFWorkbook book = new XSSFWorkbook()) {
            Sheet sheet = book.createSheet();
            for (int i = 0; i < 2 * COUNT; i++) {
                boolean inSection = i >= COUNT;
                int maximum = inSection ? 12 : 4 + random.nextInt(17);
                BigDecimal weight = inSection
                        ? BigDecimal.ONE
                        : QUARTER.multiply(BigDecimal.valueOf(random.nextInt(9)));
                BigDecimal score = QUARTER.multiply(BigDecimal.valueOf(random.nextInt(maximum * 4 + 1)));
                criteria.add(new Criterion("c" + i, "Criterion " + i, "", BigDecimal.valueOf(maximum), QUARTER)
                        .withWeight(weight)
                        .inSection(inSection ? "s" : "", ""));
                card = card.with("c" + i, Optional.of(score));
                Row row = sheet.createRow(i);
                row.createCell(0).setCellValue(score.doubleValue());
                row.createCell(1).setCellValue(maximum);
                row.createCell(2).setCellValue(weight.doubleValue());
            }
            int points = random.nextInt(5) - 2;
            card = card.withModeration(Optional.of(new Moderation(BigDecimal.valueOf(points), "")));
            Rules rules = Rules.USUAL
                    .withScaling(Optional.of(new Scaling(new BigDecimal("1.125"), new BigDecimal("-1.5"))))
                    .withRounding(new Rounding(BigDecimal.ONE, Rounding.Rule.HALF_UP))
                    .withBounds(true, true);
            MarkScheme scheme = new MarkScheme(criteria, List.of(
                    new Section("s", "Questions", new BigDecimal("1.5"), Optional.of(BEST), Optional.empty())), rules);
            String loose = "SUMPRODUCT(A1:A7,C1:C7)";
            String best = "1.5*(LARGE(A8:A14,1)+LARGE(A8:A14,2)+LARGE(A8:A14,3)+LARGE(A8:A14,4))";
            String reachable = "(SUMPRODUCT(B1:B7,C1:C7)+1.5*4*12)";
            sheet.createRow(20)
                    .createCell(0)
                    .setCellFormula(
                            "ROUND((" + loose + "+" + best + ")/" + reachable + "*40*1.125-1.5+" + points + ",0)");
            double computed = new XSSFFormulaEvaluator(book).evaluate(sheet.getRow(20).getCell(0)).getNumberValue();
            assertThat(Scoring.result(scheme, card, Circumstances.inTime(BigDecimal.valueOf(40))).value())
                    .isEqualByComparingTo(BigDecimal.valueOf(computed));
        }
    }
}

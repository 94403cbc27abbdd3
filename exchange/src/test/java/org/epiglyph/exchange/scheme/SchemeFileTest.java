package org.epiglyph.exchange.scheme;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayInputStream;
import java.io.InputStreamReader;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.epiglyph.core.Problem;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.LatePenalty;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Role;
import org.epiglyph.core.scoring.Rounding;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Scaling;
import org.epiglyph.core.scoring.Section;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SchemeFileTest {
    private static final BigDecimal HALF = new BigDecimal("0.5");

    private static Criterion criterion(int number, Manner manner) {
        return new Criterion("c" + number, "Criterion " + number, "Words, with a comma\nand a line", BigDecimal.TEN,
                HALF)
                .withManner(manner);
    }

    private static MarkScheme everything() {
        List<Criterion> criteria = List.of(
                criterion(1, new Manner.Points()).inSection("s1", "x").withHurdle(Optional.of(BigDecimal.TEN)),
                criterion(2, new Manner.Levels(List.of(
                        new Manner.Level("l1", "Sound", "why", BigDecimal.TWO, new BigDecimal("3.5")),
                        new Manner.Level("l2", "None", "", BigDecimal.ZERO, BigDecimal.ZERO)))).inSection("s1", "x"),
                criterion(3, new Manner.Checklist(List.of(new Manner.Part("p1", "units", HALF),
                        new Manner.Part("p2", "signs", BigDecimal.ONE)))).inSection("s2", "").withRole(Role.BONUS),
                criterion(4, new Manner.Counted(Manner.Counted.What.SIGN, "HALF_TICK", HALF, Manner.Counted.From.ZERO,
                        Optional.of(4))).withWeight(new BigDecimal("1.5")),
                criterion(5, new Manner.Counted(Manner.Counted.What.EFFECTS, "", BigDecimal.ONE,
                        Manner.Counted.From.MAXIMUM, Optional.empty())).withRole(Role.PENALTY),
                criterion(6, new Manner.WordsOnly()), criterion(7, new Manner.Points()).withRole(Role.SHOWN));
        Rules rules = new Rules(Optional.of(new Scaling(new BigDecimal("1.1"), new BigDecimal("-2"),
                List.of(new Scaling.Point(BigDecimal.TEN, new BigDecimal("12.5")),
                        new Scaling.Point(new BigDecimal("20"), new BigDecimal("21"))),
                Optional.empty())),
                Optional.of(new LatePenalty(Duration.ofHours(1), BigDecimal.TWO,
                        List.of(new LatePenalty.Tier(Duration.ofHours(24), BigDecimal.TEN)), LatePenalty.Basis.EARNED,
                        Optional.of(new BigDecimal("40")), Optional.of(BigDecimal.TEN),
                        Optional.of(Duration.ofDays(7)))),
                new Rounding(HALF, Rounding.Rule.HALF_EVEN), Optional.of(GradeScale.READY.get(1)), false, true,
                Optional.of(new BigDecimal("39")));
        return new MarkScheme(criteria, List.of(
                new Section("s1", "Heights", BigDecimal.TWO, Optional.of(1), Optional.of(new BigDecimal("40"))),
                Section.of("s2", "Passage")), rules);
    }

    @ParameterizedTest
    @ValueSource(strings = {"scheme.csv", "scheme.xlsx", "scheme.json"})
    void readsBackEveryKind(String name) throws Problem {
        MarkScheme there = everything();
        assertThat(SchemeFile.read(SchemeFile.write(there, "Tides", name), name)).isEqualTo(there);
    }

    @ParameterizedTest
    @ValueSource(strings = {"scheme.csv", "scheme.json"})
    void readsBackARootAdjustment(String name) throws Problem {
        MarkScheme there = everything().withRules(Rules.USUAL.withScaling(Optional.of(Scaling.root(BigDecimal.TEN))));
        byte[] bytes = SchemeFile.write(there, "Tides", name);
        assertThat(SchemeFile.read(bytes, name)).isEqualTo(there);
    }

    /** Read by Commons CSV, by Apache POI, and as plain JSON. */
    @Test
    void otherProgramsReadIt() throws Exception {
        byte[] csv = SchemeFile.write(everything(), "Tides", "a.csv");
        try (var records = CSVFormat.RFC4180.builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get()
                .parse(
                        new InputStreamReader(new ByteArrayInputStream(csv, 3, csv.length - 3),
                                StandardCharsets.UTF_8))) {
            var first = records.getRecords().get(2);
            assertThat(first.get("criterion")).isEqualTo("Criterion 1");
            assertThat(first.get("text")).isEqualTo("Words, with a comma\nand a line");
        }
        try (XSSFWorkbook book = new XSSFWorkbook(
                new ByteArrayInputStream(SchemeFile.write(everything(), "Tides", "a.xlsx")))) {
            assertThat(book.getSheetAt(0).getRow(3).getCell(3).getNumericCellValue()).isEqualTo(10);
        }
        JsonNode json = new ObjectMapper().readTree(SchemeFile.write(everything(), "Tides", "a.json"));
        assertThat(json.path("CFRubricCriteria")
                .get(1)
                .path("CFRubricCriterionLevels")
                .get(0)
                .path("score")
                .decimalValue())
                .isEqualByComparingTo("3.5");
    }

    /** A rubric without our extensions, in terms of 1EdTech CASE 1.0, from memory. */
    @Test
    void readsAForeignRubric() throws Problem {
        String rubric = """
                {"identifier":"r","title":"Essay","CFRubricCriteria":[{"identifier":"a","description":"Argument","weight":2,
                "CFRubricCriterionLevels":[{"quality":"Strong","score":4,"description":"holds"},{"quality":"Weak","score":1}]}]}
                """;
        MarkScheme scheme = SchemeFile.read(rubric.getBytes(StandardCharsets.UTF_8), "rubric.json");
        assertThat(scheme.criteria()).singleElement().satisfies(c -> {
            assertThat(c.maximum()).isEqualByComparingTo("4");
            assertThat(c.weight()).isEqualByComparingTo("2");
        });
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
            "criterion,maximum;Method,many | line 2: 'many' under 'maximum' is not a number",
            "criterion,maximum;Method,0 | line 2: the maximum must be above 0",
            "criterion,kind,maximum;A,points,3;B,stars,3 | line 3: 'stars' is not a kind",
            "criterion,kind,level,points;A,levels,,;,,Good,lots | line 3: 'lots' is neither a number nor a range",
            "criterion,kind,level,points;A,levels,,;,,Good,5 to 3 | line 3: Level 'Good' goes from 5 to 3",
            "criterion,kind,level,points;A,checklist,, | line 2: A checklist needs a part",
            "criterion,kind,maximum,counts;A,counted,4,smile | line 2: 'smile' is not a sign",
            "criterion,kind,maximum,role;A,points,4,extra | line 2: 'extra' is not a role",
            "criterion,maximum,hurdle;A,4,140 | line 2: The hurdle of 'A' must be 0 to 100 percent",
            "criterion,kind,text,maximum;A,,,4;rounding,rule,rule=up, | line 3: 'up' is not a way to round",
            "criterion,kind,text,maximum;A,,,4;magic,rule,x, | line 3: 'magic' is not a rule",
            "criterion,kind,best,maximum;S,section,1.5, | line 2: '1.5' under 'best' must be a whole number",
            "name;Method | needs columns headed 'criterion' and 'maximum'", "criterion,maximum; | lists no criterion"})
    void reportsErrorsWithTheirLine(String table, String complaint) {
        byte[] bytes = table.replace(';', '\n').getBytes(StandardCharsets.UTF_8);
        assertThatThrownBy(() -> SchemeFile.read(bytes, "scheme.csv")).isInstanceOf(Problem.class)
                .hasMessageContaining(complaint);
    }

    @ParameterizedTest
    @ValueSource(strings = {"{\"CFRubricCriteria\":", "{}", "PK-not a workbook"})
    void explainsABrokenFile(String content) {
        assertThatThrownBy(() -> SchemeFile.read(content.getBytes(StandardCharsets.UTF_8), "scheme"))
                .isInstanceOf(Problem.class)
                .hasMessageContaining("scheme");
    }
}

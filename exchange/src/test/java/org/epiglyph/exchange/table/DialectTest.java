package org.epiglyph.exchange.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.QuoteMode;
import org.epiglyph.core.Problem;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.exchange.sheet.Role;
import org.epiglyph.exchange.sheet.SheetFile;
import org.epiglyph.exchange.sheet.SheetRoles;

/** Sheets written by Commons CSV in all dialects; only the filled cells may differ afterwards. */
class DialectTest {
    private static final List<Charset> CHARSETS = List.of(StandardCharsets.UTF_8, StandardCharsets.UTF_16LE,
            StandardCharsets.UTF_16BE, Charset.forName("windows-1252"));
    private static final String[] WORDS = {"Ünal", "O'Neil", "a, b", "x; y", "she said \"so\"", "two\nlines", "1,5",
            "=SUM(A1)", "",
            "tab\there", "Zoë-Marie"};

    /** The sheet with the given score and feedback in one row. */
    private static String sheet(long seed, CSVFormat format, boolean preamble, String lineEnd, int row, String score,
            String feedback) throws Exception {
        Random random = new Random(seed);
        StringBuilder out = new StringBuilder();
        if (preamble) {
            out.append("Kestrel Point School of Seamanship").append(lineEnd).append(lineEnd);
        }
        try (CSVPrinter printer = new CSVPrinter(out, format)) {
            printer.printRecord("Record key", "Family name", "Given name", "Office note", "Score", "Maximum",
                    "Feedback",
                    "Colour");
            for (int i = 0; i < 6; i++) {
                String note = WORDS[random.nextInt(WORDS.length)];
                String before = i % 2 == 0 ? "" : "7";
                printer.printRecord("K-" + (100 + i), "Family " + i, "Given", note,
                        i == row && !score.isEmpty() ? score : before,
                        "20", i == row ? feedback : "", WORDS[random.nextInt(WORDS.length)]);
            }
        }
        return out.toString();
    }

    @Property(tries = 250)
    void onlyFilledCellsChangeInEveryDialect(@ForAll long seed) throws Exception {
        Random random = new Random(seed);
        char separator = ",;\t".charAt(random.nextInt(3));
        Charset charset = CHARSETS.get(random.nextInt(CHARSETS.size()));
        String mark = charset.equals(CHARSETS.get(3)) || random.nextBoolean() ? "" : "\uFEFF";
        String lineEnd = random.nextBoolean() ? "\r\n" : "\n";
        boolean preamble = random.nextBoolean();
        int row = random.nextInt(6);
        CSVFormat format = CSVFormat.DEFAULT.builder()
                .setDelimiter(separator)
                .setRecordSeparator(lineEnd)
                .setQuoteMode(random.nextBoolean() ? QuoteMode.ALL : QuoteMode.MINIMAL)
                .get();
        byte[] received = (mark + sheet(seed, format, preamble, lineEnd, row, "", "")).getBytes(charset);
        GradeSheet sheet = GradeSheet.read(received, "the sheet");
        assertThat(sheet.roster().students()).hasSize(6);
        byte[] filled = sheet.with(Map.of(new StudentKey("K-" + (100 + row)),
                new GradeSheet.Filled(new BigDecimal("12.5"), Optional.empty(), "Good, but\nlate; see page 2")));
        assertThat(new String(filled, charset)).isIn(
                mark + sheet(seed, format, preamble, lineEnd, row, "12.5", "Good, but\nlate; see page 2"),
                mark + sheet(seed, format, preamble, lineEnd, row, "12,5", "Good, but\nlate; see page 2"));
        assertThat(sheet.with(Map.of())).isEqualTo(received);
    }

    @Example
    void aDialectIsSaidInWords() throws Problem {
        assertThat(Dialect.of("a;b\n1;2\n".getBytes(StandardCharsets.UTF_8)).describe())
                .isEqualTo("UTF-8, separated by semicolons");
        assertThat(Dialect.of("'a','b'\n'1','2'\n".getBytes(StandardCharsets.UTF_8)).quote()).isEqualTo('\'');
        assertThat(Dialect.of("key\tname\n1\tx, y\n".getBytes(StandardCharsets.UTF_16LE)))
                .isEqualTo(new Dialect(StandardCharsets.UTF_16LE, '\t', '"'));
        assertThat(Dialect.of("Class, of 2026\nkey;name;score\nK-1;A;7,5\nK-2;B;8,5\n".getBytes(StandardCharsets.UTF_8))
                .separator())
                .isEqualTo(';');
    }

    @Example
    void scoresAreWrittenWithTheSheetsDecimalSign() throws Problem {
        byte[] filled = GradeSheet.read("key;score;maximum\nK-1;;20,0\n".getBytes(StandardCharsets.UTF_8), "s")
                .with(Map.of(new StudentKey("K-1"),
                        new GradeSheet.Filled(new BigDecimal("12.5"), Optional.empty(), "lost")));
        assertThat(new String(filled, StandardCharsets.UTF_8)).isEqualTo("key;score;maximum\nK-1;12,5;20,0\n");
    }

    @Example
    void aRowThatIsTooShortGrowsAndALetterThatTheEncodingHasNotIsNamed() throws Problem {
        byte[] filled = GradeSheet
                .read("key,name,score,feedback\nK-1,Ada\nK-2,Bao,,\n".getBytes(StandardCharsets.UTF_8), "s")
                .with(Map.of(new StudentKey("K-1"),
                        new GradeSheet.Filled(new BigDecimal("3"), Optional.empty(), "ok")));
        assertThat(new String(filled, StandardCharsets.UTF_8))
                .isEqualTo("key,name,score,feedback\nK-1,Ada,3,ok\nK-2,Bao,,\n");
        GradeSheet western = GradeSheet.read(
                "key,name,score,feedback\r\nK-1,M\u00fcller,,\r\n".getBytes(Charset.forName("windows-1252")), "w.csv");
        assertThatThrownBy(
                () -> western.with(Map.of(new StudentKey("K-1"),
                        new GradeSheet.Filled(BigDecimal.ONE, Optional.empty(), "see \u2192"))))
                .isInstanceOf(Problem.class)
                .hasMessageContaining("w.csv is written in windows-1252, which has no '\u2192' (for line 2)");
    }

    @Example
    void rolesAreRecognisedAndCanBeSetByHand() throws Problem {
        String text = "export of 17.4.2026;;;;\n;;;;\nMatrikel;Student;Punkte;Feedback;Extended until\n90317;Example, Ada;;;24.4.2026 18:00\n90318;Bao Example;;;\n";
        SheetFile file = SheetFile.read(text.getBytes(StandardCharsets.UTF_8), "s");
        SheetRoles found = SheetRoles.recognise(file);
        assertThat(found.header()).isEqualTo(2);
        assertThat(found.columns()).containsEntry(Role.KEY, 0)
                .containsEntry(Role.NAME, 1)
                .doesNotContainKey(Role.SCORE);
        SheetRoles byHand = found.with(Role.SCORE, java.util.OptionalInt.of(2));
        GradeSheet sheet = GradeSheet.of(file, byHand);
        assertThat(sheet.roster().students()).extracting(s -> s.family() + "/" + s.given())
                .containsExactly("Example/Ada", "Example/Bao");
        assertThat(sheet.extensions(java.time.ZoneId.of("Europe/London"))).containsEntry(new StudentKey("90317"),
                java.time.Instant.parse("2026-04-24T17:00:00Z"));
        assertThat(byHand.with(Role.KEY, java.util.OptionalInt.of(2)).columns()).doesNotContainKey(Role.SCORE);
        List<String> roles = new ArrayList<>();
        SheetRoles.at(file, 0, 3).columns().keySet().forEach(r -> roles.add(r.name()));
        assertThat(roles).isEmpty();
    }
}

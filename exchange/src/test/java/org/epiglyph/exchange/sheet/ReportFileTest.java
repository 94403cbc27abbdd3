package org.epiglyph.exchange.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.ClassReport;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.task.Task;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The class as a table, read back with Commons CSV and POI. */
class ReportFileTest {
    private static final StudentKey ADA = new StudentKey("0012");
    private static final StudentKey BAO = new StudentKey("K-2");
    @TempDir
    private Path folder;

    private static Batch batch() {
        Task task = new Task("", "", "Tides", "", Optional.of(Instant.parse("2026-03-13T18:00:00Z")), ZoneId.of("UTC"),
                BigDecimal.valueOf(12));
        MarkScheme scheme = new MarkScheme(
                List.of(new Criterion("c1", "Method", "", BigDecimal.valueOf(8), new BigDecimal("0.5")),
                        new Criterion("c2", "Method", "", BigDecimal.valueOf(4), BigDecimal.ONE)));
        HandIn late = new HandIn(1, Optional.of(Instant.parse("2026-03-14T18:00:00Z")), "", List.of(
                new Document("d1", "w.pdf", "0".repeat(64), 1, new Pages.Ready(1, ""), "")));
        return Batch.collected(task, scheme, Phrasebook.EMPTY, List.of(
                Submission.untouched(new Student(ADA, "=cmd()", "\u0141ucka", "A"), List.of(late)),
                Submission.untouched(new Student(BAO, "Bao", "Example", ""), List.of())))
                .apply(new Edit.Judge(ADA, "c1", Judgement.of(new BigDecimal("7.5"))))
                .apply(new Edit.SetStanding(ADA, "c2", Optional.of(Standing.NOT_ATTEMPTED)))
                .apply(new Edit.WritePrivately(ADA, "zquince"));
    }

    private Path written(String name) throws Problem {
        Path file = folder.resolve(name);
        ReportFile.write(ClassReport.of(batch()), file);
        return file;
    }

    @Test
    void csvHasARowForEachStudentWithBlanksForUnknownValues() throws Exception {
        String text = Files.readString(written("class.csv"), StandardCharsets.UTF_8);
        assertThat(text).startsWith("\uFEFF").doesNotContain("zquince");
        try (CSVParser parser = CSVParser.parse(text.substring(1),
                CSVFormat.RFC4180.builder().setHeader().setSkipHeaderRecord(true).get())) {
            List<CSVRecord> rows = parser.getRecords();
            assertThat(rows).hasSize(2);
            CSVRecord ada = rows.getFirst();
            assertThat(ada.get("student key")).isEqualTo("0012");
            assertThat(ada.get("given name")).as("disarmed").isEqualTo("'=cmd()");
            assertThat(ada.get("Method")).isEqualTo("7.5");
            assertThat(ada.get("Method (2)")).isEqualTo("not attempted");
            assertThat(ada.get("result")).isEqualTo("7.5");
            assertThat(ada.get("percent")).isEqualTo("62.5");
            assertThat(ada.get("late")).isNotEmpty();
            assertThat(ada.get("state")).isEqualTo("scored");
            assertThat(rows.get(1).get("result")).as("not scored is not 0").isEmpty();
            assertThat(rows.get(1).get("state")).isEqualTo("nothing received");
        }
    }

    @Test
    void aWorkbookHasTextKeysAndNumericScores() throws Exception {
        try (InputStream in = Files.newInputStream(written("class.xlsx")); XSSFWorkbook book = new XSSFWorkbook(in)) {
            Row ada = book.getSheetAt(0).getRow(1);
            assertThat(ada.getCell(0).getStringCellValue()).isEqualTo("0012");
            assertThat(ada.getCell(1).getCellType()).isEqualTo(CellType.STRING);
            assertThat(ada.getCell(7).getNumericCellValue()).isEqualTo(7.5);
        }
    }

    @Test
    void refusesAnotherExtensionAndAMissingFolder() {
        assertThatThrownBy(() -> written("class.docx")).isInstanceOf(Problem.class).hasMessageContaining("class.docx");
        assertThatThrownBy(() -> written("nowhere/class.csv")).isInstanceOf(Problem.class);
    }
}

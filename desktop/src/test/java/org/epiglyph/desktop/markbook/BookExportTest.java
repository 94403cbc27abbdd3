package org.epiglyph.desktop.markbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Context;
import org.epiglyph.core.markbook.Foot;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the mark book shows, read back from files by other readers. */
class BookExportTest {
    @TempDir
    private Path folder;
    private BookExport export;

    @BeforeEach
    void score() throws Exception {
        try (Workspace workspace = Workspace.open(SmallBatch.make(folder).folder(), Clock.systemUTC())) {
            workspace.edit(new Edit.SetScore(SmallBatch.TYPED, "c1", Optional.of(new BigDecimal("6.5"))));
            workspace.edit(new Edit.SetScore(SmallBatch.TWICE, "c1", Optional.of(new BigDecimal("3"))));
            Batch batch = workspace.batch();
            List<StudentKey> rows = List.of(SmallBatch.TWICE, SmallBatch.TYPED);
            List<Column> columns = List.of(new Column.OfCriterion("c1"), Column.Fact.TOTAL, Column.Fact.STATE);
            export = new BookExport(batch, rows, columns, new Foot(batch, rows, columns), Context.NONE,
                    "Two of 3 students");
        }
    }

    @Test
    void writesNumbersAsNumbersInAWorkbook() throws Exception {
        Path file = folder.resolve("book.xlsx");
        export.write(file);
        try (InputStream in = Files.newInputStream(file); XSSFWorkbook workbook = new XSSFWorkbook(in)) {
            Row head = workbook.getSheetAt(0).getRow(0);
            assertThat(List.of(head.getCell(0).getStringCellValue(), head.getCell(1).getStringCellValue(),
                    head.getCell(2).getStringCellValue(), head.getCell(3).getStringCellValue()))
                    .containsExactly("Name", "Method", "Total", "State");
            Row second = workbook.getSheetAt(0).getRow(2);
            assertThat(second.getCell(0).getStringCellValue()).isEqualTo("Ada Typed");
            assertThat(second.getCell(1).getCellType()).isEqualTo(CellType.NUMERIC);
            assertThat(second.getCell(1).getNumericCellValue()).isEqualTo(6.5);
        }
    }

    @Test
    void writesWhatIsShown() throws Exception {
        Path file = folder.resolve("book.csv");
        export.write(file);
        try (CSVParser parser = CSVParser.parse(file, StandardCharsets.UTF_8, CSVFormat.RFC4180)) {
            List<CSVRecord> rows = parser.getRecords();
            assertThat(rows).hasSize(3);
            assertThat(rows.get(1).toList()).containsExactly("Cem Twice", "3", "3", "begun");
        }
    }

    @Test
    void printsFiguresBelow() throws Exception {
        Path file = folder.resolve("book.pdf");
        export.write(file);
        try (OpenDocument document = OpenDocument.open(file)) {
            List<String> words = document.text(0).words().stream().map(w -> w.text()).toList();
            assertThat(words).containsSubsequence("Cem", "Twice", "Ada", "Typed", "6.5", "Mean", "4.75");
            assertThat(words).contains("Two", "of", "students");
        }
    }
}

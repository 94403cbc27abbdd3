package org.epiglyph.exchange.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.dhatim.fastexcel.Workbook;
import org.epiglyph.core.Problem;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.exchange.sheet.SheetFile;
import org.junit.jupiter.api.Test;

/** XLSX (ECMA-376): workbooks written by POI and by fastexcel, read back with POI, compared part by part. */
class WorksheetTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final String FILLED = "(?s)<c r=\"(D4|F4|D5|F5)\"([^>]*/>|[^>]*(?<!/)>.*?</c>)";
    private static final StudentKey BAO = new StudentKey("K-2");

    private static byte[] byPoi() throws IOException {
        try (XSSFWorkbook workbook = new XSSFWorkbook(); ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            workbook.createSheet("Read me")
                    .createRow(0)
                    .createCell(0)
                    .setCellValue("Fill in the second worksheet only.");
            XSSFSheet sheet = workbook.createSheet("Marks & more");
            CellStyle percent = workbook.createCellStyle();
            percent.setDataFormat(workbook.createDataFormat().getFormat("0.0\"p\""));
            String[] head = {"Record key", "Name", "Hidden", "Score", "Maximum", "Feedback", "Share"};
            Row header = sheet.createRow(2);
            for (int i = 0; i < head.length; i++) {
                header.createCell(i).setCellValue(head[i]);
            }
            for (int i = 0; i < 3; i++) {
                Row row = sheet.createRow(3 + i);
                row.createCell(0).setCellValue("K-" + (i + 1));
                row.createCell(1).setCellValue("Example, Nr " + i);
                row.createCell(2).setCellValue(4711 + i);
                if (i != 1) {
                    row.createCell(3).setCellStyle(percent);
                }
                row.createCell(4).setCellValue(20);
                row.createCell(6).setCellFormula("D" + (4 + i) + "/E" + (4 + i));
            }
            sheet.setColumnHidden(2, true);
            workbook.write(out);
            return out.toByteArray();
        }
    }

    private static Map<String, String> parts(byte[] workbook) throws IOException {
        Map<String, String> parts = new LinkedHashMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(workbook))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                parts.put(entry.getName(), new String(zip.readAllBytes(), StandardCharsets.ISO_8859_1));
            }
        }
        return parts;
    }

    private static GradeSheet.Filled filled(String score, String text) {
        return new GradeSheet.Filled(new BigDecimal(score), Optional.empty(), text);
    }

    @Test
    void onlyTheFilledCellsOfTheWorksheetChange() throws Exception {
        byte[] received = byPoi();
        GradeSheet sheet = GradeSheet.read(received, "marks.xlsx");
        assertThat(sheet.file().describe()).isEqualTo("XLSX, 2 worksheets");
        assertThat(sheet.roles().table()).isEqualTo(1);
        assertThat(sheet.maximum()).hasValue(new BigDecimal("20"));
        byte[] written = sheet.with(Map.of(ADA, filled("12.5", "Good <b> & \"so\"\nPage 2"), BAO, filled("7", "")));
        Map<String, String> before = parts(received);
        Map<String, String> after = parts(written);
        assertThat(after.keySet()).containsExactlyElementsOf(before.keySet());
        before.forEach((name, content) -> {
            if (!name.equals("xl/worksheets/sheet2.xml")) {
                assertThat(after.get(name)).as(name).isEqualTo(content);
            }
        });
        String own = before.get("xl/worksheets/sheet2.xml");
        String changed = after.get("xl/worksheets/sheet2.xml");
        assertThat(changed.replaceAll(FILLED, "").replaceAll("</f><v>[^<]*</v>", "</f>"))
                .isEqualTo(own.replaceAll(FILLED, "").replaceAll("</f><v>[^<]*</v>", "</f>"));
        try (XSSFWorkbook workbook = new XSSFWorkbook(new ByteArrayInputStream(written))) {
            XSSFSheet marks = workbook.getSheet("Marks & more");
            assertThat(marks.getRow(3).getCell(3).getNumericCellValue()).isEqualTo(12.5);
            assertThat(marks.getRow(3).getCell(3).getCellStyle().getDataFormatString()).isEqualTo("0.0\"p\"");
            assertThat(marks.getRow(3).getCell(5).getStringCellValue()).isEqualTo("Good <b> & \"so\"\nPage 2");
            assertThat(marks.getRow(4).getCell(3).getNumericCellValue()).isEqualTo(7);
            assertThat(marks.getRow(4).getCell(6).getCellFormula()).isEqualTo("D5/E5");
            assertThat(marks.getRow(3).getCell(6).getNumericCellValue()).as("the result beside it follows")
                    .isEqualTo(0.625);
            assertThat(marks.getRow(4).getCell(6).getNumericCellValue()).isEqualTo(0.35);
            assertThat(marks.isColumnHidden(2)).isTrue();
            workbook.getCreationHelper().createFormulaEvaluator().evaluateAll();
            assertThat(marks.getRow(3).getCell(6).getNumericCellValue()).isEqualTo(0.625);
        }
    }

    @Test
    void dropsStaleFormulaResultsAndWritesText() throws Exception {
        byte[] received;
        try (XSSFWorkbook workbook = new XSSFWorkbook(); ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            XSSFSheet sheet = workbook.createSheet("Marks");
            Row head = sheet.createRow(0);
            head.createCell(0).setCellValue("Record key");
            head.createCell(1).setCellValue("Score");
            Row row = sheet.createRow(1);
            row.createCell(0).setCellValue("K-1");
            row.createCell(2).setCellFormula("IF(B2>=10,\"able\",\"not yet\")");
            row.createCell(3).setCellFormula("NOSUCHFUNCTION(B2)");
            row.createCell(4).setCellFormula("1+1");
            workbook.createSheet("Sum").createRow(0).createCell(0).setCellFormula("Marks!B2*2");
            row.getCell(2).setCellValue("not yet");
            row.getCell(3).setCellValue(7);
            row.getCell(4).setCellValue(3); // the student's own result, not one of ours
            workbook.write(out);
            received = out.toByteArray();
        }
        byte[] written = GradeSheet.read(received, "marks.xlsx").with(Map.of(ADA, filled("12.5", "")));
        try (XSSFWorkbook workbook = new XSSFWorkbook(new ByteArrayInputStream(written))) {
            Row row = workbook.getSheet("Marks").getRow(1);
            assertThat(row.getCell(2).getStringCellValue()).isEqualTo("able");
            assertThat(row.getCell(3).getCellFormula()).isEqualTo("NOSUCHFUNCTION(B2)");
            assertThat(parts(written).get("xl/worksheets/sheet1.xml")).contains("NOSUCHFUNCTION(B2)</f></c>");
            assertThat(row.getCell(4).getNumericCellValue()).isEqualTo(3);
            assertThat(workbook.getSheet("Sum").getRow(0).getCell(0).getNumericCellValue()).isEqualTo(25);
        }
    }

    @Test
    void fillsAWorkbookOfAnotherLibrary() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook workbook = new Workbook(out, "Registry", "1.0")) {
            var sheet = workbook.newWorksheet("Sheet");
            List<String> head = List.of("key", "given name", "family name", "score", "feedback");
            for (int i = 0; i < head.size(); i++) {
                sheet.value(0, i, head.get(i));
            }
            sheet.value(1, 0, "K-1");
            sheet.value(1, 1, "Ada");
            sheet.value(1, 2, "Example");
            sheet.value(2, 0, "K-2");
            sheet.value(2, 2, "Mahendra");
        }
        GradeSheet sheet = GradeSheet.read(out.toByteArray(), "marks.xlsx");
        assertThat(sheet.roster().students()).extracting(s -> s.name()).containsExactly("Ada Example", "Mahendra");
        byte[] written = sheet.with(Map.of(BAO, filled("3.5", "seen")));
        GradeSheet again = GradeSheet.read(written, "marks.xlsx");
        assertThat(again.file().tables().getFirst().row(2)).containsExactly("K-2", "", "Mahendra", "3.5", "seen");
        assertThat(again.file().tables().getFirst().row(1)).startsWith("K-1", "Ada", "Example");
    }

    /** Some writers prefix every element and omit references (ECMA-376-1, 18.3.1.4: r is optional). */
    @Test
    void handlesPrefixesMissingReferencesAndEmptyRows() throws Exception {
        String xml = "<?xml version=\"1.0\"?><x:worksheet odd='" + "a/b ".repeat(100_000) + "' "
                + "xmlns:x=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\"><!-- <x:row r=\"1\"> --><x:sheetData><x:row r=\"2\"/><x:row><x:c t=\"str\"><x:v>a</x:v></x:c><x:c><x:f>1+1</x:f><x:v>2</x:v></x:c></x:row></x:sheetData></x:worksheet>";
        SheetXml sheet = SheetXml.read(xml, "s");
        String changed = new String(
                sheet.with(Map.of(new Place(0, 1), new CellValue.Number(BigDecimal.ONE), new Place(1, 0),
                        new CellValue.Text("b"), new Place(2, 2), new CellValue.Text("c"), new Place(4, 0),
                        new CellValue.Text("d"))),
                StandardCharsets.UTF_8);
        assertThat(changed).isEqualTo(xml
                .replace("<x:row r=\"2\"/>",
                        "<x:row r=\"1\"><x:c r=\"B1\"><x:v>1</x:v></x:c></x:row><x:row r=\"2\"><x:c r=\"A2\" t=\"inlineStr\"><x:is><x:t xml:space=\"preserve\">b</x:t></x:is></x:c></x:row>")
                .replace("</x:row></x:sheetData>",
                        "<x:c r=\"C3\" t=\"inlineStr\"><x:is><x:t xml:space=\"preserve\">c</x:t></x:is></x:c></x:row><x:row r=\"5\"><x:c r=\"A5\" t=\"inlineStr\"><x:is><x:t xml:space=\"preserve\">d</x:t></x:is></x:c></x:row></x:sheetData>"));
        assertThatThrownBy(() -> sheet.with(Map.of(new Place(2, 1), new CellValue.Number(BigDecimal.ONE))))
                .isInstanceOf(Problem.class)
                .hasMessageContaining("the cell B3 holds a formula");
    }

    @Test
    void reportsAnInvalidOrLockedWorkbook() {
        assertThatThrownBy(
                () -> SheetFile.read("PK\u0003\u0004 and no more".getBytes(StandardCharsets.ISO_8859_1), "marks.xlsx"))
                .isInstanceOf(Problem.class)
                .hasMessageContaining("marks.xlsx cannot be read as a workbook");
        assertThatThrownBy(() -> SheetFile.read(new byte[]{(byte) 0xD0, (byte) 0xCF, 0x11, (byte) 0xE0}, "marks.xls"))
                .hasMessageContaining("old binary format, or locked");
    }

    /** The same workbook with one part changed. */
    private static byte[] changed(String part, UnaryOperator<String> change) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, String> one : parts(byPoi()).entrySet()) {
                zip.putNextEntry(new ZipEntry(one.getKey()));
                String xml = one.getKey().equals(part) ? change.apply(one.getValue()) : one.getValue();
                zip.write(xml.getBytes(StandardCharsets.ISO_8859_1));
                zip.closeEntry();
            }
        }
        return out.toByteArray();
    }

    /** OWASP's example of an external entity, from memory: nothing outside the file may be read. */
    @Test
    void refusesAnExternalEntity() throws Exception {
        byte[] evil = changed("xl/workbook.xml", xml -> xml
                .replaceFirst("\\?>", "?><!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/passwd\">]>")
                .replace("Read me", "&e;"));
        assertThatThrownBy(() -> SheetFile.read(evil, "evil.xlsx")).isInstanceOf(Problem.class);
    }

    @Test
    void reportsAMalformedWorkbook() throws Exception {
        for (UnaryOperator<String> fault : List.<UnaryOperator<String>>of(xml -> xml.substring(0, xml.length() / 2),
                xml -> xml.replaceFirst("</row>", "</raw>"), xml -> "", xml -> "no markup at all")) {
            byte[] broken = changed("xl/worksheets/sheet2.xml", fault);
            assertThat(catchThrowable(() -> SheetFile.read(broken, "marks.xlsx")))
                    .as(fault.apply("<row r=\"1\"></row>"))
                    .isInstanceOf(Problem.class)
                    .hasMessageContaining("marks.xlsx cannot be read as a workbook");
        }
    }
}

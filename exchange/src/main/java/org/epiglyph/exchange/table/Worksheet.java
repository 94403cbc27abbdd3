package org.epiglyph.exchange.table;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Enumeration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.utils.SeekableInMemoryByteChannel;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/**
 * A worksheet of an XLSX workbook (ECMA-376). Values are read by a library; a change is written into the worksheet's
 * own part, and every other part of the package is copied unchanged.
 */
public final class Worksheet implements Table {
    private static final int MOST_ROWS = 20_000;
    private static final int MOST_COLUMNS = 400;
    private final String name;
    private final String part;
    private final String called;
    private final List<List<String>> rows;

    private Worksheet(String name, String part, String called, List<List<String>> rows) {
        this.name = name;
        this.part = part;
        this.called = called;
        this.rows = rows;
    }

    /** All worksheets of a workbook, including hidden ones. */
    public static List<Worksheet> all(byte[] bytes, String called) throws Problem {
        DataFormatter words = new DataFormatter(java.util.Locale.ROOT);
        words.setUseCachedValuesForFormulaCells(true);
        List<Worksheet> all = new ArrayList<>();
        WorkbookSize.refuseHuge(bytes, called);
        try (XSSFWorkbook workbook = new XSSFWorkbook(new ByteArrayInputStream(bytes))) {
            for (int i = 0; i < workbook.getNumberOfSheets(); i++) {
                XSSFSheet sheet = workbook.getSheetAt(i);
                String part = sheet.getPackagePart().getPartName().getName().substring(1);
                all.add(new Worksheet(sheet.getSheetName(), part, called, rows(sheet, words)));
            }
        } catch (IOException | RuntimeException e) {
            throw new Problem(Message.of(Worksheet.class, "unreadable", called),
                    e);
        }
        if (all.isEmpty()) {
            throw new Problem(Message.of(Worksheet.class, "none", called));
        }
        return all;
    }

    private static List<List<String>> rows(XSSFSheet sheet, DataFormatter words) {
        List<List<String>> rows = new ArrayList<>();
        for (int r = 0; r <= Math.min(sheet.getLastRowNum(), MOST_ROWS); r++) {
            List<String> cells = new ArrayList<>();
            Row row = sheet.getRow(r);
            int last = row == null ? 0 : Math.min(row.getLastCellNum(), MOST_COLUMNS);
            for (int c = 0; c < last; c++) {
                Cell cell = row.getCell(c);
                cells.add(cell == null || cell.getCellType() == CellType.ERROR ? "" : value(cell, words));
            }
            rows.add(cells);
        }
        return rows;
    }

    /** Plain numbers in full, whatever their format shows; everything else as shown. */
    private static String value(Cell cell, DataFormatter words) {
        CellType type = cell.getCellType() == CellType.FORMULA ? cell.getCachedFormulaResultType() : cell.getCellType();
        if (type == CellType.NUMERIC && org.apache.poi.ss.usermodel.DateUtil.isCellDateFormatted(cell)) {
            return cell.getLocalDateTimeCellValue().toString().replace('T', ' ');
        }
        if (type == CellType.NUMERIC && !cell.getCellStyle().getDataFormatString().contains("%")) {
            return new java.math.BigDecimal(Double.toString(cell.getNumericCellValue())).stripTrailingZeros()
                    .toPlainString();
        }
        return words.formatCellValue(cell);
    }

    @Override
    public String name() {
        return name;
    }

    @Override
    public int rowCount() {
        return rows.size();
    }

    @Override
    public List<String> row(int index) {
        return rows.get(index);
    }

    @Override
    public boolean hasDecimalComma() {
        return false;
    }

    /** The package with some cells of this worksheet changed; every other part is copied without being unpacked. */
    public byte[] with(byte[] workbook, Map<Place, CellValue> changes) throws Problem {
        byte[] changed = exchanged(workbook, Map.of(part, xml -> xml.with(changes)), called);
        Map<String, Map<Place, Optional<CellValue>>> results = Recalculation.between(workbook, changed);
        if (results.isEmpty()) {
            return changed;
        }
        Map<String, Change> parts = new HashMap<>();
        results.forEach((name, cells) -> parts.put(name, xml -> xml.withResults(cells)));
        return exchanged(changed, parts, called);
    }

    private interface Change {
        byte[] of(SheetXml xml) throws Problem;
    }

    private static byte[] exchanged(byte[] workbook, Map<String, Change> parts, String called) throws Problem {
        ByteArrayOutputStream out = new ByteArrayOutputStream(workbook.length + 4096);
        try (ZipFile from = ZipFile.builder()
                .setSeekableByteChannel(new SeekableInMemoryByteChannel(workbook))
                .get(); ZipArchiveOutputStream to = new ZipArchiveOutputStream(out)) {
            Enumeration<ZipArchiveEntry> entries = from.getEntriesInPhysicalOrder();
            while (entries.hasMoreElements()) {
                ZipArchiveEntry entry = entries.nextElement();
                if (!parts.containsKey(entry.getName())) {
                    try (InputStream raw = from.getRawInputStream(entry)) {
                        to.addRawArchiveEntry(entry, raw);
                    }
                    continue;
                }
                byte[] changed = parts.get(entry.getName()).of(SheetXml.read(bytes(from, entry), called));
                ZipArchiveEntry written = new ZipArchiveEntry(entry.getName());
                written.setLastModifiedTime(entry.getLastModifiedTime());
                to.putArchiveEntry(written);
                to.write(changed);
                to.closeArchiveEntry();
            }
        } catch (IOException | RuntimeException e) {
            throw new Problem(
                    Message.of(Worksheet.class, "notWritten", called),
                    e);
        }
        return out.toByteArray();
    }

    private static String bytes(ZipFile zip, ZipArchiveEntry entry) throws IOException {
        try (InputStream in = zip.getInputStream(entry)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }
}

package org.epiglyph.exchange.table;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.FormulaEvaluator;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/** Finds the formulas of a workbook whose results change when cells are filled. */
final class Recalculation {
    private Recalculation() {}

    /** The result of a formula; a failure if it cannot be computed here. */
    private sealed interface Result {
        record Number(double value) implements Result {}

        record Text(String value) implements Result {}

        record Other(String value) implements Result {}

        record Failure() implements Result {}
    }

    /**
     * Computes all formulas before and after.
     *
     * @return by part of the package, the cells whose result has changed; empty for a result that cannot be computed
     *         here, or is neither number nor text: the cached result is removed, so that the reader's program computes
     *         it
     */
    static Map<String, Map<Place, Optional<CellValue>>> between(byte[] before, byte[] now) throws Problem {
        Map<String, Map<Place, Result>> then = results(before);
        Map<String, Map<Place, Optional<CellValue>>> changed = new HashMap<>();
        results(now).forEach((part, cells) -> cells.forEach((place, result) -> {
            Result old = then.getOrDefault(part, Map.of()).get(place);
            if (!result.equals(old) || result instanceof Result.Failure) {
                changed.computeIfAbsent(part, _ -> new HashMap<>()).put(place, written(result));
            }
        }));
        return changed;
    }

    private static Optional<CellValue> written(Result result) {
        return switch (result) {
            case Result.Number(double value) ->
                Optional.of(new CellValue.Number(new BigDecimal(Double.toString(value))));
            case Result.Text(String value) -> Optional.of(new CellValue.Text(value));
            case Result.Other _,Result.Failure _ -> Optional.empty();
        };
    }

    private static Map<String, Map<Place, Result>> results(byte[] bytes) throws Problem {
        Map<String, Map<Place, Result>> results = new HashMap<>();
        try (XSSFWorkbook workbook = new XSSFWorkbook(new ByteArrayInputStream(bytes))) {
            FormulaEvaluator evaluator = workbook.getCreationHelper().createFormulaEvaluator();
            for (int i = 0; i < workbook.getNumberOfSheets(); i++) {
                XSSFSheet sheet = workbook.getSheetAt(i);
                Map<Place, Result> own = new HashMap<>();
                for (Row row : sheet) {
                    for (Cell cell : row) {
                        if (cell.getCellType() == CellType.FORMULA) {
                            own.put(new Place(cell.getRowIndex(), cell.getColumnIndex()), result(cell, evaluator));
                        }
                    }
                }
                results.put(sheet.getPackagePart().getPartName().getName().substring(1), own);
            }
            return results;
        } catch (IOException | RuntimeException e) {
            throw new Problem(Message.of(Recalculation.class, "unreadable"), e);
        }
    }

    private static Result result(Cell cell, FormulaEvaluator evaluator) {
        try {
            var value = evaluator.evaluate(cell);
            return switch (value.getCellType()) {
                case NUMERIC -> Double.isFinite(value.getNumberValue())
                        ? new Result.Number(value.getNumberValue())
                        : new Result.Failure();
                case STRING -> new Result.Text(value.getStringValue());
                default -> new Result.Other(value.formatAsString());
            };
        } catch (RuntimeException | StackOverflowError e) {
            return new Result.Failure();
        }
    }
}

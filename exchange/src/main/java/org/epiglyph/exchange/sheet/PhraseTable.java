package org.epiglyph.exchange.sheet;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.epiglyph.core.Problem;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;

/** A phrasebook as a table: code, words, criterion (by name; may be empty), effect (points; may be empty). */
public final class PhraseTable {
    private PhraseTable() {}

    /**
     * @param scheme the scheme whose criteria the table names
     * @throws Problem naming the line and the reason
     */
    public static Phrasebook read(byte[] bytes, String called, MarkScheme scheme) throws Problem {
        CsvTable table = CsvTable.read(bytes, called);
        Columns columns = new Columns(table.rowCount() == 0 ? List.of() : table.row(0));
        OptionalInt words = columns.find("words", "phrase", "remark");
        if (words.isEmpty()) {
            throw new Problem(called + " needs a column headed 'words'. Add it to its first line.");
        }
        OptionalInt code = columns.find("code");
        OptionalInt criterion = columns.find("criterion");
        OptionalInt effect = columns.find("effect", "points");
        List<Phrase> phrases = new ArrayList<>();
        for (int row = 1; row < table.rowCount(); row++) {
            TableRow cells = new TableRow(table, row, called);
            if (!cells.text(words).isEmpty()) {
                Optional<BigDecimal> points = cells.text(effect).isEmpty()
                        ? Optional.empty()
                        : Optional.of(cells.number(effect, "effect"));
                phrases.add(new Phrase("p" + (phrases.size() + 1), cells.text(code), cells.text(words),
                        criterionId(scheme, cells.text(criterion)), points));
            }
        }
        return new Phrasebook(phrases);
    }

    private static String criterionId(MarkScheme scheme, String name) {
        return scheme.criteria()
                .stream()
                .filter(c -> c.name().equalsIgnoreCase(name))
                .map(Criterion::id)
                .findFirst()
                .orElse("");
    }
}

package org.epiglyph.exchange.scheme;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Role;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.exchange.table.CellTable;

/** A mark scheme as rows of cells, as {@link SchemeRows} reads them. */
final class SchemeCells {
    private SchemeCells() {}

    /** The rows below the headings, each a map from heading to cell. */
    static List<Map<String, String>> rows(MarkScheme scheme) {
        List<Map<String, String>> rows = new ArrayList<>();
        scheme.sections().forEach(s -> rows.add(section(s)));
        for (Criterion criterion : scheme.criteria()) {
            rows.add(criterion(criterion, scheme));
            rows.addAll(below(criterion));
        }
        RuleCells.write(scheme.rules())
                .forEach((name, cell) -> rows
                        .add(CellTable.cells("criterion", name, "kind", "rule", "text", cell)));
        return rows;
    }

    private static Map<String, String> section(Section section) {
        return CellTable.cells("criterion", section.name(), "kind", "section", "weight",
                Criterion.format(section.weight()),
                "hurdle", section.hurdle().map(Criterion::format).orElse(""), "best",
                section.best().map(String::valueOf).orElse(""));
    }

    private static Map<String, String> criterion(Criterion criterion, MarkScheme scheme) {
        boolean ownMaximum = criterion.manner().maximum().isEmpty();
        Map<String, String> cells = CellTable.cells("criterion", criterion.name(), "section",
                scheme.findSection(criterion.section()).map(Section::name).orElse(""), "kind",
                criterion.manner().kind(), "maximum", ownMaximum ? Criterion.format(criterion.maximum()) : "", "step",
                Criterion.format(criterion.step()), "weight", Criterion.format(criterion.weight()), "role",
                criterion.role() == Role.COUNTS ? "" : criterion.role().name().toLowerCase(Locale.ROOT), "either",
                criterion.alternative(), "hurdle", criterion.hurdle().map(Criterion::format).orElse(""), "text",
                criterion.text());
        if (criterion.manner() instanceof Manner.Counted counted) {
            cells.putAll(CellTable.cells("counts", switch (counted.what()) {
                case EFFECTS -> "effects";
                case PHRASE -> "phrase " + counted.named();
                case SIGN -> SignNames.text(counted.named());
            }, "each", Criterion.format(counted.each()), "begins",
                    counted.from() == Manner.Counted.From.MAXIMUM ? "maximum" : "0", "limit",
                    counted.limit().map(String::valueOf).orElse("")));
        }
        return cells;
    }

    private static List<Map<String, String>> below(Criterion criterion) {
        return switch (criterion.manner()) {
            case Manner.Levels levels -> levels.levels()
                    .stream()
                    .map(l -> CellTable.cells("text", l.text(), "level", l.name(), "points", l.points()))
                    .toList();
            case Manner.Checklist checklist -> checklist.parts()
                    .stream()
                    .map(p -> CellTable.cells("level", p.name(), "points", Criterion.format(p.points())))
                    .toList();
            default -> List.of();
        };
    }
}

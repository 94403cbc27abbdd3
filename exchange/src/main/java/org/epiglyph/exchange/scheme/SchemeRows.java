package org.epiglyph.exchange.scheme;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Decimal;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Role;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.exchange.table.Columns;
import org.epiglyph.exchange.table.Table;
import org.epiglyph.exchange.table.TableRow;

/**
 * A mark scheme read from a table. A row with a criterion begins one; rows below it without one are its levels or parts. A
 * row of the kind "section" describes a section, one of the kind "rule" a step from the total to the result.
 */
final class SchemeRows {
    /** Headings, in the order in which they are written. */
    static final List<String> HEADINGS = List.of("criterion", "section", "kind", "maximum", "step", "weight", "role",
            "either", "hurdle", "best", "text", "level", "points", "counts", "each", "begins", "limit");
    private final Table table;
    private final String called;
    private final Columns columns;
    private final List<Section> sections = new ArrayList<>();
    private final List<Criterion> criteria = new ArrayList<>();
    private Rules rules = Rules.USUAL;
    private TableRow row;

    private SchemeRows(Table table, String called) {
        this.table = table;
        this.called = called;
        columns = new Columns(table.rowCount() == 0 ? List.of() : table.row(0));
    }

    /** @throws Problem naming the row and the reason */
    static MarkScheme read(Table table, String called) throws Problem {
        return new SchemeRows(table, called).scheme();
    }

    private MarkScheme scheme() throws Problem {
        if (columns.find("criterion", "name").isEmpty()
                || columns.find("maximum", "max", "points", "kind").isEmpty()) {
            throw new Problem(Message.of(SchemeRows.class, "noColumns", called));
        }
        for (int at = 1; at < table.rowCount(); at++) {
            row = new TableRow(table, at, called);
            String name = text("criterion", "name");
            if (name.isEmpty()) {
                continue;
            }
            try {
                switch (text("kind").toLowerCase(Locale.ROOT)) {
                    case "section" -> sections.add(section(name));
                    case "rule" -> rules = RuleCells.read(rules, name, text("text"));
                    default -> criteria.add(criterion(name, at));
                }
            } catch (IllegalArgumentException e) {
                throw problem(at, InvalidValue.asMessage(e));
            }
        }
        if (criteria.isEmpty()) {
            throw new Problem(Message.of(SchemeRows.class, "noCriteria", called));
        }
        return new MarkScheme(criteria, sections, rules);
    }

    private Problem problem(int at, Message why) {
        return new Problem(Message.of(SchemeRows.class, "wrongLine", called, at + 1, why));
    }

    private String text(String... headings) {
        return row.text(columns.find(headings));
    }

    private BigDecimal number(String heading, BigDecimal missing) throws Problem {
        OptionalInt column = columns.find(heading);
        return row.text(column).isEmpty() ? missing : row.number(column, heading);
    }

    private Optional<BigDecimal> number(String heading) throws Problem {
        return Optional.ofNullable(number(heading, null));
    }

    private Optional<Integer> count(String heading) throws Problem {
        Optional<BigDecimal> number = number(heading);
        try {
            return number.map(BigDecimal::intValueExact);
        } catch (ArithmeticException e) {
            throw new InvalidValue(Message.of(SchemeRows.class, "noWholeNumber", number.orElseThrow(), heading), e);
        }
    }

    private Section section(String name) throws Problem {
        return new Section("s" + (sections.size() + 1), name, number("weight", BigDecimal.ONE), count("best"),
                number("hurdle"));
    }

    /** A section without a row of its own is a plain one. */
    private String sectionId(String name) {
        if (name.isEmpty()) {
            return "";
        }
        return sections.stream().filter(s -> s.name().equalsIgnoreCase(name)).findFirst().orElseGet(() -> {
            Section plain = Section.of("s" + (sections.size() + 1), name);
            sections.add(plain);
            return plain;
        }).id();
    }

    private Criterion criterion(String name, int at) throws Problem {
        Manner manner = manner(at);
        BigDecimal maximum = manner.maximum().isPresent()
                ? BigDecimal.ZERO
                : row.positive(columns.find("maximum", "max", "points"), "maximum");
        BigDecimal step = text("step").isEmpty() ? BigDecimal.ONE : row.positive(columns.find("step"), "step");
        return new Criterion("c" + (criteria.size() + 1), name, text("text", "what earns the points"), maximum, step,
                manner, number("weight", BigDecimal.ONE), role(text("role")), sectionId(text("section")),
                text("either"), number("hurdle"));
    }

    private static Role role(String word) {
        return switch (word.toLowerCase(Locale.ROOT)) {
            case "", "counts" -> Role.COUNTS;
            case "bonus" -> Role.BONUS;
            case "penalty", "taken off" -> Role.PENALTY;
            case "shown", "does not count" -> Role.SHOWN;
            default -> throw new InvalidValue(Message.of(SchemeRows.class, "noRole", word));
        };
    }

    private Manner manner(int at) throws Problem {
        String kind = text("kind").toLowerCase(Locale.ROOT);
        return switch (kind) {
            case "", "points" -> new Manner.Points();
            case "words" -> new Manner.WordsOnly();
            case "levels" -> new Manner.Levels(levels(at));
            case "checklist" -> new Manner.Checklist(parts(at));
            case "counted" -> counted();
            default -> throw new InvalidValue(Message.of(SchemeRows.class, "noKind", kind));
        };
    }

    /** The following rows that have a level and no criterion. */
    private List<TableRow> below(int at) {
        List<TableRow> below = new ArrayList<>();
        for (int next = at + 1; next < table.rowCount(); next++) {
            TableRow candidate = new TableRow(table, next, called);
            if (!candidate.text(columns.find("criterion", "name")).isEmpty()) {
                break;
            }
            if (!candidate.text(columns.find("level", "part")).isEmpty()) {
                below.add(candidate);
            }
        }
        return below;
    }

    private List<Manner.Level> levels(int at) throws Problem {
        List<Manner.Level> levels = new ArrayList<>();
        for (TableRow level : below(at)) {
            String points = level.text(columns.find("points")).replace(',', '.');
            String[] ends = points.split("\\s*(?:to|\u2013|(?<=\\d)\\s*-)\\s*", 2);
            try {
                levels.add(new Manner.Level("l" + (levels.size() + 1), level.text(columns.find("level", "part")),
                        level.text(columns.find("text")), Decimal.of(ends[0]),
                        Decimal.of(ends[ends.length - 1])));
            } catch (NumberFormatException e) {
                throw problem(level.row(), Message.of(SchemeRows.class, "noRange", points));
            } catch (IllegalArgumentException e) {
                throw problem(level.row(), InvalidValue.asMessage(e));
            }
        }
        return levels;
    }

    private List<Manner.Part> parts(int at) throws Problem {
        List<Manner.Part> parts = new ArrayList<>();
        for (TableRow part : below(at)) {
            parts.add(new Manner.Part("p" + (parts.size() + 1), part.text(columns.find("level", "part")),
                    part.number(columns.find("points"), "points")));
        }
        return parts;
    }

    private Manner counted() throws Problem {
        String counts = text("counts");
        String lower = counts.toLowerCase(Locale.ROOT);
        Manner.Counted.What what = lower.equals("effects")
                ? Manner.Counted.What.EFFECTS
                : lower.startsWith("phrase ") ? Manner.Counted.What.PHRASE : Manner.Counted.What.SIGN;
        String named = switch (what) {
            case EFFECTS -> "";
            case PHRASE -> counts.substring("phrase ".length()).strip();
            case SIGN -> SignNames.of(counts);
        };
        Manner.Counted.From from = text("begins").equalsIgnoreCase("maximum")
                ? Manner.Counted.From.MAXIMUM
                : Manner.Counted.From.ZERO;
        return new Manner.Counted(what, named, number("each", BigDecimal.ONE), from, count("limit"));
    }
}

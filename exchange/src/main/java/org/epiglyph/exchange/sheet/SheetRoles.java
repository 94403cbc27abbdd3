package org.epiglyph.exchange.sheet;

import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import org.epiglyph.exchange.table.Columns;
import org.epiglyph.exchange.table.Table;

/**
 * The meaning of each column.
 *
 * @param table   index of the table within its file, from 0
 * @param header  row of the headings, from 0; the lines above it are a preamble
 * @param columns column of each role that occurs, from 0; a column has at most one role
 */
public record SheetRoles(int table, int header, Map<Role, Integer> columns) {
    private static final int HEADER_WITHIN = 40;

    public SheetRoles {
        columns = Map.copyOf(columns);
    }

    /**
     * Recognises the roles: the row with the most known headings is the header; if no heading names the key, the values
     * decide.
     */
    public static SheetRoles recognise(SheetFile file) {
        SheetRoles best = new SheetRoles(0, 0, Map.of());
        for (int t = 0; t < file.tables().size(); t++) {
            Table table = file.tables().get(t);
            for (int row = 0; row < Math.min(table.rowCount(), HEADER_WITHIN); row++) {
                Map<Role, Integer> found = headed(table.row(row));
                if (found.size() > best.columns.size()) {
                    best = new SheetRoles(t, row, found);
                }
            }
        }
        return best.columns.containsKey(Role.KEY) ? best : best.withKeyFrom(file.tables().get(best.table));
    }

    private static Map<Role, Integer> headed(List<String> row) {
        Columns columns = new Columns(row);
        Map<Role, Integer> found = new EnumMap<>(Role.class);
        for (Role role : Role.values()) {
            columns.find(role.headings().toArray(String[]::new))
                    .ifPresent(c -> {
                        if (!found.containsValue(c)) {
                            found.put(role, c);
                        }
                    });
        }
        return found;
    }

    /** The first column without a role whose values are complete, distinct, short, and contain digits. */
    private SheetRoles withKeyFrom(Table table) {
        int width = table.rowCount() > header ? table.row(header).size() : 0;
        for (int column = 0; column < width; column++) {
            Set<String> values = new HashSet<>();
            boolean keys = !columns.containsValue(column) && table.rowCount() > header + 1;
            for (int row = header + 1; keys && row < table.rowCount(); row++) {
                List<String> cells = table.row(row);
                String value = column < cells.size() ? cells.get(column).strip() : "";
                boolean blank = cells.stream().allMatch(String::isBlank);
                keys = blank || value.length() <= 40 && value.chars().anyMatch(Character::isDigit) && values.add(value);
            }
            if (keys && !values.isEmpty() && columns.size() > 1) {
                return with(Role.KEY, OptionalInt.of(column));
            }
        }
        return this;
    }

    /** The column of a role, if there is one. */
    OptionalInt column(Role role) {
        Integer column = columns.get(role);
        return column == null ? OptionalInt.empty() : OptionalInt.of(column);
    }

    /** With another column for a role, or none; the column loses any other role. */
    public SheetRoles with(Role role, OptionalInt column) {
        Map<Role, Integer> other = new EnumMap<>(Role.class);
        other.putAll(columns);
        other.remove(role);
        column.ifPresent(c -> {
            other.values().removeIf(v -> v == c);
            other.put(role, c);
        });
        return new SheetRoles(table, header, other);
    }

    /** With the headings in another row; the columns are recognised again. */
    public static SheetRoles at(SheetFile file, int table, int header) {
        Table chosen = file.tables().get(table);
        Map<Role, Integer> found = header < chosen.rowCount() ? headed(chosen.row(header)) : Map.of();
        SheetRoles roles = new SheetRoles(table, header, found);
        return found.containsKey(Role.KEY) ? roles : roles.withKeyFrom(chosen);
    }
}

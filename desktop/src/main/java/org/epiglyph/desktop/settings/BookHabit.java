package org.epiglyph.desktop.settings;

import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.epiglyph.core.markbook.Column;

/**
 * The marker's preferences for the mark book; saved from one start to the next.
 *
 * @param facts      the columns beside the criteria, in their own order
 * @param enterRight true if Enter goes to the right, false if down
 */
public record BookHabit(List<Column.Fact> facts, boolean enterRight) {
    public static final BookHabit FRESH = new BookHabit(List.of(Column.Fact.SECTION, Column.Fact.TOTAL,
            Column.Fact.RESULT, Column.Fact.GRADE, Column.Fact.STATE, Column.Fact.LATENESS, Column.Fact.REMARKS),
            false);
    private static final Set<Column.Fact> BEFORE = EnumSet.of(Column.Fact.KEY, Column.Fact.SECTION);

    public BookHabit {
        facts = Objects.requireNonNullElse(facts, List.<Column.Fact>of()).stream().sorted().distinct().toList();
    }

    /** True if the column comes right after the name, before the criteria. */
    public static boolean isBeforeCriteria(Column.Fact fact) {
        return BEFORE.contains(fact);
    }

    public BookHabit with(Column.Fact fact, boolean shown) {
        Set<Column.Fact> all = facts.isEmpty() ? EnumSet.noneOf(Column.Fact.class) : EnumSet.copyOf(facts);
        if (shown) {
            all.add(fact);
        } else {
            all.remove(fact);
        }
        return new BookHabit(List.copyOf(all), enterRight);
    }

    public BookHabit withEnterRight(boolean right) {
        return new BookHabit(facts, right);
    }
}

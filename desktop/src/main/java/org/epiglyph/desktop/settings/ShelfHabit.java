package org.epiglyph.desktop.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * The marker's preferences for the shelf; saved from one start to the next.
 *
 * @param further  folders whose batches are shown beside its own, each once
 * @param byCourse true to group batches by course, false to group them by state
 */
public record ShelfHabit(List<String> further, boolean byCourse) {
    static final ShelfHabit FRESH = new ShelfHabit(List.of(), false);

    public ShelfHabit {
        further = Objects.requireNonNullElse(further, List.<String>of()).stream().distinct().toList();
    }

    public ShelfHabit with(String folder) {
        List<String> all = new ArrayList<>(further);
        all.add(folder);
        return new ShelfHabit(all, byCourse);
    }

    public ShelfHabit without(String folder) {
        return new ShelfHabit(further.stream().filter(f -> !f.equals(folder)).toList(), byCourse);
    }

    public ShelfHabit withByCourse(boolean other) {
        return new ShelfHabit(further, other);
    }
}

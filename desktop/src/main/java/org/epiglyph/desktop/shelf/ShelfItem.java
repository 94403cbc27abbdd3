package org.epiglyph.desktop.shelf;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.epiglyph.desktop.frame.UiText;

/** The rows of the shelf: a heading, or a batch. */
sealed interface ShelfItem {
    /** @param name of the group or course below it */
    record Heading(String name, String text, boolean isFolded) implements ShelfItem {}

    record Stack(BatchLine batch) implements ShelfItem {}

    /** The folded groups: initially the archived ones, then those that the marker folds. */
    final class Folds {
        private final Set<String> folded = new HashSet<>(Set.of(BatchLine.Group.ARCHIVED.name()));

        /** @return true if the group is folded now */
        boolean toggle(String group) {
            boolean folds = !folded.remove(group);
            if (folds) {
                folded.add(group);
            }
            return folds;
        }

        /**
         * The rows of the shelf, group by group.
         *
         * @param together true to group batches by course
         */
        List<ShelfItem> items(List<BatchLine> found, boolean together) {
            Map<String, List<BatchLine>> groups = new LinkedHashMap<>();
            for (BatchLine.Group group : BatchLine.Group.values()) {
                boolean byState = !together || group == BatchLine.Group.ARCHIVED;
                found.stream()
                        .filter(l -> l.group() == group)
                        .forEach(l -> groups.computeIfAbsent(byState ? group.name() : l.course(),
                                _ -> new ArrayList<>()).add(l));
            }
            List<ShelfItem> items = new ArrayList<>();
            groups.forEach((name, of) -> {
                boolean closed = folded.contains(name);
                items.add(new Heading(name, describe(name, of), closed));
                if (!closed) {
                    of.stream().sorted(BatchLine.ORDER).forEach(l -> items.add(new Stack(l)));
                }
            });
            return items;
        }

        private static String describe(String name, List<BatchLine> of) {
            if (Arrays.stream(BatchLine.Group.values()).anyMatch(g -> g.name().equals(name))) {
                return UiText.of("Shelf.group." + name, of.size());
            }
            return UiText.of("Shelf.course", name.isEmpty() ? UiText.of("Shelf.noCourse") : name, of.size());
        }
    }

    /** The index of a group's heading; -1 if there is none. */
    static int headingAt(List<ShelfItem> items, String group) {
        return items.indexOf(items.stream()
                .filter(i -> i instanceof Heading heading && heading.name().equals(group))
                .findFirst()
                .orElse(null));
    }

    /** True for a heading that cannot be selected. */
    static boolean isOpenHeading(ShelfItem item) {
        return item instanceof Heading heading && !heading.isFolded();
    }
}

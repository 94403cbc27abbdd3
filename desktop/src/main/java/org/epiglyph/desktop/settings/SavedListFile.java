package org.epiglyph.desktop.settings;

import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Condition;
import org.epiglyph.core.markbook.Order;
import org.epiglyph.core.markbook.SavedList;
import org.epiglyph.core.markbook.Selection;

/** Saved lists as a file; content of other versions that this one does not know is ignored. */
final class SavedListFile {
    private SavedListFile() {}

    private record By(String column, boolean descending) {}

    /** @param words search text for name, key or section */
    private record Written(String name, List<String> conditions, List<String> sections,
            @JsonProperty("letters") String words, List<By> order) {
        static Written of(SavedList list) {
            return new Written(list.name(), list.selection().conditions().stream().map(Enum::name).sorted().toList(),
                    list.selection().sections().stream().sorted().toList(), list.selection().letters(),
                    list.order().by().stream().map(b -> new By(b.column().code(), b.descending())).toList());
        }

        SavedList list() {
            Set<Condition> known = Stream.of(Condition.values())
                    .filter(c -> orNone(conditions).contains(c.name()))
                    .collect(Collectors.toSet());
            List<Order.By> by = orNone(order).stream()
                    .flatMap(b -> Column.named(b.column).map(c -> new Order.By(c, b.descending)).stream())
                    .toList();
            return new SavedList(name, new Selection(known, Set.copyOf(orNone(sections)),
                    Objects.requireNonNullElse(words, "")), new Order(by));
        }

        private static <T> List<T> orNone(List<T> list) {
            return Objects.requireNonNullElse(list, List.of());
        }
    }

    static List<SavedList> read(ObjectMapper json, Path file) throws IOException {
        return Arrays.stream(json.readValue(file.toFile(), Written[].class)).map(Written::list).toList();
    }

    /** What {@link #read} reads, for a JSON writer. */
    static Object written(List<SavedList> lists) {
        return lists.stream().map(Written::of).toList();
    }
}

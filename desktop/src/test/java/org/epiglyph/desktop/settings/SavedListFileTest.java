package org.epiglyph.desktop.settings;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.epiglyph.core.markbook.Column;
import org.epiglyph.core.markbook.Condition;
import org.epiglyph.core.markbook.Order;
import org.epiglyph.core.markbook.SavedList;
import org.epiglyph.core.markbook.Selection;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Kept lists are read back unchanged, and entries of other versions are ignored. */
class SavedListFileTest {
    @TempDir
    private Path folder;

    @Test
    void readsBackEveryKindOfColumn() {
        List<SavedList> lists = List.of(
                new SavedList("late, best first",
                        new Selection(Set.of(Condition.LATE, Condition.NOT_SEALED), Set.of("B"), "zo\u00eb"),
                        new Order(List.of(new Order.By(new Column.OfCriterion("c 1"), true),
                                new Order.By(new Column.OfSection("s1"), false),
                                new Order.By(Column.Fact.RESULT, true), new Order.By(new Column.Drawn(-7), false)))),
                new SavedList("all", Selection.EVERYBODY, Order.ROSTER));
        new Settings(folder).keepLists(lists);
        assertThat(new Settings(folder).lists()).isEqualTo(lists);
    }

    @Test
    void skipsUnknownColumns() throws Exception {
        Files.writeString(folder.resolve("kept-lists.json"),
                """
                        [{"name":"x","conditions":["LATE","FULL_MOON"],"sections":null,"letters":null,
                          "order":[{"column":"SHOE_SIZE","descending":true},{"column":"drawn x","descending":false},{"column":"GRADE","descending":true}]}]
                        """);
        assertThat(new Settings(folder).lists()).containsExactly(
                new SavedList("x", Selection.EVERYBODY.withConditions(Set.of(Condition.LATE)),
                        new Order(List.of(new Order.By(Column.Fact.GRADE, true)))));
        Files.writeString(folder.resolve("kept-lists.json"), "{");
        assertThat(new Settings(folder).lists()).isEmpty();
    }
}

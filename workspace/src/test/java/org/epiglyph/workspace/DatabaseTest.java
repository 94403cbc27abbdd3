package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

/** A file that was replaced while open is used only if it contains exactly what was written. */
@DisabledOnOs(OS.WINDOWS) // where open files cannot be replaced
class DatabaseTest {
    @TempDir
    private Path folder;
    private Path file;
    private Path copy;

    @BeforeEach
    void make() throws Exception {
        file = Examples.batch(folder).resolve("batch.sqlite");
        copy = folder.resolve("copy.sqlite");
    }

    private static Entry entry(long number, String text) {
        return new Entry(number, Instant.EPOCH, Entry.Kind.DONE, new Edit.WritePrivately(Examples.ADA, text));
    }

    private void replaceWith(Entry... more) throws Exception {
        Files.copy(file, copy, StandardCopyOption.REPLACE_EXISTING);
        try (Database other = Database.open(copy)) {
            other.append(List.of(more));
        }
        Files.move(copy, file, StandardCopyOption.REPLACE_EXISTING);
    }

    private static String wordsOf(Database database, long number) throws Exception {
        StringBuilder text = new StringBuilder();
        database.readLine(number, new Database.Rows() {
            @Override
            public void collected(String body, String digest) {
                throw new IllegalStateException();
            }

            @Override
            public boolean line(StoredLine line, String digest) {
                text.append(line.edit());
                return true;
            }
        });
        return text.toString();
    }

    @Test
    void writesNothingTwiceAfterARetry() throws Exception {
        try (Database database = Database.open(file)) {
            replaceWith(entry(1, "one"), entry(2, "two"));
            database.append(List.of(entry(1, "one"), entry(2, "two")));
            database.append(List.of(entry(3, "three")));
            assertThat(wordsOf(database, 3)).contains("three");
        }
        try (Database again = Database.open(file)) {
            assertThat(again.highest()).hasValue(3);
            assertThat(again.holds(StoredLine.of(entry(2, "two")))).isTrue();
            assertThat(again.holds(StoredLine.of(entry(2, "else")))).isFalse();
            assertThat(again.holds(StoredLine.of(entry(4, "four")))).isFalse();
            assertThat(again.isWhole()).isTrue();
        }
    }

    @Test
    void neverMistakesAnotherWritersLinesForItsOwn() throws Exception {
        try (Database database = Database.open(file)) {
            replaceWith(entry(1, "theirs"));
            assertThatThrownBy(() -> database.append(List.of(entry(1, "ours")))).isInstanceOf(Problem.class)
                    .hasMessageStartingWith("Another copy of the batch is in ");
            replaceWith(entry(2, "theirs, too"));
            assertThatThrownBy(() -> database.append(List.of(entry(1, "theirs")))).as("they have more than we")
                    .isInstanceOf(Problem.class);
        }
        try (Database again = Database.open(file)) {
            assertThat(again.highest()).hasValue(2);
            assertThat(wordsOf(again, 1)).contains("theirs");
        }
    }

    @Test
    void writesRelatedLinesAllOrNone() throws Exception {
        try (Database database = Database.open(file)) {
            database.append(List.of(entry(1, "one")));
            assertThatThrownBy(() -> database.append(List.of(entry(2, "two"), entry(3, "three"), entry(3, "again"))))
                    .isInstanceOf(SQLException.class);
            database.append(List.of(entry(2, "two"), entry(3, "three")));
            database.append(List.of(entry(4, "four")));
        }
        try (Database again = Database.open(file)) {
            assertThat(again.highest()).hasValue(4);
            assertThat(wordsOf(again, 2)).contains("two");
            assertThat(wordsOf(again, 4)).contains("four");
        }
        assertThat(BatchRepair.check(file.getParent(), Clock.systemUTC()).isNone()).isTrue();
    }

    @Test
    void identifiesItsHistoryByADigestPerLine() throws Exception {
        try (Database database = Database.open(file)) {
            String collected = database.chain();
            database.append(List.of(entry(1, "one")));
            String one = database.chain();
            database.append(List.of(entry(2, "two")));
            assertThat(database.hasChain(1, one)).isTrue();
            assertThat(database.hasChain(2, database.chain())).isTrue();
            assertThat(database.hasChain(2, one)).isFalse();
            assertThat(database.hasChain(1, collected)).isFalse();
            assertThat(database.hasChain(3, one)).as("no such line").isFalse();
        }
    }

    @Test
    void doesNotTakeAnUnreadableFileForSound() throws Exception {
        Database closed = Database.open(file);
        closed.append(List.of(entry(1, "one")));
        assertThat(closed.isWhole()).isTrue();
        assertThat(closed.holds(StoredLine.of(entry(1, "one")))).isTrue();
        closed.close();
        assertThat(closed.isWhole()).isFalse();
        assertThat(closed.holds(StoredLine.of(entry(1, "one")))).isFalse();
        assertThat(closed.highest()).isEmpty();
    }
}

package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.carrier.Register.Fate;
import org.epiglyph.carrier.Register.Line;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.exchange.sheet.Role;
import org.epiglyph.workspace.BatchFolder;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a batch remembers about received files, as stored in files.json. */
class RegisterTest {
    private static final List<Line> LINES = List.of(
            new Line("a/K-1.pdf", "aa", "d1", Fate.MATCHED, "K-1", false, "the key"),
            new Line("b.pdf", "bb", "d2", Fate.MATCHED, "K-2", true, "you decided"),
            new Line("c.pdf", "cc", "set-aside-3", Fate.SET_ASIDE, "", true, "you decided"),
            new Line(".DS_Store", "dd", "kept-4", Fate.KEPT, "", false, "litter"));
    @TempDir
    private Path root;

    @Test
    void readsBackReadableTextThatItWrote() throws Exception {
        BatchFolder folder = new BatchFolder(root);
        Register register = new Register(new Register.Sheet("csv", 0, 3, Map.of(Role.KEY, 0, Role.SCORE, 6)), "IBM850",
                LINES);
        register.write(folder.register());
        assertThat(Register.read(folder)).isEqualTo(register);
        assertThat(Files.readString(root.resolve("files.json"))).contains("\"path\" : \"a/K-1.pdf\"",
                "\"fate\" : \"SET_ASIDE\"");
        assertThat(root.resolve("files.json.part")).doesNotExist();
    }

    @Test
    void onlyMarkersChoicesAreDecisions() {
        assertThat(new Register(null, null, LINES).decisions())
                .isEqualTo(Map.of("b.pdf", Optional.of(new StudentKey("K-2")), "c.pdf", Optional.empty()));
    }

    @Test
    void aLaterCollectAddsLinesAndKeepsTheSheet() {
        Register before = new Register(new Register.Sheet("xlsx", 1, 0, Map.of()), null, LINES.subList(0, 1));
        Register after = before.with(null, "IBM437", LINES.subList(1, 2));
        assertThat(after.sheet().ending()).isEqualTo("xlsx");
        assertThat(after.nameEncoding()).isEqualTo("IBM437");
        assertThat(after.lines()).containsExactlyElementsOf(LINES.subList(0, 2));
    }

    @Test
    void aMissingOneIsEmptyAndABrokenOneIsNamed() throws Exception {
        BatchFolder folder = new BatchFolder(root);
        assertThat(Register.read(folder)).isEqualTo(Register.EMPTY);
        assertThat(Register.rule(folder)).isEmpty();
        assertThat(Register.EMPTY.gradeSheet(folder)).isEmpty();
        Files.writeString(folder.register(), "{ not json");
        assertThatThrownBy(() -> Register.read(folder)).isInstanceOf(Problem.class)
                .hasMessageContaining("files.json cannot be read. Restore it from a copy, or delete it");
    }

    /** Batches of the first version have a sheet and no register. */
    @Test
    void recognisesAnOlderBatchsSheetByItsHeadings() throws Exception {
        BatchFolder folder = new BatchFolder(root);
        Files.writeString(folder.gradeSheet("csv"), "key,name,score,feedback\nK-1,Ada Example,,\n");
        assertThat(Register.EMPTY.gradeSheet(folder).orElseThrow().roster().students()).hasSize(1);
    }

    /** So that the next collect recognises each existing file, once. */
    @Test
    void fallsBackToTheBatchForUnknownFiles() {
        Document known = new Document("d-1", "a/K-1.pdf", "aa", 1, new Pages.Awaited(), "by its name");
        Document other = new Document("d-9", "more/K-1.pdf", "99", 1, new Pages.Awaited(), "by its name");
        Batch batch = Batch.collected(
                new Task("", "", "Tides", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY,
                List.of(Submission.untouched(new Student(new StudentKey("K-1"), "Ada", "Lind", ""),
                        List.of(new HandIn(1, Optional.empty(), "", List.of(known)),
                                new HandIn(2, Optional.empty(), "", List.of(known, other))))));
        Line listed = new Line("a/K-1.pdf", "aa", "d-1", Fate.MATCHED, "K-1", true, "you decided");
        assertThat(new Register(null, null, List.of(listed)).completed(batch).lines()).containsExactly(listed,
                new Line("more/K-1.pdf", "99", "d-9", Fate.MATCHED, "K-1", false, "by its name"));
        assertThat(Register.EMPTY.completed(batch).lines()).extracting(Line::id).containsExactly("d-1", "d-9");
    }
}

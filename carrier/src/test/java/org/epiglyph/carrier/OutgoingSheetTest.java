package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is written into which cell of the grade sheet, of the received one and of our own. */
class OutgoingSheetTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final StudentKey BAO = new StudentKey("K-2");
    @TempDir
    private Path folder;
    private Workspace workspace;

    @BeforeEach
    void make() throws Exception {
        try (NewBatch made = NewBatch.at(folder.resolve("batch"))) {
            made.add(new Student(ADA, "Ada", "Lind", ""), List.of());
            made.add(new Student(BAO, "Bao", "Nguyen", ""), List.of());
            made.place(new Task("", "", "Tides", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.valueOf(15)),
                    new MarkScheme(List.of(new Criterion("c1", "Method", "", BigDecimal.TEN, BigDecimal.ONE),
                            new Criterion("c2", "Units", "", BigDecimal.valueOf(5), BigDecimal.ONE))),
                    Phrasebook.EMPTY);
        }
        workspace = Workspace.open(folder.resolve("batch"), Clock.systemUTC());
        workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.valueOf(7))));
        workspace.edit(new Edit.SetScore(ADA, "c2", Optional.of(BigDecimal.valueOf(3))));
        workspace.edit(new Edit.WriteOnTheWhole(ADA, "A careful plan."));
        workspace.edit(new Edit.SetScore(BAO, "c1", Optional.of(BigDecimal.valueOf(2))));
    }

    @AfterEach
    void close() throws Exception {
        workspace.close();
    }

    private OutgoingSheet sheet(Profile.Column... columns) throws Problem {
        return OutgoingSheet.of(workspace.batch(), workspace.folder(), Profile.USUAL.withColumns(Set.of(columns)),
                List.of(ADA, BAO));
    }

    private List<String> lines(Profile.Column... columns) throws Problem {
        return new String(sheet(columns).bytes(), StandardCharsets.UTF_8).lines()
                .map(l -> l.replace("\"", ""))
                .toList();
    }

    @Test
    void aNewSheetHasTheChosenColumns() throws Exception {
        assertThat(lines(Profile.Column.SCORE)).containsExactly(
                "student key,given name,family name,section,score,feedback", "K-1,Ada,Lind,,10,", "K-2,Bao,Nguyen,,2,");
        assertThat(lines()).containsExactly("student key,given name,family name,section,score,feedback",
                "K-1,Ada,Lind,,,", "K-2,Bao,Nguyen,,,");
        assertThat(lines(Profile.Column.PERCENT, Profile.Column.CRITERIA, Profile.Column.POINTER)).containsExactly(
                "student key,given name,family name,section,score,feedback,percent,Method,Units",
                "K-1,Ada,Lind,,,The remarks are in the marked documents.,66.67,7,3",
                "K-2,Bao,Nguyen,,,The remarks are in the marked documents.,13.33,2,");
        assertThat(lines(Profile.Column.FEEDBACK).get(1)).contains("A careful plan.");
        assertThat(sheet().name()).isEqualTo("grade-sheet.csv");
        assertThat(sheet().notes()).isEmpty();
        assertThat(sheet(Profile.Column.SCORE).readBack().row(ADA)).extracting(c -> c.heading() + " " + c.value())
                .contains("score 10");
    }

    @Test
    void fillsAReceivedSheetByItsHeadingsAndChangesNothingElse() throws Exception {
        Files.writeString(workspace.folder().gradeSheet("csv"),
                "key;Method;Percentage;Points;Remark\nK-2;;;;keep\nK-1;;;;this\nK-7;;;;too\n");
        assertThat(lines(Profile.Column.SCORE, Profile.Column.PERCENT, Profile.Column.CRITERIA)).containsExactly(
                "key;Method;Percentage;Points;Remark", "K-2;2;13,33;2;keep", "K-1;7;66,67;10;this", "K-7;;;;too");
        assertThat(lines(Profile.Column.SCORE)).containsExactly("key;Method;Percentage;Points;Remark",
                "K-2;;;2;keep", "K-1;;;10;this", "K-7;;;;too");
    }

    @Test
    void replacesAReceivedSheetWithoutAScoreColumnAndSaysSo() throws Exception {
        Files.writeString(workspace.folder().gradeSheet("csv"), "nothing\nof use\n");
        OutgoingSheet sheet = sheet(Profile.Column.SCORE);
        assertThat(sheet.name()).isEqualTo("grade-sheet.csv");
        assertThat(new String(sheet.bytes(), StandardCharsets.UTF_8)).contains("\"K-1\",\"Ada\",\"Lind\",\"\",10,");
        assertThat(sheet.notes()).singleElement()
                .satisfies(n -> assertThat(n.text())
                        .startsWith("The received grade sheet could not be filled in: "));
    }
}

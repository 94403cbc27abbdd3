package org.epiglyph.desktop.scheme;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayDeque;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.SchemeChange;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.desktop.marking.BareBatch;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SchemeModelTest {
    private static final SerialExecutor AT_ONCE = new SerialExecutor(Runnable::run, Runnable::run);
    @TempDir
    private Path folder;
    private Workspace workspace;
    private SchemeModel model;

    @BeforeEach
    void open() throws Exception {
        workspace = Workspace.open(BareBatch.at(folder.resolve("batch")), Clock.systemUTC());
        model = new SchemeModel(workspace, AT_ONCE);
    }

    @AfterEach
    void close() throws Exception {
        workspace.close();
    }

    private void score(String points) {
        workspace.edit(new Edit.SetScore(BareBatch.SECOND, "c1", Optional.of(new BigDecimal(points))));
    }

    private Criterion method() {
        return model.draft().criterion("c1");
    }

    @Test
    void appliesAHarmlessChangeAtOnceWithUndo() {
        String id = model.add(Optional.of("c1"));
        model.replace(model.draft().criterion(id).named("Units", "metres"));
        assertThat(workspace.batch().scheme().criteria()).extracting(Criterion::name)
                .containsExactly("Method", "Units");
        assertThat(model.waitingProperty().get()).isEmpty();
        model.undo();
        model.undo();
        assertThat(model.draft().criteria()).hasSize(1);
        assertThat(workspace.batch().scheme().criteria()).hasSize(1);
        model.redo();
        assertThat(model.draft().criteria()).hasSize(2);
    }

    @Test
    void keepsAChangeThatMovesResultsPending() {
        score("6");
        model.replace(method().withMaximum(BigDecimal.valueOf(4)));
        SchemeChange change = model.waitingProperty().get().orElseThrow();
        assertThat(change.losses()).hasSize(1);
        assertThat(workspace.batch().scheme().criterion("c1").maximum()).isEqualByComparingTo("8");
        SchemeModel again = new SchemeModel(workspace, AT_ONCE);
        assertThat(again.draft().criterion("c1").maximum()).isEqualByComparingTo("4");
        again.keepProperty().set(SchemeChange.Keep.PERCENT);
        assertThat(again.waitingProperty().get().orElseThrow().losses()).isEmpty();
        again.apply();
        assertThat(workspace.batch().submission(BareBatch.SECOND).scores().score("c1"))
                .hasValueSatisfying(p -> assertThat(p).isEqualByComparingTo("3"));
        assertThat(new SchemeModel(workspace, AT_ONCE).waitingProperty().get()).isEmpty();
        again.undo();
        assertThat(workspace.batch().submission(BareBatch.SECOND).scores().score("c1"))
                .hasValueSatisfying(p -> assertThat(p).isEqualByComparingTo("6"));
    }

    @Test
    void discardsAPendingChange() {
        score("6");
        model.remove("c1");
        assertThat(model.waitingProperty().get()).isPresent();
        model.discard();
        assertThat(model.waitingProperty().get()).isEmpty();
        assertThat(model.draft()).isEqualTo(workspace.batch().scheme());
        assertThat(folder.resolve("batch")).isDirectoryNotContaining("glob:**scheme-waiting*");
    }

    @Test
    void refusesAnInvalidChange() {
        assertThat(model.change(s -> s.withCriteria(List.of(method().withWeight(new BigDecimal("-1")))))).isFalse();
        assertThat(model.noticeProperty().get()).contains("needs a weight of 0 or more");
        assertThat(method().weight()).isEqualByComparingTo("1");
    }

    @Test
    void movesACriterionIntoItsNeighboursSection() {
        String section = model.addSection("Passage");
        String second = model.add(Optional.of("c1"));
        String third = model.add(Optional.of(second));
        model.replace(model.draft().criterion(second).inSection(section, ""));
        model.move(third, -9);
        assertThat(model.draft().criteria()).extracting(Criterion::id).containsExactly(third, "c1", second);
        model.move("c1", 1);
        assertThat(model.draft().criteria()).extracting(Criterion::id).containsExactly(third, second, "c1");
        assertThat(method().section()).isEqualTo(section);
        model.removeSection(section);
        assertThat(model.draft().criteria()).extracting(Criterion::section).containsOnly("");
    }

    @Test
    void readsAWrittenTableBackWithTheSameIds() throws Exception {
        score("6");
        Manner levels = Lines.levels("2 to 3 Sound: why\n0 None", new Manner.Points());
        String log = model.add(Optional.of("c1"));
        model.replace(model.draft().criterion(log).withManner(levels).named("Log", ""));
        model.apply();
        Path table = folder.resolve("scheme.xlsx");
        model.write(table);
        model.read(table);
        assertThat(model.draft().criteria()).extracting(Criterion::id)
                .isEqualTo(workspace.batch().scheme().criteria().stream().map(Criterion::id).toList());
        assertThat(model.waitingProperty().get()).isEmpty();
        Files.writeString(table, "criterion,maximum\nMethod,lots\n");
        model.read(table);
        assertThat(model.noticeProperty().get()).contains("scheme.xlsx, line 2: 'lots'");
        model.read(folder.resolve("gone.csv"));
        assertThat(model.noticeProperty().get()).startsWith("The file cannot be read");
        model.write(folder.resolve("scheme.doc"));
        assertThat(model.noticeProperty().get()).contains(".csv, .xlsx or .json");
    }

    @Test
    void takesAnotherBatchsScheme() throws Exception {
        Path other = BareBatch.at(folder.resolve("other"));
        try (Workspace there = Workspace.open(other, Clock.systemUTC())) {
            SchemeModel others = new SchemeModel(there, AT_ONCE);
            String units = others.add(Optional.empty());
            others.replace(others.draft().criterion(units).named("Units", ""));
        }
        model.copyFrom(other);
        assertThat(model.draft().criteria()).extracting(Criterion::name).containsExactly("Method", "Units");
        assertThat(model.messageProperty().get()).isEqualTo("Imported 2 criteria.");
    }

    @Test
    void scoresASampleStudentAndNamesMissingScores() {
        assertThat(model.scoreSample(method(), "9"))
                .hasValueSatisfying(w -> assertThat(w).contains("above the maximum"));
        assertThat(model.scoreSample(method(), "lots")).isPresent();
        assertThat(model.scoreSample(method(), "6,5")).isEmpty();
        assertThat(model.sampleResult().value()).isEqualByComparingTo("6.5");
        assertThat(model.scoreSample(method(), "x")).isEmpty();
        assertThat(model.sampleResult().derivation()).contains("Method: excused, does not count");
        assertThat(model.missing()).containsExactly("Method: no text says what earns the points.");
        model.replace(method().withMaximum(BigDecimal.TEN).named("Method", "why"));
        model.change(s -> s.withSections(List.of(Section.of("s", "Passage"))));
        assertThat(model.missing()).containsExactly(
                "The sum is 10, the record's maximum 8. The total is converted to the record's maximum.",
                "Passage has no criteria.");
    }

    @Test
    void writesAndOpensAPrintableSheet() {
        Path[] opened = {null};
        model.print(p -> opened[0] = p);
        assertThat(opened[0]).isNotNull().exists().hasFileName("scheme sheet.pdf");
        assertThat(SchemeSheet.text(model.draft(), "Work")).contains("# Work", "**Method**, 8");
    }

    @Test
    void dropsAnUnappliedPreviewWhenLeaving() {
        score("7");
        Queue<Runnable> away = new ArrayDeque<>();
        SchemeModel slow = new SchemeModel(workspace, new SerialExecutor(away::add, Runnable::run));
        slow.replace(slow.draft().criterion("c1").withMaximum(BigDecimal.TEN));
        assertThat(slow.waitingProperty().get()).as("not planned yet").isEmpty();
        slow.apply();
        assertThat(workspace.batch().scheme().maximum()).isEqualByComparingTo("8");
        slow.planNow();
        assertThat(slow.waitingProperty().get()).isPresent();
        slow.replace(slow.draft().criterion("c1").withMaximum(BigDecimal.valueOf(12)));
        slow.apply();
        assertThat(workspace.batch().scheme().maximum()).as("the plan that is shown is for 10, not for 12")
                .isEqualByComparingTo("8");
        while (!away.isEmpty()) {
            away.remove().run();
        }
        slow.apply();
        assertThat(workspace.batch().scheme().maximum()).isEqualByComparingTo("12");
    }

    @Test
    void replansWhenPagesArrive() {
        Queue<Runnable> away = new ArrayDeque<>();
        SchemeModel slow = new SchemeModel(workspace, new SerialExecutor(away::add, Runnable::run));
        slow.replace(slow.draft().criterion("c1").named("Way", "how"));
        score("7");
        while (!away.isEmpty()) {
            away.remove().run();
        }
        assertThat(workspace.batch().scheme().criterion("c1").name()).isEqualTo("Way");
        assertThat(workspace.batch().submission(BareBatch.SECOND).scores().score("c1")).isPresent();
    }
}

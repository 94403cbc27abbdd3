package org.epiglyph.desktop.collect;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.carrier.Planning;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.DemoCopy;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Filtering, selecting and deciding on the class whose work came by mail, without a toolkit. */
class DecisionsTest {
    @TempDir
    private Path folder;
    private ObjectProperty<CollectPlan> plan;
    private Decisions decisions;

    @BeforeEach
    void read() throws Exception {
        read(26);
    }

    private void read(int students) throws Exception {
        Path mail = folder.resolve("by mail " + students);
        DemoCopy.makeMail(mail, students);
        CollectPlan read = Planning.fromFiles(Planning.FromFiles.of(mail, Optional.empty(), "Passage plan"),
                Optional.empty(),
                Progress.NONE);
        plan = new SimpleObjectProperty<>(read);
        decisions = new Decisions(plan);
        decisions.begin();
    }

    @AfterEach
    void close() throws Exception {
        plan.get().close();
    }

    private String chosen() {
        return decisions.chosenItem().map(CollectPlan.Item::path).orElse("");
    }

    @Test
    void startsWithTheFirstQuestion() {
        assertThat(decisions.filterProperty().get()).isEqualTo(RowFilter.QUESTIONS);
        assertThat(decisions.rows()).hasSize(6);
        assertThat(chosen()).contains("Thorgilsdotir");
        assertThat(decisions.countText()).isEqualTo("30 files: 21 matched, 6 to decide, 3 stored as they are");
    }

    @Test
    void hidesCommonFolders() {
        assertThat(decisions.shown("Passage plans.zip/scan0001.pdf")).isEqualTo("scan0001.pdf");
        assertThat(decisions.shown("elsewhere/x.pdf")).isEqualTo("elsewhere/x.pdf");
        assertThat(decisions.shown("Passage plans.zip/bell\u0007.pdf")).isEqualTo("bell\uFFFD.pdf");
    }

    @Test
    void eachFilterShowsAndCountsItsFiles() {
        for (RowFilter filter : List.of(RowFilter.ALL, RowFilter.QUESTIONS, RowFilter.KEPT, RowFilter.NOTHING,
                RowFilter.SET_ASIDE)) {
            decisions.filter(filter);
            long students = filter == RowFilter.ALL ? plan.get().withoutFiles().size() : 0;
            assertThat(decisions.rows()).as(filter.name()).hasSize((int) (decisions.countOf(filter) + students));
        }
        decisions.filter(RowFilter.NOTHING);
        assertThat(decisions.rows()).allMatch(r -> r instanceof FileRow.Nothing);
        assertThat(decisions.chosenItem()).as("a student without a file is no file").isEmpty();
    }

    @Test
    void acceptsLikelyMatchesTogetherAndSetsTheRestAside() {
        decisions.rows()
                .stream()
                .filter(r -> r instanceof FileRow.Arrived(var i) && i.match().likely().isPresent())
                .findFirst()
                .ifPresent(decisions.chosenProperty()::set);
        decisions.acceptLikely();
        assertThat(decisions.countText()).isEqualTo("30 files: 23 matched, 4 to decide, 3 stored as they are");
        assertThat(decisions.rows()).as("what is chosen is what the list shows")
                .contains(decisions.chosenProperty().get());
        assertThat(plan.get().isQuestion(decisions.chosenItem().orElseThrow())).isTrue();
        decisions.setAsideRest();
        assertThat(decisions.countText()).isEqualTo("30 files: 23 matched, 4 set aside by you, 3 stored as they are");
        assertThat(plan.get().questions()).isEmpty();
        assertThat(decisions.rows()).as("no question is left").isEmpty();
    }

    @Test
    void aDecisionAdvancesToTheNextQuestionAndCanBeUndone() {
        decisions.decideFor(0);
        assertThat(chosen()).contains("Sequeira");
        decisions.decideFor(7);
        assertThat(chosen()).as("there is no eighth candidate").contains("Sequeira");
        decisions.nextQuestion();
        assertThat(chosen()).contains("Fischer, Lena - passage plan");
        CollectPlan.Item item = decisions.chosenItem().orElseThrow();
        decisions.decide(item, Optional.of(new StudentKey("K-4478")));
        assertThat(plan.get().studentOf(item)).hasValue(new StudentKey("K-4478"));
        decisions.filter(RowFilter.ALL);
        decisions.rows()
                .stream()
                .filter(r -> r instanceof FileRow.Arrived(var i) && i.id().equals(item.id()))
                .findFirst()
                .ifPresent(decisions.chosenProperty()::set);
        decisions.withdraw();
        assertThat(plan.get().isQuestion(item)).isTrue();
        assertThat(decisions.rows().getFirst()).as("questions come first").isInstanceOf(FileRow.Arrived.class);
    }

    @Test
    void keepsTheSelectedLineWhenTheReadingChanges() {
        decisions.filter(RowFilter.ALL);
        decisions.chosenProperty().set(decisions.rows().get(12));
        String before = chosen();
        int version = decisions.versionProperty().get();
        Task due = plan.get()
                .task()
                .withTimes(Optional.of(java.time.Instant.parse("2026-04-01T12:00:00Z")), Duration.ZERO,
                        java.util.Map.of());
        decisions.changeTo(plan.get().withTask(due));
        assertThat(chosen()).isEqualTo(before);
        assertThat(decisions.versionProperty().get()).isGreaterThan(version);
        assertThat(plan.get().task().zone()).isEqualTo(ZoneId.systemDefault());
    }

    /** The names tell the truth: each made-up student of the large class wrote their own name as in the sheet. */
    @Test
    void matchesAClassOf400ByName() throws Exception {
        close();
        read(400);
        assertThat(plan.get().roster().students()).hasSize(400);
        assertThat(plan.get().rule().orElseThrow().written()).isEqualTo("<family>, <given> - <free>");
        assertThat(plan.get().count().matched() + plan.get().count().questions() + plan.get().count().kept())
                .isEqualTo(plan.get().count().all());
        for (CollectPlan.Item item : plan.get().items()) {
            String name = item.path().substring(item.path().lastIndexOf('/') + 1).replaceAll(" - .*", "");
            plan.get()
                    .studentOf(item)
                    .map(plan.get().roster()::student)
                    .filter(s -> s.key().value().startsWith("K-5") || s.key().value().startsWith("K-6"))
                    .ifPresent(s -> assertThat(s.family() + ", " + s.given()).isEqualTo(name));
        }
        assertThat(Files.size(folder.resolve("by mail 400/Passage plans.zip"))).isPositive();
    }
}

package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Task;
import org.epiglyph.exchange.record.Ability;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.RecordClient.HandedIn;
import org.epiglyph.exchange.record.StudentAnswer;
import org.epiglyph.workspace.BatchFolder;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Collecting, and collecting again, from record services with different abilities. */
class CollectFromRecordTest extends CollectFixture {
    private static final String TASK = "t";
    private static final Instant DUE = Instant.parse("2026-03-30T17:00:00Z");
    private static final Instant MONDAY = Instant.parse("2026-03-30T09:00:00Z");
    private static final Instant TUESDAY = Instant.parse("2026-03-31T09:00:00Z");
    private final RecordClient client = mock(RecordClient.class);

    @BeforeEach
    void serve() throws Exception {
        when(client.abilities()).thenReturn(Set.of(Ability.SUBMISSIONS, Ability.ANSWERS));
        when(client.address()).thenReturn("http://127.0.0.1:9");
        when(client.task(TASK)).thenReturn(new Task(TASK, "", "Tides", "", Optional.of(DUE), LONDON, BigDecimal.TEN,
                Duration.ZERO, Map.of()));
        when(client.roster(TASK)).thenReturn(new Roster(List.of(new Student(ADA, "Ada", "Lind", ""),
                new Student(BAO, "Bao", "Nguyen", "", "bao@students.example"))));
        when(client.submissions(TASK)).thenReturn(List.of(
                new HandedIn(ADA, 1, MONDAY, "the first", List.of("one.txt")),
                new HandedIn(ADA, 2, TUESDAY, "mended", List.of("two.txt", "three.txt"))));
        gives(files("one.txt", "1", "two.txt", "2", "three.txt", "3"));
    }

    private void gives(Map<String, String> files) throws Exception {
        Path zip = zip("served.zip", files);
        doAnswer(call -> {
            Files.copy(zip, call.getArgument(1, Path.class));
            call.getArgument(2, LongConsumer.class).accept(Files.size(zip));
            return null;
        }).when(client).batch(eq(TASK), any(), any());
    }

    private CollectPlan plan(Optional<Path> again) throws Problem {
        return Planning.fromRecord(client, TASK, again, Progress.NONE);
    }

    private Path batch() throws Exception {
        try (CollectPlan plan = plan(Optional.empty())) {
            return make(plan);
        }
    }

    @Test
    void takesNumberTimeAndMessageFromTheRecord() throws Exception {
        try (CollectPlan plan = plan(Optional.empty())) {
            assertThat(plan.rosterOrigin()).isEqualTo(CollectPlan.RosterOrigin.RECORD);
            assertThat(plan.count()).isEqualTo(new CollectPlan.Count(3, 3, 0, 0, 0, 0, 0));
            assertThat(plan.handIn(item(plan, "three.txt"))).isEqualTo(2);
            assertThat(item(plan, "one.txt").match().evidence().text()).isNotBlank();
            assertThat(plan.lateness(item(plan, "one.txt")).orElseThrow().isLate()).isFalse();
            assertThat(plan.lateness(item(plan, "two.txt")).orElseThrow().isLate()).isTrue();
            assertThat(plan.newAnswers()).as("there is no batch that could take them").isEmpty();
            Path batch = make(plan);
            assertThat(Origin.read(new BatchFolder(batch).origin())).isEqualTo(new Origin("http://127.0.0.1:9", TASK));
            try (Workspace workspace = Workspace.open(batch, CLOCK)) {
                assertThat(workspace.batch().submission(ADA).handIns())
                        .extracting(HandIn::number, HandIn::at, HandIn::message, h -> h.documents().size())
                        .containsExactly(org.assertj.core.groups.Tuple.tuple(1, Optional.of(MONDAY), "the first", 1),
                                org.assertj.core.groups.Tuple.tuple(2, Optional.of(TUESDAY), "mended", 2));
            }
        }
        verify(client, never()).answers(any());
        verify(client, never()).gradeSheet(any());
    }

    @Test
    void takesClassAndSheetFromAServiceWithoutFiles() throws Exception {
        when(client.abilities()).thenReturn(Set.of(Ability.GRADE_SHEET));
        when(client.submissions(TASK)).thenReturn(List.of());
        when(client.gradeSheet(TASK)).thenReturn(SHEET.getBytes(StandardCharsets.UTF_8));
        try (CollectPlan plan = plan(Optional.empty())) {
            assertThat(plan.sheet()).isPresent();
            assertThat(plan.roster().students()).as("those of the sheet join").hasSize(4);
            assertThat(plan.withoutFiles()).hasSize(4);
            assertThat(plan.taskWithExtensions().extensions()).containsOnlyKeys(ADA);
            Instant given = DUE.plus(Duration.ofDays(9));
            Task task = plan.task().withTimes(plan.task().due(), Duration.ZERO, Map.of(ADA, given));
            assertThat(plan.withTask(task).taskWithExtensions().extensions())
                    .as("what was given by hand comes before the sheet")
                    .isEqualTo(Map.of(ADA, given));
        }
        verify(client, never()).batch(any(), any(), any());
    }

    @Test
    void collectsAnswersLaterIfTheyFailAtFirst() throws Exception {
        Path batch = batch();
        Answer why = new Answer("a1", Optional.empty(), "Why?", MONDAY, "", false);
        when(client.answers(TASK)).thenReturn(List.of(new StudentAnswer(ADA, why)));
        try (CollectPlan plan = plan(Optional.of(batch)); Workspace workspace = Workspace.open(batch, CLOCK)) {
            assertThat(plan.isUpdate()).isTrue();
            assertThat(plan.count().unchanged()).isEqualTo(3);
            assertThat(plan.newAnswers()).containsExactly(new Edit.ReceiveAnswer(ADA, why));
            assertThat(Collecting.into(plan, workspace, Progress.NONE)).isEqualTo(new Collecting.Added(0, 0));
            assertThat(workspace.batch().submission(ADA).correspondence().answers()).containsExactly(why);
        }
        doThrow(new Problem(Message.literal("Nobody knows."))).when(client).answers(TASK);
        try (CollectPlan plan = plan(Optional.of(batch))) {
            assertThat(plan.newAnswers()).isEmpty();
            assertThat(plan.items()).as("the files are what is collected").hasSize(3);
        }
    }

    @Test
    void aLaterHandInKeepsItsNumberUnlessItIsTaken() throws Exception {
        Path batch = batch();
        when(client.submissions(TASK)).thenReturn(List.of(
                new HandedIn(ADA, 1, MONDAY, "the first, again", List.of("one.txt")),
                new HandedIn(ADA, 2, TUESDAY, "mended", List.of("two.txt", "three.txt")),
                new HandedIn(ADA, 5, TUESDAY.plusSeconds(60), "at last", List.of("five.txt"))));
        gives(files("one.txt", "1, changed", "two.txt", "2", "three.txt", "3", "five.txt", "5"));
        try (CollectPlan plan = plan(Optional.of(batch)); Workspace workspace = Workspace.open(batch, CLOCK)) {
            assertThat(plan.count()).isEqualTo(new CollectPlan.Count(4, 4, 0, 0, 0, 0, 2));
            assertThat(Collecting.into(plan, workspace, Progress.NONE)).isEqualTo(new Collecting.Added(2, 0));
            Submission ada = workspace.batch().submission(ADA);
            assertThat(ada.handIns()).extracting(HandIn::number).containsExactly(1, 2, 3, 5);
            assertThat(ada.handIns().get(2).documents()).extracting(d -> d.path())
                    .as("the changed one beside what was there last")
                    .containsExactly("two.txt", "three.txt", "one.txt");
            assertThat(ada.handIns().get(3).documents()).extracting(d -> d.path()).containsExactly("five.txt");
            assertThat(ada.handIns().stream().flatMap(h -> h.documents().stream()).map(d -> d.id()).distinct())
                    .as("no document is taken for another")
                    .hasSize(5);
            assertThat(workspace.batch().submission(BAO).student().mail()).isEqualTo("bao@students.example");
            assertThat(workspace.changedOriginals()).isEmpty();
            assertThat(Register.read(workspace.folder()).lines()).extracting(Register.Line::path)
                    .containsExactly("one.txt", "two.txt", "three.txt", "one.txt", "five.txt");
        }
    }

    @Test
    void aFailedDownloadLeavesNoTemporaryFiles() throws Exception {
        List<Path> made = new ArrayList<>();
        doAnswer(call -> {
            made.add(call.getArgument(1, Path.class));
            Files.writeString(made.getFirst(), "half");
            throw new Problem(Message.literal("The network is gone."));
        }).when(client).batch(eq(TASK), any(), any());
        assertThatThrownBy(() -> plan(Optional.empty())).hasMessage("The network is gone.");
        assertThat(made).singleElement().satisfies(f -> assertThat(f.getParent()).doesNotExist());
        List<Path> kept = new ArrayList<>();
        Path served = zip("again.zip", files("one.txt", "1"));
        doAnswer(call -> {
            kept.add(call.getArgument(1, Path.class));
            Files.copy(served, kept.getFirst());
            return null;
        }).when(client).batch(eq(TASK), any(), any());
        plan(Optional.empty()).close();
        assertThat(kept.getFirst().getParent()).as("gone with the plan").doesNotExist();
    }

    @Test
    void refusesThePlanOfAnotherBatch() throws Exception {
        Path batch = batch();
        Path other = folder.resolve("shelf/other");
        try (CollectPlan plan = plan(Optional.empty())) {
            Collecting.run(plan, org.epiglyph.core.scoring.MarkScheme.single(BigDecimal.TEN),
                    org.epiglyph.core.phrases.Phrasebook.EMPTY, other, Progress.NONE);
            assertThat(Collecting.isIntoCoveredBatch(plan)).isFalse();
        }
        try (CollectPlan plan = plan(Optional.of(batch)); Workspace workspace = Workspace.open(other, CLOCK)) {
            assertThat(Collecting.isIntoCoveredBatch(plan)).isFalse();
            assertThatThrownBy(() -> Collecting.into(plan, workspace, Progress.NONE))
                    .isInstanceOf(IllegalArgumentException.class);
        }
    }

    @Test
    void countsFilesWithoutContentSeparately() throws Exception {
        Path source = Files.createDirectory(folder.resolve("source"));
        Files.writeString(source.resolve("K-1_a.txt"), "one");
        Files.writeString(source.resolve("scan.txt"), "whose");
        Files.createSymbolicLink(source.resolve("link.txt"), folder.resolve("served.zip"));
        try (CollectPlan plan = plan(source, sheet(), Optional.empty())) {
            CollectPlan aside = plan.withQuestionsAside();
            assertThat(aside.count()).isEqualTo(new CollectPlan.Count(3, 1, 0, 1, 0, 1, 0));
            assertThat(aside.itemsOf(ADA)).extracting(CollectPlan.Item::path).containsExactly("K-1_a.txt");
            assertThat(aside.itemsOf(new StudentKey("K-9"))).isEmpty();
        }
    }

    @Test
    void reportsProgress() throws Exception {
        List<String> told = new ArrayList<>();
        Progress progress = (what, done, total) -> told.add(what + " " + done + "/" + total);
        Path batch = batch();
        try (CollectPlan plan = Planning.fromRecord(client, TASK, Optional.of(batch), progress)) {
            assertThat(plan.items()).hasSize(3);
        }
        long bytes = Files.size(folder.resolve("served.zip"));
        assertThat(told).startsWith("Asking the record service 0/0", "Downloading " + bytes + "/0")
                .endsWith("Comparing with what was collected before 0/3",
                        "Comparing with what was collected before 1/3",
                        "Comparing with what was collected before 2/3");
    }
}

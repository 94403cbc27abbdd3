package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.AdditionalAnswers.delegatesTo;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.zip.ZipFile;
import org.epiglyph.carrier.Choices;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.carrier.Collecting;
import org.epiglyph.carrier.HandingBack;
import org.epiglyph.carrier.Outcome;
import org.epiglyph.carrier.PageMaking;
import org.epiglyph.carrier.Planning;
import org.epiglyph.carrier.Progress;
import org.epiglyph.carrier.Report;
import org.epiglyph.carrier.Resolution;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.exchange.record.Backoff;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.workspace.Fingerprint;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is reported as sent is there: against a running office, through an unreliable network. */
class HandBackTrustTest {
    private static final StudentKey ADA = new StudentKey("K-4401");
    private static final StudentKey BAO = new StudentKey("K-4402");
    private static final int ROUNDS = Integer.getInteger("epiglyph.torture.handbacks", 40);
    private static final long SEED = Long.getLong("epiglyph.torture.seed", 13);
    /** Retries at once, so that tests do not wait. */
    private static final Backoff SOON = new Backoff(Duration.ofMillis(5), Duration.ofMillis(300));
    @TempDir
    private Path folder;
    private DemoOffice office;
    private String token;
    private Workspace workspace;

    @BeforeEach
    void open() throws Exception {
        office = DemoOffice.open(folder);
        token = office.token();
        Path batch = folder.resolve("batch");
        DemoOffice.collect(office.client(), batch);
        workspace = Workspace.open(batch, Clock.systemUTC());
        PageMaking.all(workspace, Progress.NONE);
    }

    @AfterEach
    void close() throws Exception {
        workspace.close();
        office.close();
    }

    private void seal(StudentKey student, String score) {
        if (workspace.batch().submission(student).sealed()) {
            workspace.edit(new Edit.OpenAgain(student));
        }
        workspace.edit(new Edit.SetScore(student, "c1", Optional.of(new BigDecimal(score))));
        workspace.edit(new Edit.Seal(student));
    }

    private Report toRecord(Choices choices) throws Problem {
        return new HandingBack(workspace, Clock.systemUTC(), choices)
                .toRecord(client(office.address()), DemoWorld.TASK, Progress.NONE);
    }

    private RecordClient client(String address) throws Problem {
        return new RecordServices(List.of(), SOON).connect(address, token);
    }

    private static Choices usual() {
        return new Choices("Marker", false);
    }

    private JsonNode record(StudentKey student) throws IOException {
        Path file = folder.resolve("office/tasks/" + DemoWorld.TASK + "/records/" + student + "/record.json");
        return Files.exists(file) ? new ObjectMapper().readTree(file.toFile()) : new ObjectMapper().createObjectNode();
    }

    @Test
    void folderAndRecordEachGetTheirOwnDelivery() throws Exception {
        seal(ADA, "20");
        HandingBack handingBack = new HandingBack(workspace, Clock.systemUTC(), usual());
        assertThat(handingBack.toFolder(folder.resolve("out"), Progress.NONE).isWhole()).isTrue();
        assertThat(toRecord(usual()).outcomes()).singleElement().isInstanceOf(Outcome.Done.class);
        assertThat(record(ADA).path("score").decimalValue()).isEqualByComparingTo("20");
        assertThat(handingBack.toFolder(folder.resolve("out"), Progress.NONE).notes()).singleElement()
                .satisfies(n -> assertThat(n.text()).contains("handed-back-2.zip"));
        assertThat(folder.resolve("out/handed-back.zip")).exists();
        assertThat(toRecord(usual()).outcomes()).singleElement().isInstanceOf(Outcome.AlreadyThere.class);
        assertThat(workspace.batch().submission(ADA).receipts()).hasSize(2);
        seal(ADA, "21");
        assertThat(toRecord(usual()).outcomes()).as("the folder's receipt has not lost the record's tag")
                .singleElement()
                .isInstanceOf(Outcome.Done.class);
    }

    @Test
    void resendsAfterALaterChange() throws Exception {
        seal(ADA, "20");
        toRecord(usual());
        assertThat(toRecord(new Choices("Marker", true)).outcomes()).singleElement().isInstanceOf(Outcome.Done.class);
        assertThat(record(ADA).path("version").asInt()).isEqualTo(2);
    }

    @Test
    void aLostResponseAndANewEditAreNoConflict() throws Exception {
        seal(ADA, "20");
        try (FaultyProxy proxy = new FaultyProxy(office.address(), 1)) {
            RecordClient losing = client(proxy.address());
            HandingBack handingBack = new HandingBack(workspace, Clock.systemUTC(), usual());
            handingBack.toRecord(losing, DemoWorld.TASK, Progress.NONE);
            workspace.edit(new Edit.RecordReceipt(ADA, Optional.empty())); // the response never came
            seal(ADA, "22");
            assertThat(handingBack.toRecord(losing, DemoWorld.TASK, Progress.NONE).outcomes()).singleElement()
                    .isInstanceOf(Outcome.Done.class);
        }
        assertThat(record(ADA).path("score").decimalValue()).isEqualByComparingTo("22");
    }

    @Test
    void resendsARevertedStateWhoseResponseWasLost() throws Exception {
        seal(ADA, "20");
        toRecord(usual());
        seal(ADA, "21");
        RecordClient losing = mock(RecordClient.class, delegatesTo(client(office.address())));
        doAnswer(call -> {
            client(office.address()).handBack(call.getArgument(0), call.getArgument(1));
            throw new Problem("The answer was lost.");
        }).when(losing).handBack(any(), any());
        assertThat(new HandingBack(workspace, Clock.systemUTC(), usual())
                .toRecord(losing, DemoWorld.TASK, Progress.NONE)
                .outcomes()).singleElement().isInstanceOf(Outcome.Failed.class);
        assertThat(record(ADA).path("score").decimalValue()).as("it arrived all the same").isEqualByComparingTo("21");
        seal(ADA, "20"); // as in the last receipt, but not in the record
        RecordClient refusing = mock(RecordClient.class, delegatesTo(client(office.address())));
        doThrow(new Problem("Busy.")).when(refusing).handBack(any(), any());
        for (int i = 0; i < 2; i++) {
            assertThat(new HandingBack(workspace, Clock.systemUTC(), usual())
                    .toRecord(refusing, DemoWorld.TASK, Progress.NONE)
                    .outcomes()).as("a try that fails is no arrival")
                    .singleElement()
                    .isInstanceOf(Outcome.Failed.class);
        }
        assertThat(toRecord(usual()).outcomes()).singleElement().isInstanceOf(Outcome.Done.class);
        assertThat(record(ADA).path("score").decimalValue()).isEqualByComparingTo("20");
        assertThat(toRecord(usual()).outcomes()).singleElement().isInstanceOf(Outcome.AlreadyThere.class);
        assertThat(record(ADA).path("version").asInt()).isEqualTo(3);
    }

    @Test
    void showsBothVersionsWhenSomebodyElseChangedTheRecord() throws Exception {
        seal(ADA, "20");
        seal(BAO, "10");
        toRecord(usual());
        RecordClient other = client(office.address());
        String tag = other.held(DemoWorld.TASK, ADA).tag();
        other.handBack(DemoWorld.TASK,
                new RecordClient.Parcel(ADA, Optional.of(new BigDecimal("31")), "By another.", List.of(),
                        "ab".repeat(32), tag, Optional.empty()));
        seal(ADA, "25");
        seal(BAO, "11");
        Report report = toRecord(usual());
        assertThat(report.outcomes()).anySatisfy(o -> assertThat(o).isInstanceOf(Outcome.Done.class));
        assertThat(report.outcomes()).filteredOn(o -> o instanceof Outcome.Differs)
                .singleElement()
                .satisfies(o -> {
                    Outcome.Differs differs = (Outcome.Differs) o;
                    assertThat(differs.theirs().score().orElseThrow()).isEqualByComparingTo("31");
                    assertThat(differs.theirs().comment()).isEqualTo("By another.");
                    assertThat(differs.score()).isEqualByComparingTo("25");
                });
        assertThat(record(ADA).path("score").decimalValue()).as("nothing is overwritten unseen")
                .isEqualByComparingTo("31");
        String seen = other.held(DemoWorld.TASK, ADA).tag();
        Report left = toRecord(usual().resolving(Map.of(ADA, new Resolution(Resolution.Way.THEIRS, seen))));
        assertThat(left.outcomes()).anySatisfy(o -> assertThat(o).isInstanceOf(Outcome.TheirsStand.class));
        assertThat(toRecord(usual()).outcomes()).as("it is not asked about again")
                .noneMatch(o -> o instanceof Outcome.Differs)
                .anySatisfy(o -> assertThat(o).isInstanceOf(Outcome.TheirsStand.class));
        assertThat(toRecord(usual().resolving(Map.of(ADA, new Resolution(Resolution.Way.OURS, "\"v1\"")))).outcomes())
                .as("what was decided about another version decides nothing")
                .noneMatch(o -> o.student().equals(ADA) && o.hasArrived());
        Report decided = toRecord(usual().resolving(Map.of(ADA, new Resolution(Resolution.Way.BOTH, seen))));
        assertThat(decided.isWhole()).isTrue();
        assertThat(record(ADA).path("score").decimalValue()).isEqualByComparingTo("25");
        assertThat(record(ADA).path("amendment").path("reason").asText()).contains("held 31").contains("By another.");
        assertThat(record(ADA).path("amendment").path("shown").asBoolean()).isFalse();
        assertThat(workspace.batch().submission(ADA).accepted())
                .anySatisfy(a -> assertThat(a.thing()).contains("held 31"));
    }

    @Test
    void namesAChangedOriginalAndSendsTheOthers() throws Exception {
        seal(ADA, "20");
        seal(BAO, "10");
        Path original = workspace.folder().original(workspace.batch().submission(ADA).documents().getFirst());
        assertThat(original.toFile().setWritable(true)).isTrue();
        Files.write(original, new byte[]{'\n'}, java.nio.file.StandardOpenOption.APPEND);
        Report report = toRecord(usual());
        assertThat(report.outcomes()).satisfiesExactly(
                o -> assertThat(((Outcome.Asked) o).doubt()).isEqualTo(Outcome.Doubt.ORIGINAL_CHANGED),
                o -> assertThat(o).isInstanceOf(Outcome.Done.class));
        assertThat(record(ADA).path("version").asInt()).isZero();
        assertThat(
                toRecord(new Choices("Marker", false, Map.of(ADA, Set.of(Outcome.Doubt.ORIGINAL_CHANGED)))).isWhole())
                .isTrue();
    }

    @Test
    void returnsNamesThatDifferOnlyInCaseOrExtensionDistinguishably() throws Exception {
        Path in = Files.createDirectories(folder.resolve("in"));
        Files.writeString(in.resolve("K-1_essay.txt"), "one");
        Files.writeString(in.resolve("K-1_essay.md"), "two");
        Files.writeString(in.resolve("K-2_Plän.txt"), "three");
        Files.createDirectories(in.resolve("sub"));
        Planning.FromFiles from = new Planning.FromFiles(List.of(in), Optional.empty(), "Essay", Optional.empty(),
                java.time.ZoneId.of("UTC"), Duration.ZERO, Optional.empty(),
                List.of(new org.epiglyph.core.roster.Student(new StudentKey("K-1"), "Ada", "Lind", ""),
                        new org.epiglyph.core.roster.Student(new StudentKey("K-2"), "Bao", "Nguyen", "")),
                List.of());
        try (CollectPlan plan = Planning.fromFiles(from, Optional.empty(), Progress.NONE)) {
            Collecting.run(plan, MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY, folder.resolve("essays"),
                    Progress.NONE);
        }
        try (Workspace essays = Workspace.open(folder.resolve("essays"), Clock.systemUTC())) {
            for (String key : List.of("K-1", "K-2")) {
                essays.edit(new Edit.SetScore(new StudentKey(key), "c1", Optional.of(BigDecimal.ONE)));
                essays.edit(new Edit.Seal(new StudentKey(key)));
            }
            new HandingBack(essays, Clock.systemUTC(), usual()).toFolder(folder.resolve("out"), Progress.NONE);
        }
        try (ZipFile zip = new ZipFile(folder.resolve("out/handed-back.zip").toFile())) {
            assertThat(zip.stream().map(e -> e.getName())).containsExactlyInAnyOrder("K-1_essay.txt_marked.pdf",
                    "K-1_essay.md_marked.pdf", "K-2_Plän_marked.pdf");
        }
        Process list = new ProcessBuilder("unzip", "-Z1", folder.resolve("out/handed-back.zip").toString()).start();
        list.info();
        String names = new String(list.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        assertThat(names).as("Info-ZIP").contains("K-2_Pl").contains("_marked.pdf");
    }

    // --- the long test

    /**
     * Whatever happens in between: what has a receipt is there, nothing is stored twice, and in the end everything is
     * there in its current state.
     */
    @Test
    void aFaultyNetworkCausesNoFalseReceiptAndNoDuplicate() throws Exception {
        List<StudentKey> students = List.of(ADA, BAO, new StudentKey("K-4408"));
        Random random = new Random(SEED);
        Map<StudentKey, List<String>> states = new java.util.HashMap<>();
        try (FaultyProxy proxy = new FaultyProxy(office.address(), SEED)) {
            for (int round = 0; round < ROUNDS; round++) {
                proxy.faults(round % 10 == 9 ? 0 : 0.6);
                StudentKey edited = students.get(random.nextInt(students.size()));
                seal(edited, Integer.toString(random.nextInt(33)));
                HandingBack handingBack = new HandingBack(workspace, Clock.systemUTC(), usual());
                for (StudentKey student : HandingBack.sealed(workspace.batch())) {
                    List<String> lived = states.computeIfAbsent(student, _ -> new java.util.ArrayList<>());
                    String now = Fingerprint.of(workspace.batch(), student, List.of());
                    if (lived.isEmpty() || !lived.getLast().equals(now)) {
                        lived.add(now);
                    }
                }
                Report report = handingBack.toRecord(client(proxy.address()), DemoWorld.TASK, Progress.NONE);
                for (Outcome outcome : report.outcomes()) {
                    assertThat(outcome).as("round %s, seed %s", round, SEED).isNotInstanceOf(Outcome.Asked.class);
                    if (outcome instanceof Outcome.Done || outcome instanceof Outcome.AlreadyThere) {
                        assertThat(record(outcome.student()).path("idempotencyKey").asText())
                                .as("round %s, seed %s", round, SEED)
                                .isEqualTo(Fingerprint.of(workspace.batch(), outcome.student(), List.of()));
                    }
                }
                if (round % 10 == 9) {
                    assertThat(report.isWhole()).as("round %s without faults: %s", round, report).isTrue();
                }
            }
            assertThat(proxy.faults()).isGreaterThan(ROUNDS / 4);
        }
        for (StudentKey student : HandingBack.sealed(workspace.batch())) {
            assertThat(record(student).path("version").asInt()).isLessThanOrEqualTo(states.get(student).size());
            assertThat(workspace.batch().submission(student).stage(workspace.batch().scheme()))
                    .isEqualTo(Stage.HANDED_BACK);
        }
    }
}

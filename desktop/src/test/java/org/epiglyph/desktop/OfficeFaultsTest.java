package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.BufferedReader;
import java.math.BigDecimal;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.epiglyph.carrier.Choices;
import org.epiglyph.carrier.HandingBack;
import org.epiglyph.carrier.Outcome;
import org.epiglyph.carrier.PageMaking;
import org.epiglyph.carrier.Progress;
import org.epiglyph.carrier.Report;
import org.epiglyph.carrier.Resolution;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.roster.StudentKey;
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

/**
 * Hand-backs while the record office fails, is busy, drops connections, processes requests twice, and is changed by
 * somebody else; the program is killed in a tenth of them. The office keeps every version, so what happened can be
 * examined afterwards.
 */
class OfficeFaultsTest {
    private static final int ROUNDS = Integer.getInteger("epiglyph.torture.handbacks", 36) / 3;
    private static final long SEED = Long.getLong("epiglyph.torture.seed", 16);
    private static final String OTHERS = "Entered at the office.";
    private static final List<StudentKey> STUDENTS = List.of(new StudentKey("K-4401"), new StudentKey("K-4402"),
            new StudentKey("K-4408"));
    private final Random random = new Random(SEED);
    /** Tags of other people's versions that the marker has looked at and replaced, by student. */
    private final Map<StudentKey, Set<String>> replaced = new HashMap<>();
    @TempDir
    private Path folder;
    private Path batch;
    private DemoOffice office;
    private String token;

    private static RecordClient client(String address, String token) throws Exception {
        return new RecordServices(List.of(), new Backoff(Duration.ofMillis(5), Duration.ofMillis(400)))
                .connect(address, token);
    }

    /** Hands back one student after another, in the given order. */
    static final class Child {
        public static void main(String[] arguments) throws Exception {
            try (Workspace workspace = Workspace.open(Path.of(arguments[0]), Clock.systemUTC())) {
                System.out.println("begun");
                System.out.flush();
                new HandingBack(workspace, Clock.systemUTC(), new Choices("Marker", false))
                        .toRecord(client(arguments[1], arguments[2]), DemoWorld.TASK, Progress.NONE);
            }
        }
    }

    @BeforeEach
    void collect() throws Exception {
        office = DemoOffice.open(folder);
        token = office.token();
        batch = folder.resolve("batch");
        DemoOffice.collect(client(office.address(), token), batch);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            PageMaking.all(workspace, Progress.NONE);
        }
    }

    @AfterEach
    void stop() {
        office.close();
    }

    private JsonNode ask(String method, String path, String body) throws Exception {
        HttpResponse<String> answer = HttpClient.newHttpClient()
                .send(HttpRequest.newBuilder(URI.create(office.address() + path))
                        .header("Authorization", "Bearer " + token)
                        .method(method, HttpRequest.BodyPublishers.ofString(body))
                        .build(), HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).isEqualTo(200);
        return new ObjectMapper().readTree(answer.body());
    }

    private void faults(boolean on) throws Exception {
        ask("PUT", "/api/faults", on
                ? "{\"failing\":0.12,\"busy\":0.12,\"cutRequest\":0.12,\"cutAnswer\":0.12,\"twice\":0.2,\"changed\":0.08,\"seed\":"
                        + random.nextInt(1_000_000) + "}"
                : "{}");
    }

    private void change(Workspace workspace) {
        for (StudentKey student : STUDENTS) {
            if (workspace.batch().submission(student).sealed()) {
                workspace.edit(new Edit.OpenAgain(student));
            }
            workspace.edit(new Edit.SetScore(student, "c1", Optional.of(BigDecimal.valueOf(random.nextInt(33)))));
            workspace.edit(new Edit.Seal(student));
        }
    }

    private Report handBack(Workspace workspace, Map<StudentKey, Resolution> resolutions) throws Exception {
        List<StudentKey> order = new ArrayList<>(STUDENTS);
        Collections.shuffle(order, random);
        return new HandingBack(workspace, Clock.systemUTC(), new Choices("Marker", false).resolving(resolutions))
                .toRecord(client(office.address(), token), DemoWorld.TASK, order, Progress.NONE);
    }

    /** A marker who is shown the other version and decides for their own. */
    private Map<StudentKey, Resolution> decide(Report report) {
        Map<StudentKey, Resolution> ours = new HashMap<>();
        for (Outcome outcome : report.outcomes()) {
            if (outcome instanceof Outcome.Differs(var student, var theirs, var _, var _)) {
                ours.put(student, new Resolution(Resolution.Way.OURS, theirs.tag()));
                replaced.computeIfAbsent(student, _ -> new HashSet<>()).add(theirs.tag());
            }
        }
        return ours;
    }

    private void kill() throws Exception {
        Process process = new ProcessBuilder(ProcessHandle.current().info().command().orElseThrow(),
                "-XX:TieredStopAtLevel=1", "--enable-native-access=ALL-UNNAMED", "-cp",
                System.getProperty("java.class.path"), Child.class.getName(), batch.toString(), office.address(),
                token).redirectError(ProcessBuilder.Redirect.DISCARD).start();
        try (BufferedReader out = process.inputReader()) {
            out.readLine();
            process.waitFor(random.nextInt(700), TimeUnit.MILLISECONDS);
            process.toHandle().destroyForcibly();
            process.waitFor();
        }
    }

    @Test
    void noFaultLosesDuplicatesOrOverwritesAnything() throws Exception {
        for (int round = 0; round < ROUNDS; round++) {
            faults(true);
            try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
                change(workspace);
                if (round % 10 != 9) {
                    Report report = handBack(workspace, Map.of());
                    if (random.nextBoolean()) {
                        handBack(workspace, decide(report));
                    }
                }
            }
            if (round % 10 == 9) {
                kill();
            }
        }
        faults(false);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            Report last = handBack(workspace, decide(handBack(workspace, Map.of())));
            assertThat(last.isWhole()).as("%s", last).isTrue();
            for (StudentKey student : STUDENTS) {
                JsonNode versions = ask("GET", "/api/tasks/" + DemoWorld.TASK + "/records/" + student + "/versions",
                        "");
                assertThat(versions.get(versions.size() - 1).path("idempotencyKey").asText()).as("nothing is lost")
                        .isEqualTo(Fingerprint.of(workspace.batch(), student, List.of()));
                check(student, versions);
            }
        }
    }

    private void check(StudentKey student, JsonNode versions) {
        for (int i = 1; i < versions.size(); i++) {
            JsonNode before = versions.get(i - 1);
            JsonNode after = versions.get(i);
            assertThat(after.path("idempotencyKey")).as("seed %s, %s: nothing goes twice", SEED, student)
                    .isNotEqualTo(before.path("idempotencyKey"));
            boolean theirs = before.path("comment").asText().equals(OTHERS);
            if (theirs && !after.path("comment").asText().equals(OTHERS)) {
                assertThat(replaced.getOrDefault(student, Set.of()))
                        .as("seed %s, %s: nothing is replaced unseen", SEED, student)
                        .contains("\"v" + before.path("version").asInt() + "\"");
            }
        }
    }
}

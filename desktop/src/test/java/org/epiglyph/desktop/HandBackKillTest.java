package org.epiglyph.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.BufferedReader;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.epiglyph.carrier.Choices;
import org.epiglyph.carrier.HandingBack;
import org.epiglyph.carrier.Outcome;
import org.epiglyph.carrier.PageMaking;
import org.epiglyph.carrier.Progress;
import org.epiglyph.carrier.Report;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.demo.DemoWorld;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.record.RecordServices;
import org.epiglyph.workspace.Fingerprint;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The program is killed while it hands back; it is known what was sent, nothing is sent twice, and nobody is asked
 * about our own work.
 */
class HandBackKillTest {
    private static final int KILLS = Math.max(5, Integer.getInteger("epiglyph.torture.kills", 10) / 2);
    private static final List<StudentKey> STUDENTS = List.of(new StudentKey("K-4401"), new StudentKey("K-4402"),
            new StudentKey("K-4408"));
    @TempDir
    private Path folder;

    /** Changes scores and hands back, repeatedly. */
    static final class HandingBackForEver {
        public static void main(String[] arguments) throws Exception {
            Workspace workspace = Workspace.open(Path.of(arguments[0]), Clock.systemUTC());
            RecordClient client = RecordServices.installed().connect(arguments[1], arguments[2]);
            Random random = new Random();
            System.out.println("begun");
            System.out.flush();
            while (true) {
                seal(workspace, STUDENTS.get(random.nextInt(STUDENTS.size())), random.nextInt(33));
                new HandingBack(workspace, Clock.systemUTC(), new Choices("Marker", false)).toRecord(client,
                        DemoWorld.TASK,
                        Progress.NONE);
            }
        }
    }

    private static void seal(Workspace workspace, StudentKey student, int score) {
        if (workspace.batch().submission(student).sealed()) {
            workspace.edit(new Edit.OpenAgain(student));
        }
        workspace.edit(new Edit.SetScore(student, "c1", Optional.of(BigDecimal.valueOf(score))));
        workspace.edit(new Edit.Seal(student));
    }

    @Test
    void remembersWhatWasSentAndSendsNothingTwice() throws Exception {
        try (DemoOffice office = DemoOffice.open(folder)) {
            String token = office.token();
            Path batch = folder.resolve("batch");
            DemoOffice.collect(office.client(), batch);
            try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
                PageMaking.all(workspace, Progress.NONE);
                STUDENTS.forEach(s -> seal(workspace, s, 1));
            }
            Random random = new Random(16);
            for (int kill = 0; kill < KILLS; kill++) {
                handBackUntilKilled(batch, office.address(), token, random.nextInt(600));
            }
            try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
                Report report = new HandingBack(workspace, Clock.systemUTC(), new Choices("Marker", false))
                        .toRecord(office.client(), DemoWorld.TASK,
                                Progress.NONE);
                assertThat(report.isWhole()).as("%s", report).isTrue();
                assertThat(report.outcomes()).noneMatch(o -> o instanceof Outcome.Asked);
                List<StudentKey> sealed = HandingBack.sealed(workspace.batch());
                int versions = 0;
                for (StudentKey student : STUDENTS) {
                    JsonNode record = new ObjectMapper().readTree(folder
                            .resolve("office/tasks/" + DemoWorld.TASK + "/records/" + student + "/record.json")
                            .toFile());
                    if (sealed.contains(student)) {
                        assertThat(record.path("idempotencyKey").asText())
                                .isEqualTo(Fingerprint.of(workspace.batch(), student, List.of()));
                    } else { // killed between reopening and sealing, so it waits for the marker
                        assertThat(workspace.batch().submission(student).handedBack()).isFalse();
                    }
                    versions += record.path("version").asInt();
                }
                long seals = workspace.lines().stream().filter(l -> l.edit() instanceof Edit.Seal).count();
                assertThat(versions).as("versions in the records")
                        .isLessThanOrEqualTo((int) seals)
                        .isGreaterThanOrEqualTo(STUDENTS.size());
            }
        }
    }

    private static void handBackUntilKilled(Path batch, String address, String token, long millis) throws Exception {
        Process process = new ProcessBuilder(ProcessHandle.current().info().command().orElseThrow(),
                "-XX:TieredStopAtLevel=1", "--enable-native-access=ALL-UNNAMED", "-cp",
                System.getProperty("java.class.path"),
                HandingBackForEver.class.getName(), batch.toString(), address, token)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        try (BufferedReader out = process.inputReader()) {
            out.readLine();
            process.waitFor(600 + millis, TimeUnit.MILLISECONDS);
            process.toHandle().destroyForcibly();
            process.waitFor();
        }
    }
}

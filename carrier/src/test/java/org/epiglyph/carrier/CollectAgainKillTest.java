package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneId;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The program is killed while it collects again; register and history agree afterwards. */
class CollectAgainKillTest {
    private static final int KILLS = Integer.getInteger("epiglyph.torture.kills", 6);
    private static final List<Student> CLASS = List.of(new Student(new StudentKey("K-1"), "Ada", "Lind", ""),
            new Student(new StudentKey("K-2"), "Bao", "Nguyen", ""),
            new Student(new StudentKey("K-3"), "Carys", "Price", ""));
    @TempDir
    private Path folder;

    private static CollectPlan plan(Path source, Optional<Path> again) throws Exception {
        return Planning.fromFiles(new Planning.FromFiles(List.of(source), Optional.empty(), "Work", Optional.empty(),
                ZoneId.of("UTC"), Duration.ZERO, Optional.empty(), CLASS, List.of()), again, Progress.NONE);
    }

    /** Changes the source's files and collects them into the batch, repeatedly. */
    static final class Again {
        public static void main(String[] arguments) throws Exception {
            Path source = Path.of(arguments[0]);
            Path batch = Path.of(arguments[1]);
            for (long round = System.nanoTime();; round++) {
                for (Student student : CLASS) {
                    Files.writeString(source.resolve(student.key() + "_work.txt"),
                            "state " + round + " of " + student.key());
                }
                try (CollectPlan plan = plan(source, Optional.of(batch));
                        Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
                    System.out.println("collecting");
                    System.out.flush();
                    Collecting.into(plan, workspace, Progress.NONE);
                }
            }
        }
    }

    @Test
    void registerAndHistoryAgreeOnTheFiles() throws Exception {
        Path source = Files.createDirectories(folder.resolve("source"));
        for (Student student : CLASS) {
            Files.writeString(source.resolve(student.key() + "_work.txt"), "first of " + student.key());
        }
        Path batch = folder.resolve("batch");
        try (CollectPlan plan = plan(source, Optional.empty())) {
            Collecting.run(plan, MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY, batch, Progress.NONE);
        }
        Random random = new Random(8);
        int before = 0;
        for (int kill = 0; kill < KILLS; kill++) {
            collectUntilKilled(source, batch, kill % 2 == 1, random.nextInt(500));
            before = Math.max(before, agree(batch, kill));
        }
        assertThat(before).as("hand-ins came between the kills").isGreaterThan(3);
    }

    private static int agree(Path batch, int kill) throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            Set<String> history = new HashSet<>();
            int handIns = 0;
            for (Submission submission : workspace.batch().submissions()) {
                for (HandIn handIn : submission.handIns()) {
                    handIns++;
                    handIn.documents().stream().map(Document::id).forEach(history::add);
                }
            }
            Set<String> register = new HashSet<>();
            Register.read(workspace.folder()).lines().forEach(l -> register.add(l.id()));
            assertThat(register).as("after kill %s", kill).isEqualTo(history);
            assertThat(workspace.changedOriginals()).isEmpty();
            assertThat(workspace.damage().isNone()).isTrue();
            try (Stream<Path> kept = Files.list(batch)) {
                assertThat(kept.map(p -> p.getFileName().toString())).doesNotContain(".staging");
            }
            return handIns;
        }
    }

    /** @param afterOne true to wait until it has collected once, however slow the machine */
    private static void collectUntilKilled(Path source, Path batch, boolean afterOne, long millis) throws Exception {
        Process process = new ProcessBuilder(ProcessHandle.current().info().command().orElseThrow(),
                "-XX:TieredStopAtLevel=1", "--enable-native-access=ALL-UNNAMED", "-cp",
                System.getProperty("java.class.path"),
                Again.class.getName(), source.toString(), batch.toString())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        try (BufferedReader out = process.inputReader()) {
            out.readLine();
            if (afterOne) {
                assertThat(out.readLine()).isEqualTo("collecting");
            }
            process.waitFor(millis, TimeUnit.MILLISECONDS);
            process.toHandle().destroyForcibly();
            process.waitFor();
        }
    }
}

package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The program is killed while it collects a batch and makes its pages: a batch exists completely or not at all, and its
 * pages are made again.
 */
class JourneyKillTest {
    private static final int KILLS = Math.max(6, Integer.getInteger("epiglyph.torture.kills", 12) / 2);
    private static final List<Student> CLASS = List.of(new Student(new StudentKey("K-1"), "Ada", "Lind", ""),
            new Student(new StudentKey("K-2"), "Bao", "Nguyen", ""));
    @TempDir
    private Path folder;

    /** Collects one batch after another and makes its pages. */
    static final class Journeys {
        public static void main(String[] arguments) throws Exception {
            Path source = Path.of(arguments[0]);
            Path shelf = Path.of(arguments[1]);
            System.out.println("begun");
            System.out.flush();
            while (true) {
                Path batch = shelf.resolve("batch " + System.nanoTime());
                try (CollectPlan plan = Planning.fromFiles(
                        new Planning.FromFiles(List.of(source), Optional.empty(), "Work",
                                Optional.empty(), ZoneId.of("UTC"), Duration.ZERO, Optional.empty(), CLASS, List.of()),
                        Optional.empty(), Progress.NONE)) {
                    Collecting.run(plan, MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY, batch,
                            Progress.NONE);
                }
                try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
                    PageMaking.all(workspace, Progress.NONE);
                }
                System.out.println("made");
                System.out.flush();
            }
        }
    }

    @Test
    void aBatchExistsWhollyOrNotAtAllAndItsPagesAreRemade() throws Exception {
        Path source = Files.createDirectories(folder.resolve("source"));
        Files.writeString(source.resolve("K-1_work.txt"), "Own words. ".repeat(3000));
        Files.writeString(source.resolve("K-2_work.md"), "# Own words\n\n" + "again ".repeat(2000));
        Path shelf = Files.createDirectories(folder.resolve("shelf"));
        Random random = new Random(4);
        for (int kill = 0; kill < KILLS; kill++) {
            Process process = new ProcessBuilder(ProcessHandle.current().info().command().orElseThrow(),
                    "-XX:TieredStopAtLevel=1", "--enable-native-access=ALL-UNNAMED", "-cp",
                    System.getProperty("java.class.path"), Journeys.class.getName(), source.toString(),
                    shelf.toString())
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
            try (BufferedReader out = process.inputReader()) {
                out.readLine();
                if (kill % 2 == 1) { // within a later batch, however slow the machine
                    assertThat(out.readLine()).isEqualTo("made");
                }
                process.waitFor(200 + random.nextInt(2500), TimeUnit.MILLISECONDS);
                process.toHandle().destroyForcibly();
                process.waitFor();
            }
        }
        int batches = 0;
        try (Stream<Path> all = Files.list(shelf)) {
            for (Path batch : all.filter(p -> !p.getFileName().toString().startsWith(".")).toList()) {
                isWhole(batch);
                batches++;
            }
        }
        assertThat(batches).as("batches that came between the kills").isPositive();
    }

    private static void isWhole(Path batch) throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            assertThat(workspace.damage().isNone()).isTrue();
            assertThat(workspace.changedOriginals()).isEmpty();
            PageMaking.all(workspace, Progress.NONE);
            for (Student student : CLASS) {
                for (Document document : workspace.batch().submission(student.key()).documents()) {
                    assertThat(document.pages()).isInstanceOf(Pages.Ready.class);
                    try (OpenDocument open = OpenDocument.open(workspace.folder().pages(document))) {
                        assertThat(open.pageCount()).isEqualTo(document.pageCount());
                    }
                }
            }
        }
        try (Stream<Path> left = Files.walk(batch)) {
            assertThat(left.map(p -> p.getFileName().toString())).noneMatch(n -> n.endsWith(".part"));
        }
    }
}

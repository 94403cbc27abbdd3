package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The program is killed (SIGKILL) at random moments, many times; every edit shown as kept is there afterwards. */
class KillTest {
    private static final int KILLS = 25;
    @TempDir
    private Path folder;

    /** Marks without a pause and says what is kept: a stroke, then a score that counts the strokes. */
    static final class Marking {
        public static void main(String[] arguments) throws Exception {
            Workspace workspace = Workspace.open(Path.of(arguments[0]), Clock.systemUTC());
            workspace.observe(new WorkspaceObserver() {
                @Override
                public void kept(long number, Instant at) {
                    System.out.println(number);
                    System.out.flush();
                }
            });
            Submission found = workspace.batch().submission(Examples.ADA);
            BigDecimal strokes = BigDecimal.valueOf(found.marks().size());
            if (!found.scores().score("c1").orElse(BigDecimal.ZERO).equals(strokes)) { // killed between a stroke and its score
                workspace.edit(new Edit.SetScore(Examples.ADA, "c1", Optional.of(strokes)));
            }
            for (int i = workspace.batch().submission(Examples.ADA).marks().size();; i++) {
                workspace.edit(new Edit.PlaceMark(Examples.ADA, Examples.stroke("m" + i)));
                workspace.edit(new Edit.SetScore(Examples.ADA, "c1", Optional.of(BigDecimal.valueOf(i + 1))));
                Thread.sleep(1);
            }
        }
    }

    @Test
    void everythingShownAsKeptSurvives() throws Exception {
        Path batch = Examples.batch(folder);
        Random random = new Random(11);
        long last = 0;
        for (int kill = 0; kill < KILLS; kill++) {
            long shown = markUntilKilled(batch, 20 + random.nextInt(180));
            last = Math.max(last, shown);
            assertThat(edits(batch)).as("after kill %s", kill).isGreaterThanOrEqualTo(last);
        }
        assertThat(last).as("the kills came while edits were being made").isGreaterThan(KILLS);
    }

    /** How many edits are there; strokes and scores come in turn, so that none may be missing in between. */
    private static long edits(Path batch) throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            Batch now = workspace.batch();
            Submission ada = now.submission(Examples.ADA);
            long strokes = ada.marks().size();
            long counted = ada.scores().score("c1").map(BigDecimal::longValue).orElse(0L);
            assertThat(strokes - counted).isBetween(0L, 1L);
            assertThat(workspace.changedOriginals()).isEmpty();
            return strokes + counted;
        }
    }

    /** The highest edit that was shown as kept before the kill; waits for the first, so that no kill comes too early. */
    private static long markUntilKilled(Path batch, long millis) throws Exception {
        Process marking = new ProcessBuilder(ProcessHandle.current().info().command().orElseThrow(),
                "-XX:TieredStopAtLevel=1", "--enable-native-access=ALL-UNNAMED",
                "-cp", System.getProperty("java.class.path"), Marking.class.getName(), batch.toString())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        try (BufferedReader out = marking.inputReader()) {
            long shown = Long.parseLong(out.readLine());
            marking.waitFor(millis, TimeUnit.MILLISECONDS);
            marking.toHandle().destroyForcibly(); // leaves the stream open, unlike the process itself
            marking.waitFor();
            for (String line = out.readLine(); line != null && !line.isEmpty(); line = out.readLine()) {
                shown = Math.max(shown, Long.parseLong(line));
            }
            return shown;
        }
    }
}

package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.stream.LongStream;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Covers;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.spoken.Span;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The program is killed (SIGKILL) at random moments, many times; every edit shown as saved is there afterwards. */
class KillTest {
    private static final int KILLS = Integer.getInteger("epiglyph.torture.kills", 10);
    @TempDir
    private Path folder;

    /** Marks without a pause and prints what is saved: a stroke, then a score that counts the strokes. */
    static final class Marking {
        public static void main(String[] arguments) throws Exception {
            Workspace workspace = Workspace.open(Path.of(arguments[0]), Clock.systemUTC());
            workspace.observe(new WorkspaceObserver() {
                @Override
                public void saved(long number, Instant at) {
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
                everyOtherKind(workspace, i);
                Thread.sleep(1);
            }
        }

        /** Edits of all kinds that leave the number of strokes and the score unchanged. */
        private static void everyOtherKind(Workspace workspace, int i) {
            Submission ada = workspace.batch().submission(Examples.ADA);
            Mark last = ada.marks().getLast();
            PageRef page = last.page();
            switch (i % 14) {
                case 0 -> workspace.edit(new Edit.ChangeMark(Examples.ADA, last.withRemark(Remark.of("words " + i))));
                case 1 -> {
                    workspace.edit(new Edit.WriteOnTheWhole(Examples.ADA, "whole " + i));
                    workspace.edit(new Edit.WritePrivately(Examples.ADA, "private " + i));
                }
                case 2 -> workspace.edit(new Edit.OrderMark(Examples.ADA, last.id(), 0));
                case 3 -> workspace.edit(new Edit.TurnPage(Examples.ADA, page, 90 * (i % 4)));
                case 4 -> workspace.edit(new Edit.Together(List.of(
                        new Edit.KeepPhrase(new Phrase("p", "c", "words " + i, "", Optional.empty())),
                        new Edit.ChangeMark(Examples.ADA, last.movedBy(1, 0)))));
                case 5 -> {
                    workspace.edit(new Edit.RemoveMark(Examples.ADA, last.id()));
                    workspace.undo(Optional.of(Examples.ADA));
                }
                case 6 ->
                    workspace.edit(new Edit.ChangeAids(workspace.batch().aids().withLanguage(i % 2 == 0 ? "fr" : "")));
                case 7 -> {
                    workspace.edit(new Edit.WriteOnCriterion(Examples.ADA, "c1", "words " + i));
                    workspace.edit(new Edit.Moderate(Examples.ADA,
                            Optional.of(new Moderation(BigDecimal.valueOf(i % 5), "a test"))));
                }
                case 8 -> workspace.edit(new Edit.ChangeScheme(workspace.batch().scheme(), List.of()));
                case 9 -> workspace.edit(new Edit.Reword(
                        List.of(new Edit.Rewording(Examples.ADA, last.id(), last.remark(), Remark.of("reworded " + i))),
                        List.of(), List.of()));
                case 10 -> workspace.edit(Covers.everybody(workspace.batch(), new Random(i)));
                case 11 -> {
                    workspace.edit(new Edit.AssignMarker(Examples.ADA, "marker " + i));
                    workspace.edit(new Edit.UncoverNames(Set.of(Examples.ADA), "because " + i));
                }
                case 12 -> {
                    workspace.edit(new Edit.KeepSpoken(Examples.ADA, new SpokenRemark("s" + i % 3,
                            SpokenPlace.ofMark(last.id()), new SpokenRemark.Sound("w" + i, "0".repeat(64), 9), 9000,
                            new Span(i % 500, 8000), "words " + i)));
                    if (i % 5 == 0) {
                        workspace.edit(new Edit.RemoveSpoken(Examples.ADA, "s" + i % 3));
                    }
                }
                default -> {
                    workspace.edit(new Edit.SeePage(Examples.ADA, page));
                    workspace.edit(
                            new Edit.BringBack(Examples.ADA, ada.marks(), ada.scores(), "back " + i, "", ada.spoken()));
                }
            }
        }
    }

    @Test
    void everythingShownAsSavedSurvives() throws Exception {
        Path batch = Examples.batch(folder);
        Random random = new Random(11);
        long last = 0;
        for (int kill = 0; kill < KILLS; kill++) {
            boolean atCheckpoint = kill % 5 == 4; // a slow machine would reach none within the time
            last = Math.max(last, markUntilKilled(batch, atCheckpoint, 20 + random.nextInt(180)));
            assertCheckpointTellsTheSame(batch);
            assertThat(edits(batch)).as("after kill %s", kill).isGreaterThanOrEqualTo(last);
        }
        assertThat(last).as("the kills came while edits were being made").isGreaterThan(KILLS);
    }

    /** If the kill hit a checkpoint being written: the batch is the same with and without it. */
    private static void assertCheckpointTellsTheSame(Path batch) throws Exception {
        Path checkpoint = batch.resolve("checkpoint.sqlite");
        if (Files.exists(checkpoint)) {
            Glance with = Glance.at(batch);
            Files.move(checkpoint, batch.resolve("aside"));
            Glance without = Glance.at(batch);
            Files.move(batch.resolve("aside"), checkpoint);
            assertThat(with.damage()).isEqualTo(without.damage());
            assertThat(List.copyOf(with.batch().submissions())).isEqualTo(List.copyOf(without.batch().submissions()));
            assertThat(with.batch().phrasebook()).isEqualTo(without.batch().phrasebook());
        }
    }

    /** The number of edits; strokes and scores alternate, so none may be missing in between. */
    private static long edits(Path batch) throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            Batch now = workspace.batch();
            Submission ada = now.submission(Examples.ADA);
            long strokes = ada.marks().size();
            long counted = ada.scores().score("c1").map(BigDecimal::longValue).orElse(0L);
            assertThat(strokes - counted).isBetween(-1L, 1L); // -1 between removing a stroke and restoring it
            assertThat(workspace.changedOriginals()).allMatch("spoken.wav"::equals); // which these edits only refer to
            assertThat(workspace.lines()).extracting(Entry::number)
                    .isEqualTo(LongStream.rangeClosed(1, workspace.lines().size()).boxed().toList());
            return workspace.lines().size();
        }
    }

    /**
     * The highest edit shown as saved before the kill; waits for the first, so that no kill comes too early.
     *
     * @param atCheckpoint true to wait for a checkpoint, which may be half written
     */
    private static long markUntilKilled(Path batch, boolean atCheckpoint, long millis) throws Exception {
        Process marking = new ProcessBuilder(ProcessHandle.current().info().command().orElseThrow(),
                "-XX:TieredStopAtLevel=1", "--enable-native-access=ALL-UNNAMED", "-Depiglyph.checkpoint.every=25",
                "-cp", System.getProperty("java.class.path"), Marking.class.getName(), batch.toString())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        try (BufferedReader out = marking.inputReader()) {
            long shown = Long.parseLong(out.readLine());
            Path checkpoint = batch.resolve("checkpoint.sqlite");
            while (atCheckpoint && !Files.exists(checkpoint)) {
                shown = Long.parseLong(out.readLine());
            }
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

package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.workspace.Glance;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Collecting, adding, making pages and handing back on a full disk, and again when there is space. */
class FullDiskJourneyTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    @TempDir
    private Path folder;
    private Path disk;
    private Path source;

    @BeforeEach
    void mount() throws Exception {
        disk = Files.createDirectory(folder.resolve("disk"));
        assumeTrue(run("mount", "-t", "tmpfs", "-o", "size=8m", "tmpfs", disk.toString()), "no disk can be mounted");
        source = Files.createDirectory(folder.resolve("source"));
        Files.writeString(source.resolve("K-1_work.txt"), "Own words.");
    }

    @AfterEach
    void unmount() throws Exception {
        run("umount", "-l", disk.toString());
    }

    private static boolean run(String... command) throws InterruptedException {
        try {
            return new ProcessBuilder(command).redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .start()
                    .waitFor() == 0;
        } catch (IOException e) {
            return false;
        }
    }

    private Path fill() throws IOException {
        Path filler = disk.resolve("filler");
        byte[] block = new byte[4096];
        try (OutputStream out = Files.newOutputStream(filler)) {
            while (true) {
                out.write(block);
            }
        } catch (IOException full) {
            return filler;
        }
    }

    private CollectPlan plan(Optional<Path> again) throws Exception {
        return Planning.fromFiles(new Planning.FromFiles(List.of(source), Optional.empty(), "Work", Optional.empty(),
                ZoneId.of("UTC"), Duration.ZERO, Optional.empty(), List.of(new Student(ADA, "Ada", "Lind", "")),
                List.of()),
                again, Progress.NONE);
    }

    private static List<String> tree(Path root) throws IOException {
        try (Stream<Path> all = Files.walk(root)) {
            return all.map(p -> root.relativize(p).toString()).filter(p -> !p.startsWith("batch.")).sorted().toList();
        }
    }

    @Test
    void eachStepExplainsAFullDiskAndResumesWhenThereIsRoom() throws Exception {
        Path batch = disk.resolve("batch");
        Path filler = fill();
        try (CollectPlan plan = plan(Optional.empty())) {
            assertThatThrownBy(
                    () -> Collecting.run(plan, MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY, batch,
                            Progress.NONE))
                    .isInstanceOf(Problem.class)
                    .hasMessageContaining("room");
            assertThat(tree(disk)).as("nothing incomplete").containsExactly("", "filler");
            Files.delete(filler);
            Collecting.run(plan, MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY, batch, Progress.NONE);
        }
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            filler = fill();
            assertThatThrownBy(() -> PageMaking.all(workspace, Progress.NONE)).isInstanceOf(Problem.class)
                    .hasMessageContaining("room");
            Files.delete(filler);
            PageMaking.all(workspace, Progress.NONE);
            assertThat(workspace.batch().submission(ADA).documents().getFirst().pages())
                    .isInstanceOf(Pages.Ready.class);
            addMore(workspace, batch);
            workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.ONE)));
            workspace.edit(new Edit.Seal(ADA));
            workspace.flush();
            handBack(workspace);
        }
        assertThat(Glance.at(batch).damage().isNone()).isTrue();
    }

    private void addMore(Workspace workspace, Path batch) throws Exception {
        Files.writeString(source.resolve("K-1_work.txt"), "Own words, mended. ".repeat(4000));
        List<String> before = tree(batch);
        Path filler = fill();
        try (CollectPlan plan = plan(Optional.of(batch))) {
            assertThatThrownBy(() -> Collecting.into(plan, workspace, Progress.NONE)).isInstanceOf(Problem.class);
            assertThat(tree(batch)).isEqualTo(before);
            assertThat(workspace.batch().submission(ADA).handIns()).hasSize(1);
        }
        Files.delete(filler);
        try (CollectPlan plan = plan(Optional.of(batch))) {
            assertThat(Collecting.into(plan, workspace, Progress.NONE).handIns()).isEqualTo(1);
        }
        PageMaking.all(workspace, Progress.NONE);
    }

    private void handBack(Workspace workspace) throws Exception {
        Path out = Files.createDirectory(disk.resolve("out"));
        HandingBack handingBack = new HandingBack(workspace, Clock.systemUTC(), new Choices("Marker", false));
        Path filler = fill();
        try {
            assertThat(handingBack.toFolder(out, Progress.NONE).isWhole()).isFalse();
        } catch (Problem e) {
            assertThat(e.getMessage()).contains("room");
        }
        assertThat(tree(out)).as("neither zip nor sheet is half written").allMatch(p -> !p.endsWith(".part"));
        assertThat(workspace.batch().submission(ADA).handedBack()).isFalse();
        Files.delete(filler);
        assertThat(handingBack.toFolder(out, Progress.NONE).isWhole()).isTrue();
        assertThat(workspace.batch().submission(ADA).handedBack()).isTrue();
    }

    @Test
    void explainsAReadOnlyFolder() throws Exception {
        Path batch = disk.resolve("batch");
        try (CollectPlan plan = plan(Optional.empty())) {
            Collecting.run(plan, MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY, batch, Progress.NONE);
        }
        assumeTrue(run("mount", "-o", "remount,ro", disk.toString()));
        assertThatThrownBy(() -> Workspace.open(batch, Clock.systemUTC())).isInstanceOf(Problem.class)
                .hasMessageContaining("cannot be written to");
        try (CollectPlan plan = plan(Optional.empty())) {
            assertThatThrownBy(() -> Collecting.run(plan, MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY,
                    disk.resolve("other"), Progress.NONE)).isInstanceOf(Problem.class);
        }
        assertThat(run("mount", "-o", "remount,rw", disk.toString())).isTrue();
        Workspace.open(batch, Clock.systemUTC()).close();
    }
}

package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.epiglyph.core.batch.Acceptance;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Task;
import org.epiglyph.places.FolderTree;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A batch opened from a checkpoint equals its complete history, or the checkpoint is not used. */
class CheckpointTest {
    private static final int STUDENTS = 12;
    private static final int EDITS = 2_600; // more than for the checkpoint written while marking, and enough for one at closing
    @TempDir
    private Path folder;
    private Path batch;
    private Instant written = Instant.EPOCH;

    @BeforeEach
    void markALot() throws Exception {
        batch = folder.resolve("batch");
        try (NewBatch made = NewBatch.at(batch)) {
            for (int i = 0; i < STUDENTS; i++) {
                made.add(new Student(key(i), "Given", "Family " + i, "A"), List.of());
            }
            made.place(new Task("", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.valueOf(100_000)),
                    Examples.SCHEME, Phrasebook.EMPTY);
        }
        mark(EDITS);
    }

    private static StudentKey key(int number) {
        return new StudentKey("K-" + number);
    }

    private void mark(int edits) throws Exception {
        Random random = new Random(edits);
        try (Workspace workspace = open()) {
            for (int i = 0; i < edits; i++) {
                StudentKey student = key(random.nextInt(STUDENTS));
                try {
                    switch (random.nextInt(12)) {
                        case 0 -> workspace.undo(Optional.of(student));
                        case 1 -> workspace.redo(Optional.of(student));
                        case 2 -> workspace.undo(Optional.empty());
                        default -> workspace.edit(edit(random, student, i));
                    }
                } catch (EditRefused e) {
                    assertThat(e.getMessage()).endsWith(".");
                }
            }
        }
    }

    private static Edit edit(Random random, StudentKey student, int i) {
        return switch (random.nextInt(12)) {
            case 0 -> new Edit.SetScore(student, "c1", Optional.of(BigDecimal.valueOf(i)));
            case 1 -> new Edit.SeePage(student, new PageRef("d1", i % 7));
            case 2 -> new Edit.TurnPage(student, new PageRef("d1", i % 5), 90 * random.nextInt(4));
            case 3 -> new Edit.WritePrivately(student, "hm " + i);
            case 4 -> new Edit.KeepPhrase(new Phrase("p" + i % 9, "c" + i % 9, "words " + i, "c1", Optional.empty()));
            case 5 -> new Edit.Together(List.of(new Edit.PlaceMark(student, Examples.stroke("t" + i)),
                    new Edit.WriteOnTheWhole(key(random.nextInt(STUDENTS)), "whole " + i)));
            case 6 -> random.nextInt(9) == 0 ? new Edit.Seal(student) : new Edit.OpenAgain(student);
            case 11 -> new Edit.AcceptFinding(student, new Acceptance("kind", "s" + i % 3, "thing", "why " + i));
            case 7 -> new Edit.RecordReceipt(student, Optional.of(new Receipt("r" + i, Instant.EPOCH, "d", "v" + i)));
            case 8 -> new Edit.AttachFile(student, new Attached("d1",
                    new Document("a" + i, "a.pdf", "0".repeat(64), 1, new Pages.Ready(1, ""), "")));
            default -> new Edit.PlaceMark(student, Examples.stroke("m" + i));
        };
    }

    /** Opens the batch as another program would, without the checkpoint that this one remembers. */
    private Workspace open() throws Exception {
        if (Files.exists(checkpoint())) {
            Files.setLastModifiedTime(checkpoint(), FileTime.from(written = written.plusSeconds(1)));
        }
        return remembering();
    }

    private Workspace remembering() throws Exception {
        return Workspace.open(batch, Clock.systemUTC());
    }

    private Path checkpoint() {
        return batch.resolve("checkpoint.sqlite");
    }

    /** The same batch without its checkpoint, so that its whole history is replayed. */
    private Path replayed() throws Exception {
        Path copy = folder.resolve("replayed");
        FolderTree.delete(copy);
        return Examples.copy(batch, copy, "checkpoint.sqlite");
    }

    private static void assertSame(Batch one, Batch other) {
        assertThat(List.copyOf(one.submissions())).isEqualTo(List.copyOf(other.submissions()));
        assertThat(one.scheme()).isEqualTo(other.scheme());
        assertThat(one.task()).isEqualTo(other.task());
        assertThat(one.phrasebook()).isEqualTo(other.phrasebook());
        assertThat(one.aids()).isEqualTo(other.aids());
    }

    @Test
    void equalsAReplayIncludingUndo() throws Exception {
        assertThat(checkpoint()).exists();
        try (Workspace goingOn = open(); Workspace whole = Workspace.open(replayed(), Clock.systemUTC())) {
            compareAndUndo(goingOn, whole);
        }
    }

    @Test
    void isTheSameFromMemory() throws Exception {
        try (Workspace goingOn = remembering(); Workspace whole = Workspace.open(replayed(), Clock.systemUTC())) {
            compareAndUndo(goingOn, whole);
        }
        try (Workspace goingOn = remembering(); Workspace whole = Workspace.open(replayed(), Clock.systemUTC())) {
            compareAndUndo(goingOn, whole);
        }
    }

    private static void compareAndUndo(Workspace goingOn, Workspace whole) throws Exception {
        assertSame(goingOn.batch(), whole.batch());
        assertThat(goingOn.lines()).isEqualTo(whole.lines());
        assertThat(goingOn.checkEarlier()).isEqualTo(Damage.NONE);
        assertThat(goingOn.newest(l -> l.edit() instanceof Edit.KeepPhrase))
                .isEqualTo(whole.newest(l -> l.edit() instanceof Edit.KeepPhrase))
                .isPresent();
        for (int i = 0; i < STUDENTS; i++) {
            Optional<StudentKey> student = Optional.of(key(i));
            assertThat(goingOn.lines(key(i))).isEqualTo(whole.lines(key(i)));
            for (int step = 0; step < 40; step++) {
                assertThat(edits(goingOn, student)).isEqualTo(edits(whole, student));
            }
        }
        for (int step = 0; step < 40; step++) {
            assertThat(edits(goingOn, Optional.empty())).isEqualTo(edits(whole, Optional.empty()));
        }
        assertSame(goingOn.batch(), whole.batch());
    }

    private static Object edits(Workspace workspace, Optional<StudentKey> scope) {
        try {
            return workspace.undo(scope).map(Entry::edit);
        } catch (EditRefused e) {
            return e.getMessage();
        }
    }

    @Test
    void containsOnlyTheChangesOfAnotherSession() throws Exception {
        byte[] first = Files.readAllBytes(checkpoint());
        mark(300);
        assertThat(Files.readAllBytes(checkpoint())).isNotEqualTo(first);
        equalsAReplayIncludingUndo();
    }

    @Test
    void isNotWrittenForAFewLines() throws Exception {
        byte[] first = Files.readAllBytes(checkpoint());
        mark(20);
        assertThat(Files.readAllBytes(checkpoint())).isEqualTo(first);
        equalsAReplayIncludingUndo();
    }

    /** Wherever a bit is flipped, the checkpoint is ignored, or what it says is still right. */
    @Test
    void detectsEveryFlippedBit() throws Exception {
        byte[] sound = Files.readAllBytes(checkpoint());
        Batch whole = Glance.at(replayed()).batch();
        Random random = new Random(11);
        for (int flip = 0; flip < 40; flip++) {
            byte[] damaged = sound.clone();
            damaged[random.nextInt(damaged.length)] ^= (byte) (1 << random.nextInt(8));
            Files.write(checkpoint(), damaged);
            Glance glance = Glance.at(batch);
            assertThat(glance.damage()).isEqualTo(Damage.NONE);
            assertSame(glance.batch(), whole);
        }
        Files.write(checkpoint(), new byte[100]);
        assertSame(Glance.at(batch).batch(), whole);
        mark(300);
        equalsAReplayIncludingUndo();
    }

    /** Whose lines are which is looked up in the checkpoint, or in the history if the checkpoint cannot be right. */
    @Test
    void findsLinesAttributedToTheWrongStudent() throws Exception {
        byte[] sound = Files.readAllBytes(checkpoint());
        for (String wrong : List.of("UPDATE lines SET numbers = (SELECT numbers FROM lines WHERE student = 'K-2')",
                "UPDATE lines SET numbers = numbers || ',1' WHERE student IN ('K-1', '')",
                "UPDATE lines SET numbers = substr(numbers, 1, instr(numbers, ',')) || numbers WHERE student = 'K-1'",
                "UPDATE lines SET numbers = 'no number'", "DELETE FROM lines WHERE student <> 'K-1'",
                "DROP TABLE lines")) {
            Files.write(checkpoint(), sound);
            Examples.sql(checkpoint(), wrong);
            try (Workspace goingOn = open(); Workspace whole = Workspace.open(replayed(), Clock.systemUTC())) {
                assertThat(goingOn.lines(key(1))).as(wrong).isEqualTo(whole.lines(key(1))).isNotEmpty();
                assertThat(goingOn.lines(key(3))).as(wrong).isEqualTo(whole.lines(key(3)));
            }
        }
    }

    @Test
    void theNextOneContainsEverythingAfterAFailure() throws Exception {
        try (Workspace workspace = open()) {
            Files.write(checkpoint(), new byte[100]); // a failing disk
            for (int i = 0; i < 2_400; i++) {
                workspace.edit(new Edit.WritePrivately(key(i % STUDENTS), "later " + i));
                if (i % 500 == 0) {
                    workspace.flush();
                }
            }
        }
        assertThat(CheckpointFile.read(new BatchFolder(batch))).as("the second, of all that there is").isPresent();
        equalsAReplayIncludingUndo();
    }

    @Test
    void ignoresTheCheckpointOfAnotherHistory() throws Exception {
        Path copy = replayed();
        Files.copy(checkpoint(), copy.resolve("checkpoint.sqlite"));
        Examples.sql(copy.resolve("batch.sqlite"), "DELETE FROM history WHERE number > 100"); // an older copy of the batch was restored
        Files.delete(copy.resolve("batch.last"));
        try (Workspace workspace = Workspace.open(copy, Clock.systemUTC())) {
            assertThat(workspace.damage()).isEqualTo(Damage.NONE);
            assertThat(workspace.lines()).hasSize(100);
        }
    }

    @Test
    void detectsDamageBehindItAndRecoversIntoASoundCopy() throws Exception {
        int line = 0;
        try (Workspace workspace = open()) {
            for (Entry entry : workspace.lines()) {
                boolean placed = entry.edit() instanceof Edit.PlaceMark place
                        && workspace.batch().submission(place.student()).findMark(place.mark().id()).isPresent();
                line = placed ? (int) entry.number() : line;
                if (line > 0) {
                    break;
                }
            }
        }
        Examples.sql(batch.resolve("batch.sqlite"),
                "UPDATE history SET edit = replace(edit, 'Why?', 'Wha?') WHERE number = " + line);
        List<Submission> all = new ArrayList<>();
        try (Workspace workspace = open()) {
            all.addAll(workspace.batch().submissions());
            assertThat(workspace.damage()).isEqualTo(Damage.NONE);
            assertThat(workspace.checkEarlier().describe()).startsWith("Change " + line + " is damaged");
            assertThatThrownBy(() -> workspace.edit(new Edit.WritePrivately(key(0), "x")))
                    .isInstanceOf(EditRefused.class)
                    .hasMessageContaining("What you see is intact.");
            assertThatCode(() -> workspace.canUndo(Optional.of(key(0)))).doesNotThrowAnyException();
        }
        assertThat(Overview.at(batch).damage().describe()).as("the shelf, which offers a repaired copy then")
                .startsWith("Change " + line + " is damaged");
        assertThat(BatchRepair.check(batch, Clock.systemUTC()).describe())
                .startsWith("Change " + line + " is damaged.");
        BatchRepair.write(batch, folder.resolve("sound"), Clock.systemUTC());
        try (Workspace workspace = Workspace.open(folder.resolve("sound"), Clock.systemUTC())) {
            assertThat(workspace.damage()).isEqualTo(Damage.NONE);
            for (Submission was : all) {
                Submission now = workspace.batch().submission(was.student().key());
                assertThat(now.marks()).isEqualTo(was.marks());
                assertThat(now.scores()).isEqualTo(was.scores());
                assertThat(now.onTheWhole()).isEqualTo(was.onTheWhole());
                assertThat(now.sealed()).isEqualTo(was.sealed());
            }
        }
    }
}

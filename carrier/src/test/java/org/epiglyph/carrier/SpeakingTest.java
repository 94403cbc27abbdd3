package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.sound.SimulatedMicrophone;
import org.epiglyph.sound.WaveFile;
import org.epiglyph.workspace.BatchRepair;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Remarks from the microphone to the student; the output is read with poppler's pdfdetach and with opusdec. */
class SpeakingTest extends HandedBackFixture {
    private static final int RATE = 16_000;
    private static final long MINUTE = 60_000;
    private Path voice;

    @BeforeEach
    void openAgain() throws Exception {
        voice = voice(folder.resolve("voice.wav"), 1_400);
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            workspace.edit(new Edit.OpenAgain(ADA));
        }
    }

    /** A third of a second of silence, a tone, and the same silence again. */
    static Path voice(Path file, int millis) throws IOException {
        short[] values = new short[millis * RATE / 1000];
        for (int i = RATE / 3; i < values.length - RATE / 3; i++) {
            values[i] = (short) (8000 * Math.sin(2 * Math.PI * 220 * i / RATE));
        }
        try (WaveFile wave = new WaveFile(file, RATE)) {
            wave.add(values, values.length);
        }
        return file;
    }

    private static void await(Speaking speaking, long millis) throws InterruptedException {
        long until = System.nanoTime() + 20_000_000_000L;
        while (speaking.state().length() < millis && speaking.state().running()) {
            assertThat(System.nanoTime()).as("waited").isLessThan(until);
            Thread.sleep(10);
        }
    }

    private Speaking begun(Workspace workspace, SpokenPlace place, Optional<SpokenRemark> again) throws Problem {
        return Speaking.begin(workspace, ADA, place, again, new SimulatedMicrophone(voice), MINUTE);
    }

    private SpokenRemark spoken(Workspace workspace, SpokenPlace place, Optional<SpokenRemark> again)
            throws Exception {
        Speaking speaking = begun(workspace, place, again);
        await(speaking, 1_400);
        assertThat(speaking.keep()).isTrue();
        return workspace.batch().submission(ADA).findSpoken(speaking.remark()).orElseThrow();
    }

    private static void write(Workspace workspace, SpokenRemark remark, String text) {
        workspace.edit(new Edit.KeepSpoken(ADA, remark.withText(text)));
    }

    private static List<Path> left(Workspace workspace) throws IOException {
        Path speaking = workspace.folder().speaking();
        if (!Files.isDirectory(speaking)) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(speaking)) {
            return files.toList();
        }
    }

    @Test
    void storesARecordingWithoutSilenceAtItsEnds() throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            SpokenRemark remark = spoken(workspace, SpokenPlace.ofMark("n1"), Optional.empty());
            assertThat(remark.heard().from()).isBetween(150L, 333L);
            assertThat(remark.heard().to()).isBetween(1_066L, 1_240L);
            assertThat(WaveFile.read(workspace.folder().original(Document.of(remark))).length())
                    .isEqualTo(remark.length());
            write(workspace, remark, "Which units?");
            SpokenRemark other = spoken(workspace, SpokenPlace.WHOLE, Optional.of(remark));
            assertThat(other.id()).isEqualTo(remark.id());
            assertThat(other.sound()).isNotEqualTo(remark.sound());
            assertThat(other.text()).as("words outlive another take").isEqualTo("Which units?");
            assertThat(other.place()).isEqualTo(SpokenPlace.ofMark("n1"));
            workspace.undo(Optional.of(ADA));
            assertThat(workspace.batch().submission(ADA).findSpoken(remark.id()).orElseThrow().sound())
                    .isEqualTo(remark.sound());
            assertThat(workspace.changedOriginals()).isEmpty();
            assertThat(left(workspace)).isEmpty();
        }
    }

    @ParameterizedTest
    @EnumSource(MarkedPdf.Form.class)
    void deliversItBesideThePagesAndAtTheMark(MarkedPdf.Form form) throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            Speaking.take(workspace, ADA, SpokenPlace.ofMark("n1"), voice, "Which units?");
            Speaking.take(workspace, ADA, SpokenPlace.WHOLE, voice, "Well done.");
            Speaking.take(workspace, ADA, SpokenPlace.ofMark("n2"), voice, "A secret of three words.");
            workspace.edit(new Edit.Seal(ADA));
        }
        Profile profile = new Profile(form, Profile.Sheet.TEXT);
        Map<String, byte[]> files = handedBack(profile);
        assertThat(files.keySet()).containsExactlyInAnyOrder("grade-sheet.csv", "K-1_work_feedback.txt",
                "K-1_work_marked.pdf", "K-1_work_spoken_1.opus", "K-1_work_spoken_2.opus");
        assertThat(new String(files.get("K-1_work_feedback.txt")))
                .contains("Spoken remark 1, on page 1 (0:01)", "Which units?", "Spoken remark 2, on the whole (0:01)")
                .doesNotContain("secret");
        Path opus = Files.write(folder.resolve("1.opus"), files.get("K-1_work_spoken_1.opus"));
        run("opusdec", "--quiet", "--rate", "16000", opus.toString(), folder.resolve("1.wav").toString());
        assertThat(WaveFile.read(folder.resolve("1.wav")).length()).isBetween(733L, 1_000L);

        Path pdf = Files.write(folder.resolve("marked.pdf"), files.get("K-1_work_marked.pdf"));
        String attached = run("pdfdetach", "-list", pdf.toString());
        if (form.name().contains("FLATTENED")) {
            assertThat(attached).contains("0 embedded files");
        } else {
            assertThat(attached).contains("1 embedded files").contains("K-1_work_spoken_1.opus");
            run("pdfdetach", "-save", "1", "-o", folder.resolve("a.opus").toString(), pdf.toString());
            assertThat(folder.resolve("a.opus")).hasSameBinaryContentAs(opus);
        }
        run("qpdf", "--check", pdf.toString());
        assertThat(checked(profile, folder.resolve("out " + form + "TEXT")).isSame()).isTrue();
    }

    private String run(String... command) throws Exception {
        Path out = folder.resolve("said.txt");
        Process process = new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(out.toFile()).start();
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
        String said = Files.readString(out);
        assertThat(process.exitValue()).as(said).isZero();
        return said;
    }

    @Test
    void aMissingRecordingIsNamedAndTheRestIsSent() throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            SpokenRemark remark = spoken(workspace, SpokenPlace.WHOLE, Optional.empty());
            write(workspace, remark, "Well done.");
            Files.delete(workspace.folder().original(Document.of(remark)));
            assertThat(workspace.changedOriginals(ADA)).containsExactly("spoken.wav");
            workspace.edit(new Edit.Seal(ADA));
            Profile profile = new Profile(MarkedPdf.Form.ANNOTATIONS, Profile.Sheet.NONE);
            assertThat(new HandingBack(workspace, CLOCK, new Choices("Marker", false, profile, Map.of()))
                    .toFolder(folder.resolve("asked"), Progress.NONE)
                    .outcomes()
                    .toString()).contains("ORIGINAL_CHANGED", "spoken.wav");
            Report report = new HandingBack(workspace, CLOCK,
                    new Choices("Marker", false, profile, Map.of(ADA, Set.of(Outcome.Doubt.ORIGINAL_CHANGED))))
                    .toFolder(folder.resolve("gone"), Progress.NONE);
            assertThat(report.isWhole()).isFalse();
            assertThat(report.toString()).contains("Spoken remark 1, on the whole (0:01) was not handed back",
                    "its recording is missing on this disk");
        }
        assertThat(BatchRepair.check(batch, CLOCK).findings().toString()).contains("Your file 'spoken.wav' for Ada");
    }

    @Test
    void discardsAccidentalAndRejectedRecordings() throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            assertThat(begun(workspace, SpokenPlace.WHOLE, Optional.empty()).keep()).isFalse();
            Speaking speaking = begun(workspace, SpokenPlace.WHOLE, Optional.empty());
            await(speaking, 800);
            speaking.discard();
            assertThat(workspace.batch().submission(ADA).spoken()).isEmpty();
            assertThat(left(workspace)).isEmpty();
            assertThatThrownBy(() -> Speaking.begin(workspace, ADA, SpokenPlace.WHOLE, Optional.empty(), () -> {
                throw new Problem("No microphone was found.");
            }, MINUTE)).hasMessage("No microphone was found.");
            assertThat(left(workspace)).isEmpty();
        }
    }

    @Test
    void holdsARecordingForASealedSubmissionUntilItIsReopened() throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            Speaking speaking = begun(workspace, SpokenPlace.WHOLE, Optional.empty());
            await(speaking, 1_000);
            workspace.edit(new Edit.Seal(ADA));
            assertThatThrownBy(speaking::keep).isInstanceOf(Problem.class).hasMessageContaining("still there");
            assertThat(Speaking.recover(workspace)).isEmpty();
            workspace.edit(new Edit.OpenAgain(ADA));
            Files.writeString(workspace.folder().speaking().resolve("strange.note"), "about=NOTHING");
            assertThat(Speaking.recover(workspace)).containsExactly(ADA);
            assertThat(Speaking.recover(workspace)).isEmpty();
            assertThat(workspace.batch().submission(ADA).spoken()).hasSize(1);
        }
    }

    @Test
    void keepsAnImportedRecordingWithItsTranscript() throws Exception {
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            Speaking.take(workspace, ADA, SpokenPlace.ofMark("n1"), voice, "Which units?");
            SpokenRemark kept = workspace.batch().submission(ADA).spoken().getFirst();
            assertThat(kept.text()).isEqualTo("Which units?");
            assertThat(workspace.folder().original(Document.of(kept))).hasSameBinaryContentAs(voice);
            Path none = Files.writeString(folder.resolve("none.wav"), "no sound");
            assertThatThrownBy(() -> Speaking.take(workspace, ADA, SpokenPlace.WHOLE, none, ""))
                    .isInstanceOf(Problem.class)
                    .hasMessageContaining("Choose a WAV file");
            assertThat(workspace.batch().submission(ADA).spoken()).containsExactly(kept);
        }
    }

    /** The program is killed during a recording: what was said up to a second before is there, once. */
    @Test
    void survivesAKillExceptForTheLastSecond() throws Exception {
        Path log = folder.resolve("child.txt");
        for (int i = 1; i <= 2; i++) {
            Files.deleteIfExists(voice);
            voice(voice, 30_000);
            Process child = new ProcessBuilder(ProcessHandle.current().info().command().orElseThrow(), "-cp",
                    System.getProperty("java.class.path"), Child.class.getName(), batch.toString(), voice.toString())
                    .redirectError(ProcessBuilder.Redirect.INHERIT)
                    .redirectOutput(log.toFile())
                    .start();
            long until = System.nanoTime() + 60_000_000_000L;
            while (said(log) < 1_300 + 450L * i) {
                assertThat(child.isAlive() && System.nanoTime() < until).isTrue();
                Thread.sleep(20);
            }
            child.destroyForcibly().waitFor();
            long said = said(log);
            try (Workspace workspace = Workspace.open(batch, CLOCK)) {
                assertThat(Speaking.recover(workspace)).containsExactly(ADA);
                Submission ada = workspace.batch().submission(ADA);
                assertThat(ada.spoken()).hasSize(i);
                assertThat(ada.spoken().getLast().length()).isGreaterThan(said - 1_000);
                assertThat(Speaking.recover(workspace)).isEmpty();
                assertThat(left(workspace)).isEmpty();
            }
        }
    }

    private static long said(Path log) throws IOException {
        List<String> lines = new ArrayList<>(Files.exists(log) ? Files.readAllLines(log) : List.of());
        lines.removeIf(l -> !l.matches("\\d+\\.")); // the last may be incomplete
        return lines.isEmpty() ? 0 : Long.parseLong(lines.getLast().replace(".", ""));
    }

    /** Records until it is killed, and prints how much it has recorded. */
    static final class Child {
        private Child() {}

        public static void main(String[] args) throws Exception {
            try (Workspace workspace = Workspace.open(Path.of(args[0]), CLOCK)) {
                Speaking speaking = Speaking.begin(workspace, ADA, SpokenPlace.WHOLE, Optional.empty(),
                        new SimulatedMicrophone(Path.of(args[1])), MINUTE);
                while (true) {
                    System.out.println(speaking.state().length() + ".");
                    Thread.sleep(25);
                }
            }
        }
    }
}

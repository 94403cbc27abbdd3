package org.epiglyph.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import org.epiglyph.core.spoken.Samples;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Held against opusdec and opusinfo of opus-tools, which stand on the reference decoder (RFC 6716, libopus). */
class OpusFileTest {
    @TempDir
    private Path folder;

    private String run(String... command) throws Exception {
        Path out = folder.resolve("out.txt");
        Process process = new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(out.toFile()).start();
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
        String said = Files.readString(out);
        assertThat(process.exitValue()).as(said).isZero();
        return said;
    }

    private Samples decoded(Path opus, int rate) throws Exception {
        Path wave = folder.resolve("decoded.wav");
        run("opusdec", "--quiet", "--no-dither", "--rate", String.valueOf(rate), opus.toString(), wave.toString());
        return WaveFile.read(wave);
    }

    @ParameterizedTest
    @CsvSource({"16000, 3000", "24000, 7310", "48000, 1", "8000, 1999", "24000, 20", "16000, 61003"})
    void theReferenceDecoderHearsExactlyAllOfIt(int rate, long millis) throws Exception {
        Samples spoken = Voices.voice(millis, rate, 5);
        Path opus = folder.resolve("v.opus");
        OpusFile.write(spoken, "Spoken remark 1", opus);
        Samples heard = decoded(opus, rate);
        assertThat(heard.count()).isEqualTo(spoken.count());
        if (millis > 1000) {
            assertThat(likeness(spoken, heard)).isGreaterThan(0.9);
            assertThat(Files.size(opus)).as("bytes").isLessThan(250_000 * Math.max(10_000, millis) / 60_000);
        }
        assertThat(run("opusinfo", opus.toString())).contains("Spoken remark 1")
                .doesNotContain("WARNING")
                .doesNotContain("ERROR");
    }

    /** How well the loudness of one follows that of the other, frame by frame: their correlation. */
    private static double likeness(Samples a, Samples b) {
        int frame = a.rate() / 50;
        double ab = 0;
        double aa = 0;
        double bb = 0;
        for (int i = 0; i + frame <= a.count(); i += frame) {
            double la = a.level(i, frame);
            double lb = b.level(i, frame);
            ab += la * lb;
            aa += la * la;
            bb += lb * lb;
        }
        return ab / Math.sqrt(aa * bb);
    }

    @Test
    void encodesReproducibly() throws Exception {
        Path first = folder.resolve("1.opus");
        Path second = folder.resolve("2.opus");
        OpusFile.write(Voices.voice(2000, 24_000, 5), "One", first);
        OpusFile.write(Voices.voice(2000, 24_000, 5), "One", second);
        assertThat(first).hasSameBinaryContentAs(second);
    }

    @Test
    void rejectsAnUnsupportedRate() {
        assertThatThrownBy(() -> OpusFile.write(Voices.voice(100, 44_100, 1), "One", folder.resolve("1.opus")))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("44100");
    }
}

package org.epiglyph.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import org.epiglyph.core.spoken.Samples;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Held against the reader and writer of WAV files that the Java platform has ({@code javax.sound.sampled}). */
class WaveFileTest {
    private static final int RATE = 24_000;
    @TempDir
    private Path folder;

    private Path written(Samples samples) throws IOException {
        Path file = folder.resolve("w.wav");
        short[] all = new short[samples.count()];
        samples.copy(0, all);
        try (WaveFile wave = new WaveFile(file, samples.rate())) {
            wave.add(Arrays.copyOf(all, 1000), 1000);
            wave.add(Arrays.copyOfRange(all, 1000, all.length), all.length - 1000);
        }
        return file;
    }

    @Test
    void thePlatformReadsWhatItWrites() throws Exception {
        Samples samples = Voices.voice(1300, RATE, 1);
        try (AudioInputStream in = AudioSystem.getAudioInputStream(written(samples).toFile())) {
            assertThat(in.getFormat().getSampleRate()).isEqualTo(RATE);
            assertThat(in.getFormat().getChannels()).isEqualTo(1);
            assertThat(in.getFrameLength()).isEqualTo(samples.count());
            byte[] bytes = in.readAllBytes();
            for (int i = 0; i < samples.count(); i++) {
                assertThat((short) (bytes[2 * i] & 0xFF | bytes[2 * i + 1] << 8)).isEqualTo(samples.at(i));
            }
        }
    }

    @Test
    void readsWhatThePlatformWrites() throws Exception {
        byte[] bytes = new byte[5000];
        new Random(3).nextBytes(bytes);
        Path file = folder.resolve("p.wav");
        AudioFormat format = new AudioFormat(16_000, 16, 1, true, false);
        AudioSystem.write(new AudioInputStream(new ByteArrayInputStream(bytes), format, 2500),
                AudioFileFormat.Type.WAVE, file.toFile());
        Samples read = WaveFile.read(file);
        assertThat(read.rate()).isEqualTo(16_000);
        assertThat(read.count()).isEqualTo(2500);
        assertThat(read.at(7)).isEqualTo((short) (bytes[14] & 0xFF | bytes[15] << 8));
    }

    /** As a crash leaves it: cut anywhere behind its head, with an older length in it. */
    @Test
    void readsAnUnfinishedFileToItsEnd() throws Exception {
        Path file = written(Voices.voice(500, RATE, 2));
        byte[] whole = Files.readAllBytes(file);
        for (int cut = 44; cut < whole.length; cut += 997) {
            Files.write(file, Arrays.copyOf(whole, cut));
            assertThat(WaveFile.read(file).count()).isEqualTo((cut - 44) / 2);
        }
        byte[] unsaid = whole.clone();
        Arrays.fill(unsaid, 40, 44, (byte) 0);
        Files.write(file, unsaid);
        assertThat(WaveFile.read(file).count()).isEqualTo((whole.length - 44) / 2);
    }

    @Test
    void rejectsForeignFiles() throws Exception {
        Path file = written(Voices.voice(300, RATE, 2));
        byte[] whole = Files.readAllBytes(file);
        Random random = new Random(9);
        for (int i = 0; i < 2000; i++) {
            byte[] broken = Arrays.copyOf(whole, random.nextInt(200));
            for (int n = 0; n < 3 && broken.length > 0; n++) {
                broken[random.nextInt(broken.length)] = (byte) random.nextInt();
            }
            Files.write(file, broken);
            try {
                assertThat(WaveFile.read(file).rate()).isPositive();
            } catch (IOException e) {
                assertThat(e.getMessage()).contains("WAV");
            }
        }
        Files.write(file, new byte[0]);
        assertThatThrownBy(() -> WaveFile.read(file)).isInstanceOf(IOException.class);
    }
}

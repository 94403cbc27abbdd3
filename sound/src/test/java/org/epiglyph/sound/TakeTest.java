package org.epiglyph.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BooleanSupplier;
import org.epiglyph.core.Problem;
import org.epiglyph.core.spoken.Samples;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TakeTest {
    private static final int RATE = 16_000;
    @TempDir
    private Path folder;
    private Path voice;
    private Path target;

    @BeforeEach
    void speak() throws Exception {
        voice = folder.resolve("voice.wav");
        target = folder.resolve("take.wav");
        Samples samples = Voices.voice(1500, RATE, 4);
        short[] all = new short[samples.count()];
        samples.copy(0, all);
        try (WaveFile wave = new WaveFile(voice, RATE)) {
            wave.add(all, all.length);
        }
    }

    private static void await(BooleanSupplier met) throws InterruptedException {
        long until = System.nanoTime() + 10_000_000_000L;
        while (!met.getAsBoolean()) {
            assertThat(System.nanoTime()).as("waited").isLessThan(until);
            Thread.sleep(5);
        }
    }

    /** A microphone that gives noise as fast as it is asked, and then does something else. */
    private static Microphone noisy(int reads, Microphone.Listening then) {
        return () -> new Microphone.Listening() {
            private int left = reads;

            @Override
            public int rate() {
                return RATE;
            }

            @Override
            public int read(short[] buffer) throws IOException {
                java.util.Arrays.fill(buffer, (short) 3000);
                return left-- > 0 ? buffer.length : then.read(buffer);
            }

            @Override
            public void close() {
                then.close();
            }
        };
    }

    private static Microphone.Listening failing(Throwable with, AtomicBoolean closed) {
        return new Microphone.Listening() {
            @Override
            public int rate() {
                return RATE;
            }

            @Override
            public int read(short[] buffer) throws IOException {
                switch (with) {
                    case IOException e -> throw e;
                    case RuntimeException e -> throw e;
                    case Error e -> throw e;
                    default -> {
                        return -1;
                    }
                }
            }

            @Override
            public void close() {
                closed.set(true);
            }
        };
    }

    @Test
    void writesSpeechToDiskWhileRecording() throws Exception {
        Take take = Take.begin(new SimulatedMicrophone(voice), target, 60_000);
        await(() -> take.state().length() >= 1200);
        long spoken = take.state().length();
        assertThat(WaveFile.read(target).length()).isGreaterThan(spoken - 1000);
        assertThat(take.state().running()).isTrue();
        take.stop();
        assertThat(take.state().running()).isFalse();
        assertThat(take.state().ended()).isEmpty();
        Samples taken = WaveFile.read(target);
        assertThat(taken.length()).isEqualTo(take.state().length());
        Samples said = WaveFile.read(voice);
        for (int i = 0; i < 1000 * RATE / 1000; i++) {
            assertThat(taken.at(i)).isEqualTo(said.at(i));
        }
    }

    @Test
    void endsAtItsTimeLimit() throws Exception {
        Take take = Take.begin(noisy(1000, failing(new IOException(), new AtomicBoolean())), target, 1_234);
        await(() -> !take.state().running());
        assertThat(take.state().ended().orElseThrow().text()).contains("time is up");
        assertThat(WaveFile.read(target).length()).isEqualTo(1_234);
    }

    @Test
    void keepsWhatWasRecordedBeforeTheMicrophoneFailed() throws Exception {
        for (Throwable end : new Throwable[]{new IOException("pulled out"), new IllegalStateException("odd driver"),
                new OutOfMemoryError("for a test"), new Throwable("no more")}) {
            AtomicBoolean closed = new AtomicBoolean();
            Take take = Take.begin(noisy(8, failing(end, closed)), target, 60_000);
            await(() -> !take.state().running());
            assertThat(take.state().ended().orElseThrow().text()).contains("What was recorded until then is saved");
            assertThat(WaveFile.read(target).length()).isEqualTo(400);
            assertThat(closed).isTrue();
            Files.delete(target);
        }
    }

    @Test
    void doesNotStartWithoutAMicrophoneOrADisk() {
        AtomicBoolean closed = new AtomicBoolean();
        assertThatThrownBy(() -> Take.begin(() -> {
            throw new Problem("No microphone was found.");
        }, target, 9)).isInstanceOf(Problem.class).hasMessageContaining("No microphone");
        assertThat(target).doesNotExist();
        assertThatThrownBy(() -> Take.begin(noisy(8, failing(new IOException(), closed)),
                folder.resolve("no folder/take.wav"), 9)).hasMessageContaining("Check that the disk has room");
        assertThat(closed).isTrue();
        assertThatThrownBy(() -> new SimulatedMicrophone(folder.resolve("none.wav")).open())
                .hasMessageContaining("cannot be read");
    }

    /** This machine has none; what a marker without one is told. */
    @Test
    void reportsASystemWithoutSound() {
        try {
            new SystemMicrophone().open().close();
        } catch (Problem e) {
            assertThat(e.getMessage()).containsAnyOf("No microphone", "Another program", "settings");
        }
        try {
            new SystemLoudspeaker().play(new Samples(new short[10], RATE), () -> true, _ -> {});
        } catch (Problem e) {
            assertThat(e.getMessage()).containsAnyOf("No loudspeaker", "Another program", "settings");
        }
    }

    @Test
    void playbackTakesItsTimeAndCanBeStopped() {
        AtomicLong at = new AtomicLong();
        new SimulatedLoudspeaker().play(new Samples(new short[RATE / 5], RATE), () -> false, at::set);
        assertThat(at).hasValue(200);
        new SimulatedLoudspeaker().play(new Samples(new short[RATE * 60], RATE), () -> at.get() < 100, at::set);
        assertThat(at.get()).isLessThan(1000);
    }
}

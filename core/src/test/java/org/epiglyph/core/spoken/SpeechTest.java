package org.epiglyph.core.spoken;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class SpeechTest {
    private static final int RATE = 16_000;

    /** Room noise, with a hum as loud as a voice in some places. */
    private static Samples recording(double noise, double voice, long length, List<Span> spoken) {
        Random random = new Random(7);
        short[] values = new short[(int) (length * RATE / 1000)];
        for (int i = 0; i < values.length; i++) {
            long millis = i * 1000L / RATE;
            boolean speaks = spoken.stream().anyMatch(s -> s.from() <= millis && millis < s.to());
            double value = random.nextGaussian() * noise;
            value += speaks ? voice * Math.sin(2 * Math.PI * 180 * i / RATE) : 0;
            values[i] = (short) (Math.clamp(value, -1, 1) * Short.MAX_VALUE);
        }
        return new Samples(values, RATE);
    }

    @Property(tries = 100)
    void findsEverySentenceAtAnyNoiseLevel(@ForAll @IntRange(min = 1, max = 6) int sentences,
            @ForAll @DoubleRange(min = 0, max = 0.01) double noise, @ForAll @IntRange(max = 2000) int lead,
            @ForAll @IntRange(min = 400, max = 1500) int pause) {
        List<Span> spoken = new ArrayList<>();
        long at = lead;
        for (int i = 0; i < sentences; i++) {
            spoken.add(new Span(at, at + 900));
            at += 900 + pause;
        }
        Samples samples = recording(noise, 0.2, at, spoken);
        List<Span> found = Speech.pieces(samples);
        assertThat(found).hasSameSizeAs(spoken);
        for (int i = 0; i < found.size(); i++) {
            assertThat(found.get(i).from()).isBetween(spoken.get(i).from() - 160, spoken.get(i).from());
            assertThat(found.get(i).to()).isBetween(spoken.get(i).to(), spoken.get(i).to() + 160);
        }
        assertThat(Speech.withoutSilentEnds(samples))
                .isEqualTo(new Span(found.getFirst().from(), found.getLast().to()));
    }

    @Test
    void joinsABreathToItsSentenceAndIgnoresClicks() {
        Samples samples = recording(0.001, 0.2, 4000,
                List.of(new Span(500, 1200), new Span(1400, 2000), new Span(3200, 3220)));
        assertThat(Speech.pieces(samples)).hasSize(1).first().satisfies(s -> {
            assertThat(s.from()).isBetween(340L, 500L);
            assertThat(s.to()).isBetween(2000L, 2160L);
        });
    }

    @Test
    void silenceIsNotTrimmed() {
        Samples samples = recording(0.0005, 0, 3000, List.of());
        assertThat(Speech.pieces(samples)).isEmpty();
        assertThat(Speech.withoutSilentEnds(samples)).isEqualTo(new Span(0, 3000));
        assertThat(Speech.pieces(new Samples(new short[0], RATE))).isEmpty();
    }

    @Test
    void paddingBeyondTheEndIsSilent() {
        Samples samples = new Samples(new short[]{1, 2, 3}, 1000);
        short[] into = {9, 9, 9, 9};
        samples.copy(2, into);
        assertThat(into).containsExactly(3, 0, 0, 0);
        samples.copy(7, into);
        assertThat(into).containsOnly(0);
        assertThat(samples.piece(new Span(1, 99)).count()).isEqualTo(2);
        assertThat(samples.level(5, 2)).isZero();
        assertThatThrownBy(() -> new Span(5, 4)).hasMessageContaining("from 5 to 4");
    }

    @Test
    void roundsUpToWholeSeconds() {
        assertThat(new Span(0, 66_001).format()).isEqualTo("1:07");
        assertThat(new Span(0, 0).format()).isEqualTo("0:00");
    }

    @Test
    void aPauseOfAThirdOfASecondSeparatesSentences() {
        Span first = new Span(1000, 1500);
        assertThat(Speech.pieces(recording(0, 0.2, 4000, List.of(first, new Span(1840, 2500))))).hasSize(1);
        assertThat(Speech.pieces(recording(0, 0.2, 4000, List.of(first, new Span(1860, 2500)))))
                .containsExactly(new Span(880, 1620), new Span(1740, 2620));
    }

    @Test
    void recognisesSpeechFrom60Milliseconds() {
        assertThat(Speech.pieces(recording(0, 0.2, 4000, List.of(new Span(1000, 1060))))).hasSize(1);
        assertThat(Speech.pieces(recording(0, 0.2, 4000, List.of(new Span(1000, 1040))))).isEmpty();
    }

    @Test
    void trimmingKeepsTheRecording() {
        SpokenRemark whole = new SpokenRemark("s", SpokenPlace.WHOLE,
                new SpokenRemark.Sound("w", "0".repeat(64), 9), 20_000, new Span(0, 20_000), "Text.");
        SpokenRemark part = whole.withHeard(new Span(500, 900));
        assertThat(part.heard()).isEqualTo(new Span(500, 900));
        assertThat(part.hasSameSoundAs(whole)).isFalse();
        assertThat(part.withHeard(whole.heard()).withText("Other.").hasSameSoundAs(whole)).isTrue();
        assertThatThrownBy(() -> whole.withHeard(new Span(500, 20_001))).hasMessageContaining("at 20001");
    }

    @Test
    void requiresASampleRate() {
        assertThatThrownBy(() -> new Samples(new short[]{1}, 0)).hasMessageContaining("not 0");
        assertThat(new Samples(new short[]{1, -7}, 1).at(1)).isEqualTo((short) -7);
    }
}

package org.epiglyph.sound;

import java.util.function.BooleanSupplier;
import java.util.function.LongConsumer;
import org.epiglyph.core.spoken.Samples;

/** A stand-in for a loudspeaker that nobody hears: takes as long as playing would. */
public final class SimulatedLoudspeaker implements Loudspeaker {
    private static final int STEP = 40;

    @Override
    public void play(Samples samples, BooleanSupplier stopped, LongConsumer at) {
        long begun = System.nanoTime();
        for (long played = 0; played < samples.length() && !stopped.getAsBoolean();) {
            try {
                Thread.sleep(STEP);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
            played = Math.min(samples.length(), (System.nanoTime() - begun) / 1_000_000);
            at.accept(played);
        }
    }
}

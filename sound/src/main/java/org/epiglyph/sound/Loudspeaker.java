package org.epiglyph.sound;

import java.util.function.BooleanSupplier;
import java.util.function.LongConsumer;
import org.epiglyph.core.Problem;
import org.epiglyph.core.spoken.Samples;

/** Where sound goes to. */
public interface Loudspeaker {
    /**
     * Plays, and returns when all of it was played or it was stopped.
     *
     * @param stopped asked again and again, some times in a tenth of a second
     * @param at      hears how many milliseconds were played
     * @throws Problem where there is no such device or it cannot be used; says which
     */
    void play(Samples samples, BooleanSupplier stopped, LongConsumer at) throws Problem;
}

package org.epiglyph.sound;

import java.util.function.BooleanSupplier;
import java.util.function.LongConsumer;
import org.epiglyph.core.Problem;
import org.epiglyph.core.spoken.Samples;

/** Plays sound. */
public interface Loudspeaker {
    /**
     * Plays, and returns when everything was played or it was stopped.
     *
     * @param stopped polled several times in a tenth of a second
     * @param at      receives the milliseconds played
     * @throws Problem if there is no device or it cannot be used; says which
     */
    void play(Samples samples, BooleanSupplier stopped, LongConsumer at) throws Problem;
}

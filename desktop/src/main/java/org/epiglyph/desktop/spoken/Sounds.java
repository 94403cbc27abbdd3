package org.epiglyph.desktop.spoken;

import java.nio.file.Path;
import java.util.Optional;
import org.epiglyph.sound.Loudspeaker;
import org.epiglyph.sound.Microphone;
import org.epiglyph.sound.SimulatedLoudspeaker;
import org.epiglyph.sound.SimulatedMicrophone;
import org.epiglyph.sound.SystemLoudspeaker;
import org.epiglyph.sound.SystemMicrophone;

/** The devices for sound. */
public record Sounds(Microphone microphone, Loudspeaker loudspeaker) {
    /**
     * The system's devices, or stand-ins for both.
     *
     * @param voice a recorded WAV that the simulated microphone plays
     */
    public static Sounds of(Optional<Path> voice) {
        return voice.map(v -> new Sounds(new SimulatedMicrophone(v), new SimulatedLoudspeaker()))
                .orElseGet(() -> new Sounds(new SystemMicrophone(), new SystemLoudspeaker()));
    }
}

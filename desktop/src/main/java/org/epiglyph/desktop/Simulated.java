package org.epiglyph.desktop;

import java.nio.file.Path;
import java.util.Optional;

/**
 * Stand-ins for devices.
 *
 * @param tablet a recorded trace that a simulated pen tablet plays; empty for none
 * @param voice  a recorded WAV that a simulated microphone plays, with a silent loudspeaker; empty for the system's
 *               sound
 */
public record Simulated(Optional<Path> tablet, Optional<Path> voice) {
    public static final Simulated NONE = new Simulated(Optional.empty(), Optional.empty());
}

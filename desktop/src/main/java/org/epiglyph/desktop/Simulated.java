package org.epiglyph.desktop;

import java.nio.file.Path;
import java.util.Optional;

/**
 * Stand-ins for devices.
 *
 * @param tablet a recorded trace that a pen tablet plays; empty where there is no such tablet
 * @param voice  a recorded WAV that a microphone plays, and what is listened to is not heard; empty for the system's sound
 */
public record Simulated(Optional<Path> tablet, Optional<Path> voice) {
    public static final Simulated NONE = new Simulated(Optional.empty(), Optional.empty());
}

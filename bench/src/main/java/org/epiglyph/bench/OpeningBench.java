package org.epiglyph.bench;

import java.nio.file.Path;
import java.time.Clock;
import org.epiglyph.core.Problem;
import org.epiglyph.workspace.Workspace;

/** How long a batch takes to open in a freshly started program, as a marker opens it. */
final class OpeningBench {
    private OpeningBench() {}

    /** @param arguments the batch's folder */
    public static void main(String[] arguments) throws Problem {
        long from = System.nanoTime();
        try (Workspace _ = Workspace.open(Path.of(arguments[0]), Clock.systemUTC())) {
            System.out.println("opening " + (System.nanoTime() - from) / 1e6);
        }
    }
}

package org.epiglyph.desktop;

import java.io.IOException;
import org.epiglyph.places.Niceness;

/**
 * Lets the window have the processors first while the program starts: the virtual machine's optimizing compiler, which is
 * busy then with code that hardly runs again, takes what is left. The quick compiler is left as it is, or all waits for it.
 * Work in the background is as nice, so that later neither keeps the other waiting.
 */
final class CompilerPriority {
    private static final String OPTIMIZING = "C2 CompilerThre";

    private CompilerPriority() {}

    /** @throws IOException if the threads cannot be listed, or the system has no {@code renice} */
    static void lower() throws IOException {
        Niceness.raise(OPTIMIZING);
    }
}

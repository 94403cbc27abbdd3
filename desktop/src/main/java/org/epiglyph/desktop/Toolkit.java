package org.epiglyph.desktop;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.Consumer;
import javafx.application.Platform;
import org.epiglyph.core.Problem;
import org.epiglyph.desktop.frame.UiText;

/** JavaFX's toolkit, which starts while the command line is read. */
public final class Toolkit {
    private final CompletableFuture<Void> started;

    private Toolkit(CompletableFuture<Void> started) {
        this.started = started;
    }

    /** Starts it on a thread of its own; once in a program's run. */
    public static Toolkit start() {
        return start(Platform::startup);
    }

    static Toolkit start(Consumer<Runnable> starting) {
        return new Toolkit(CompletableFuture.runAsync(() -> starting.accept(() -> {}),
                task -> Thread.ofPlatform().daemon().name("toolkit").start(task)));
    }

    /**
     * Waits until it has started.
     *
     * @throws Problem             if there is no display to open a window on
     * @throws CompletionException if it could not start for another reason
     */
    public void await() throws Problem {
        System.getLogger(Toolkit.class.getName()); // JavaFX asks for its own, and every jar is opened for the first one
        try {
            started.join();
        } catch (CompletionException e) {
            if (e.getCause() instanceof UnsupportedOperationException) {
                throw new Problem(UiText.of("Frame.noDisplay"), e);
            }
            throw e;
        }
    }
}

package org.epiglyph.desktop.frame;

import java.io.IOException;
import java.util.concurrent.Executor;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import javafx.application.Platform;
import org.epiglyph.core.Problem;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Runs short work off the interface thread, one piece after the other; results are delivered on that thread. */
public final class SerialExecutor {
    private static final Logger LOG = LoggerFactory.getLogger(SerialExecutor.class);
    private final Executor away;
    private final Executor back;

    /** Work that returns a result or throws a Problem. */
    @FunctionalInterface
    public interface Work<T> {
        T run() throws IOException, Problem;
    }

    /**
     * @param away runs the work, in order
     * @param back runs what follows from it, in order
     */
    public SerialExecutor(Executor away, Executor back) {
        this.away = away;
        this.back = back;
    }

    /** Works on a thread of its own and delivers results on the interface thread. */
    public static SerialExecutor thread() {
        return new SerialExecutor(Executors.newSingleThreadExecutor(Thread.ofVirtual().name("serial").factory()),
                Platform::runLater);
    }

    /** Runs something where results are delivered. */
    void back(Runnable what) {
        back.execute(what);
    }

    /**
     * Starts work.
     *
     * @param done   receives its result
     * @param failed receives the error message
     */
    public <T> void start(Work<T> work, Consumer<T> done, Consumer<String> failed) {
        away.execute(() -> {
            try {
                T result = work.run();
                back.execute(() -> done.accept(result));
            } catch (IOException e) {
                back.execute(() -> failed.accept(UiText.of("Editor.noFile", e.getMessage())));
            } catch (Problem e) {
                back.execute(() -> failed.accept(e.getMessage()));
            } catch (RuntimeException | Error e) {
                LOG.error("Work failed", e);
                back.execute(() -> failed.accept(UiText.of("Frame.fault")));
            }
        });
    }
}

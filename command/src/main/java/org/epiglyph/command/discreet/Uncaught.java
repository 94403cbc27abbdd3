package org.epiglyph.command.discreet;

import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Handles uncaught exceptions on any thread: an entry in the log, and one calm line for the marker. */
public final class Uncaught implements Thread.UncaughtExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(Uncaught.class);
    private final Consumer<String> notify;
    private final String text;

    /**
     * @param said   receives the line, on any thread
     * @param text the line
     */
    public Uncaught(Consumer<String> said, String text) {
        this.notify = said;
        this.text = text;
    }

    @Override
    public void uncaughtException(Thread thread, Throwable fault) {
        try {
            LOG.error("Uncaught", fault);
            notify.accept(text);
        } catch (Throwable again) { // there is nobody left to tell
            return;
        }
    }
}

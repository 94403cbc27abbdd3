package org.epiglyph.desktop.frame;

import java.util.concurrent.CancellationException;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.beans.property.ReadOnlyDoubleWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.epiglyph.carrier.Progress;
import org.epiglyph.core.Problem;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** One long operation at a time, off the interface thread, with progress, cancellation and a failure message. */
public final class Background {
    private static final Logger LOG = LoggerFactory.getLogger(Background.class);
    private static final int LEAST_SECONDS = 2;
    private final ReadOnlyBooleanWrapper busy = new ReadOnlyBooleanWrapper();
    private final ReadOnlyStringWrapper what = new ReadOnlyStringWrapper("");
    private final ReadOnlyDoubleWrapper share = new ReadOnlyDoubleWrapper(-1);
    private volatile boolean stopping;
    private volatile long lastShown;
    private long countedTo;
    private long countedFrom;
    private long countedSince;

    /** Work that returns a result or throws a Problem. */
    @FunctionalInterface
    public interface Work<T> {
        T run(Progress progress) throws Problem;
    }

    public ReadOnlyBooleanProperty busyProperty() {
        return busy.getReadOnlyProperty();
    }

    /** What is being worked on, as text. */
    ReadOnlyStringProperty descriptionProperty() {
        return what.getReadOnlyProperty();
    }

    /** The completed share, 0 to 1; -1 if unknown. */
    ReadOnlyDoubleProperty shareProperty() {
        return share.getReadOnlyProperty();
    }

    /**
     * Called by work at points where it can be stopped.
     *
     * @throws CancellationException if it was asked to stop
     */
    public void stopIfCancelled() {
        if (stopping) {
            throw new CancellationException();
        }
    }

    /** Asks the work to stop; what it had begun is reverted. */
    public void cancel() {
        stopping = true;
    }

    /**
     * Starts work. All callbacks run on the interface thread; cancelled work calls none.
     *
     * @throws IllegalStateException if other work is still running
     */
    public <T> void start(Work<T> work, Consumer<T> done, Consumer<String> failed) {
        if (busy.get()) {
            throw new IllegalStateException("Two pieces of work at once");
        }
        stopping = false;
        countedTo = 0;
        busy.set(true);
        what.set("");
        share.set(-1);
        Thread.ofVirtual().start(() -> {
            try {
                T result = work.run(this::progress);
                finish(() -> done.accept(result));
            } catch (CancellationException e) {
                finish(() -> {});
            } catch (Problem e) {
                LOG.info("Work ended with a problem", e.getCause());
                finish(() -> failed.accept(e.getMessage()));
            } catch (RuntimeException | Error e) {
                LOG.error("Work failed", e);
                finish(() -> failed.accept(UiText.of("Frame.fault")));
            }
        });
    }

    private void finish(Runnable then) {
        Platform.runLater(() -> {
            busy.set(false);
            then.run();
        });
    }

    private void progress(String text, long done, long total) {
        stopIfCancelled();
        long now = System.nanoTime();
        if (now - lastShown > 50_000_000) {
            lastShown = now;
            String left = left(done, total, now);
            Platform.runLater(() -> {
                what.set(total > 0 ? text + "  " + (done + 1) + " / " + total + left : text);
                share.set(total > 0 ? (double) done / total : -1);
            });
        }
    }

    /** How long the rest will take at the rate since the count began; empty while that is a mere guess. */
    private String left(long done, long total, long now) {
        if (total != countedTo || done < countedFrom) {
            countedTo = total;
            countedFrom = done;
            countedSince = now;
        }
        long seconds = (now - countedSince) / 1_000_000_000;
        if (total <= 0 || seconds < LEAST_SECONDS || done == countedFrom) {
            return "";
        }
        long left = seconds * (total - done) / (done - countedFrom);
        return "  \u00b7  " + UiText.of("Frame.left",
                left < 90 ? UiText.of("Frame.seconds", left + 1) : UiText.of("Frame.minutes", (left + 59) / 60));
    }
}

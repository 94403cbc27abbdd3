package org.epiglyph.desktop.desk;

import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import javafx.animation.AnimationTimer;
import org.epiglyph.desktop.paper.PageLeaf;
import org.epiglyph.desktop.paper.PageRoll;

/**
 * Waits until the first page of a desk is on the screen, so that the page need not wait for what is around it, which is
 * then created part by part, one a frame. A page that takes long is not waited for, nor does a key or a press wait.
 */
final class UntilFirstPage extends AnimationTimer {
    private static final long AT_MOST = Duration.ofSeconds(1).toNanos();
    private final PageRoll pages;
    private final Deque<Runnable> parts;
    private long begin;
    private boolean drawn;
    private boolean over;

    /** @param parts create what is around the pages, in order; each is run at most once */
    UntilFirstPage(PageRoll pages, List<Runnable> parts) {
        this.pages = pages;
        this.parts = new ArrayDeque<>(parts);
    }

    @Override
    public void handle(long now) {
        if (begin == 0) {
            begin = now;
        }
        if (drawn || now - begin > AT_MOST) {
            create();
        }
        drawn = drawn || pages.leafInSight().filter(PageLeaf::hasImage).isPresent(); // and on the screen before the next frame
    }

    private void create() {
        Runnable part = parts.remove();
        if (parts.isEmpty()) {
            end();
        }
        part.run();
    }

    /** Ends the wait, if it is still running: creates all that is missing. */
    void over() {
        while (!over) {
            create();
        }
    }

    /** The desk is left: nothing is created any more. */
    void end() {
        over = true;
        stop();
    }

    boolean isFinished() {
        return over;
    }
}

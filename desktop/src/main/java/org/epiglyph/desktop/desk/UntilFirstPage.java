package org.epiglyph.desktop.desk;

import java.time.Duration;
import javafx.animation.AnimationTimer;
import org.epiglyph.desktop.paper.PageLeaf;
import org.epiglyph.desktop.paper.PageRoll;

/**
 * Waits until the first page of a desk is on the screen, so that the page need not wait for what is around it. A page
 * that takes long is not waited for, nor does a key or a press wait.
 */
final class UntilFirstPage extends AnimationTimer {
    private static final long AT_MOST = Duration.ofSeconds(1).toNanos();
    private final PageRoll pages;
    private final Runnable then;
    private long begin;
    private boolean drawn;
    private boolean over;

    /** @param then creates what is around the pages; run at most once */
    UntilFirstPage(PageRoll pages, Runnable then) {
        this.pages = pages;
        this.then = then;
    }

    @Override
    public void handle(long now) {
        if (begin == 0) {
            begin = now;
        }
        if (drawn || now - begin > AT_MOST) {
            over();
        }
        drawn = pages.leafInSight().filter(PageLeaf::hasImage).isPresent(); // and on the screen before the next frame
    }

    /** Ends the wait, if it is still running. */
    void over() {
        if (!over) {
            end();
            then.run();
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

package org.epiglyph.desktop.desk;

import java.time.Duration;
import java.util.List;
import java.util.function.BooleanSupplier;
import org.epiglyph.desktop.frame.PartByPart;
import org.epiglyph.desktop.paper.PageLeaf;
import org.epiglyph.desktop.paper.PageRoll;

/**
 * Waits until the first page of a desk is on the screen, so that the page need not wait for what is around it, which is
 * then created part by part. A page that takes long is not waited for.
 */
final class UntilFirstPage extends PartByPart {
    private static final long AT_MOST = Duration.ofSeconds(1).toNanos();
    private final PageRoll pages;
    private long begin;
    private boolean drawn;

    /** @param parts create what is around the pages */
    UntilFirstPage(PageRoll pages, List<BooleanSupplier> parts) {
        super(parts);
        this.pages = pages;
    }

    /** There is no page to wait for. */
    void waitNoLonger() {
        drawn = true;
    }

    @Override
    protected boolean canContinue(long now) {
        if (begin == 0) {
            begin = now;
        }
        boolean before = drawn;
        drawn = drawn || pages.leafInSight().filter(PageLeaf::hasImage).isPresent(); // and on the screen before the next frame
        return before || now - begin > AT_MOST;
    }
}

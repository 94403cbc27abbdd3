package org.epiglyph.desktop.paper;

import java.util.Collection;
import javafx.application.Platform;
import javafx.scene.effect.ColorAdjust;
import org.epiglyph.desktop.pages.PageImages;

/**
 * How pages that are pictures are shown: straightened, and with more contrast. Only the view changes; marks stay where
 * they are on the page.
 */
final class PictureLook {
    private static final double CONTRAST = 0.45;
    private static final double BRIGHTNESS = -0.04;
    private final PageImages images;
    private boolean straight;
    private boolean strong;

    PictureLook(PageImages images) {
        this.images = images;
    }

    boolean toggleStraight(Collection<PageLeaf> leaves) {
        straight = !straight;
        leaves.forEach(this::apply);
        return straight;
    }

    boolean toggleContrast(Collection<PageLeaf> leaves) {
        strong = !strong;
        leaves.forEach(this::apply);
        return strong;
    }

    /** Applies it to a leaf. */
    void apply(PageLeaf leaf) {
        leaf.contrast(strong ? new ColorAdjust(0, 0, BRIGHTNESS, CONTRAST) : null);
        if (!straight) {
            leaf.setRotate(0);
            return;
        }
        images.tilt(leaf.page()).thenAccept(tilt -> Platform.runLater(() -> {
            if (straight) {
                leaf.setRotate(-tilt);
            }
        }));
    }
}

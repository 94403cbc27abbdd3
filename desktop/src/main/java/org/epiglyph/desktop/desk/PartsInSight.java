package org.epiglyph.desktop.desk;

import java.util.List;
import javafx.application.Platform;
import javafx.beans.value.ChangeListener;
import javafx.scene.layout.Region;
import org.epiglyph.desktop.frame.Looks;
import org.epiglyph.desktop.paper.Margin;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.desktop.settings.View;
import org.epiglyph.desktop.settings.View.Arrangement;

/**
 * Folds and arranges the parts of the desk as the marker prefers. If there is no room for both, the margin gives way to
 * the paper.
 */
final class PartsInSight {
    /** The names of the parts that can be folded. */
    static final List<String> NAMES = List.of("ledger", "margin", "case", "roll");
    private static final double MARGIN_WIDTH = 240;
    private static final double WIDEST_MARGIN = 420;
    private static final double MARGIN_SHARE = 0.26;
    /** Leaves room for two pages in a window 1920 pixels wide. */
    private static final double MARGIN_SHARE_BESIDE_TWO = 0.2;
    private static final double ROOM_FOR_TWO = 1_500;
    private static final double BESIDE_REMARKS = 16;
    private static final double LEAST_PAPER = 480;
    private final Looks looks;
    private final Parts parts;
    private final Region besidePaper = new Region();
    /** The looks outlive the desk, so this listener is removed when the desk is left. */
    private final ChangeListener<View> looking = (_, _, _) -> arrange();

    /** The parts, from left to right. */
    record Parts(Region ledger, Region penCase, Region roll, PageRoll pages, Margin margin) {}

    PartsInSight(Looks looks, Parts parts) {
        this.looks = looks;
        this.parts = parts;
        besidePaper.setMinWidth(MARGIN_WIDTH);
        parts.margin.remarkWidth(MARGIN_WIDTH - BESIDE_REMARKS);
        for (Region part : List.of(parts.ledger, parts.penCase, parts.roll, besidePaper)) {
            part.managedProperty().bind(part.visibleProperty());
        }
        looks.viewProperty().addListener(looking);
        parts.margin.widthProperty().addListener((_, _, _) -> Platform.runLater(this::arrange));
    }

    /** The space beside the pages in which the margin is. */
    Region besidePaper() {
        return besidePaper;
    }

    void arrange() {
        View view = looks.view();
        Margin margin = parts.margin;
        parts.ledger.setVisible(!looks.isFolded("ledger"));
        parts.penCase.setVisible(!looks.isFolded("case"));
        parts.roll.setVisible(!looks.isFolded("roll"));
        boolean narrow = looks.isFolded("margin")
                || margin.getWidth() > 0 && margin.getWidth() < LEAST_PAPER + MARGIN_WIDTH;
        double wide = Math.clamp(Math.round(margin.getWidth() * share(view)), MARGIN_WIDTH, WIDEST_MARGIN);
        besidePaper.setMinWidth(wide);
        margin.remarkWidth(wide - BESIDE_REMARKS);
        besidePaper.setVisible(!narrow);
        margin.narrow(narrow);
        parts.pages.look(view.arrangement(), view.zoom());
        margin.look();
    }

    private double share(View view) {
        boolean two = view.arrangement() == Arrangement.FACING || view.arrangement() == Arrangement.AUTOMATIC;
        return two && parts.margin.getWidth() >= ROOM_FOR_TWO ? MARGIN_SHARE_BESIDE_TWO : MARGIN_SHARE;
    }

    /** Stops listening to the looks. */
    void leave() {
        looks.viewProperty().removeListener(looking);
    }
}

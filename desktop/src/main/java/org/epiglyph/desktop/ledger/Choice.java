package org.epiglyph.desktop.ledger;

import javafx.scene.Node;
import org.epiglyph.core.scoring.Judgement;

/** The part of an open criterion with which it is settled, beside the number. */
interface Choice {
    Node node();

    /** Shows how the criterion is settled. */
    void show(Judgement judgement);

    /** Shows what earns each level in full, or only the names. */
    default void showTexts(boolean shown) {}

    /**
     * A letter was typed in the score field.
     *
     * @return false if it means nothing here
     */
    default boolean letter(char letter) {
        return false;
    }
}

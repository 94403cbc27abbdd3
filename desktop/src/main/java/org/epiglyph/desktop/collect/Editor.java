package org.epiglyph.desktop.collect;

import javafx.scene.Node;

/** A form that replaces the table while something is edited. */
interface Editor {
    Node node();

    /** The node that receives the focus. */
    Node first();
}

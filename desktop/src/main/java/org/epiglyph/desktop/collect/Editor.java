package org.epiglyph.desktop.collect;

import javafx.scene.Node;

/** Something that is changed by hand in the place of the table. */
interface Editor {
    Node node();

    /** Where the hands begin. */
    Node first();
}

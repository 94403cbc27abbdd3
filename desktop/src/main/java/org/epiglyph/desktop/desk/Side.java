package org.epiglyph.desktop.desk;

import javafx.scene.layout.Region;

/** Something that can lie beside the pages, one at a time. */
interface Side {
    /** Its name in the words and in the settings. */
    String name();

    /** Its node; the same each time. */
    Region node();

    /** Called when the submission, its marks or its pages have changed while it is in sight. */
    void refresh();

    /** Called when it comes into sight. */
    default void arrive() {
        refresh();
    }

    /** Called when it goes out of sight. */
    default void leave() {}

    /** Its width in pixels. */
    default double width() {
        return 332;
    }
}

package org.epiglyph.desktop.desk;

import javafx.scene.layout.Region;

/** Something that can be shown beside the pages, one at a time. */
interface Side {
    /** Its name in text keys and in the settings. */
    String name();

    /** Its node; the same each time. */
    Region node();

    /** Called when the submission, its marks or its pages have changed while it is visible. */
    void refresh();

    /** Called when it becomes visible. */
    default void arrive() {
        refresh();
    }

    /** Called when it is hidden. */
    default void leave() {}

    /** Its width in pixels. */
    default double width() {
        return 332;
    }
}

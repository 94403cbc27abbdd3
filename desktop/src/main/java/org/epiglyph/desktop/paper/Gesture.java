package org.epiglyph.desktop.paper;

/** What a hand does from press to release. */
interface Gesture {
    /** Nothing more happens. */
    Gesture NONE = new Gesture() {};

    /** The hand goes on. */
    default void drag(Contact contact) {}

    /** The hand leaves the paper. */
    default void release(Contact contact) {}

    /** The hand's act is given up; nothing of it stays. */
    default void giveUp() {}
}

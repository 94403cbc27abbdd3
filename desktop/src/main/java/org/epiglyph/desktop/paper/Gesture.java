package org.epiglyph.desktop.paper;

/** What a hand does from press to release. */
interface Gesture {
    /** Does nothing. */
    Gesture NONE = new Gesture() {};

    /** The hand moves. */
    default void drag(Contact contact) {}

    /** The hand is lifted. */
    default void release(Contact contact) {}

    /** The gesture is cancelled; nothing of it stays. */
    default void cancel() {}
}

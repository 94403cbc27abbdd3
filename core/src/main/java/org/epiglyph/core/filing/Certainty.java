package org.epiglyph.core.filing;

/** How sure it is that a file is a student's. */
public enum Certainty {
    /** Key or full name, and nobody else's comes near. Taken without asking. */
    CERTAIN,
    /** One student fits better than all others. The marker says yes. */
    LIKELY,
    /** One of several, or with little to go by. The marker chooses. */
    POSSIBLE
}

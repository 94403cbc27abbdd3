package org.epiglyph.core.filing;

/** How certain it is that a file belongs to a student. */
public enum Certainty {
    /** Key or full name, and no other student's is similar. Assigned without asking. */
    CERTAIN,
    /** One student matches better than all others. The marker confirms. */
    LIKELY,
    /** One of several, or little evidence. The marker chooses. */
    POSSIBLE
}

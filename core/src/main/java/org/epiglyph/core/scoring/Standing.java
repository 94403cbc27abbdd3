package org.epiglyph.core.scoring;

import org.epiglyph.core.Message;

/** What replaces a score. Neither is 0, and neither means not scored yet. */
public enum Standing {
    /** The student did not try: it earns nothing, and stays out of the criterion's average (common practice, no source). */
    NOT_ATTEMPTED,
    /** Not required of the student: it earns nothing, and the maximum is lower accordingly. */
    EXCUSED;

    /** As a student reads it. */
    public String label() {
        return (this == NOT_ATTEMPTED
                ? Message.of(Standing.class, "notAttempted")
                : Message.of(Standing.class, "excused")).text();
    }
}

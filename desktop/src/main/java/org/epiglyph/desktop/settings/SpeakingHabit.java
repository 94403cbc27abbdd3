package org.epiglyph.desktop.settings;

import java.util.List;

/**
 * How the marker speaks remarks.
 *
 * @param minutes how long one may become, one of {@link #CHOICES}
 */
public record SpeakingHabit(int minutes) {
    /** What can be chosen. */
    public static final List<Integer> CHOICES = List.of(1, 2, 3, 5, 10);
    /** Three minutes are what students are known to listen to (common practice, no source). */
    public static final SpeakingHabit FRESH = new SpeakingHabit(3);

    public SpeakingHabit {
        if (!CHOICES.contains(minutes)) {
            throw new IllegalArgumentException("A remark is not spoken in " + minutes + " minutes");
        }
    }
}

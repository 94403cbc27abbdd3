package org.epiglyph.desktop.settings;

import java.util.List;

/**
 * The marker's preferences for spoken remarks.
 *
 * @param minutes maximum length of a remark, one of {@link #CHOICES}
 */
public record SpeakingHabit(int minutes) {
    /** The choices. */
    public static final List<Integer> CHOICES = List.of(1, 2, 3, 5, 10);
    /** Students are known to listen to three minutes (common practice, no source). */
    public static final SpeakingHabit FRESH = new SpeakingHabit(3);

    public SpeakingHabit {
        if (!CHOICES.contains(minutes)) {
            throw new IllegalArgumentException("A remark is not spoken in " + minutes + " minutes");
        }
    }
}

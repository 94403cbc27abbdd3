package org.epiglyph.desktop.marking;

import java.util.EnumSet;
import java.util.Set;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.desktop.frame.UiText;

/** Descriptions of findings. */
public final class FindingText {
    private static final Set<Finding.Kind> COUNTED = EnumSet.of(Finding.Kind.MARKS_LEFT_BEHIND,
            Finding.Kind.ANSWER_WAITS);

    private FindingText() {}

    public static String of(Finding finding) {
        Object[] values = COUNTED.contains(finding.kind())
                ? new Object[]{Integer.valueOf(finding.details().getFirst())}
                : finding.details().toArray();
        return UiText.of("LookOver." + finding.kind().name(), values);
    }
}

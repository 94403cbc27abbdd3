package org.epiglyph.desktop.marking;

import org.epiglyph.core.lookover.Finding;
import org.epiglyph.desktop.frame.Words;

/** How what was found is put into words. */
public final class FindingWords {
    private FindingWords() {}

    public static String of(Finding finding) {
        Object[] values = finding.kind() == Finding.Kind.MARKS_LEFT_BEHIND
                ? new Object[]{Integer.valueOf(finding.details().getFirst())}
                : finding.details().toArray();
        return Words.of("LookOver." + finding.kind().name(), values);
    }
}

package org.epiglyph.workspace;

import java.util.List;

/**
 * What is not whole about a batch.
 *
 * @param findings what it is, in whole sentences for the marker; none where the batch is sound
 */
public record Damage(List<String> findings) {
    /** A batch that is whole. */
    public static final Damage NONE = new Damage(List.of());

    public Damage {
        findings = List.copyOf(findings);
    }

    public boolean isNone() {
        return findings.isEmpty();
    }

    /** All findings in one paragraph. */
    public String inWords() {
        return String.join(" ", findings);
    }
}

package org.epiglyph.workspace;

import java.util.List;
import org.epiglyph.core.Message;

/**
 * What is not whole about a batch.
 *
 * @param findings what it is; none where the batch is sound
 */
public record Damage(List<Message> findings) {
    /** A batch that is whole. */
    public static final Damage NONE = new Damage(List.of());

    public Damage {
        findings = List.copyOf(findings);
    }

    public boolean isNone() {
        return findings.isEmpty();
    }

    /** All findings in one paragraph. */
    public String describe() {
        return Message.text(findings);
    }
}

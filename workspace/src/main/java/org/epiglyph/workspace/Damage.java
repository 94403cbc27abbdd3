package org.epiglyph.workspace;

import java.util.List;
import org.epiglyph.core.Message;

/**
 * The damage of a batch.
 *
 * @param findings what is damaged; empty if the batch is sound
 */
public record Damage(List<Message> findings) {
    /** No damage. */
    static final Damage NONE = new Damage(List.of());

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

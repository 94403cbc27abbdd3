package org.epiglyph.core.batch;

import java.time.Instant;
import java.util.Objects;
import java.util.Optional;

/**
 * What a student wrote in the record after a hand-back, and what the marker replied.
 *
 * @param id      the record service's, unique within a batch
 * @param remark  number of the remark that it answers; empty where it answers the whole
 * @param text   as the student wrote them
 * @param at      when
 * @param reply   the marker's; empty where there is none yet
 * @param replied true if the record has the reply
 */
public record Answer(String id, Optional<Integer> remark, String text, Instant at, String reply, boolean replied) {
    public Answer {
        reply = Objects.requireNonNullElse(reply, "");
    }

    /** With another reply, which the record does not have yet. */
    Answer withReply(String other) {
        return new Answer(id, remark, text, at, other, false);
    }

    /** With the reply that the record has. */
    public Answer replied(String there) {
        return new Answer(id, remark, text, at, there, true);
    }

    /** True if the marker has not replied. */
    public boolean isWaiting() {
        return reply.isEmpty();
    }
}

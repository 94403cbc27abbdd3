package org.epiglyph.core.batch;

import java.time.Instant;
import java.util.Objects;
import java.util.Optional;

/**
 * What a student wrote in the record after a hand-back, and the marker's reply.
 *
 * @param id      the record service's id, unique within a batch
 * @param remark  number of the remark that it answers; empty if it answers the work as a whole
 * @param text    as the student wrote it
 * @param at      when
 * @param reply   the marker's reply; empty if there is none yet
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

    /** True if the marker has not replied yet. */
    public boolean isWaiting() {
        return reply.isEmpty();
    }
}

package org.epiglyph.exchange.record;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.Optional;

/**
 * What a student's record holds now.
 *
 * @param tag     its version
 * @param receipt the service's number for it; empty if nothing was handed back yet
 * @param digest  the key under which it was sent; empty if nothing was handed back yet, or the service does not say
 * @param score   the result there
 * @param at      when it arrived there
 * @param comment the text there; may be empty
 * @param visible true if the student may see it
 * @param opened  when the student first opened it, if the service says so
 */
public record HeldRecord(String tag, String receipt, String digest, Optional<BigDecimal> score, Optional<Instant> at,
        String comment, boolean visible, Optional<Instant> opened) {}

package org.epiglyph.core.batch;

import java.time.Instant;

/**
 * A letter that was sent outside the record, stored so that nobody receives the same letter twice.
 *
 * @param digest  SHA-256 of subject and body, lower-case hexadecimal
 * @param subject as the student read it
 * @param at      when it was sent
 * @param way     how it was sent, as text
 * @param certain false while it is unknown whether the mail service accepted it
 */
public record LetterSent(String digest, String subject, Instant at, String way, boolean certain) {}

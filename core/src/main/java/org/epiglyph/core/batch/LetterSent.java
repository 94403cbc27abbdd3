package org.epiglyph.core.batch;

import java.time.Instant;

/**
 * What a student was written outside the record, so that nobody is written the same thing twice.
 *
 * @param digest  SHA-256 of subject and words, lower-case hexadecimal
 * @param subject as the student read it
 * @param at      when it went
 * @param way     how it went, in words
 * @param certain false while it is not known whether the mail service took it
 */
public record LetterSent(String digest, String subject, Instant at, String way, boolean certain) {}

package org.epiglyph.core.batch;

import java.time.Instant;

/**
 * The proof that a student's record has what was sent.
 *
 * @param id     the record system's number for it, or the name of the folder it was written to
 * @param at     when the record took it
 * @param digest SHA-256 over everything that was sent, 64 lower-case hexadecimal digits
 * @param tag    the record's version tag after it; empty where there is none
 */
public record Receipt(String id, Instant at, String digest, String tag) {}

package org.epiglyph.core.batch;

import java.time.Instant;
import java.util.Objects;

/**
 * The proof that a destination has what was sent.
 *
 * @param id          the record system's number for it, or the name of the file it was written to
 * @param at          when the destination took it
 * @param digest      SHA-256 over everything that was sent, 64 lower-case hexadecimal digits
 * @param tag         the record's version tag after it; empty where there is none
 * @param destination where it went; unnamed in receipts of older versions
 * @param sent        what went there, in words; empty in receipts of older versions
 */
public record Receipt(String id, Instant at, String digest, String tag, Destination destination, String sent) {
    public Receipt {
        destination = Objects.requireNonNullElse(destination, Destination.UNNAMED);
        sent = Objects.requireNonNullElse(sent, "");
    }

    /** A receipt as older versions wrote it. */
    public Receipt(String id, Instant at, String digest, String tag) {
        this(id, at, digest, tag, Destination.UNNAMED, "");
    }

    /** The same receipt, with where it went and what that was. */
    public Receipt of(Destination other, String what) {
        return new Receipt(id, at, digest, tag, other, what);
    }

    /** True for a receipt that does not name its destination and has the form of one of this kind: those of folders are called by their zip. */
    boolean mayBeOf(Destination other) {
        return destination.equals(Destination.UNNAMED) && other.isRecord() != isOfAnUnnamedFolder();
    }

    boolean isOfOneDestination(Receipt other) {
        return destination.equals(other.destination)
                && (!destination.equals(Destination.UNNAMED) || isOfAnUnnamedFolder() == other.isOfAnUnnamedFolder());
    }

    private boolean isOfAnUnnamedFolder() {
        return tag.isEmpty() && id.endsWith(".zip");
    }
}

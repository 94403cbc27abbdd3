package org.epiglyph.core.batch;

import java.time.Instant;
import java.util.Objects;

/**
 * Proof that a destination has what was sent.
 *
 * @param id          the record system's id for it, or the name of the file that was written
 * @param at          when the destination accepted it
 * @param digest      SHA-256 of everything that was sent, 64 lower-case hexadecimal digits
 * @param tag         the record's version tag after it; empty if there is none
 * @param destination where it was sent; unnamed in receipts of older versions
 * @param sent        what was sent, as text; empty in receipts of older versions
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

    /** The same receipt with its destination and what was sent. */
    public Receipt of(Destination other, String what) {
        return new Receipt(id, at, digest, tag, other, what);
    }

    /**
     * True for a receipt without a destination whose form matches the given one: receipts of folders are named after
     * their zip.
     */
    boolean mayBelongTo(Destination other) {
        return destination.equals(Destination.UNNAMED) && other.isRecord() != isOfUnnamedFolder();
    }

    boolean isOfOneDestination(Receipt other) {
        return destination.equals(other.destination)
                && (!destination.equals(Destination.UNNAMED) || isOfUnnamedFolder() == other.isOfUnnamedFolder());
    }

    private boolean isOfUnnamedFolder() {
        return tag.isEmpty() && id.endsWith(".zip");
    }
}

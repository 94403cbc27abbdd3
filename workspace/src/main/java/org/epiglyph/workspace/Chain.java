package org.epiglyph.workspace;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.HexFormat;

/**
 * Chains each line of a history to all lines before it: a line's digest is computed from the previous digest and its
 * own text, so that a changed, missing or exchanged line is detected. SHA-256 (FIPS 180-4), 64 lower-case hexadecimal
 * digits.
 */
final class Chain {
    private Chain() {}

    /** The start of a history's chain: the digest of what was collected. */
    static String start(String collected) {
        return digest("collected", collected);
    }

    static String next(String before, StoredLine line) {
        return digest(before, Long.toString(line.number()), line.at(), line.kind(), line.edit());
    }

    static String digest(String... parts) {
        MessageDigest digest = NewBatch.sha256();
        for (String part : parts) {
            byte[] bytes = part.getBytes(StandardCharsets.UTF_8);
            digest.update((bytes.length + ":").getBytes(StandardCharsets.US_ASCII));
            digest.update(bytes);
        }
        return HexFormat.of().formatHex(digest.digest());
    }
}

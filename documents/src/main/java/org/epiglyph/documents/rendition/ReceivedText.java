package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/** The text of a file in UTF-8, in UTF-16 with a byte order mark, or else in Windows-1252. */
final class ReceivedText {
    private static final int MOST_BYTES = 20 << 20;

    private ReceivedText() {}

    /** @return empty if the bytes are not text */
    static Optional<String> of(Path file) throws IOException, Unreadable {
        byte[] bytes;
        try (InputStream in = Files.newInputStream(file)) {
            bytes = in.readNBytes(MOST_BYTES + 1);
        }
        if (bytes.length > MOST_BYTES) {
            return Optional.empty();
        }
        if (bytes.length >= 2 && (bytes[0] == (byte) 0xFE && bytes[1] == (byte) 0xFF
                || bytes[0] == (byte) 0xFF && bytes[1] == (byte) 0xFE)) {
            return Optional.of(new String(bytes, StandardCharsets.UTF_16));
        }
        for (byte b : bytes) {
            if (b >= 0 && b < 32 && b != '\t' && b != '\n' && b != '\r' && b != '\f') {
                return Optional.empty();
            }
        }
        try {
            String text = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString();
            return Optional.of(text.startsWith("\uFEFF") ? text.substring(1) : text);
        } catch (CharacterCodingException e) {
            return Optional.of(new String(bytes, Charset.forName("windows-1252")));
        }
    }
}

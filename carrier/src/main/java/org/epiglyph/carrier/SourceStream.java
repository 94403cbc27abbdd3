package org.epiglyph.carrier;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Objects;
import java.util.Optional;
import org.epiglyph.core.Message;
import org.epiglyph.exchange.archive.ReceivedFile;

/**
 * Reads a received file up to the point where its source fails, if it does. What was read is kept, and the failure is
 * told apart from a failure of the disk that is written to.
 */
final class SourceStream extends FilterInputStream {
    private Optional<Message> failure = Optional.empty();

    SourceStream(ReceivedFile file) {
        super(InputStream.nullInputStream());
        try {
            in = file.open();
        } catch (IOException e) {
            fail(e);
        }
    }

    /** Why the source could not be read to its end, as a sentence with the remedy. */
    Optional<Message> failure() {
        return failure;
    }

    @Override
    public int read() throws IOException {
        try {
            return super.read();
        } catch (IOException e) {
            return fail(e);
        }
    }

    @Override
    public int read(byte[] buffer, int offset, int length) throws IOException {
        try {
            return super.read(buffer, offset, length);
        } catch (IOException e) {
            return fail(e);
        }
    }

    private int fail(IOException e) {
        failure = Optional.of(Message.of(SourceStream.class, "cutShort",
                Objects.requireNonNullElse(e.getMessage(), e.getClass().getSimpleName())));
        return -1;
    }
}

package org.epiglyph.sound;

import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import org.epiglyph.core.spoken.Samples;

/**
 * Recordings as mono WAV files with 16 bits: RIFF (Microsoft and IBM, Multimedia Programming Interface and Data
 * Specifications 1.0, 1991). An unfinished file is read as far as it goes.
 */
public final class WaveFile implements AutoCloseable {
    private static final int HEADER = 44;
    private static final int RIFF = tag("RIFF");
    private static final int WAVE = tag("WAVE");
    private static final int FORMAT = tag("fmt ");
    private static final int DATA = tag("data");
    private static final int MOST_RATE = 192_000;
    /** A quarter of an hour at the highest rate that this program records with; a remark has at most ten minutes. */
    private static final long MOST_BYTES = 900L * 48_000 * 2;
    private final FileChannel file;
    private final int rate;
    private long samples;

    /** Creates a new file, which must not exist. */
    public WaveFile(Path path, int rate) throws IOException {
        file = FileChannel.open(path, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
        this.rate = rate;
        header();
    }

    /** Appends samples; they survive a crash once {@link #keep} was called. */
    public void add(short[] values, int count) throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(count * 2).order(ByteOrder.LITTLE_ENDIAN);
        bytes.asShortBuffer().put(values, 0, count);
        long at = HEADER + samples * 2;
        while (bytes.hasRemaining()) {
            at += file.write(bytes, at);
        }
        samples += count;
    }

    /** Forces everything appended to the disk. */
    void keep() throws IOException {
        header();
        file.force(false);
    }

    @Override
    public void close() throws IOException {
        try (file) {
            keep();
        }
    }

    private void header() throws IOException {
        ByteBuffer head = ByteBuffer.allocate(HEADER).order(ByteOrder.LITTLE_ENDIAN);
        int data = (int) (samples * 2);
        head.putInt(RIFF).putInt(HEADER - 8 + data).putInt(WAVE);
        head.putInt(FORMAT).putInt(16).putShort((short) 1).putShort((short) 1);
        head.putInt(rate).putInt(rate * 2).putShort((short) 2).putShort((short) 16);
        head.putInt(DATA).putInt(data).flip();
        for (long at = 0; head.hasRemaining();) {
            at += file.write(head, at);
        }
    }

    private static int tag(String four) {
        return four.charAt(0) | four.charAt(1) << 8 | four.charAt(2) << 16 | four.charAt(3) << 24;
    }

    /**
     * Reads a complete file.
     *
     * @throws IOException if it is not a mono WAV file with 16 bits, or longer than a quarter of an hour at 48,000
     *         samples per second
     */
    public static Samples read(Path path) throws IOException {
        if (Files.size(path) > MOST_BYTES + HEADER) {
            throw new IOException("The recording is too long");
        }
        return read(ByteBuffer.wrap(Files.readAllBytes(path)).order(ByteOrder.LITTLE_ENDIAN));
    }

    private static Samples read(ByteBuffer bytes) throws IOException {
        if (bytes.remaining() < 12 || bytes.getInt() != RIFF || bytes.position(8).getInt() != WAVE) {
            throw new IOException("That is no WAV file");
        }
        int rate = 0;
        while (bytes.remaining() >= 8) {
            int tag = bytes.getInt();
            long length = Integer.toUnsignedLong(bytes.getInt());
            if (tag == DATA && rate > 0) {
                return samples(bytes, length, rate);
            }
            if (tag == FORMAT && length >= 16 && bytes.remaining() >= 16) {
                rate = rate(bytes.duplicate().order(ByteOrder.LITTLE_ENDIAN));
            }
            long next = bytes.position() + length + length % 2;
            bytes.position((int) Math.min(bytes.limit(), next));
        }
        throw new EOFException("The WAV file has no sound in it");
    }

    private static int rate(ByteBuffer format) throws IOException {
        int kind = format.getShort();
        int channels = format.getShort();
        int rate = format.getInt();
        int bits = format.getShort(format.position() + 6);
        if (kind != 1 || channels != 1 || bits != 16 || rate <= 0 || rate > MOST_RATE) {
            throw new IOException("The WAV file is not of one channel and 16 bits");
        }
        return rate;
    }

    /** A truncated file, or one whose length was not updated, has the samples that are there. */
    private static Samples samples(ByteBuffer bytes, long said, int rate) {
        long there = bytes.remaining();
        boolean unfinished = said == 0 || said > there;
        short[] values = new short[(int) ((unfinished ? there : said) / 2)];
        bytes.asShortBuffer().get(values);
        return new Samples(values, rate);
    }
}

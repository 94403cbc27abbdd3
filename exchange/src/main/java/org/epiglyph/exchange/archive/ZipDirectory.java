package org.epiglyph.exchange.archive;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Path;

/**
 * Reads the size of a zip archive's directory from the archive's end, before loading any of it (APPNOTE.TXT 6.3.10,
 * 4.3.16).
 */
final class ZipDirectory {
    private static final int END = 0x06054b50;
    private static final int LOCATOR_64 = 0x07064b50;
    private static final int END_64 = 0x06064b50;
    private static final int END_LENGTH = 22;
    private static final int LOCATOR_LENGTH = 20;

    private ZipDirectory() {}

    /**
     * @param entries the number of entries that the archive declares
     * @param bytes   the length of its directory
     */
    record Size(long entries, long bytes) {}

    /** @throws IOException if there is no end of a directory, so that it is no zip archive or a truncated one */
    static Size of(Path archive) throws IOException {
        try (RandomAccessFile file = new RandomAccessFile(archive.toFile(), "r")) {
            int tail = (int) Math.min(file.length(), END_LENGTH + 65535 + LOCATOR_LENGTH);
            byte[] bytes = new byte[tail];
            file.seek(file.length() - tail);
            file.readFully(bytes);
            ByteBuffer end = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
            for (int at = tail - END_LENGTH; at >= 0; at--) {
                if (end.getInt(at) == END) {
                    Size size = new Size(end.getShort(at + 10) & 0xFFFF, end.getInt(at + 12) & 0xFFFFFFFFL);
                    boolean large = at >= LOCATOR_LENGTH && end.getInt(at - LOCATOR_LENGTH) == LOCATOR_64;
                    return large ? large(file, end.getLong(at - LOCATOR_LENGTH + 8)) : size;
                }
            }
            throw new IOException("no end of directory");
        }
    }

    private static Size large(RandomAccessFile file, long at) throws IOException {
        byte[] bytes = new byte[56];
        file.seek(Math.max(0, at));
        file.readFully(bytes);
        ByteBuffer end = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        if (end.getInt(0) != END_64) {
            throw new IOException("no end of directory");
        }
        return new Size(end.getLong(32), end.getLong(40));
    }
}

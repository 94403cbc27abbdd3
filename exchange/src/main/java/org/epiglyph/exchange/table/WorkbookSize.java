package org.epiglyph.exchange.table;

import java.io.IOException;
import java.io.InputStream;
import java.util.Collections;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.utils.SeekableInMemoryByteChannel;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/** Determines the unpacked size of a workbook before a library loads it, taking many times that memory. */
final class WorkbookSize {
    private static final long MOST_OF_A_PART = 24L << 20;
    private static final long MOST = 120L << 20;

    private WorkbookSize() {}

    /** @throws Problem if it is larger than any table of a class or of a scheme */
    static void refuseHuge(byte[] workbook, String called) throws Problem {
        try (ZipFile zip = ZipFile.builder().setSeekableByteChannel(new SeekableInMemoryByteChannel(workbook)).get()) {
            byte[] buffer = new byte[1 << 16];
            long all = 0;
            for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
                long most = entry.getName().endsWith(".xml") ? MOST_OF_A_PART : MOST;
                try (InputStream in = zip.getInputStream(entry)) {
                    long part = length(in, buffer, most);
                    all += part;
                    if (part > most || all > MOST) {
                        throw new Problem(Message.of(WorkbookSize.class, "tooLarge", called));
                    }
                }
            }
        } catch (IOException | RuntimeException e) {
            throw new Problem(Message.of(Worksheet.class, "unreadable", called),
                    e);
        }
    }

    private static long length(InputStream in, byte[] buffer, long most) throws IOException {
        long length = 0;
        for (int n = in.read(buffer); n >= 0 && length <= most; n = in.read(buffer)) {
            length += n;
        }
        return length;
    }
}

package org.epiglyph.workspace;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.StandardOpenOption;
import java.time.Clock;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.epiglyph.core.Problem;

/** Holds a batch for one program at a time. The operating system lets go of it when the program ends, however it ends. */
final class BatchLock implements AutoCloseable {
    private static final DateTimeFormatter SINCE = DateTimeFormatter.ofPattern("d MMMM yyyy, HH:mm", Locale.ENGLISH);
    private final FileChannel channel;

    private BatchLock(FileChannel channel) {
        this.channel = channel;
    }

    static BatchLock take(BatchFolder folder, Clock clock) throws Problem {
        try {
            FileChannel channel = FileChannel.open(folder.lock(), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
            if (!locked(channel)) {
                channel.close();
                throw new Problem("The batch " + folder.root().getFileName()
                        + " is open in another copy of the program (" + holder(folder)
                        + "). Close it there first.");
            }
            channel.truncate(0);
            String who = System.getProperty("user.name") + ", since " + SINCE.format(ZonedDateTime.now(clock));
            channel.write(ByteBuffer.wrap(who.getBytes(StandardCharsets.UTF_8)));
            return new BatchLock(channel);
        } catch (IOException e) {
            throw new Problem("The folder " + folder.root()
                    + " cannot be written to. Give yourself the right to write there, or copy the batch elsewhere.", e);
        }
    }

    private static boolean locked(FileChannel channel) throws IOException {
        try {
            FileLock lock = channel.tryLock();
            return lock != null;
        } catch (OverlappingFileLockException e) {
            return false;
        }
    }

    private static String holder(BatchFolder folder) throws IOException {
        String who = Files.readString(folder.lock());
        return who.isBlank() ? "it does not say whose" : who;
    }

    @Override
    public void close() throws IOException {
        channel.close();
    }
}

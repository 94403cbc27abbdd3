package org.epiglyph.workspace;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Clock;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/**
 * Locks a batch for one program at a time. The operating system releases the lock when the program ends, however it
 * ends. On POSIX systems it also does so as soon as the process closes any channel on the locked file; so this process
 * never opens the file of a lock that it holds, and the held locks are recorded here.
 */
final class BatchLock implements AutoCloseable {
    private static final DateTimeFormatter SINCE = DateTimeFormatter.ofPattern("d MMMM yyyy, HH:mm", Locale.ENGLISH);
    private static final Map<Path, String> HELD_HERE = new HashMap<>();
    private final FileChannel channel;
    private final Path file;

    private BatchLock(FileChannel channel, Path file) {
        this.channel = channel;
        this.file = file;
    }

    static BatchLock take(BatchFolder folder, Clock clock) throws Problem {
        synchronized (HELD_HERE) {
            try {
                Path file = folder.root().toRealPath().resolve(folder.lock().getFileName());
                if (HELD_HERE.containsKey(file)) {
                    throw alreadyTaken(folder, HELD_HERE.get(file));
                }
                String who = System.getProperty("user.name") + ", since " + SINCE.format(ZonedDateTime.now(clock));
                FileChannel channel = lock(folder, file, who);
                HELD_HERE.put(file, who);
                return new BatchLock(channel, file);
            } catch (IOException e) {
                throw new Problem(Message.of(BatchLock.class, "noRight", folder.root()),
                        e);
            }
        }
    }

    private static FileChannel lock(BatchFolder folder, Path file, String who) throws IOException, Problem {
        FileChannel channel = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        try {
            if (!locked(channel)) {
                throw alreadyTaken(folder, Files.readString(file));
            }
            channel.truncate(0);
            channel.write(ByteBuffer.wrap(who.getBytes(StandardCharsets.UTF_8)));
            return channel;
        } catch (IOException | Problem | RuntimeException e) {
            channel.close();
            throw e;
        }
    }

    private static Problem alreadyTaken(BatchFolder folder, String who) {
        return new Problem(Message.of(BatchLock.class, "openElsewhere", folder.root().getFileName(),
                who.isBlank() ? Message.of(BatchLock.class, "unsaid") : who));
    }

    private static boolean locked(FileChannel channel) throws IOException {
        try {
            FileLock lock = channel.tryLock();
            return lock != null;
        } catch (OverlappingFileLockException e) {
            return false;
        }
    }

    @Override
    public void close() throws IOException {
        synchronized (HELD_HERE) {
            HELD_HERE.remove(file);
            channel.close();
        }
    }
}

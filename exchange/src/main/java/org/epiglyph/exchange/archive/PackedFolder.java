package org.epiglyph.exchange.archive;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.apache.commons.compress.archivers.sevenz.SevenZArchiveEntry;
import org.apache.commons.compress.archivers.sevenz.SevenZFile;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.apache.commons.compress.compressors.gzip.GzipCompressorInputStream;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/**
 * Archives that are read sequentially: tar (POSIX.1-2017, pax), also within gzip (RFC 1952), and 7z. Their files are
 * unpacked to temporary files with names of ours, within the budget of the whole collect.
 */
final class PackedFolder {
    private static final int MOST_MEMORY_KIB = 256 << 10;
    private final Path folder;
    private final Unpacking budget;
    private final String prefix;
    private final List<Entry> entries = new ArrayList<>();

    /** One entry: a file on the disk, or the reason why there is none. */
    record Entry(String path, Optional<Path> file, Optional<Instant> changed, Optional<Message> refusal) {}

    private PackedFolder(Path folder, Unpacking budget, String prefix) {
        this.folder = folder;
        this.budget = budget;
        this.prefix = prefix;
    }

    /** True for names of archives of these kinds. */
    static boolean isOne(String name) {
        String small = name.toLowerCase(Locale.ROOT);
        return small.endsWith(".tar") || small.endsWith(".tar.gz") || small.endsWith(".tgz") || small.endsWith(".7z");
    }

    /** True for archives of a kind that cannot be opened here. */
    static boolean isUnknownKind(String name) {
        return name.toLowerCase(Locale.ROOT).endsWith(".rar");
    }

    /**
     * Unpacks an archive.
     *
     * @param folder for the temporary files
     * @param name   its display name
     * @param prefix prepended to the paths
     * @throws Problem if it is not an archive, is locked or broken, or exceeds the limits
     */
    static List<Entry> read(Path archive, Path folder, String name, String prefix, Unpacking budget) throws Problem {
        PackedFolder packed = new PackedFolder(folder, budget, prefix);
        try {
            if (name.toLowerCase(Locale.ROOT).endsWith(".7z")) {
                packed.sevenZ(archive);
            } else {
                packed.tar(archive, !name.toLowerCase(Locale.ROOT).endsWith(".tar"));
            }
            return packed.entries;
        } catch (IOException | RuntimeException | OutOfMemoryError e) {
            throw new Problem(Message.of(PackedFolder.class, "unreadable", name, archive.toFile().length() / 1024), e);
        }
    }

    private void tar(Path archive, boolean gzip) throws IOException, Problem {
        try (InputStream bytes = new BufferedInputStream(Files.newInputStream(archive));
                InputStream plain = gzip
                        ? GzipCompressorInputStream.builder()
                                .setInputStream(bytes)
                                .setDecompressConcatenated(true)
                                .get()
                        : bytes;
                TarArchiveInputStream tar = new TarArchiveInputStream(plain, "UTF-8")) {
            for (TarArchiveEntry entry = tar.getNextEntry(); entry != null; entry = tar.getNextEntry()) {
                Optional<Instant> changed = Optional.ofNullable(entry.getLastModifiedTime()).map(t -> t.toInstant());
                if (entry.isDirectory() || entry.isGlobalPaxHeader() || entry.isPaxHeader()) {
                    continue;
                }
                if (!entry.isFile() || entry.isSymbolicLink() || entry.isLink()) {
                    refuse(entry.getName(), Message.of(PackedFolder.class, "linkOrDevice"));
                } else {
                    add(entry.getName(), changed, tar);
                }
            }
        }
    }

    private void sevenZ(Path archive) throws IOException, Problem {
        try (SevenZFile file = SevenZFile.builder()
                .setPath(archive)
                .setMaxMemoryLimitKiB(MOST_MEMORY_KIB)
                .setUseDefaultNameForUnnamedEntries(true)
                .get()) {
            for (SevenZArchiveEntry entry = file.getNextEntry(); entry != null; entry = file.getNextEntry()) {
                if (entry.isDirectory() || entry.isAntiItem()) {
                    continue;
                }
                Optional<Instant> changed = entry.getHasLastModifiedDate()
                        ? Optional.of(entry.getLastModifiedTime().toInstant())
                        : Optional.empty();
                add(entry.getName(), changed,
                        entry.hasStream() ? file.getInputStream(entry) : InputStream.nullInputStream());
            }
        }
    }

    private void refuse(String name, Message why) throws Problem {
        count();
        entries.add(new Entry(prefix + plain(name), Optional.empty(), Optional.empty(), Optional.of(why)));
    }

    private void add(String name, Optional<Instant> changed, InputStream in) throws IOException, Problem {
        count();
        Path target = folder.resolve("packed-" + entries.size());
        try (OutputStream out = Files.newOutputStream(target)) {
            byte[] buffer = new byte[1 << 16];
            for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                budget.spend(n);
                out.write(buffer, 0, n);
            }
        }
        entries.add(new Entry(prefix + plain(name), Optional.of(target), changed, Optional.empty()));
    }

    private void count() throws Problem {
        if (entries.size() >= Arrivals.MOST_ENTRIES) {
            throw Arrivals.tooMany(Message.of(PackedFolder.class, "archive"));
        }
    }

    private static String plain(String name) {
        return name.replaceFirst("^(\\./)+", ""); // some programs put this before every name
    }
}

package org.epiglyph.exchange.archive;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;

/**
 * One zip archive (APPNOTE.TXT 6.3.10: names in UTF-8 if flagged, else in an old code page; zip64). Entries are read by
 * its directory, so that memory stays bounded whatever the archive's size.
 */
final class ZipReading implements AutoCloseable {
    private static final long LARGEST_DIRECTORY = 64L << 20;
    /** An entry above this many bytes is refused if unpacking enlarges it by more than {@link #MOST_GROWTH}. */
    private static final long HARMLESS = 32L << 20;
    private static final long HARMLESS_IN_ALL = 2L << 30;
    private static final long MOST_GROWTH = 200;
    private final ZipFile zip;
    private final List<ZipArchiveEntry> entries;
    private final Optional<Charset> guessed;
    private final Charset charset;
    private final Unpacking budget;

    private ZipReading(ZipFile zip, Optional<Charset> wanted, Unpacking budget) {
        this.zip = zip;
        this.budget = budget;
        this.entries = Collections.list(zip.getEntries());
        List<byte[]> unsaid = entries.stream()
                .filter(ZipReading::isEncodingUndeclared)
                .map(ZipArchiveEntry::getRawName)
                .filter(n -> NameEncoding.decoded(n, StandardCharsets.UTF_8).isEmpty())
                .toList();
        this.charset = wanted.orElseGet(() -> NameEncoding.likeliest(unsaid));
        this.guessed = unsaid.isEmpty() ? Optional.empty() : Optional.of(charset);
    }

    /**
     * One entry.
     *
     * @param file    its name and bytes
     * @param refusal why the bytes cannot be read; empty if they can
     */
    record Item(ReceivedFile file, Optional<Message> refusal) {}

    /**
     * Opens an archive and reads its directory.
     *
     * @param name   its display name
     * @param budget of the whole collect
     * @throws Problem if it is not a zip archive, is broken, or has an absurd number of entries
     */
    static ZipReading open(Path archive, String name, Optional<Charset> wanted, Unpacking budget) throws Problem {
        try {
            ZipDirectory.Size size = ZipDirectory.of(archive);
            if (size.entries() > Arrivals.MOST_ENTRIES || size.bytes() > LARGEST_DIRECTORY) {
                throw Arrivals.tooMany(name);
            }
            ZipFile zip = ZipFile.builder().setPath(archive).setCharset("IBM437").setUseUnicodeExtraFields(true).get();
            ZipReading reading = new ZipReading(zip, wanted, budget);
            try {
                reading.refuseBomb(name, Files.size(archive));
            } catch (Problem e) {
                zip.close();
                throw e;
            }
            return reading;
        } catch (IOException | RuntimeException e) {
            throw new Problem(Message.of(ZipReading.class, "broken", name),
                    e);
        }
    }

    /** Entries may share their bytes within the archive, so that each is harmless and all together fill a disk. */
    private void refuseBomb(String name, long length) throws Problem {
        long total = 0;
        for (ZipArchiveEntry entry : entries) {
            long size = Math.max(0, entry.getSize());
            total = size > Long.MAX_VALUE - total ? Long.MAX_VALUE : total + size;
        }
        budget.state(name, total);
        if (total > HARMLESS_IN_ALL && total / MOST_GROWTH > length) {
            throw new Problem(Message.of(ZipReading.class, "growsTooMuch", name, MOST_GROWTH));
        }
    }

    /** The encoding used for names that did not declare one; empty if there are none. */
    Optional<Charset> guessed() {
        return guessed;
    }

    /**
     * The files of the archive.
     *
     * @param prefix prepended to their paths
     */
    List<Item> items(String prefix) {
        List<Item> items = new ArrayList<>();
        for (ZipArchiveEntry entry : entries) {
            if (!entry.isDirectory()) {
                String path = name(entry).replaceFirst("^(\\./)+", ""); // some programs put this before every name
                items.add(new Item(new ZippedFile(prefix + path, entry), refusal(entry)));
            }
        }
        return items;
    }

    private static boolean isEncodingUndeclared(ZipArchiveEntry entry) {
        return !entry.getGeneralPurposeBit().usesUTF8ForNames()
                && entry.getNameSource() == ZipArchiveEntry.NameSource.NAME && entry.getRawName() != null;
    }

    /**
     * Archives often contain UTF-8 names without flagging them; names in another encoding are rarely valid UTF-8 by
     * accident.
     */
    private String name(ZipArchiveEntry entry) {
        if (!isEncodingUndeclared(entry)) {
            return entry.getName();
        }
        String read = NameEncoding.decoded(entry.getRawName(), StandardCharsets.UTF_8)
                .or(() -> NameEncoding.decoded(entry.getRawName(), charset))
                .orElse(entry.getName());
        boolean dos = entry.getPlatform() == ZipArchiveEntry.PLATFORM_FAT && read.indexOf('/') < 0;
        return dos ? read.replace('\\', '/') : read;
    }

    private Optional<Message> refusal(ZipArchiveEntry entry) {
        if (entry.isUnixSymlink()) {
            return Optional.of(Message.of(ZipReading.class, "link"));
        }
        if (!zip.canReadEntryData(entry)) {
            return Optional.of(Message.of(ZipReading.class, "locked"));
        }
        if (entry.getSize() > HARMLESS && entry.getSize() / MOST_GROWTH > Math.max(1, entry.getCompressedSize())) {
            return Optional.of(Message.of(ZipReading.class, "bomb", MOST_GROWTH));
        }
        return Optional.empty();
    }

    @Override
    public void close() throws IOException {
        zip.close();
    }

    private final class ZippedFile implements ReceivedFile {
        private final String path;
        private final ZipArchiveEntry entry;

        ZippedFile(String path, ZipArchiveEntry entry) {
            this.path = path;
            this.entry = entry;
        }

        @Override
        public String path() {
            return path;
        }

        @Override
        public long size() {
            return entry.getSize();
        }

        @Override
        public Optional<Instant> changed() {
            return Optional.ofNullable(entry.getLastModifiedTime()).map(FileTime::toInstant);
        }

        @Override
        public Optional<Message> caution() {
            return PathCheck.caution(path);
        }

        /** The declared size may be wrong, so the growth is checked while reading too. */
        @Override
        public InputStream open() throws IOException {
            long most = Math.max(HARMLESS, entry.getCompressedSize() * MOST_GROWTH);
            InputStream in = new Watched(zip.getInputStream(entry), most);
            return counted ? in : new Counted(in);
        }

        private boolean counted;

        /** Only the first reading of an entry counts; a file is read again to be compared or shown. */
        private final class Counted extends FilterInputStream {
            Counted(InputStream in) {
                super(in);
                counted = true;
            }

            @Override
            public int read() throws IOException {
                int b = super.read();
                budget.spend(b < 0 ? 0 : 1);
                return b;
            }

            @Override
            public int read(byte[] buffer, int offset, int length) throws IOException {
                int n = super.read(buffer, offset, length);
                budget.spend(Math.max(0, n));
                return n;
            }
        }
    }

    private static final class Watched extends FilterInputStream {
        private long left;

        Watched(InputStream in, long most) {
            super(in);
            this.left = most;
        }

        @Override
        public int read() throws IOException {
            int b = super.read();
            spend(b < 0 ? 0 : 1);
            return b;
        }

        @Override
        public int read(byte[] buffer, int offset, int length) throws IOException {
            int n = super.read(buffer, offset, length);
            spend(Math.max(0, n));
            return n;
        }

        private void spend(int bytes) throws IOException {
            left -= bytes;
            if (left < 0) {
                throw new IOException(Message.of(ZipReading.class, "grows", MOST_GROWTH).text());
            }
        }
    }
}

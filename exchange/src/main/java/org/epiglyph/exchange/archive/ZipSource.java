package org.epiglyph.exchange.archive;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Enumeration;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.epiglyph.core.Problem;

/**
 * The files of a zip archive (APPNOTE.TXT 6.3.10: names in UTF-8 where flagged, else CP437; zip64). Entries are read
 * from the central directory, so that memory stays bounded whatever the archive's size.
 */
public final class ZipSource implements FileSource {
    private static final int MOST_ENTRIES = 50_000;
    /** Above this many bytes, an entry that grows by more than {@link #MOST_GROWTH} on unpacking is refused. */
    private static final long HARMLESS = 32L << 20;
    private static final long MOST_GROWTH = 200;
    private final ZipFile zip;
    private final List<ReceivedFile> files = new ArrayList<>();
    private final List<Refusal> refusals = new ArrayList<>();

    private ZipSource(ZipFile zip) {
        this.zip = zip;
    }

    /**
     * Opens an archive and reads its directory.
     *
     * @throws Problem where it is no zip archive, is broken, or has a senseless number of entries
     */
    public static ZipSource open(Path archive) throws Problem {
        ZipFile zip;
        try {
            zip = ZipFile.builder().setPath(archive).setCharset("CP437").setUseUnicodeExtraFields(true).get();
        } catch (IOException | RuntimeException e) {
            throw new Problem(archive.getFileName()
                    + " is no zip archive or is broken. Download it again; nothing was taken from it.", e);
        }
        ZipSource source = new ZipSource(zip);
        source.readDirectory(archive);
        return source;
    }

    private void readDirectory(Path archive) throws Problem {
        Set<String> names = new HashSet<>();
        Enumeration<ZipArchiveEntry> entries = zip.getEntries();
        int count = 0;
        while (entries.hasMoreElements()) {
            ZipArchiveEntry entry = entries.nextElement();
            if (++count > MOST_ENTRIES) {
                throw new Problem(archive.getFileName() + " has more than " + MOST_ENTRIES
                        + " entries; no class hands in as many. Check that it is the right archive.");
            }
            if (!entry.isDirectory()) {
                take(entry, names);
            }
        }
    }

    private void take(ZipArchiveEntry entry, Set<String> names) {
        String path = name(entry);
        Optional<String> refusal = PathCheck.refusal(path).or(() -> kindRefusal(entry));
        if (refusal.isEmpty() && !names.add(path.toLowerCase(Locale.ROOT))) {
            refusal = Optional.of("Another file in the archive has the same name. Rename one of them.");
        }
        if (refusal.isPresent()) {
            refusals.add(new Refusal(PathCheck.printable(path), refusal.get()));
        } else {
            files.add(new ZippedFile(path, entry));
        }
    }

    /** Archives often hold UTF-8 names without saying so; no name in another encoding is valid UTF-8 by accident for long. */
    private static String name(ZipArchiveEntry entry) {
        boolean said = entry.getGeneralPurposeBit().usesUTF8ForNames()
                || entry.getNameSource() != ZipArchiveEntry.NameSource.NAME;
        if (!said && entry.getRawName() != null) {
            try {
                return StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(entry.getRawName())).toString();
            } catch (CharacterCodingException e) {
                return entry.getName(); // CP437, as the format prescribes
            }
        }
        return entry.getName();
    }

    private Optional<String> kindRefusal(ZipArchiveEntry entry) {
        if (entry.isUnixSymlink()) {
            return Optional.of("It is a link, not a file. Ask for the file itself.");
        }
        if (!zip.canReadEntryData(entry)) {
            return Optional.of(
                    "It is locked or packed in a way that cannot be read. Unpack it with another program and collect the folder.");
        }
        if (entry.getSize() > HARMLESS && entry.getSize() / MOST_GROWTH > Math.max(1, entry.getCompressedSize())) {
            return Optional.of(
                    "It would grow more than " + MOST_GROWTH + "-fold on unpacking, which no honest document does.");
        }
        return Optional.empty();
    }

    @Override
    public List<ReceivedFile> files() {
        return List.copyOf(files);
    }

    @Override
    public List<Refusal> refusals() {
        return List.copyOf(refusals);
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
            return Optional.ofNullable(entry.getLastModifiedTime()).map(java.nio.file.attribute.FileTime::toInstant);
        }

        /** The stated size may lie, so the growth is watched while reading too. */
        @Override
        public InputStream open() throws IOException {
            long most = Math.max(HARMLESS, entry.getCompressedSize() * MOST_GROWTH);
            return new Watched(zip.getInputStream(entry), most);
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
                throw new IOException("it grows more than " + MOST_GROWTH + "-fold on unpacking");
            }
        }
    }
}

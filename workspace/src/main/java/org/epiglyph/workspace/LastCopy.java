package org.epiglyph.workspace;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.function.Predicate;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.places.Private;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Edits that could not be written before a batch was closed, one JSON object per line. They are stored beside the
 * batch, where some disk space is reserved for them, or else in the system's temporary folder, and are taken in at the
 * next opening.
 */
final class LastCopy {
    private static final Logger LOG = LoggerFactory.getLogger(LastCopy.class);
    private static final int RESERVE = 1 << 20;
    private final BatchFolder folder;

    LastCopy(BatchFolder folder) {
        this.folder = folder;
    }

    private record Line(long number, String at, String kind, String edit) {
        StoredLine stored() {
            return new StoredLine(number, at, kind, edit);
        }
    }

    /** Reserves space for a copy; if the disk is full now, none is reserved. */
    void reserve() {
        Path reserve = folder.reserve();
        if (!Files.exists(reserve)) {
            try {
                byte[] noise = new byte[RESERVE]; // incompressible, so that no file system shrinks it
                new java.util.Random(RESERVE).nextBytes(noise);
                Files.write(reserve, noise);
            } catch (IOException e) {
                LOG.info("There is no room for a reserve");
                try {
                    Files.deleteIfExists(reserve);
                } catch (IOException left) {
                    LOG.info("A part of a reserve stays");
                }
            }
        }
    }

    /**
     * Writes what could not be written elsewhere.
     *
     * @return where it is
     * @throws IOException if it cannot be written anywhere
     */
    Path write(List<Entry> unwritten) throws IOException {
        StringBuilder text = new StringBuilder();
        for (Entry entry : unwritten) {
            StoredLine line = StoredLine.of(entry);
            text.append(BatchJson.write(new Line(line.number(), line.at(), line.kind(), line.edit()))).append('\n');
        }
        Files.deleteIfExists(folder.reserve());
        IOException failure = null;
        for (Path place : places()) {
            Path beside = place.resolveSibling(place.getFileName() + ".part");
            try {
                if (!isBeside(place)) {
                    Private.folder(place.getParent());
                }
                if (!isTrusted(place)) {
                    throw new IOException("Somebody else's folder");
                }
                Private.file(beside);
                Files.writeString(beside, text);
                Files.move(beside, place, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
                return place;
            } catch (IOException e) {
                failure = e;
                deleteQuietly(beside);
            }
        }
        throw failure;
    }

    /** The edits after the given number; empty if there is no copy, or if it does not continue there. */
    List<Entry> after(long last) {
        List<Entry> following = new ArrayList<>();
        for (Path place : places()) {
            if (Files.exists(place) && isTrusted(place)) {
                long next = last + 1 + following.size();
                for (Entry entry : read(place).entries()) {
                    if (entry.number() == next) {
                        following.add(entry);
                        next++;
                    }
                }
            }
        }
        return following;
    }

    /** @param whole false if it is cut off after these */
    private record Read(List<Entry> entries, boolean whole) {}

    private static Read read(Path file) {
        List<Entry> entries = new ArrayList<>();
        try {
            for (String line : Files.readAllLines(file, StandardCharsets.UTF_8)) {
                entries.add(BatchJson.read(line, Line.class).stored().entry());
            }
            return new Read(entries, true);
        } catch (IOException | RuntimeException e) {
            LOG.warn("A copy of edits that were not written is cut off ({})", e.getClass());
            return new Read(entries, false);
        }
    }

    /** Deletes the copy, after all of it was written. */
    void delete() {
        for (Path place : places()) {
            deleteQuietly(place);
        }
    }

    private static void deleteQuietly(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            LOG.info("A copy of edits stays behind");
        }
    }

    /**
     * Deletes a copy whose edits all arrived after all. One that does not apply is renamed, since the next copy takes
     * its name.
     *
     * @param written true if the history has the line
     */
    void deleteIfWritten(Predicate<StoredLine> written) {
        for (Path place : places()) {
            if (Files.exists(place) && isTrusted(place)) {
                Read copy = read(place);
                if (copy.whole() && copy.entries().stream().map(StoredLine::of).allMatch(written)) {
                    deleteQuietly(place);
                } else {
                    setAside(place);
                }
            }
        }
    }

    private static void setAside(Path copy) {
        String name = copy.getFileName().toString().replace(".jsonl", "");
        for (int i = 2;; i++) {
            Path free = copy.resolveSibling(name + " (" + i + ").jsonl");
            try {
                if (!Files.exists(free, LinkOption.NOFOLLOW_LINKS)) {
                    Files.move(copy, free);
                    LOG.warn("A copy of edits does not fit the batch beside which it lies, and is kept as it is");
                    return;
                }
            } catch (IOException e) {
                LOG.warn("A copy of edits that does not fit cannot be given another name");
                return;
            }
        }
    }

    private boolean isBeside(Path place) {
        return place.getParent().equals(folder.root());
    }

    /** The system's temporary folder is shared: files that somebody else put there are neither read nor written. */
    private boolean isTrusted(Path place) {
        return isBeside(place) || Private.isOwn(place.getParent())
                && (!Files.exists(place, LinkOption.NOFOLLOW_LINKS) || Private.isOwn(place));
    }

    private List<Path> places() {
        String name = HexFormat.of()
                .formatHex(NewBatch.sha256()
                        .digest(folder.root()
                                .toAbsolutePath()
                                .normalize()
                                .toString()
                                .getBytes(StandardCharsets.UTF_8)));
        return List.of(folder.root().resolve("edits-not-written.jsonl"),
                Path.of(System.getProperty("java.io.tmpdir"), "epiglyph-edits-not-written", name + ".jsonl"));
    }
}

package org.epiglyph.workspace;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Enumeration;
import java.util.List;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.places.FolderTree;
import org.epiglyph.places.Private;
import org.epiglyph.places.WholeFile;

/** A batch as one file, for a safe place; verified by opening what was written, and restored onto a shelf. */
public final class SafetyCopy {
    /** What can be made again, or belongs to this machine only. */
    private static final Set<String> LEFT_OUT = Set.of("batch.lock", "batch.summary", "checkpoint.sqlite",
            "checkpoint.sqlite-wal", "checkpoint.sqlite-shm", "batch.reserve", "batch.sqlite-shm", "outgoing");
    private static final int BLOCK = 65_536;
    private static final String DATABASE = "batch.sqlite";

    private SafetyCopy() {}

    /**
     * Writes a copy of a batch that nobody has open, and opens it to verify it.
     *
     * @param file    the zip archive to write; an existing one is replaced only by a complete one
     * @param scratch a folder in which the copy is opened; emptied again
     * @throws Problem if the batch is open elsewhere, the copy cannot be written, or is damaged
     */
    public static void write(Path batch, Path file, Path scratch, Clock clock) throws Problem {
        try (Workspace held = Workspace.open(batch, clock)) {
            if (!held.damage().isNone()) {
                throw new Problem(Message.of(SafetyCopy.class, "damaged", held.damage().describe()));
            }
            held.flush();
            WholeFile.write(file, beside -> pack(batch, beside));
        } catch (IOException e) {
            throw new Problem(Message.of(SafetyCopy.class, "cannotBeWritten", file), e);
        }
        check(file, scratch, clock);
    }

    private static void pack(Path batch, Path file) throws IOException {
        Private.file(file);
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
            for (Path path : FolderTree.all(batch)) {
                Path name = batch.relativize(path);
                if (Files.isRegularFile(path, LinkOption.NOFOLLOW_LINKS)
                        && !LEFT_OUT.contains(name.getName(0).toString())) {
                    zip.putNextEntry(new ZipEntry(name.toString().replace('\\', '/')));
                    Files.copy(path, zip);
                    zip.closeEntry();
                }
            }
        }
    }

    private static void check(Path file, Path scratch, Clock clock) throws Problem {
        Path opened = scratch.resolve("copy");
        try {
            unpack(file, opened);
            try (Workspace copy = Workspace.open(opened, clock)) {
                List<String> changed = copy.changedOriginals();
                if (!copy.damage().isNone() || !changed.isEmpty()) {
                    throw new Problem(Message.of(SafetyCopy.class, "notWhole", file.getFileName(),
                            copy.damage().describe(), Message.listing(changed)));
                }
            }
        } catch (IOException e) {
            throw new Problem(Message.of(SafetyCopy.class, "cannotBeReadBack", file.getFileName()), e);
        } finally {
            delete(opened);
        }
    }

    /** True if a file may be such a copy. */
    public static boolean isOne(Path file) {
        try (ZipFile zip = new ZipFile(file.toFile())) {
            return zip.getEntry(DATABASE) != null && zip.getEntry("batch.last") != null;
        } catch (IOException e) {
            return false;
        }
    }

    /**
     * Restores a copy onto a shelf, under its own name or, if that is taken, with a number appended.
     *
     * @return the batch's folder
     * @throws Problem if it is not a copy of a batch, is damaged, or there is no space
     */
    public static Path restore(Path file, Path shelf) throws Problem {
        if (!isOne(file)) {
            throw new Problem(Message.of(SafetyCopy.class, "notACopy", file.getFileName()));
        }
        String name = String.valueOf(file.getFileName()).replaceFirst("(?i)\\.zip$", "");
        Path part = shelf.resolve("." + name + ".part");
        try {
            Files.createDirectories(shelf);
            delete(part);
            unpack(file, part);
            Glance glance = Glance.at(part);
            if (!glance.damage().isNone()) {
                throw new Problem(
                        Message.of(SafetyCopy.class, "arrivedDamaged", file.getFileName(), glance.damage().describe()));
            }
            return Files.move(part, free(shelf, name));
        } catch (IOException e) {
            delete(part);
            throw new Problem(Message.of(SafetyCopy.class, "cannotBeBrought", file.getFileName()), e);
        } catch (Problem e) {
            delete(part);
            throw e;
        }
    }

    /** Copies a batch's folder from elsewhere onto a shelf. @return its folder there */
    public static Path copyFrom(Path batch, Path shelf) throws Problem {
        String name = String.valueOf(batch.getFileName());
        Path part = shelf.resolve("." + name + ".part");
        try {
            Files.createDirectories(shelf);
            delete(part);
            Private.folder(part);
            for (Path path : FolderTree.all(batch)) {
                Path to = part.resolve(batch.relativize(path).toString());
                if (Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS)) {
                    Files.createDirectories(to);
                } else if (Files.isRegularFile(path, LinkOption.NOFOLLOW_LINKS)
                        && !path.getFileName().toString().equals("batch.lock")) {
                    Files.copy(path, to);
                }
            }
            Glance.at(part);
            return Files.move(part, free(shelf, name));
        } catch (IOException e) {
            delete(part);
            throw new Problem(Message.of(SafetyCopy.class, "cannotBeCopied", name), e);
        } catch (Problem e) {
            delete(part);
            throw e;
        }
    }

    private static Path free(Path shelf, String name) {
        Path free = shelf.resolve(name);
        for (int n = 2; Files.exists(free); n++) {
            free = shelf.resolve(name + " (" + n + ")");
        }
        return free;
    }

    /** Nothing is written outside the folder, nor more than the disk has space for. */
    private static void unpack(Path file, Path folder) throws IOException {
        Private.folder(folder);
        FileStore store = Files.getFileStore(folder);
        try (ZipFile zip = new ZipFile(file.toFile())) {
            Enumeration<? extends ZipEntry> entries = zip.entries();
            while (entries.hasMoreElements()) {
                ZipEntry entry = entries.nextElement();
                Path to = place(folder, entry);
                if (entry.getSize() < 0 || entry.getSize() > store.getUsableSpace()) {
                    throw new IOException("not enough room");
                }
                Files.createDirectories(to.getParent());
                try (InputStream in = zip.getInputStream(entry); OutputStream out = Files.newOutputStream(to)) {
                    copy(in, out, entry.getSize());
                }
            }
        }
    }

    private static Path place(Path folder, ZipEntry entry) throws ZipException {
        try {
            Path to = folder.resolve(entry.getName()).normalize();
            if (to.startsWith(folder) && !entry.isDirectory()) {
                return to;
            }
        } catch (InvalidPathException e) {
            // a name that no file can have here
        }
        throw new ZipException("a name that leads elsewhere: " + entry.getName());
    }

    /** Copies at most the announced number of bytes. */
    private static void copy(InputStream in, OutputStream out, long bytes) throws IOException {
        byte[] block = new byte[BLOCK];
        long left = bytes;
        for (int read = in.read(block); read >= 0; read = in.read(block)) {
            left -= read;
            if (left < 0) {
                throw new ZipException("more than was announced");
            }
            out.write(block, 0, read);
        }
    }

    private static void delete(Path folder) {
        try {
            FolderTree.delete(folder);
        } catch (IOException e) {
            org.slf4j.LoggerFactory.getLogger(SafetyCopy.class).info("Parts of a copy stay behind");
        }
    }
}

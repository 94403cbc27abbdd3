package org.epiglyph.exchange.archive;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.Charset;
import java.nio.file.FileVisitOption;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.LongConsumer;
import java.util.stream.Stream;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.places.TemporaryFolder;

/** Collects what arrives in archives, folders and single files into one list in which each entry occurs once. */
final class Arrivals implements FileSource {
    static final int MOST_ENTRIES = 50_000;
    private static final int DEEPEST_FOLDER = 40;
    private static final int DEEPEST_ARCHIVE = 4;
    private final List<ReceivedFile> files = new ArrayList<>();
    private final List<Refusal> refusals = new ArrayList<>();
    private final Map<String, Integer> names = new HashMap<>();
    private final Deque<AutoCloseable> open = new ArrayDeque<>();
    private final Optional<Charset> wanted;
    private final LongConsumer progress;
    private Optional<Charset> found = Optional.empty();
    private final Unpacking budget = new Unpacking();
    private TemporaryFolder unpacked;
    private int folders;
    private long bytes;

    private Arrivals(Optional<Charset> wanted, LongConsumer progress) {
        this.wanted = wanted;
        this.progress = progress;
    }

    static Arrivals open(List<Path> places, Optional<Charset> encoding, LongConsumer progress) throws Problem {
        TemporaryFolder.sweep();
        Arrivals arrivals = new Arrivals(encoding, progress);
        boolean done = false;
        try {
            for (Path place : places) {
                arrivals.addPlace(place, places.size() > 1);
            }
            done = true;
            return arrivals;
        } finally {
            if (!done) {
                arrivals.deleteTemporary();
            }
        }
    }

    private void addPlace(Path place, boolean oneOfSeveral) throws Problem {
        String name = String.valueOf(place.getFileName());
        try {
            if (Files.isDirectory(place)) {
                addFolder(place, oneOfSeveral ? name + "/" : "");
            } else if (isArchive(name) && Files.isRegularFile(place)) {
                budget.source(place.toFile().length());
                addArchive(place, name, oneOfSeveral ? name + "/" : "", 1);
            } else if (PackedFolder.isUnknownKind(name) && Files.isRegularFile(place)) {
                throw new Problem(Message.of(Arrivals.class, "unknownKind", name));
            } else if (Files.isRegularFile(place)) {
                take(FileOnDisk.of(name, place));
            } else {
                throw new Problem(Message.of(Arrivals.class, "nothingThere", place));
            }
        } catch (Problem e) {
            if (!oneOfSeveral) {
                throw e;
            }
            refusals.add(new Refusal(PathCheck.printable(name), e.asMessage(), Optional.empty()));
        }
    }

    private void addFolder(Path folder, String prefix) throws Problem {
        List<Path> all;
        try (Stream<Path> paths = Files.walk(folder, DEEPEST_FOLDER, new FileVisitOption[0])) {
            all = paths.filter(p -> !Files.isDirectory(p, LinkOption.NOFOLLOW_LINKS))
                    .limit(MOST_ENTRIES + 1L)
                    .sorted()
                    .toList();
        } catch (IOException | java.io.UncheckedIOException e) {
            throw new Problem(
                    Message.of(Arrivals.class, "folderUnreadable", folder),
                    e);
        }
        if (all.size() > MOST_ENTRIES) {
            throw tooMany(String.valueOf(folder.getFileName()));
        }
        for (Path file : all) {
            String path = prefix + folder.relativize(file).toString().replace(file.getFileSystem().getSeparator(), "/");
            if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
                refuse(path, Message.of(PackedFolder.class, "linkOrDevice"), Optional.empty());
            } else if (PackedFolder.isOne(path) || isZip(file, path)) {
                budget.source(file.toFile().length());
                addInner(file, FileOnDisk.of(path, file), 1);
            } else {
                addOrRefuse(FileOnDisk.of(path, file));
            }
        }
    }

    static Problem tooMany(Object name) {
        return new Problem(Message.of(Arrivals.class, "tooManyEntries", name, MOST_ENTRIES));
    }

    private void addArchive(Path archive, String name, String prefix, int depth) throws Problem {
        if (PackedFolder.isOne(name)) {
            addPacked(archive, name, prefix, depth);
            return;
        }
        ZipReading zip = ZipReading.open(archive, name, wanted, budget);
        open.push(zip);
        found = zip.guessed().or(() -> found);
        for (ZipReading.Item item : zip.items(prefix)) {
            if (item.refusal().isPresent()) {
                refuse(item.file().path(), item.refusal().get(), Optional.empty());
            } else if (isArchive(item.file().path())) {
                unpack(item.file(), depth);
            } else {
                addOrRefuse(item.file());
            }
        }
    }

    private void addPacked(Path archive, String name, String prefix, int depth) throws Problem {
        Path folder;
        try {
            folder = Files.createDirectory(temporary().resolve("folder-" + ++folders));
        } catch (IOException e) {
            throw new Problem(Message.of(Arrivals.class, "cannotBeUnpacked", name), e);
        }
        for (PackedFolder.Entry entry : PackedFolder.read(archive, folder, name, prefix, budget)) {
            if (entry.refusal().isPresent()) {
                refuse(entry.path(), entry.refusal().get(), Optional.empty());
                continue;
            }
            ReceivedFile file = FileOnDisk.of(entry.path(), entry.file().orElseThrow(), entry.changed());
            if (isArchive(entry.path())) {
                addInner(entry.file().orElseThrow(), file, depth);
            } else {
                addOrRefuse(file);
            }
        }
    }

    private void addOrRefuse(ReceivedFile file) {
        take(PackedFolder.isUnknownKind(file.path())
                ? new WithCaution(file, Message.of(Arrivals.class, "unknownKindWithin"))
                : file);
    }

    private Path temporary() throws IOException {
        if (unpacked == null) {
            unpacked = TemporaryFolder.make("archive");
        }
        return unpacked.path();
    }

    private static boolean isArchive(String name) {
        return looksLikeZip(name) || PackedFolder.isOne(name);
    }

    /**
     * An archive within an archive is first unpacked to a temporary file; one that cannot be read counts as an ordinary
     * file.
     */
    private void unpack(ReceivedFile file, int depth) throws Problem {
        try {
            Path inner = Files.createTempFile(temporary(), "inner-", ".archive");
            try (InputStream in = file.open(); OutputStream out = Files.newOutputStream(inner)) {
                byte[] buffer = new byte[1 << 16];
                for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                    out.write(buffer, 0, n);
                    bytes += n;
                    progress.accept(bytes);
                }
            }
            addInner(inner, file, depth);
        } catch (IOException e) {
            refuse(file.path(), Message.of(Arrivals.class, "innerNotUnpacked",
                    Objects.requireNonNullElse(e.getMessage(), e.getClass().getSimpleName())), Optional.of(file));
        }
    }

    private void addInner(Path archive, ReceivedFile file, int depth) {
        if (depth >= DEEPEST_ARCHIVE) {
            refuse(file.path(), Message.of(Arrivals.class, "tooDeep", DEEPEST_ARCHIVE), Optional.of(file));
            return;
        }
        int filesBefore = files.size();
        int refusalsBefore = refusals.size();
        try {
            addArchive(archive, file.path(), file.path() + "/", depth + 1);
            if (files.size() == filesBefore && refusals.size() == refusalsBefore) {
                take(file); // an empty archive is what was handed in
            }
        } catch (Problem e) {
            files.subList(filesBefore, files.size()).clear();
            refusals.subList(refusalsBefore, refusals.size()).clear();
            take(new WithCaution(file, Message.of(Arrivals.class, "innerNotOpened", e.asMessage())));
        }
    }

    private void take(ReceivedFile file) {
        if (files.size() >= MOST_ENTRIES) {
            refuse(file.path(), Message.of(Arrivals.class, "tooManyFiles", MOST_ENTRIES), Optional.empty());
            return;
        }
        Optional<Message> refusal = PathCheck.refusal(file.path());
        if (refusal.isPresent()) {
            refuse(file.path(), refusal.get(), Optional.of(file));
            return;
        }
        int nth = names.merge(file.path().toLowerCase(Locale.ROOT), 1, Integer::sum);
        files.add(nth == 1
                ? file
                : new WithCaution(file, Message.of(Arrivals.class, "sameName")));
    }

    private void refuse(String path, Message reason, Optional<ReceivedFile> file) {
        refusals.add(new Refusal(PathCheck.printable(path), reason, file));
    }

    private static boolean isZip(Path file, String name) {
        if (!looksLikeZip(name)) {
            return false;
        }
        try (InputStream in = Files.newInputStream(file)) {
            byte[] head = in.readNBytes(2);
            return head.length == 2 && head[0] == 'P' && head[1] == 'K';
        } catch (IOException e) {
            return false; // it is handled again as a file, and the error is reported there
        }
    }

    private static boolean looksLikeZip(String name) {
        return name.toLowerCase(Locale.ROOT).endsWith(".zip");
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
    public Optional<Charset> nameEncoding() {
        return found;
    }

    @Override
    public void close() throws IOException {
        IOException failure = null;
        while (!open.isEmpty()) {
            try {
                open.pop().close();
            } catch (Exception e) {
                failure = failure == null ? new IOException(e) : failure;
            }
        }
        if (unpacked != null) {
            unpacked.close();
        }
        if (failure != null) {
            throw failure;
        }
    }

    private void deleteTemporary() {
        try {
            close();
        } catch (IOException e) {
            org.slf4j.LoggerFactory.getLogger(Arrivals.class).warn("A source could not be closed", e);
        }
    }

    /**
     * A file as it was when it was found, so that a file that has changed when the source is read again is not taken
     * for the same.
     */
    private record FileOnDisk(String path, Path file, Optional<Message> caution, long size, Optional<Instant> changed)
            implements
                ReceivedFile {
        static FileOnDisk of(String path, Path file) {
            return of(path, file, Optional.empty());
        }

        /** @param stated when it was changed, according to its container; empty to use the file's own time */
        static FileOnDisk of(String path, Path file, Optional<Instant> stated) {
            return new FileOnDisk(path, file, PathCheck.caution(path), file.toFile().length(),
                    stated.or(() -> Optional.of(Instant.ofEpochMilli(file.toFile().lastModified()))));
        }

        @Override
        public InputStream open() throws IOException {
            return Files.newInputStream(file);
        }
    }

    private record WithCaution(ReceivedFile file, Optional<Message> caution) implements ReceivedFile {
        WithCaution(ReceivedFile file, Message caution) {
            this(file, Optional.of(caution));
        }

        @Override
        public String path() {
            return file.path();
        }

        @Override
        public long size() {
            return file.size();
        }

        @Override
        public Optional<Instant> changed() {
            return file.changed();
        }

        @Override
        public InputStream open() throws IOException {
            return file.open();
        }
    }
}

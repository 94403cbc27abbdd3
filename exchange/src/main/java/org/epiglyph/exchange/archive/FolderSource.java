package org.epiglyph.exchange.archive;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.epiglyph.core.Problem;

/** The files of a folder and the folders in it. Links are not followed; hidden files are left out. */
public final class FolderSource implements FileSource {
    private final List<ReceivedFile> files = new ArrayList<>();
    private final List<Refusal> refusals = new ArrayList<>();

    private FolderSource() {}

    /** @throws Problem where the folder cannot be read */
    public static FolderSource open(Path folder) throws Problem {
        FolderSource source = new FolderSource();
        try (Stream<Path> paths = Files.walk(folder)) {
            paths.filter(p -> !p.equals(folder)).sorted().forEach(p -> source.take(folder, p));
        } catch (IOException | java.io.UncheckedIOException e) {
            throw new Problem(
                    "The folder " + folder + " cannot be read. Check that it is there and that you may read it.", e);
        }
        return source;
    }

    private void take(Path folder, Path file) {
        String path = folder.relativize(file).toString().replace(file.getFileSystem().getSeparator(), "/");
        if (Files.isDirectory(file, LinkOption.NOFOLLOW_LINKS) || file.getFileName().toString().startsWith(".")) {
            return;
        }
        Optional<String> refusal = Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)
                ? PathCheck.refusal(path)
                : Optional.of("It is a link, not a file. Ask for the file itself.");
        refusal.ifPresentOrElse(why -> refusals.add(new Refusal(PathCheck.printable(path), why)),
                () -> files.add(new FileOnDisk(path, file)));
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
    public void close() {}

    private record FileOnDisk(String path, Path file) implements ReceivedFile {
        @Override
        public long size() {
            return file.toFile().length();
        }

        @Override
        public Optional<Instant> changed() {
            return Optional.of(Instant.ofEpochMilli(file.toFile().lastModified()));
        }

        @Override
        public InputStream open() throws IOException {
            return Files.newInputStream(file);
        }
    }
}

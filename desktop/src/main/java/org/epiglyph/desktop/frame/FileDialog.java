package org.epiglyph.desktop.frame;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.FileChooser.ExtensionFilter;
import javafx.stage.Window;

/**
 * The system's dialog for a file or a folder. Its title says what is chosen, and it starts in the folder chosen last
 * over the same window.
 */
public final class FileDialog {
    /** The property key under which a window stores the folder chosen last. */
    private static final String LAST = FileDialog.class.getName();
    private static final int PATIENCE_MILLIS = 200;
    private final Window over;
    private final String title;
    private final List<ExtensionFilter> kinds = new ArrayList<>();
    private Optional<Path> beginning = Optional.empty();

    /** @param title the text of the button that leads here; a final ellipsis is dropped */
    public FileDialog(Window over, String title) {
        this.over = over;
        this.title = title.replaceFirst("\\s*\u2026$", "");
    }

    /**
     * Offers files of one more kind.
     *
     * @param endings such as {@code *.csv}
     */
    public FileDialog kind(String text, String... endings) {
        kinds.add(new ExtensionFilter(text, endings));
        return this;
    }

    /** Starts in a folder, whatever was chosen last. */
    public FileDialog in(Path folder) {
        beginning = Optional.of(folder);
        return this;
    }

    /** Asks for an existing file. */
    public Optional<Path> open() {
        return chosen(chooser().showOpenDialog(over));
    }

    /** Asks for existing files; empty if none is chosen. */
    public List<Path> openSeveral() {
        List<File> files = chooser().showOpenMultipleDialog(over);
        if (files == null) {
            return List.of();
        }
        files.stream().findFirst().ifPresent(f -> chosen(f));
        return files.stream().map(File::toPath).toList();
    }

    /**
     * Asks for a file to write.
     *
     * @param name the proposed name, with the extension of the first kind
     */
    public Optional<Path> save(String name) {
        Optional<Path> named = Optional.empty();
        String proposed = name;
        while (true) {
            FileChooser chooser = chooser();
            named.map(Path::getParent).ifPresent(folder -> chooser.setInitialDirectory(folder.toFile()));
            chooser.setInitialFileName(proposed);
            Optional<Path> chosen = chosen(chooser.showSaveDialog(over));
            Optional<ExtensionFilter> kind = Optional.ofNullable(chooser.getSelectedExtensionFilter());
            named = chosen.map(file -> file.resolveSibling(
                    named(String.valueOf(file.getFileName()), name, kinds, kind)));
            Path file = named.orElse(null);
            if (named.equals(chosen) || !atOnce(() -> Files.exists(file), true)) {
                return named;
            }
            proposed = String.valueOf(named.get().getFileName()); // so that the system asks before it is replaced
        }
    }

    /** Asks for a folder. */
    public Optional<Path> folder() {
        DirectoryChooser chooser = new DirectoryChooser();
        chooser.setTitle(title);
        begin().ifPresent(folder -> chooser.setInitialDirectory(folder.toFile()));
        return chosen(chooser.showDialog(over));
    }

    private FileChooser chooser() {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        begin().ifPresent(folder -> chooser.setInitialDirectory(folder.toFile()));
        chooser.getExtensionFilters().addAll(kinds);
        return chooser;
    }

    private Optional<Path> begin() {
        return beginning.or(() -> Optional.ofNullable((Path) over.getProperties().get(LAST)))
                .or(() -> Optional.of(Path.of(System.getProperty("user.home"))))
                .filter(folder -> atOnce(() -> Files.isDirectory(folder), false));
    }

    /**
     * The answer to a question about the disk, asked beside the calling thread: a network drive that is gone may not
     * answer for minutes.
     *
     * @param otherwise the answer if there is none within {@value #PATIENCE_MILLIS} milliseconds
     */
    static boolean atOnce(BooleanSupplier question, boolean otherwise) {
        CompletableFuture<Boolean> answer = new CompletableFuture<>();
        Thread.ofPlatform().daemon().name("asking the disk").start(() -> {
            try {
                answer.complete(question.getAsBoolean());
            } catch (RuntimeException e) { // a folder that must not be read
                answer.complete(otherwise);
            }
        });
        return answer.completeOnTimeout(otherwise, PATIENCE_MILLIS, TimeUnit.MILLISECONDS).join();
    }

    private Optional<Path> chosen(File file) {
        Optional<Path> chosen = Optional.ofNullable(file).map(File::toPath);
        chosen.map(Path::getParent).ifPresent(folder -> over.getProperties().put(LAST, folder));
        return chosen;
    }

    /**
     * The name of the file. A typed name with the extension of a kind decides its own kind; the proposed name, and one
     * without such an extension, follow the kind that was chosen.
     */
    static String named(String chosen, String proposed, List<ExtensionFilter> kinds, Optional<ExtensionFilter> kind) {
        if (kind.isEmpty() || ends(chosen, kind.get())) {
            return chosen;
        }
        boolean ownKind = kinds.stream().anyMatch(k -> ends(chosen, k));
        if (ownKind && !chosen.equals(proposed)) {
            return chosen;
        }
        String stem = ownKind ? chosen.substring(0, chosen.lastIndexOf('.')) : chosen;
        return stem + ending(kind.get().getExtensions().getFirst());
    }

    private static boolean ends(String name, ExtensionFilter kind) {
        return kind.getExtensions().stream().anyMatch(e -> name.toLowerCase(Locale.ROOT).endsWith(ending(e)));
    }

    private static String ending(String pattern) {
        return pattern.substring(1);
    }
}

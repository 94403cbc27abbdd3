package org.epiglyph.desktop.collect;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.epiglyph.core.Problem;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.filing.RuleFile;
import org.epiglyph.places.FolderTree;
import org.slf4j.LoggerFactory;

/** Mark schemes, phrasebooks and filing rules stored on the shelf beside the batches, which are offered again. */
final class Beside {
    private static final String NOT_IN_NAMES = "[\\\\/:*?\"<>|\\p{Cntrl}]";
    private static final String[] SCHEMES = {".csv", ".xlsx", ".json"};
    private static final String[] PHRASES = {".csv", ".xlsx", ".json", ".md"};
    private final Path shelf;
    private final Consumer<String> trouble;

    /** @param trouble receives messages about what cannot be read or saved */
    Beside(Path shelf, Consumer<String> trouble) {
        this.shelf = shelf;
        this.trouble = trouble;
    }

    /** A name without characters that file names cannot have. */
    static String forNames(String name) {
        return name.replaceAll(NOT_IN_NAMES, " ").strip();
    }

    /** A title as the name of a folder that does not exist yet. */
    String freeName(String title) {
        String plain = forNames(title);
        String free = plain;
        for (int n = 2; Files.exists(shelf.resolve(free)); n++) {
            free = plain + " " + n;
        }
        return free;
    }

    List<Path> schemes() {
        return offered("mark schemes", SCHEMES);
    }

    List<Path> phrasebooks() {
        return offered("phrasebooks", PHRASES);
    }

    /** The first of these files with a name. */
    static Optional<Path> find(List<Path> files, String name) {
        return files.stream()
                .filter(f -> f.getFileName().toString().replaceFirst("\\.[^.]+$", "").equalsIgnoreCase(name))
                .findFirst();
    }

    private List<Path> offered(String folder, String... endings) {
        Path kept = shelf.resolve(folder);
        List<Path> found = new ArrayList<>();
        if (Files.isDirectory(kept)) {
            try {
                FolderTree.entries(kept)
                        .stream()
                        .filter(p -> Arrays.stream(endings).anyMatch(p.toString()::endsWith))
                        .forEach(found::add);
            } catch (IOException e) {
                LoggerFactory.getLogger(Beside.class).warn("Kept tables cannot be listed", e);
            }
        }
        return found;
    }

    /** The stored filing rules; an unreadable one is reported and left out. */
    List<FilingRule> rules() {
        List<FilingRule> rules = new ArrayList<>();
        for (Path file : offered("filing rules", ".txt")) {
            try {
                rules.add(RuleFile.read(file));
            } catch (Problem e) {
                trouble.accept(e.getMessage());
            }
        }
        return rules;
    }

    /** Stores a rule under its name, to be offered again and shared; empty if that fails. */
    Optional<Path> save(FilingRule rule) {
        Path file = shelf.resolve("filing rules").resolve(forNames(rule.name()) + ".txt");
        try {
            RuleFile.write(rule, file);
            return Optional.of(file);
        } catch (IOException e) {
            trouble.accept(UiText.of("Collect.ruleNotKept", file));
            return Optional.empty();
        }
    }
}

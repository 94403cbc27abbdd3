package org.epiglyph.desktop.frame;

import java.util.Optional;
import java.util.function.BooleanSupplier;
import javafx.scene.input.KeyCombination;

/**
 * Something the marker can do.
 *
 * @param name     in words, as the command finder shows it
 * @param key      the key that does it
 * @param possible whether it can be done now
 * @param run      does it; called on the interface thread
 */
public record Act(String name, Optional<KeyCombination> key, BooleanSupplier possible, Runnable run) {
    /** An act that is always possible, named by a key of {@link Words}. */
    public static Act of(String words, String key, Runnable run) {
        return of(words, key, () -> true, run);
    }

    /** An act named by a key of {@link Words}; an empty key combination means none. */
    public static Act of(String words, String key, BooleanSupplier possible, Runnable run) {
        return new Act(Words.of(words), key.isEmpty() ? Optional.empty() : Optional.of(KeyCombination.valueOf(key)),
                possible, run);
    }

    /** The key as it is shown; empty where there is none. */
    public String keyWords() {
        return key.map(KeyCombination::getDisplayText).orElse("");
    }
}

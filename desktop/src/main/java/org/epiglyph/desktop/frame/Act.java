package org.epiglyph.desktop.frame;

import java.util.Arrays;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;

/**
 * Something the marker can do.
 *
 * @param id       names the act in the settings; never changes
 * @param name     as the command finder shows it
 * @param key      the key that does it
 * @param possible whether it can be done now
 * @param repeats  true if it is a step that is repeated while its key is held
 * @param run      does it; called on the interface thread
 */
public record Act(String id, String name, Optional<KeyCombination> key, BooleanSupplier possible, boolean repeats,
        Runnable run) {
    /** An act that is done once, however long its key is held. */
    public Act(String id, String name, Optional<KeyCombination> key, BooleanSupplier possible, Runnable run) {
        this(id, name, key, possible, false, run);
    }

    /** An act that is always possible, with the text of a {@link UiText} key. */
    public static Act of(String text, String key, Runnable run) {
        return of(text, key, () -> true, run);
    }

    /** An act with the text of a {@link UiText} key; an empty key combination means none. */
    public static Act of(String text, String key, BooleanSupplier possible, Runnable run) {
        return new Act(text, UiText.of(text), key.isEmpty() ? Optional.empty() : Optional.of(key(key)),
                possible, run);
    }

    /**
     * A key with its modifiers, for example {@code Shortcut+Shift+DOWN}.
     *
     * @param text modifiers and the name of a {@link KeyCode}, joined by plus signs
     */
    public static KeyCombination key(String text) {
        String[] parts = text.split("\\+");
        KeyCombination.Modifier[] modifiers = Arrays.stream(parts)
                .limit(parts.length - 1)
                .map(Act::modifier)
                .toArray(KeyCombination.Modifier[]::new);
        return new KeyCodeCombination(KeyCode.valueOf(parts[parts.length - 1]), modifiers);
    }

    /** The same act with another key; an empty text for none. */
    Act withKey(String text) {
        return new Act(id, name, text.isEmpty() ? Optional.empty() : Optional.of(key(text)), possible, repeats, run);
    }

    /** The same act, repeated while its key is held. */
    public Act repeating() {
        return new Act(id, name, key, possible, true, run);
    }

    private static KeyCombination.Modifier modifier(String word) {
        return switch (word) {
            case "Shortcut" -> KeyCombination.SHORTCUT_DOWN;
            case "Shift" -> KeyCombination.SHIFT_DOWN;
            case "Alt" -> KeyCombination.ALT_DOWN;
            default -> throw new IllegalArgumentException("No modifier is called " + word);
        };
    }

    /** The key as shown; empty if there is none. */
    String keyText() {
        return key.map(KeyCombination::getDisplayText).orElse("");
    }
}

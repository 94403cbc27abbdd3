package org.epiglyph.desktop.frame;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/** All acts that can be done where the marker is now: those of the window and those of the place in it. */
public final class Acts {
    private final List<Act> everywhere = new ArrayList<>();
    private final Map<String, String> ownKeys = new HashMap<>();
    private final Consumer<Map<String, String>> keeping;
    private List<Act> here = List.of();
    private KeyCode acting;

    /**
     * @param ownKeys keys that the marker gave to acts, by the act's id; empty words for no key
     * @param keeping keeps them when they change
     */
    public Acts(Map<String, String> ownKeys, Consumer<Map<String, String>> keeping) {
        this.ownKeys.putAll(ownKeys);
        this.keeping = keeping;
    }

    public void everywhere(Act act) {
        everywhere.add(act);
    }

    /** Exchanges the acts of the place. */
    public void here(List<Act> acts) {
        here = List.copyOf(acts);
    }

    /** Acts whose name has all the typed words, those of the place first; each once. */
    public List<Act> find(String typed) {
        String[] words = typed.strip().toLowerCase(Locale.ROOT).split("\\s+");
        Map<String, Act> found = new java.util.LinkedHashMap<>();
        for (Act act : all()) {
            String name = act.name().toLowerCase(Locale.ROOT);
            if (List.of(words).stream().allMatch(name::contains)) {
                found.putIfAbsent(act.id(), act);
            }
        }
        return List.copyOf(found.values());
    }

    /**
     * Gives an act another key.
     *
     * @param key modifiers and the name of a key joined by plus signs, as {@link Act#key} reads them; empty for none
     * @return why it cannot be, or empty where it is done
     */
    public Optional<String> changeKey(Act act, String key) {
        if (!key.isEmpty()) {
            var combination = Act.key(key);
            for (Act other : all()) {
                if (!other.id().equals(act.id()) && other.key().equals(Optional.of(combination))) {
                    return Optional.of(Words.of("Keys.taken", other.keyWords(), other.name()));
                }
            }
        }
        ownKeys.put(act.id(), key);
        keeping.accept(Map.copyOf(ownKeys));
        return Optional.empty();
    }

    /** Lets every act have the key that it came with. */
    public void forgetOwnKeys() {
        ownKeys.clear();
        keeping.accept(Map.of());
    }

    /** The letter of a key that was an act must not be typed into the field that the act put the focus on. */
    void onTyped(KeyEvent event) {
        if (acting != null) {
            event.consume();
        }
    }

    void onReleased(KeyEvent event) {
        acting = null;
    }

    /** Does what the key stands for. While words are typed, only keys with Ctrl, Alt or Meta and function keys are acts. */
    void onKey(KeyEvent event, Node focus) {
        if (event.getCode() != acting) {
            acting = null;
        }
        boolean typing = focus instanceof TextInputControl;
        boolean bare = !event.isControlDown() && !event.isAltDown() && !event.isMetaDown()
                && !event.getCode().isFunctionKey();
        if (typing && bare || typing && isEditingKey(event)) {
            return;
        }
        for (Act act : all()) {
            if (act.key().isPresent() && act.key().get().match(event) && act.possible().getAsBoolean()) {
                event.consume();
                acting = event.getCode();
                act.run().run();
                return;
            }
        }
    }

    /** Keys that a text field needs for itself. */
    private static boolean isEditingKey(KeyEvent event) {
        return event.isShortcutDown() && !event.isShiftDown()
                && List.of(KeyCode.C, KeyCode.X, KeyCode.V, KeyCode.A, KeyCode.Z, KeyCode.B, KeyCode.I, KeyCode.P,
                        KeyCode.LEFT, KeyCode.RIGHT, KeyCode.BACK_SPACE, KeyCode.DELETE)
                        .contains(event.getCode());
    }

    /** All acts with the keys in force. An own key takes the place of all keys that an act came with. */
    List<Act> all() {
        List<Act> all = new ArrayList<>();
        List<Act> given = new ArrayList<>(here);
        given.addAll(everywhere);
        for (Act act : given) {
            String own = ownKeys.get(act.id());
            if (own == null) {
                all.add(act);
            } else if (all.stream().noneMatch(a -> a.id().equals(act.id()))) {
                all.add(act.withKey(own));
            }
        }
        return all;
    }
}

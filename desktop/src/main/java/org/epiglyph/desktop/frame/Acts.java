package org.epiglyph.desktop.frame;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.LongSupplier;
import javafx.scene.Node;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/** All acts available where the marker is now: those of the window and those of the place in it. */
public final class Acts {
    /** A held key repeats after half a second to a second, then many times a second. */
    private static final long LONGEST_PAUSE = 1_500_000_000L;
    private static final Set<KeyCode> EDITING = EnumSet.of(KeyCode.C, KeyCode.X, KeyCode.V, KeyCode.A, KeyCode.B,
            KeyCode.I, KeyCode.P, KeyCode.LEFT, KeyCode.RIGHT, KeyCode.HOME, KeyCode.END, KeyCode.BACK_SPACE,
            KeyCode.DELETE);
    private static final Object OWN_UNDO = new Object();
    private final List<Act> everywhere = new ArrayList<>();
    private final Map<String, String> ownKeys = new HashMap<>();
    private final Consumer<Map<String, String>> keeping;
    private final Consumer<Runnable> later;
    private final LongSupplier nanos;
    private List<Act> here = List.of();
    private Held held;
    /** True while the key that undid something in a field is held: it goes no further than the field. */
    private boolean undoingInField;

    /**
     * @param ownKeys keys that the marker gave to acts, by the act's id; empty for no key
     * @param keeping saves them when they change
     * @param later   runs something on the interface thread, after all pending input has been handled
     * @param nanos   a monotonic clock in nanoseconds
     */
    Acts(Map<String, String> ownKeys, Consumer<Map<String, String>> keeping, Consumer<Runnable> later,
            LongSupplier nanos) {
        this.ownKeys.putAll(ownKeys);
        this.keeping = keeping;
        this.later = later;
        this.nanos = nanos;
    }

    void everywhere(Act act) {
        everywhere.add(act);
    }

    /** Replaces the acts of the place. */
    void here(List<Act> acts) {
        here = List.copyOf(acts);
    }

    /** Acts whose name contains all typed words, those of the place first; each once. */
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
     * @param key modifiers and the name of a key joined by plus signs, as {@link Act#key} parses them; empty for none
     * @return why it is refused; empty if it is done
     */
    Optional<String> changeKey(Act act, String key) {
        if (!key.isEmpty()) {
            var combination = Act.key(key);
            for (Act other : all()) {
                if (!other.id().equals(act.id()) && other.key().equals(Optional.of(combination))) {
                    return Optional.of(UiText.of("Keys.taken", other.keyText(), other.name()));
                }
            }
        }
        ownKeys.put(act.id(), key);
        keeping.accept(Map.copyOf(ownKeys));
        return Optional.empty();
    }

    /** Restores the default key of every act. */
    void forgetOwnKeys() {
        ownKeys.clear();
        keeping.accept(Map.of());
    }

    /** The letter of a key that was an act must not be typed into the field that the act focused. */
    void onTyped(KeyEvent event) {
        if (held != null && held.act.isPresent()) {
            event.consume();
        }
    }

    void onReleased(KeyEvent event) {
        if (!event.getCode().isModifierKey()) {
            held = null;
            undoingInField = false;
        }
    }

    /** The window has lost the keyboard, so it will not be notified that a key is released. */
    void onFocusLost() {
        held = null;
        undoingInField = false;
    }

    /**
     * Does what the key stands for. While text is typed, only keys with Ctrl, Alt or Meta and function keys are acts. A
     * held key repeats: an act is repeated only if it is a step, and never faster than its result is shown. A key that
     * confirms or removes outside text input does so once, whoever handles it.
     */
    void onKey(KeyEvent event, Node focus) {
        if (held != null && held.isRepeatedBy(event)) {
            event.consume();
            repeat(event);
            return;
        }
        held = decides(event.getCode(), focus) ? new Held(event.getCode(), Optional.empty()) : null;
        boolean bare = !event.isControlDown() && !event.isAltDown() && !event.isMetaDown()
                && !event.getCode().isFunctionKey();
        if (focus instanceof TextInputControl field && (bare || isFor(field, event))) {
            return;
        }
        for (Act act : all()) {
            if (act.key().isPresent() && act.key().get().match(event) && act.possible().getAsBoolean()) {
                event.consume();
                held = new Held(event.getCode(), Optional.of(act.id()));
                held.run(act);
                return;
            }
        }
    }

    private static boolean decides(KeyCode code, Node focus) {
        return switch (code) {
            case ENTER -> !(focus instanceof TextArea);
            case SPACE, DELETE, BACK_SPACE -> !(focus instanceof TextInputControl);
            default -> false;
        };
    }

    private void repeat(KeyEvent event) {
        Held now = held;
        now.heard = nanos.getAsLong();
        if (now.shown) {
            all().stream()
                    .filter(a -> a.repeats() && now.act.equals(Optional.of(a.id())) && a.key().get().match(event)
                            && a.possible().getAsBoolean())
                    .findFirst()
                    .ifPresent(now::run);
        }
    }

    /** A key that was pressed for an act and not yet released. */
    private final class Held {
        private final KeyCode code;
        private final Optional<String> act;
        private boolean shown;
        private long heard = nanos.getAsLong();

        /** @param act what it does, by its id; empty if the focused part handles it */
        Held(KeyCode code, Optional<String> act) {
            this.code = code;
            this.act = act;
        }

        /** A key that is pressed again after a while was released unnoticed, in another window. */
        boolean isRepeatedBy(KeyEvent event) {
            return event.getCode() == code && nanos.getAsLong() - heard < LONGEST_PAUSE;
        }

        void run(Act what) {
            shown = false;
            try {
                what.run().run();
            } finally {
                heard = nanos.getAsLong();
                later.accept(() -> shown = true);
            }
        }
    }

    /**
     * Gives a field undo and redo for itself alone, as one that is opened by typing has something to undo that it does
     * not know about.
     */
    public static void undoesAlone(TextInputControl field) {
        field.getProperties().put(OWN_UNDO, true);
    }

    /** True for keys that a text field needs for itself; it undoes and redoes what has been typed in it. */
    private boolean isFor(TextInputControl field, KeyEvent event) {
        if (!event.isShortcutDown()) {
            return false;
        }
        if (event.getCode() == KeyCode.Z || event.getCode() == KeyCode.Y) {
            boolean undoing = event.getCode() == KeyCode.Z && !event.isShiftDown();
            undoingInField |= field.getProperties().containsKey(OWN_UNDO)
                    || (undoing ? field.isUndoable() : field.isRedoable());
            return undoingInField;
        }
        return !event.isShiftDown() && EDITING.contains(event.getCode());
    }

    /** All acts with their present keys. A key of the marker's own replaces all default keys of an act. */
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

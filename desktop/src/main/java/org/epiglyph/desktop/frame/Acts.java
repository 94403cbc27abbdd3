package org.epiglyph.desktop.frame;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.scene.Node;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/** All acts that can be done where the marker is now: those of the window and those of the place in it. */
public final class Acts {
    private final List<Act> everywhere = new ArrayList<>();
    private List<Act> here = List.of();
    private KeyCode acting;

    public void everywhere(Act act) {
        everywhere.add(act);
    }

    /** Exchanges the acts of the place. */
    public void here(List<Act> acts) {
        here = List.copyOf(acts);
    }

    /** Acts whose name has all the typed words, those of the place first. */
    public List<Act> find(String typed) {
        String[] words = typed.strip().toLowerCase(Locale.ROOT).split("\\s+");
        return all().stream().filter(act -> {
            String name = act.name().toLowerCase(Locale.ROOT);
            return List.of(words).stream().allMatch(name::contains);
        }).toList();
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
                && List.of(KeyCode.C, KeyCode.X, KeyCode.V, KeyCode.A, KeyCode.Z, KeyCode.LEFT, KeyCode.RIGHT,
                        KeyCode.BACK_SPACE, KeyCode.DELETE)
                        .contains(event.getCode());
    }

    private List<Act> all() {
        List<Act> all = new ArrayList<>(here);
        all.addAll(everywhere);
        return all;
    }
}

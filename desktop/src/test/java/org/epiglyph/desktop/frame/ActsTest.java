package org.epiglyph.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Pane;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;

@ExtendWith(ApplicationExtension.class)
class ActsTest {
    private final Map<String, String> kept = new HashMap<>();
    private final List<Runnable> later = new ArrayList<>();
    private long nanos;
    private final Acts acts = new Acts(Map.of(), kept::putAll, later::add, () -> nanos);
    private final List<String> done = new ArrayList<>();
    private boolean possible = true;

    @BeforeEach
    void acts() {
        acts.everywhere(act("Go to the shelf", "Shortcut+DIGIT1"));
        acts.here(List.of(act("Take: Pen, madder", "DIGIT1"), act("Show or hide the ledger", "F2"),
                act("Delete the chosen mark", "DELETE")));
    }

    private Act act(String name, String key) {
        return new Act(name, name, Optional.of(Act.key(key)), () -> possible, () -> done.add(name));
    }

    private static KeyEvent press(KeyCode code, boolean control) {
        return new KeyEvent(KeyEvent.KEY_PRESSED, "", "", code, false, control, false, false);
    }

    @Test
    void aKeyRunsItsCommandOnly() {
        acts.onKey(press(KeyCode.DIGIT1, false), new Pane());
        acts.onReleased(press(KeyCode.DIGIT1, false));
        acts.onKey(press(KeyCode.DIGIT1, true), new Pane());
        acts.onKey(press(KeyCode.DIGIT2, true), new Pane());
        assertThat(done).containsExactly("Take: Pen, madder", "Go to the shelf");
    }

    @Test
    void lettersAndDigitsAreTextWhileTyping() {
        TextField field = new TextField();
        KeyEvent digit = press(KeyCode.DIGIT1, false);
        acts.onKey(digit, field);
        acts.onKey(press(KeyCode.DELETE, false), field);
        assertThat(done).isEmpty();
        assertThat(digit.isConsumed()).isFalse();
        acts.onKey(press(KeyCode.F2, false), field);
        acts.onKey(press(KeyCode.DIGIT1, true), field);
        assertThat(done).containsExactly("Show or hide the ledger", "Go to the shelf");
    }

    @Test
    void aCommandsLetterIsNotTypedAsWell() {
        KeyEvent typed = new KeyEvent(KeyEvent.KEY_TYPED, "1", "", KeyCode.UNDEFINED, false, false, false, false);
        acts.onKey(press(KeyCode.DIGIT1, false), new Pane());
        acts.onTyped(typed);
        assertThat(typed.isConsumed()).isTrue();
        acts.onReleased(press(KeyCode.DIGIT1, false));
        KeyEvent next = new KeyEvent(KeyEvent.KEY_TYPED, "2", "", KeyCode.UNDEFINED, false, false, false, false);
        acts.onTyped(next);
        assertThat(next.isConsumed()).isFalse();
    }

    @Test
    void aHeldKeyRunsItsCommandOnce() {
        KeyEvent again = press(KeyCode.DIGIT1, true);
        acts.onKey(press(KeyCode.DIGIT1, true), new Pane());
        shown();
        acts.onKey(again, new Pane());
        acts.onReleased(press(KeyCode.CONTROL, false));
        acts.onKey(press(KeyCode.DIGIT1, false), new Pane());
        assertThat(done).as("nor the act of the key without Ctrl").containsExactly("Go to the shelf");
        assertThat(again.isConsumed()).isTrue();
        acts.onReleased(press(KeyCode.DIGIT1, false));
        acts.onKey(press(KeyCode.DIGIT1, true), new Pane());
        assertThat(done).hasSize(2);
    }

    @Test
    void aStepRepeatsWhileItsKeyIsHeldNoFasterThanItIsShown() {
        acts.here(List.of(act("Next student", "PAGE_DOWN").repeating()));
        for (int i = 0; i < 5; i++) {
            acts.onKey(press(KeyCode.PAGE_DOWN, false), new Pane());
        }
        assertThat(done).as("four more waited while the first was done").hasSize(1);
        shown();
        acts.onKey(press(KeyCode.PAGE_DOWN, false), new Pane());
        assertThat(done).hasSize(2);
        possible = false;
        shown();
        acts.onKey(press(KeyCode.PAGE_DOWN, false), new Pane());
        assertThat(done).hasSize(2);
    }

    @Test
    void aKeyReleasedOverAnotherWindowWorksAgain() {
        acts.onKey(press(KeyCode.DIGIT1, true), new Pane());
        acts.onFocusLost();
        acts.onKey(press(KeyCode.DIGIT1, true), new Pane());
        assertThat(done).hasSize(2);
        nanos += 2_000_000_000L;
        acts.onKey(press(KeyCode.DIGIT1, true), new Pane());
        assertThat(done).as("no keyboard waits so long before it repeats a key").hasSize(3);
    }

    @Test
    void aConfirmingKeyWorksOnceExceptInText() {
        KeyEvent first = press(KeyCode.ENTER, false);
        KeyEvent second = press(KeyCode.ENTER, false);
        acts.onKey(first, new TextField());
        acts.onKey(second, new Pane());
        assertThat(first.isConsumed()).isFalse();
        assertThat(second.isConsumed()).as("it would confirm what came next").isTrue();
        acts.onReleased(second);
        KeyEvent line = press(KeyCode.ENTER, false);
        acts.onKey(press(KeyCode.ENTER, false), new TextArea());
        acts.onKey(line, new TextArea());
        assertThat(line.isConsumed()).as("another empty line").isFalse();
        KeyEvent space = new KeyEvent(KeyEvent.KEY_TYPED, " ", "", KeyCode.UNDEFINED, false, false, false, false);
        acts.onKey(press(KeyCode.SPACE, false), new Pane());
        acts.onTyped(space);
        assertThat(space.isConsumed()).isFalse();
    }

    private void shown() {
        List.copyOf(later).forEach(Runnable::run);
        later.clear();
    }

    @Test
    void unavailableCommandsDoNothing() {
        possible = false;
        acts.onKey(press(KeyCode.DIGIT1, false), new Pane());
        assertThat(done).isEmpty();
    }

    @Test
    void findsACommandByLettersInAnyOrder() {
        assertThat(acts.find("mark del")).extracting(Act::name).containsExactly("Delete the chosen mark");
        assertThat(acts.find("")).hasSize(4);
        assertThat(acts.find("nothing like it")).isEmpty();
    }

    @Test
    void rejectsAnInvalidKeyAtStart() {
        assertThatThrownBy(() -> Act.key("Hyper+X")).hasMessage("No modifier is called Hyper");
        assertThatThrownBy(() -> Act.key("XYZ")).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void aCustomKeyReplacesTheDefaultAndAConflictIsRefused() {
        Act fold = acts.find("ledger").getFirst();
        assertThat(acts.changeKey(fold, "DIGIT1")).hasValueSatisfying(
                why -> assertThat(why).contains("Take: Pen, madder"));
        assertThat(kept).isEmpty();
        assertThat(acts.changeKey(fold, "Shortcut+F2")).isEmpty();
        assertThat(kept).containsEntry("Show or hide the ledger", "Shortcut+F2");
        acts.onKey(press(KeyCode.F2, false), new Pane());
        assertThat(done).isEmpty();
        acts.onKey(press(KeyCode.F2, true), new Pane());
        acts.onReleased(press(KeyCode.F2, true));
        assertThat(done).containsExactly("Show or hide the ledger");
        assertThat(acts.changeKey(fold, "")).as("an act may have no key").isEmpty();
        assertThat(acts.find("ledger").getFirst().keyText()).isEmpty();
        acts.forgetOwnKeys();
        acts.onKey(press(KeyCode.F2, false), new Pane());
        assertThat(done).hasSize(2);
    }

    private static KeyEvent undo(boolean shift) {
        return new KeyEvent(KeyEvent.KEY_PRESSED, "", "", KeyCode.Z, shift, true, false, false);
    }

    @Test
    void undoAppliesToTheFieldWhileTypingAndOtherwiseToThePlace() {
        acts.here(List.of(act("Undo", "Shortcut+Z"), act("Redo", "Shortcut+Shift+Z")));
        TextField field = new TextField("8");
        acts.onKey(undo(false), field);
        acts.onReleased(undo(false));
        assertThat(done).as("nothing was typed").containsExactly("Undo");
        field.insertText(0, "1");
        acts.onKey(undo(false), field);
        field.undo(); // as the field does if the key is left to it
        acts.onKey(undo(false), field);
        assertThat(done).as("the key is still held").containsExactly("Undo");
        acts.onReleased(undo(false));
        acts.onKey(undo(true), field);
        assertThat(done).as("what was undone in the field can be done again there").containsExactly("Undo");
        acts.onReleased(undo(true));
        field.redo();
        acts.onKey(undo(true), field);
        assertThat(done).containsExactly("Undo", "Redo");
        acts.onReleased(undo(true));
        Acts.undoesAlone(field);
        acts.onKey(undo(true), field);
        assertThat(done).as("the field's alone").containsExactly("Undo", "Redo");
    }
}

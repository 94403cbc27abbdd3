package org.epiglyph.desktop.paper;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;

/**
 * A gesture on a page whose words are still being read: what the hand does is held back until it is known whether there
 * are words under it.
 */
final class AwaitingWords implements Gesture {
    private final Function<Contact, Gesture> kind;
    private final List<Contact> held = new ArrayList<>();
    private boolean released;
    private Gesture gesture;

    /** @param kind chooses the gesture by the first contact, once the words are there */
    AwaitingWords(Contact first, Function<Contact, Gesture> kind) {
        this.kind = kind;
        held.add(first);
    }

    /** True until it is begun or cancelled. */
    boolean isHolding() {
        return gesture == null;
    }

    /** Does what was held back. */
    void begin() {
        if (!isHolding()) {
            return;
        }
        gesture = kind.apply(held.getFirst());
        held.subList(1, released ? held.size() - 1 : held.size()).forEach(gesture::drag);
        if (released) {
            gesture.release(held.getLast());
        }
    }

    @Override
    public void drag(Contact contact) {
        if (isHolding()) {
            held.add(contact);
        } else {
            gesture.drag(contact);
        }
    }

    @Override
    public void release(Contact contact) {
        if (isHolding()) {
            held.add(contact);
            released = true;
        } else {
            gesture.release(contact);
        }
    }

    @Override
    public void cancel() {
        if (isHolding()) {
            gesture = Gesture.NONE;
        } else {
            gesture.cancel();
        }
    }
}

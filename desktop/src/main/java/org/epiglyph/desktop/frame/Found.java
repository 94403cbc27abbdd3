package org.epiglyph.desktop.frame;

import java.util.function.BooleanSupplier;

/**
 * Something that the finder found.
 *
 * @param name     in words
 * @param aside    what stands at the right of it: a key, or what kind of thing it is
 * @param possible whether it can be gone to or done now
 * @param run      goes there or does it; called on the interface thread
 */
public record Found(String name, String aside, BooleanSupplier possible, Runnable run) {
    static Found of(Act act) {
        return new Found(act.name(), act.keyText(), act.possible(), act.run());
    }
}

package org.epiglyph.desktop.frame;

import java.util.function.BooleanSupplier;

/**
 * Something that the finder found.
 *
 * @param name     its text
 * @param aside    what is shown at the right: a key, or the kind of thing
 * @param possible whether it can be reached or done now
 * @param run      goes there or does it; called on the interface thread
 */
public record Found(String name, String aside, BooleanSupplier possible, Runnable run) {
    static Found of(Act act) {
        return new Found(act.name(), act.keyText(), act.possible(), act.run());
    }
}

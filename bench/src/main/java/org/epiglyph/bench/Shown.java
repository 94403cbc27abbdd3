package org.epiglyph.bench;

import java.util.function.BooleanSupplier;
import javafx.animation.AnimationTimer;

/** Ends the program on the first frame in which something is shown. */
final class Shown {
    private Shown() {}

    static void endWhen(BooleanSupplier shown) {
        new AnimationTimer() {
            @Override
            public void handle(long now) {
                if (shown.getAsBoolean()) {
                    System.exit(0);
                }
            }
        }.start();
    }
}

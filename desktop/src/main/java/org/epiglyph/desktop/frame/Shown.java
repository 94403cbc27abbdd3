package org.epiglyph.desktop.frame;

import javafx.animation.AnimationTimer;

/** Work that can wait until what the window shows now is on the screen. */
public final class Shown {
    private Shown() {}

    /** Runs something on the interface thread once a frame with the window's present content has been drawn. */
    public static void then(Runnable work) {
        new AnimationTimer() {
            private boolean drawing;

            @Override
            public void handle(long now) {
                if (drawing) {
                    stop();
                    work.run();
                }
                drawing = true; // called before a frame is drawn, and again before the next one
            }
        }.start();
    }
}

package org.epiglyph.desktop.paper;

import java.util.ArrayDeque;
import java.util.Queue;
import javafx.application.Platform;
import org.epiglyph.core.pen.PenDevice;
import org.epiglyph.core.pen.PenSample;

/**
 * Lets a pen tablet write on the pages. Its reports arrive on a thread of their own and are handled in order, all
 * pending ones at once, so that none is lost however many arrive between two frames.
 */
public final class PenInput {
    private final PageRoll roll;
    private final Gestures gestures;
    private final Queue<PenSample> waiting = new ArrayDeque<>();
    private PageLeaf leaf;
    private PenSample before;

    public PenInput(PageRoll roll, Gestures gestures) {
        this.roll = roll;
        this.gestures = gestures;
    }

    /** Listens to a device until it is closed. */
    public void listenTo(PenDevice device) {
        device.reportTo(sample -> {
            boolean first;
            synchronized (waiting) {
                first = waiting.isEmpty();
                waiting.add(sample);
            }
            if (first) {
                Platform.runLater(this::drain);
            }
        });
    }

    private void drain() {
        while (true) {
            PenSample sample;
            synchronized (waiting) {
                sample = waiting.poll();
            }
            if (sample == null) {
                return;
            }
            onSample(sample);
        }
    }

    private void onSample(PenSample sample) {
        boolean down = sample.isDown();
        boolean wasDown = leaf != null;
        if (down && !wasDown && roll.holds(sample.x(), sample.y())) {
            roll.leafAt(sample.x(), sample.y()).ifPresent(under -> {
                leaf = under;
                gestures.penWrites();
                gestures.press(contact(sample));
            });
        } else if (down && wasDown) {
            gestures.drag(contact(sample));
        } else if (!down && wasDown) {
            gestures.release(contact(before));
            leaf = null;
        }
        before = sample;
    }

    private Contact contact(PenSample s) {
        return new Contact(leaf, leaf.atScene(s.x(), s.y()), s.pressure(), s.millis(), 1, false, false);
    }
}

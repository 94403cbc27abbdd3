package org.epiglyph.desktop.frame;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;

/** Undo or redo, and the message about it. */
public final class Steps {
    private Steps() {}

    /**
     * The outcome of a step.
     *
     * @param done    true if something was undone or redone
     * @param refusal why it was refused; else empty
     * @param skipped which steps were skipped, since they no longer apply; else empty
     */
    public record Outcome(boolean done, String refusal, String skipped) {}

    /** @param step does it, and reports what it skips */
    public static Outcome run(Function<Consumer<EditRefused>, Optional<Entry>> step) {
        List<String> passedOver = new ArrayList<>();
        try {
            boolean done = step.apply(e -> passedOver.add(e.getMessage())).isPresent();
            return new Outcome(done, "",
                    passedOver.isEmpty() ? "" : UiText.of("Frame.passedOver", String.join(" ", passedOver)));
        } catch (EditRefused e) {
            return new Outcome(false, e.getMessage(), "");
        }
    }
}

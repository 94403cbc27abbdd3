package org.epiglyph.desktop.frame;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.Entry;

/** A step back or forth, and what is to be said of it. */
public final class Steps {
    private Steps() {}

    /**
     * What a step came to.
     *
     * @param done    true if something was taken back or done again
     * @param refusal why it could not be; else empty
     * @param said    which steps were passed over, since they no longer fit; else empty
     */
    public record Outcome(boolean done, String refusal, String said) {}

    /** @param step does it, and tells what it passes over */
    public static Outcome take(Function<Consumer<EditRefused>, Optional<Entry>> step) {
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

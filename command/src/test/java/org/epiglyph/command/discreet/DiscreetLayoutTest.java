package org.epiglyph.command.discreet;

import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.spi.LoggingEvent;
import java.nio.file.NoSuchFileException;
import java.util.ArrayList;
import java.util.List;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Entry;
import org.junit.jupiter.api.Test;

/** Students' names, keys and words are planted wherever a message could carry them, and stand in no line of the log. */
class DiscreetLayoutTest {
    private static final String PLANTED = "Adaeze Lindqvist-Moreau K-4401";

    private static String logged(String logger, String message, Throwable fault, Object... given) {
        Logger source = new LoggerContext().getLogger(logger);
        return new DiscreetLayout().doLayout(new LoggingEvent("fqcn", source, Level.WARN, message, fault, given));
    }

    @Test
    void logsNoExternalText() {
        Throwable fault = new IllegalStateException(PLANTED, new Problem("About " + PLANTED,
                new NoSuchFileException("/home/x/" + PLANTED + ".pdf")));
        fault.addSuppressed(new RuntimeException(PLANTED));
        assertThat(logged("org.epiglyph.carrier.PageMaking", "Pages of {} could not be made", fault, PLANTED))
                .doesNotContain("Adaeze", "Lindqvist", "4401", "/home")
                .contains("Pages of \u2026 could not be made", "java.lang.IllegalStateException", "NoSuchFileException",
                        "DiscreetLayoutTest.logsNoExternalText");
        assertThat(logged("org.apache.poi.Something", PLANTED, fault)).doesNotContain("Adaeze", "4401")
                .contains("org.apache.poi.Something");
    }

    @Test
    void logsItsOwnNumbersAndConstants() {
        assertThat(logged("org.epiglyph.workspace.HistoryWriter", "SQLite code {}, {}, {}", null, 13, Entry.Kind.DONE,
                List.class)).contains("SQLite code 13, DONE, java.util.List");
    }

    @Test
    void anExceptionThatCausesItselfEnds() {
        RuntimeException one = new RuntimeException(PLANTED);
        RuntimeException two = new RuntimeException(PLANTED, one);
        one.initCause(two);
        assertThat(logged("org.epiglyph.x", "A loop", one)).doesNotContain("Adaeze");
    }

    @Test
    void anUncaughtErrorIsOneLineForTheMarker() throws InterruptedException {
        List<String> said = new ArrayList<>();
        Thread thread = Thread.ofPlatform().unstarted(() -> {
            throw new StackOverflowError(PLANTED);
        });
        thread.setUncaughtExceptionHandler(new Uncaught(said::add, "Something went wrong."));
        thread.start();
        thread.join();
        assertThat(said).containsExactly("Something went wrong.");
    }
}

package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.junit.jupiter.api.Test;

/** Work that is waited for. */
class FuturesTest {
    @Test
    void rethrowsWhatTheTaskThrew() throws Problem {
        assertThat(Futures.get(CompletableFuture.completedFuture("done"))).isEqualTo("done");
        for (Throwable thrown : new Throwable[]{new Problem(Message.literal("no room")),
                new IllegalArgumentException("wrong"), new StackOverflowError()}) {
            assertThatThrownBy(() -> Futures.get(CompletableFuture.failedFuture(thrown))).isSameAs(thrown);
        }
        assertThatThrownBy(() -> Futures.get(CompletableFuture.failedFuture(new Exception("another"))))
                .isInstanceOf(IllegalStateException.class)
                .hasRootCauseMessage("another");
    }

    @Test
    void anInterruptedWaitStaysInterrupted() {
        Thread.currentThread().interrupt();
        assertThatThrownBy(() -> Futures.get(new CompletableFuture<>())).isInstanceOf(CancellationException.class);
        assertThat(Thread.interrupted()).isTrue();
    }
}

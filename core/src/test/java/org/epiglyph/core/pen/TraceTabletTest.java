package org.epiglyph.core.pen;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;

class TraceTabletTest {
    private static final String TEXT = """
            # a short line
            0 10 20 0 0 0
            8 10.5 20.25 0.5 12 -3
            16 14 24 0.75 12 -3
            24 14 24 0 0 0
            """;

    @Test
    void playsATraceLikeADevice() throws InterruptedException {
        List<PenSample> heard = Collections.synchronizedList(new ArrayList<>());
        try (TraceTablet tablet = new TraceTablet(PenTrace.read(TEXT), 100)) {
            tablet.reportTo(heard::add);
            tablet.await();
        }
        assertThat(heard).hasSize(4);
        assertThat(heard).extracting(PenSample::isDown).containsExactly(false, true, true, false);
        assertThat(heard.get(1).pressure()).isEqualTo(0.5);
        assertThat(heard.get(1).tiltX()).isEqualTo(12);
    }

    @Test
    void readsBackATraceAndMovesAndScalesIt() {
        PenTrace trace = PenTrace.read(TEXT);
        assertThat(PenTrace.read(trace.write())).isEqualTo(trace);
        PenSample moved = trace.at(100, 200, 2).samples().get(2);
        assertThat(moved.x()).isEqualTo(128);
        assertThat(moved.y()).isEqualTo(248);
        assertThat(moved.pressure()).isEqualTo(0.75);
    }

    @Test
    void namesAnInvalidLine() {
        assertThatThrownBy(() -> PenTrace.read("0 1 2 0 0 0\n8 1 2"))
                .hasMessage("Line 2 is not a pen sample: it has 3 figures and not 6.");
        assertThatThrownBy(() -> PenTrace.read("0 1 2 7 0 0")).hasMessageContaining("presses from 0 to 1");
        assertThatThrownBy(() -> PenTrace.read("8 1 2 0 0 0\n0 1 2 0 0 0"))
                .hasMessageContaining("Sample 2 is earlier than");
    }

    @Test
    void playbackTimeIsDividedByTheSpeed() throws InterruptedException {
        List<Long> heard = Collections.synchronizedList(new ArrayList<>());
        PenTrace trace = PenTrace.read("0 1 1 0 0 0\n2000 1 1 0.5 0 0");
        long began = System.nanoTime();
        try (TraceTablet tablet = new TraceTablet(trace, 10)) {
            tablet.reportTo(_ -> heard.add((System.nanoTime() - began) / 1_000_000));
            tablet.await();
        }
        assertThat(heard).hasSize(2);
        assertThat(heard.get(1)).as("no earlier, and not after the whole time of the trace").isBetween(200L, 1900L);
    }

    @Test
    void aTabletClosedWhilePlayingSendsNoMore() throws InterruptedException {
        List<PenSample> heard = Collections.synchronizedList(new ArrayList<>());
        TraceTablet tablet = new TraceTablet(PenTrace.read(TEXT), 0.1);
        tablet.reportTo(s -> {
            heard.add(s);
            tablet.close();
        });
        tablet.await();
        assertThat(heard).hasSize(1);
        assertThatThrownBy(() -> new TraceTablet(PenTrace.read(TEXT), 0)).hasMessageContaining("not 0");
    }
}

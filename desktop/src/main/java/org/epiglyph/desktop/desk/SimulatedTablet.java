package org.epiglyph.desktop.desk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import org.epiglyph.core.pen.PenTrace;
import org.epiglyph.core.pen.TraceTablet;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.desktop.paper.PenInput;

/** The pen tablet that ships with the program: a recorded hand writes on the page in sight, as a device would. */
final class SimulatedTablet {
    private final Path trace;
    private final PageRoll pages;
    private final PenInput input;
    private final DeskModel model;

    /** @param trace the recorded trace, its places in points from the upper left corner of a page */
    SimulatedTablet(Path trace, PageRoll pages, PenInput input, DeskModel model) {
        this.trace = trace;
        this.pages = pages;
        this.input = input;
        this.model = model;
    }

    /** Plays the trace once. */
    void write() {
        pages.leafInSight().ifPresent(leaf -> {
            Bounds place = leaf.localToScene(leaf.getBoundsInLocal());
            double scale = place.getWidth() / leaf.geometry().shownWidth();
            Thread.ofVirtual().start(() -> {
                try {
                    PenTrace hand = PenTrace.read(Files.readString(trace))
                            .at(place.getMinX(), Math.max(place.getMinY(), 0), scale);
                    Platform.runLater(() -> input.listenTo(new TraceTablet(hand, 1)));
                } catch (IOException | IllegalArgumentException e) {
                    Platform.runLater(
                            () -> model.refuse(UiText.of("Desk.noTrace", trace.getFileName(), e.getMessage())));
                }
            });
        });
    }
}

package org.epiglyph.desktop;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.epiglyph.desktop.collect.Collect;
import org.epiglyph.desktop.collect.CollectModel;
import org.epiglyph.desktop.frame.Background;
import org.epiglyph.desktop.frame.Frame;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.record.RecordServices;

/**
 * The places where batches are collected: one for a new batch, and one for each batch that is added to. Unfinished
 * collecting is kept while the marker is elsewhere, until the batch is made or the program ends.
 */
final class CollectPlaces {
    private final Program.Start start;
    private final Frame frame;
    private final Background background;
    private final RecordServices services;
    private final Consumer<Path> toDesk;
    private final Runnable toShelf;
    /** By the batch that is added to; empty for a new one. */
    private final Map<Optional<Path>, Collect> begun = new HashMap<>();

    CollectPlaces(Program.Start start, Frame frame, Background background, RecordServices services,
            Consumer<Path> toDesk, Runnable toShelf) {
        this.start = start;
        this.frame = frame;
        this.background = background;
        this.services = services;
        this.toDesk = toDesk;
        this.toShelf = toShelf;
        frame.keepOpenFor(() -> begun.values().stream().anyMatch(Collect::hasDecisions)
                ? Optional.of(UiText.of("Collect.stillDecided"))
                : Optional.empty());
    }

    /** True while files are being added to the batch. */
    boolean isAddingTo(Path batch) {
        return Optional.ofNullable(begun.get(Optional.of(batch))).filter(Collect::isAdding).isPresent();
    }

    /** True if there is an unfinished place to return to; a new one cannot be begun while other work is running. */
    boolean isBegun(Optional<Path> batch) {
        return begun.containsKey(batch) && !begun.get(batch).isDone();
    }

    /** @param dropped files to start with */
    void show(Optional<Path> batch, List<Path> dropped) {
        boolean back = isBegun(batch);
        if (!back) {
            begun.put(batch, make(batch));
        }
        Collect place = begun.get(batch);
        frame.show(place);
        if (dropped.isEmpty()) {
            return;
        }
        if (back && place.isUnderstood()) {
            frame.showMessage(UiText.of("Collect.begunBefore")); // they may belong to another batch
        } else {
            place.take(dropped);
        }
    }

    private Collect make(Optional<Path> batch) {
        CollectModel model = new CollectModel(start.shelf(), background, services, batch);
        Collect place = new Collect(model, start.recordOffice(), start.token(), toDesk, toShelf);
        place.observe(text -> frame.showMessageFrom(place, text));
        return place;
    }

    /** Releases everything unfinished. */
    void end() {
        begun.values().forEach(Collect::end);
        begun.clear();
    }
}

package org.epiglyph.desktop.desk;

import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.util.Duration;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Act;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.paper.PageRoll;
import org.epiglyph.desktop.paper.Piece;
import org.epiglyph.desktop.settings.PageSpace;

/**
 * Puts the pages of the submission on the desk into the roll. Their geometries are read in the background, unless they
 * were prepared while the previous student was shown.
 */
final class OpenPages {
    private static final int DRAWN_AHEAD = 2;
    private static final Duration BEFORE_PREPARING = Duration.millis(150);
    private final DeskModel model;
    private final PageImages images;
    private final Pieces pieces;
    private final PageRoll roll;
    private final Supplier<Optional<PageSpace>> lastRoom;
    private final Runnable shown;
    private List<Document> documents = List.of();
    private List<Attached> attached = List.of();
    private Map<PageRef, Integer> turns = Map.of();
    private List<Ready> ready = List.of();
    private Optional<Begun> begun = Optional.empty();
    private StudentKey student;
    private volatile long asked;

    /** What was prepared for a submission that may come next. */
    private record Ready(Submission submission, Optional<HandIn> handIn, List<Piece> pieces) {
        /** False if pages could not be read, which may be different when they are requested. */
        boolean isWhole() {
            return pieces.stream().filter(Piece.Leaf.class::isInstance).count() == submission.pages().size();
        }

        boolean isFor(Submission other, Optional<HandIn> otherHandIn) {
            return submission.student().key().equals(other.student().key()) && handIn.equals(otherHandIn)
                    && submission.turns().equals(other.turns()) && submission.attached().equals(other.attached());
        }
    }

    /** What is being read for a submission before the desk exists. */
    private record Begun(Submission submission, Optional<HandIn> handIn, CompletableFuture<List<Piece>> pieces) {
        boolean isFor(Submission other, Optional<HandIn> otherHandIn) {
            return submission == other && handIn.equals(otherHandIn);
        }
    }

    /**
     * @param lastRoom the space for pages when a desk was last left; may be slow
     * @param shown    called when other pages are in the roll
     */
    OpenPages(DeskModel model, PageImages images, Pieces pieces, PageRoll roll,
            Supplier<Optional<PageSpace>> lastRoom, Runnable shown) {
        this.lastRoom = lastRoom;
        this.model = model;
        this.images = images;
        this.pieces = pieces;
        this.roll = roll;
        this.shown = shown;
    }

    /** The student whose pages were requested last; null before the first. */
    StudentKey student() {
        return student;
    }

    /** The document in sight, else the first; empty if nothing was received. */
    private Optional<Document> documentInSight() {
        return roll.pageInSight()
                .flatMap(p -> documents.stream().filter(d -> d.id().equals(p.document())).findFirst())
                .or(() -> documents.stream().findFirst());
    }

    /** Acts on the document in sight in other programs. */
    List<Act> acts(DocumentFiles files) {
        BooleanSupplier any = () -> documentInSight().isPresent();
        return List.of(
                Act.of("Desk.act.openOutside", "Shortcut+O", any,
                        () -> documentInSight().ifPresent(files::openOutside)),
                Act.of("Desk.act.attach", "Shortcut+Shift+O", any,
                        () -> documentInSight().ifPresent(document -> pieces.attachChanged(
                                model.submission().student().key(), document, roll.getScene().getWindow()))));
    }

    /** Shows the submission on the desk from its beginning. */
    void open() {
        student = model.submission().student().key();
        read(roll::show);
    }

    /** Pages that were made or turned meanwhile, another hand-in or an attached file change what the roll shows. */
    void refresh() {
        List<Document> now = model.shownHandIn().map(HandIn::documents).orElse(List.of());
        if (!now.equals(documents) || !model.submission().attached().equals(attached)
                || !model.submission().turns().equals(turns)) {
            read(roll::showAgain);
        }
    }

    /**
     * Redraws all pages if other names are covered on them.
     *
     * @return true if so
     */
    boolean redrawIfNamesChanged(Batch before, Batch now) {
        boolean changed = before.naming() != now.naming() || before.covers() != now.covers();
        if (changed) {
            images.refreshCovers();
            ready = List.of();
            Platform.runLater(() -> read(roll::showAgain)); // once the new submission is shown, too
        }
        return changed;
    }

    /** Pages that are still being read are dropped. */
    void leave() {
        asked++;
    }

    private void read(Consumer<List<Piece>> show) {
        Submission submission = model.submission();
        Optional<HandIn> handIn = model.shownHandIn();
        documents = handIn.map(HandIn::documents).orElse(List.of());
        attached = submission.attached();
        turns = submission.turns();
        long now = ++asked;
        Optional<Ready> made = ready.stream().filter(r -> r.isFor(submission, handIn)).findFirst();
        if (made.isPresent()) {
            show(show, made.get().pieces());
            return;
        }
        CompletableFuture<List<Piece>> reading = begun.filter(b -> b.isFor(submission, handIn))
                .map(Begun::pieces)
                .orElseGet(() -> startReading(submission, handIn, roll.room(), () -> now == asked));
        begun = Optional.empty();
        reading.thenAccept(read -> Platform.runLater(() -> {
            if (now == asked) {
                show(show, read);
            }
        }));
    }

    /**
     * Reads the geometries of the submission on the desk and draws its first page while the desk is still being
     * created, for the space that pages had when a desk was last left.
     */
    void begin() {
        Submission submission = model.submission();
        Optional<HandIn> handIn = model.shownHandIn();
        long before = asked;
        begun = Optional.of(new Begun(submission, handIn,
                startReading(submission, handIn, Optional.empty(), () -> asked <= before + 1)));
    }

    /** @param room the space for pages; empty if it is not known yet */
    private CompletableFuture<List<Piece>> startReading(Submission submission, Optional<HandIn> handIn,
            Optional<PageSpace> room, BooleanSupplier wanted) {
        CompletableFuture<List<Piece>> reading = new CompletableFuture<>();
        Thread.ofVirtual().start(() -> {
            List<Piece> read = pieces.of(submission, handIn);
            reading.complete(read); // whatever happens to what is drawn ahead
            room.or(lastRoom)
                    .ifPresent(in -> first(read, in).limit(1)
                            .filter(_ -> wanted.getAsBoolean())
                            .forEach(w -> images.image(w.page(), w.scale(), wanted))); // while the rest is set up
        });
        return reading;
    }

    private void show(Consumer<List<Piece>> show, List<Piece> made) {
        show.accept(made);
        shown.run();
        prepareNext();
    }

    /**
     * Prepares what may come next: the geometries of its pages, and the first of them drawn at its scale. Waits a
     * moment, so that the pages in sight are drawn first.
     */
    private void prepareNext() {
        long now = asked;
        PauseTransition wait = new PauseTransition(BEFORE_PREPARING);
        wait.setOnFinished(_ -> {
            if (now == asked) {
                prepare(model.walk().mayComeNext());
            }
        });
        wait.play();
    }

    private void prepare(List<Submission> next) {
        if (roll.getScene() == null || next.isEmpty()) {
            return;
        }
        long now = asked;
        Thread.ofVirtual().start(() -> {
            List<Ready> made = next.stream()
                    .map(s -> new Ready(s, s.current(), pieces.of(s, s.current())))
                    .filter(Ready::isWhole)
                    .toList();
            Platform.runLater(() -> {
                if (now == asked) {
                    ready = made;
                    draw(made.stream()
                            .flatMap(r -> roll.room().stream().flatMap(in -> first(r.pieces(), in)))
                            .iterator(), now);
                }
            });
        });
    }

    /** @param scale screen pixels per point */
    private record Drawing(PageRef page, double scale) {}

    private Stream<Drawing> first(List<Piece> laid, PageSpace in) {
        double scale = roll.scaleFor(laid, in) * in.output();
        return laid.stream()
                .filter(Piece.Leaf.class::isInstance)
                .limit(DRAWN_AHEAD)
                .map(p -> new Drawing(((Piece.Leaf) p).page(), scale));
    }

    /** One page after the other, so that a thread stays free for other requests. */
    private void draw(Iterator<Drawing> pages, long now) {
        if (pages.hasNext() && now == asked) {
            Drawing next = pages.next();
            images.image(next.page(), next.scale(), () -> now == asked)
                    .whenComplete((_, _) -> Platform.runLater(() -> draw(pages, now)));
        }
    }
}

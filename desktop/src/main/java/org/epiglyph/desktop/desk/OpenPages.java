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
 * Lays the pages of the submission on the desk into the roll. Their shapes are read in the background, unless they were
 * got ready while the student before lay there.
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

    /** What was got ready for a submission that may come next. */
    private record Ready(Submission submission, Optional<HandIn> handIn, List<Piece> pieces) {
        /** False where pages could not be read, which may be otherwise when they are asked for. */
        boolean isWhole() {
            return pieces.stream().filter(Piece.Leaf.class::isInstance).count() == submission.pages().size();
        }

        boolean isFor(Submission other, Optional<HandIn> otherHandIn) {
            return submission.student().key().equals(other.student().key()) && handIn.equals(otherHandIn)
                    && submission.turns().equals(other.turns()) && submission.attached().equals(other.attached());
        }
    }

    /** What is being read for a submission before the desk is there. */
    private record Begun(Submission submission, Optional<HandIn> handIn, CompletableFuture<List<Piece>> pieces) {
        boolean isFor(Submission other, Optional<HandIn> otherHandIn) {
            return submission == other && handIn.equals(otherHandIn);
        }
    }

    /**
     * @param lastRoom the room for pages when a desk was left last; may be slow
     * @param shown    called when other pages lie in the roll
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

    /** The student whose pages were asked for last; null before the first. */
    StudentKey student() {
        return student;
    }

    /** The document in sight, else the first; empty where nothing was received. */
    private Optional<Document> documentInSight() {
        return roll.pageInSight()
                .flatMap(p -> documents.stream().filter(d -> d.id().equals(p.document())).findFirst())
                .or(() -> documents.stream().findFirst());
    }

    /** What is done with the document in sight, outside the program. */
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

    /** Draws all pages anew where other names are covered on them. @return whether so */
    boolean namesChanged(Batch before, Batch now) {
        boolean changed = before.naming() != now.naming() || before.covers() != now.covers();
        if (changed) {
            images.coverAnew();
            ready = List.of();
            Platform.runLater(() -> read(roll::showAgain)); // once the submission is the new one, too
        }
        return changed;
    }

    /** Pages that are still being read come too late. */
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
     * Reads the shapes of the submission on the desk and draws its first page while the desk is still being made, for the
     * room that pages had when a desk was left last.
     */
    void begin() {
        Submission submission = model.submission();
        Optional<HandIn> handIn = model.shownHandIn();
        long before = asked;
        begun = Optional.of(new Begun(submission, handIn,
                startReading(submission, handIn, Optional.empty(), () -> asked <= before + 1)));
    }

    /** @param room what there is for pages; empty where that is not known yet */
    private CompletableFuture<List<Piece>> startReading(Submission submission, Optional<HandIn> handIn,
            Optional<PageSpace> room, BooleanSupplier wanted) {
        CompletableFuture<List<Piece>> reading = new CompletableFuture<>();
        Thread.ofVirtual().start(() -> {
            List<Piece> read = pieces.of(submission, handIn);
            reading.complete(read); // whatever becomes of what is drawn ahead
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
     * Gets ready what may come next: the shapes of its pages, and the first of them drawn at the scale they will have.
     * Waits a moment, so that the pages in sight are drawn first.
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

    /** @param scale pixels of the screen a point */
    private record Drawing(PageRef page, double scale) {}

    private Stream<Drawing> first(List<Piece> laid, PageSpace in) {
        double scale = roll.scaleFor(laid, in) * in.output();
        return laid.stream()
                .filter(Piece.Leaf.class::isInstance)
                .limit(DRAWN_AHEAD)
                .map(p -> new Drawing(((Piece.Leaf) p).page(), scale));
    }

    /** One page after the other, so that a thread stays free for what may be asked for meanwhile. */
    private void draw(Iterator<Drawing> pages, long now) {
        if (pages.hasNext() && now == asked) {
            Drawing next = pages.next();
            images.image(next.page(), next.scale(), () -> now == asked)
                    .whenComplete((_, _) -> Platform.runLater(() -> draw(pages, now)));
        }
    }
}

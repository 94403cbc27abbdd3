package org.epiglyph.desktop.paper;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.BiConsumer;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleSupplier;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.scene.image.Image;
import javafx.util.Duration;
import org.epiglyph.core.Problem;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.documents.OpenDocument;

/**
 * Provides images for the leaves. If a document is slow to draw, coarse ones come first, also for some pages ahead, and
 * the sharp ones once the pages lie still. Pages that have scrolled out of sight meanwhile are not drawn. Everything
 * but the drawing runs on the interface thread.
 */
final class LeafImages {
    private static final Duration STILL = Duration.millis(120);
    private final PageImages images;
    private final Predicate<PageLeaf> inSight;
    private final DoubleSupplier scale;
    /** Leaves of slow documents that wait for the pages to lie still. */
    private final List<PageLeaf> waiting = new ArrayList<>();
    private final PauseTransition stillness = new PauseTransition(STILL);
    /** Leaves of slow documents that have no image yet, most wanted first. */
    private final List<PageLeaf> lacking = new ArrayList<>();
    private final List<PageRef> ahead = new ArrayList<>();
    /** A page that takes longer to draw shows a coarse image meanwhile. */
    private static final Duration TOO_LONG = Duration.millis(500);
    private boolean coarseUnderWay;

    /**
     * @param inSight true while a leaf is shown
     * @param scale   the present scale, in screen pixels per point
     */
    LeafImages(PageImages images, Predicate<PageLeaf> inSight, DoubleSupplier scale) {
        this.images = images;
        this.inSight = inSight;
        this.scale = scale;
    }

    /**
     * Requests the images of leaves, one after the other, so that none waits for those after it.
     *
     * @param leaves in the order of priority
     * @param beyond pages that may be wanted soon, likeliest first
     * @param pixels screen pixels per point
     */
    void request(List<PageLeaf> leaves, List<PageRef> beyond, double pixels) {
        leaves.stream().filter(l -> !l.hasImage()).forEach(l -> l.image(images.anyCached(l.page())));
        Map<Boolean, List<PageLeaf>> bySpeed = leaves.stream()
                .collect(Collectors.partitioningBy(l -> images.isSlow(l.page())));
        sharp(bySpeed.get(false), pixels);
        waiting.addAll(0, bySpeed.get(true));
        if (!waiting.isEmpty()) {
            stillness.setOnFinished(e -> {
                sharp(List.copyOf(waiting), pixels);
                waiting.clear();
            });
            stillness.playFromStart();
        }
        lacking.addAll(0, bySpeed.get(true));
        ahead.clear();
        ahead.addAll(beyond);
        coarse();
    }

    private void coarse() {
        lacking.removeIf(l -> l.hasImage() || !inSight.test(l));
        ahead.removeIf(p -> !images.isSlow(p) || images.anyCached(p) != null);
        if (!coarseUnderWay && !(lacking.isEmpty() && ahead.isEmpty())) {
            coarseUnderWay = true;
            PageRef page = lacking.isEmpty() ? ahead.removeFirst() : lacking.getFirst().page();
            onInterface(images.image(page, PageImages.COARSE), (image, failure) -> {
                coarseUnderWay = false;
                for (PageLeaf leaf : lacking.stream().filter(l -> l.page().equals(page)).toList()) {
                    lacking.remove(leaf);
                    if (!leaf.hasImage() && image != null) {
                        leaf.coarse(image);
                    } else if (!leaf.showsFailure()) {
                        show(leaf, null, failure);
                    }
                }
                coarse();
            });
        }
    }

    private void sharp(List<PageLeaf> leaves, double pixels) {
        if (!leaves.isEmpty()) {
            PageLeaf leaf = leaves.getFirst();
            BooleanSupplier wanted = () -> inSight.test(leaf) && scale.getAsDouble() == pixels;
            PauseTransition tooLong = new PauseTransition(TOO_LONG);
            tooLong.setOnFinished(_ -> {
                if (!leaf.hasImage() && wanted.getAsBoolean()) {
                    lacking.add(leaf);
                    coarse();
                }
            });
            tooLong.play();
            onInterface(images.image(leaf.page(), pixels, wanted), (image, failure) -> {
                tooLong.stop();
                if (wanted.getAsBoolean()) {
                    show(leaf, image, failure);
                }
                sharp(leaves.subList(1, leaves.size()), pixels);
            });
        }
    }

    private void show(PageLeaf leaf, Image image, Throwable failure) {
        if (image != null) {
            leaf.image(image);
        } else if (failure != null) {
            Throwable cause = failure instanceof CompletionException ? failure.getCause() : failure;
            boolean tooSlow = cause instanceof OpenDocument.TooSlow;
            if (tooSlow || !leaf.hasImage()) {
                String why = cause instanceof Problem ? cause.getMessage() : UiText.of("Desk.pageFault");
                leaf.showFailure(leaf.hasImage() ? UiText.of("Desk.coarseOnly") : why,
                        tooSlow ? Optional.of(() -> retryLonger(leaf)) : Optional.empty());
            }
        }
    }

    private void retryLonger(PageLeaf leaf) {
        images.extendBudget(leaf.page());
        leaf.showFailure(UiText.of("Desk.drawingLonger"), Optional.empty());
        onInterface(images.image(leaf.page(), scale.getAsDouble()), (image, failure) -> show(leaf, image, failure));
    }

    private static void onInterface(CompletableFuture<Image> image, BiConsumer<Image, Throwable> then) {
        image.whenComplete((i, failure) -> {
            if (Platform.isFxApplicationThread()) {
                then.accept(i, failure);
            } else {
                Platform.runLater(() -> then.accept(i, failure));
            }
        });
    }
}

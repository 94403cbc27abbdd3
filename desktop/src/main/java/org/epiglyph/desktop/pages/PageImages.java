package org.epiglyph.desktop.pages;

import java.nio.IntBuffer;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.function.Function;
import javafx.scene.image.Image;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import org.epiglyph.core.Problem;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.documents.PageImage;

/**
 * Page images and page words of a batch. Documents are opened when they are first needed and a few are kept open;
 * images are kept within a bound of bytes, the longest unused going first. Safe for several threads.
 */
public final class PageImages implements AutoCloseable {
    private static final long MOST_BYTES = 256L << 20;
    private static final int MOST_OPEN = 6;
    private final Function<String, Path> pdfOf;
    private final ExecutorService workers = Executors.newFixedThreadPool(2,
            Thread.ofPlatform().daemon().name("page-", 1).factory());
    private final Map<String, OpenDocument> open = new LinkedHashMap<>(16, 0.75f, true);
    private final Map<Wanted, Image> images = new LinkedHashMap<>(64, 0.75f, true);
    private final Map<PageRef, PageText> texts = new HashMap<>();
    private long bytes;

    private record Wanted(PageRef page, int permille) {
        static Wanted of(PageRef page, double scale) {
            return new Wanted(page, (int) Math.round(scale * 1000));
        }
    }

    /** @param pdfOf gives a document's pages as PDF by the document's id */
    public PageImages(Function<String, Path> pdfOf) {
        this.pdfOf = pdfOf;
    }

    /** The page's shape; opens the document where that is needed. May take long. */
    public PageGeometry geometry(PageRef page) throws Problem {
        return document(page.document()).geometry(page.index());
    }

    /** The image at a scale, where it is at hand; null otherwise. */
    public Image atHand(PageRef page, double scale) {
        synchronized (images) {
            return images.get(Wanted.of(page, scale));
        }
    }

    /**
     * Draws the page in the background, unless the image is at hand.
     *
     * @param scale pixels a point
     */
    public CompletableFuture<Image> image(PageRef page, double scale) {
        Image there = atHand(page, scale);
        return there != null ? CompletableFuture.completedFuture(there) : inBackground(() -> draw(page, scale));
    }

    /** Reads the page's words in the background. */
    public CompletableFuture<PageText> text(PageRef page) {
        return inBackground(() -> {
            synchronized (texts) {
                if (texts.containsKey(page)) {
                    return texts.get(page);
                }
            }
            PageText text = document(page.document()).text(page.index());
            synchronized (texts) {
                texts.put(page, text);
            }
            return text;
        });
    }

    private interface Step<T> {
        T run() throws Problem;
    }

    private <T> CompletableFuture<T> inBackground(Step<T> step) {
        CompletableFuture<T> future = new CompletableFuture<>();
        try {
            workers.execute(() -> {
                try {
                    future.complete(step.run());
                } catch (Problem | RuntimeException | StackOverflowError | OutOfMemoryError e) {
                    future.completeExceptionally(e); // a page may be made to burst the program; only that page is lost
                }
            });
        } catch (RejectedExecutionException e) {
            future.completeExceptionally(e); // the desk was left meanwhile
        }
        return future;
    }

    private Image draw(PageRef page, double scale) throws Problem {
        Image there = atHand(page, scale);
        if (there != null) {
            return there;
        }
        PageImage drawn = document(page.document()).render(page.index(), scale);
        PixelBuffer<IntBuffer> pixels = new PixelBuffer<>(drawn.width(), drawn.height(), IntBuffer.wrap(drawn.argb()),
                PixelFormat.getIntArgbPreInstance());
        Image image = new WritableImage(pixels);
        synchronized (images) {
            images.put(Wanted.of(page, scale), image);
            bytes += drawn.bytes();
            var oldest = images.entrySet().iterator();
            while (bytes > MOST_BYTES && images.size() > 1) {
                Image gone = oldest.next().getValue();
                bytes -= 4L * (long) gone.getWidth() * (long) gone.getHeight();
                oldest.remove();
            }
        }
        return image;
    }

    private OpenDocument document(String id) throws Problem {
        synchronized (open) {
            OpenDocument document = open.get(id);
            if (document == null) {
                document = OpenDocument.open(pdfOf.apply(id));
                open.put(id, document);
                var oldest = open.entrySet().iterator();
                if (open.size() > MOST_OPEN) {
                    oldest.next().getValue().close();
                    oldest.remove();
                }
            }
            return document;
        }
    }

    @Override
    public void close() {
        workers.shutdownNow();
        synchronized (open) {
            open.values().forEach(OpenDocument::close);
            open.clear();
        }
    }
}

package org.epiglyph.desktop.pages;

import java.nio.IntBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.BooleanSupplier;
import java.util.function.Function;
import java.util.regex.Pattern;
import javafx.scene.image.Image;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import org.epiglyph.core.Problem;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.Skew;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.documents.PageImage;

/**
 * Page images and page words of a batch. Documents are opened when first needed and a few stay open; images are cached
 * up to a number of bytes, the least recently used being dropped first. Thread-safe.
 */
public final class PageImages implements AutoCloseable {
    private static final Pattern OWN_PICTURE = Pattern.compile("[0-9a-f]+\\.png"); // nothing outside the folder
    private static final long MOST_BYTES = 96L << 20;
    private static final int LIGHT = 200;
    private static final int MOST_OPEN = 6;
    private static final int MOST_OPEN_COARSE = 2;
    private static final Duration MORE_TIME = Duration.ofMinutes(2);
    /** Pixels per point at which the tilt of a page is measured. */
    private static final double TILT_SCALE = 1.5;
    private static final long SLOW_NANOS = 60_000_000;
    /** The scale of a coarse image, in pixels per point. */
    public static final double COARSE = 0.3;
    private final Path pictures;
    private final Map<String, Image> ownPictures = new ConcurrentHashMap<>();
    private final Lane sharp;
    /** Coarse images use documents of their own, so that none waits for a sharp one being drawn. */
    private final Lane coarse;
    private final Map<Wanted, Image> images = new LinkedHashMap<>(64, 0.75f, true);
    private final Map<Wanted, CompletableFuture<Image>> underWay = new ConcurrentHashMap<>();
    private final Map<PageRef, PageText> texts = new HashMap<>();
    private final Map<String, Long> slowest = new ConcurrentHashMap<>();
    private final Set<PageRef> patient = ConcurrentHashMap.newKeySet();
    private final Map<String, PageCover> covers = new ConcurrentHashMap<>();
    private final Function<String, PageCover> coverOf;
    private final Function<PageRef, Optional<PageText>> scanned;
    private final Map<String, Path> lent = new ConcurrentHashMap<>();
    private final Map<PageRef, Double> tilts = new ConcurrentHashMap<>();
    private final Set<PageRef> recognised = ConcurrentHashMap.newKeySet();
    private volatile long covering;
    private long bytes;

    private record Wanted(PageRef page, int permille) {
        static Wanted of(PageRef page, double scale) {
            return new Wanted(page, (int) Math.round(scale * 1000));
        }
    }

    /**
     * @param pdfOf    returns a document's pages as PDF by the document's id
     * @param pictures the folder of the marker's own pictures
     * @param coverOf  returns what is covered on a document's pages by the document's id
     * @param scanned  returns the words recognised on a page without words of its own
     */
    public PageImages(Function<String, Path> pdfOf, Path pictures, Function<String, PageCover> coverOf,
            Function<PageRef, Optional<PageText>> scanned) {
        this.scanned = scanned;
        this.coverOf = coverOf;
        this.pictures = pictures;
        Function<String, Path> pdfs = id -> lent.containsKey(id) ? lent.get(id) : pdfOf.apply(id);
        sharp = new Lane("page-", 2, MOST_OPEN, pdfs);
        coarse = new Lane("coarse-", 1, MOST_OPEN_COARSE, pdfs);
    }

    /**
     * Adds documents that do not belong to the batch.
     *
     * @param pages each as PDF, by the ids used here
     */
    public void addDocuments(Map<String, Path> pages) {
        lent.putAll(pages);
    }

    /** The page's geometry; opens the document if necessary. May take long. */
    public PageGeometry geometry(PageRef page) throws Problem {
        return sharp.document(page.document()).geometry(page.index());
    }

    /**
     * True if the page has neither words nor anything else to speak of: less than a thousandth of its coarse image is
     * darker than light grey. May take long.
     */
    public boolean isBlank(PageRef page) throws Problem {
        OpenDocument document = sharp.document(page.document());
        if (!document.text(page.index()).words().isEmpty()) {
            return false;
        }
        int[] pixels = document.render(page.index(), COARSE).argb();
        long dark = Arrays.stream(pixels).filter(p -> (p >> 8 & 255) < LIGHT).count();
        return dark * 1000 < pixels.length;
    }

    /** Extends the time limit of a page that takes too long to draw. */
    public void extendBudget(PageRef page) {
        patient.add(page);
    }

    /** The cached image at a scale; null if there is none. */
    Image cached(PageRef page, double scale) {
        synchronized (images) {
            return images.get(Wanted.of(page, scale));
        }
    }

    /** The largest cached image of the page at any scale; null if there is none. */
    public Image anyCached(PageRef page) {
        synchronized (images) {
            return images.entrySet()
                    .stream()
                    .filter(e -> e.getKey().page.equals(page))
                    .max(Comparator.comparingInt(e -> e.getKey().permille))
                    .map(Map.Entry::getValue)
                    .orElse(null);
        }
    }

    /** True if pages of the document take long to draw, so that a coarse image should come first. */
    public boolean isSlow(PageRef page) {
        return slowest.getOrDefault(page.document(), 0L) > SLOW_NANOS;
    }

    /** Like {@link #image(PageRef, double, BooleanSupplier)}, always wanted. */
    public CompletableFuture<Image> image(PageRef page, double scale) {
        return image(page, scale, () -> true);
    }

    /**
     * Draws the page in the background, unless the image is cached or being drawn. The last request is served first.
     *
     * @param scale  pixels per point
     * @param wanted called just before drawing; if it returns false, the image is null
     */
    public CompletableFuture<Image> image(PageRef page, double scale, BooleanSupplier wanted) {
        Image there = cached(page, scale);
        if (there != null) {
            return CompletableFuture.completedFuture(there);
        }
        CompletableFuture<Image> drawing = underWay.get(Wanted.of(page, scale));
        return drawing != null
                ? drawing
                : lane(scale)
                        .inBackground(() -> wanted.getAsBoolean()
                                ? drawOnce(page, scale)
                                : CompletableFuture.<Image>completedFuture(null))
                        .thenCompose(Function.identity());
    }

    /** Draws the page, unless another thread is drawing it at this scale: then that one's image. */
    private CompletableFuture<Image> drawOnce(PageRef page, double scale) {
        CompletableFuture<Image> drawing = new CompletableFuture<>();
        CompletableFuture<Image> other = underWay.putIfAbsent(Wanted.of(page, scale), drawing);
        if (other != null) {
            return other;
        }
        try {
            drawing.complete(draw(page, scale));
        } catch (Problem | RuntimeException | Error e) { // also whoever waits for this image hears of it
            drawing.completeExceptionally(e);
        } finally {
            underWay.remove(Wanted.of(page, scale), drawing);
        }
        return drawing;
    }

    /**
     * A picture of the marker's own, for a stamp or a remark, by its name; null if it is missing. Small, and cached.
     */
    public Image picture(String name) {
        return ownPictures.computeIfAbsent(name, n -> {
            Path file = pictures.resolve(n);
            boolean ours = OWN_PICTURE.matcher(n).matches() && Files.isRegularFile(file);
            return ours ? new Image(file.toUri().toString()) : null;
        });
    }

    /** Reads the page's words in the background. */
    public CompletableFuture<PageText> text(PageRef page) {
        return sharp.inBackground(() -> read(page));
    }

    private PageText read(PageRef page) throws Problem {
        long begun = covering;
        synchronized (texts) {
            if (texts.containsKey(page)) {
                return texts.get(page);
            }
        }
        PageText text = cover(page).name().cover(words(page, sharp.document(page.document())));
        synchronized (texts) {
            if (begun == covering) {
                texts.put(page, text);
                return text;
            }
        }
        return read(page); // other names have been covered meanwhile
    }

    /** The page's own words, or those recognised on it. */
    private PageText words(PageRef page, OpenDocument document) throws Problem {
        PageText own = document.text(page.index());
        if (!own.words().isEmpty()) {
            return own;
        }
        Optional<PageText> read = scanned.apply(page);
        if (read.isPresent()) {
            recognised.add(page);
        }
        return read.orElse(own);
    }

    /**
     * By how many degrees a page that is a picture is tilted clockwise; 0 for one with words of its own. Measured in
     * the background.
     */
    public CompletableFuture<Double> tilt(PageRef page) {
        Double known = tilts.get(page);
        return known != null ? CompletableFuture.completedFuture(known) : sharp.inBackground(() -> {
            OpenDocument document = sharp.document(page.document());
            if (!document.text(page.index()).words().isEmpty()) {
                return 0.0;
            }
            PageImage image = document.render(page.index(), TILT_SCALE);
            double tilt = Skew.of(image.width(), image.height(), image.argb());
            tilts.put(page, tilt);
            return tilt;
        });
    }

    /** True if the words of the page that were read last were recognised on a picture, so that they may be wrong. */
    public boolean isRecognised(PageRef page) {
        return recognised.contains(page);
    }

    /**
     * Drops what was read of a document, and what was drawn of it if names are covered: its words are available now.
     */
    public void reloadWords(String document) {
        synchronized (texts) {
            texts.keySet().removeIf(p -> p.document().equals(document));
        }
        if (!covers.getOrDefault(document, PageCover.NONE).isNone()) {
            refreshCovers();
        }
    }

    private PageCover cover(PageRef page) {
        return covers.computeIfAbsent(page.document(), coverOf);
    }

    /** Drops what was drawn and read, since other names are covered now. */
    public void refreshCovers() {
        covering++;
        covers.clear();
        synchronized (texts) {
            texts.clear();
        }
        synchronized (images) {
            images.clear();
            bytes = 0;
        }
    }

    private Lane lane(double scale) {
        return scale > COARSE ? sharp : coarse;
    }

    private Image draw(PageRef page, double scale) throws Problem {
        Image there = cached(page, scale);
        if (there != null) {
            return there;
        }
        long now = covering;
        long began = System.nanoTime();
        OpenDocument document = lane(scale).document(page.document());
        PageImage plain = document.render(page.index(), scale,
                patient.contains(page) ? MORE_TIME : OpenDocument.USUAL_BUDGET);
        PageCover cover = cover(page);
        PageImage drawn = cover.isNone()
                ? plain
                : cover.on(plain, words(page, document), document.geometry(page.index()), scale);
        if (scale > COARSE) {
            slowest.merge(page.document(), System.nanoTime() - began, Math::max);
        }
        PixelBuffer<IntBuffer> pixels = new PixelBuffer<>(drawn.width(), drawn.height(), IntBuffer.wrap(drawn.argb()),
                PixelFormat.getIntArgbPreInstance());
        Image image = new WritableImage(pixels);
        return keep(page, scale, image, now) ? image : draw(page, scale);
    }

    /** Caches an image; false if other names have been covered since it was begun, so that it must not be shown. */
    private boolean keep(PageRef page, double scale, Image image, long begun) {
        synchronized (images) {
            if (begun != covering) {
                return false;
            }
            images.put(Wanted.of(page, scale), image);
            bytes += bytes(image);
            var oldest = images.entrySet().iterator();
            while (bytes > MOST_BYTES && images.size() > 1) {
                Image gone = oldest.next().getValue();
                bytes -= bytes(gone);
                oldest.remove();
            }
            return true;
        }
    }

    private static long bytes(Image image) {
        return 4L * (long) image.getWidth() * (long) image.getHeight();
    }

    @Override
    public void close() {
        sharp.close();
        coarse.close();
        synchronized (images) {
            images.clear();
            bytes = 0;
        }
    }
}

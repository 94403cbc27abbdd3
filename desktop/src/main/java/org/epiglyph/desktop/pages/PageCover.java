package org.epiglyph.desktop.pages;

import java.util.Arrays;
import java.util.List;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Covers;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.roster.NameCover;
import org.epiglyph.documents.PageImage;

/**
 * What is covered on the pages of a document while its student's name is. Strips are drawn only on what is shown here,
 * never on what is handed back.
 *
 * @param name   finds words that identify the student
 * @param strips further areas on pages without words
 */
public record PageCover(NameCover name, List<Covers.Strip> strips) {
    /** Covers nothing. */
    public static final PageCover NONE = new PageCover(NameCover.NONE, List.of());

    private static final int COLOUR = 0xFFB9B2A3;
    private static final double MORE = 1.5;

    public PageCover {
        strips = List.copyOf(strips);
    }

    /** What is covered on a document of a batch; nothing on one that belongs to no student. */
    public static PageCover of(Batch batch, String document) {
        return batch.submissions()
                .stream()
                .filter(s -> s.student().isCovered() && s.findDocument(document).isPresent())
                .findFirst()
                .map(s -> new PageCover(s.cover(), batch.covers().strips()))
                .orElse(NONE);
    }

    boolean isNone() {
        return name == NameCover.NONE;
    }

    /**
     * The page with strips on it.
     *
     * @param scale pixels per point
     */
    PageImage on(PageImage image, PageText text, PageGeometry geometry, double scale) {
        List<PageBox> boxes = text.words().isEmpty()
                ? strips.stream()
                        .map(s -> new PageBox(s.left() * geometry.shownWidth(), s.top() * geometry.shownHeight(),
                                s.width() * geometry.shownWidth(), s.height() * geometry.shownHeight()))
                        .toList()
                : name.strips(text).stream().map(b -> geometry.toShown(b.expandedBy(MORE))).toList();
        if (boxes.isEmpty()) {
            return image;
        }
        int[] argb = image.argb().clone();
        boxes.forEach(b -> fill(argb, image, b, scale));
        return new PageImage(image.width(), image.height(), argb);
    }

    private static void fill(int[] argb, PageImage image, PageBox box, double scale) {
        int left = Math.clamp((long) Math.floor(box.left() * scale), 0, image.width());
        int right = Math.clamp((long) Math.ceil(box.right() * scale), 0, image.width());
        int top = Math.clamp((long) Math.floor(box.top() * scale), 0, image.height());
        int bottom = Math.clamp((long) Math.ceil(box.bottom() * scale), 0, image.height());
        for (int y = top; y < bottom; y++) {
            Arrays.fill(argb, y * image.width() + left, y * image.width() + right, COLOUR);
        }
    }
}

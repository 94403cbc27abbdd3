package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.io.InputStream;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.fontbox.ttf.model.GsubData;
import org.apache.fontbox.ttf.model.Language;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/**
 * Faces whose Latin letters stay apart. PDFBox writes no word for a letter that a face joined of several, such as "ft", so that
 * "after" would neither be found nor copied. Scripts that need their letters joined keep them so.
 */
final class Ligatures {
    private Ligatures() {}

    /** A face from its file; the caller closes both. */
    static TrueTypeFont apart(InputStream file) throws IOException {
        return apart(new TTFParser().parse(new RandomAccessReadBuffer(file)));
    }

    static TrueTypeFont apart(TrueTypeFont font) throws IOException {
        GsubData joined = font.getGsubData();
        if (joined != GsubData.NO_DATA_FOUND && joined.getLanguage() == Language.LATIN) {
            font.setEnableGsub(false);
        }
        return font;
    }
}

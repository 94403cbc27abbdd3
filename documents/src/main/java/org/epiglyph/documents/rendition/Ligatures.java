package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.io.InputStream;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.fontbox.ttf.model.GsubData;
import org.apache.fontbox.ttf.model.Language;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/**
 * Faces whose Latin letters stay separate. PDFBox writes no text for a ligature such as "ft", so that "after" could be
 * neither found nor copied. Scripts that need joined letters keep them.
 */
final class Ligatures {
    private Ligatures() {}

    /** Loads a face from its file; the caller closes both. */
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

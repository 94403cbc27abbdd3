package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.epiglyph.documents.base.Typeface;

/**
 * The typefaces of one text, tried in order for each letter: the text's own, those that ship for other scripts, and the
 * system's for scripts too large to ship. What is counted as missing is what is drawn as missing: both use the same
 * table.
 */
final class Faces implements AutoCloseable {
    /** Stands for a letter that no face has. */
    static final String MISSING = "\u25A1";
    private static final int FIRST_WIDE = 0x0900;
    private final List<One> faces = new ArrayList<>();
    private boolean systemAsked;
    private int missing;

    /** A face with its letters; the font is created for a document when first needed. */
    private static final class One {
        private final TrueTypeFont source;
        private final CmapLookup letters;
        private PDFont font;

        One(TrueTypeFont source) throws IOException {
            this.source = Ligatures.apart(source);
            this.letters = source.getUnicodeCmapLookup();
        }
    }

    private Faces() {}

    static Faces of(Typeface... shipped) throws IOException {
        Faces faces = new Faces();
        for (Typeface typeface : shipped) {
            try (InputStream in = typeface.open()) {
                faces.faces.add(new One(new TTFParser().parse(new RandomAccessReadBuffer(in))));
            }
        }
        return faces;
    }

    /** Letters drawn with one face. */
    record Run(int face, String text) {}

    /** The index of the first face that has a letter; -1 if none has it. */
    private int face(int codePoint) {
        for (int i = 0; i < faces.size(); i++) {
            if (faces.get(i).letters.getGlyphId(codePoint) > 0) {
                return i;
            }
        }
        if (codePoint >= FIRST_WIDE && !systemAsked) {
            systemAsked = true;
            for (SystemFaces.Face face : SystemFaces.all()) {
                try {
                    faces.add(new One(face.open()));
                } catch (IOException e) {
                    continue; // it existed a moment ago; its letters are missing then
                }
            }
            return face(codePoint);
        }
        return -1;
    }

    boolean has(int codePoint) {
        return face(codePoint) >= 0;
    }

    /** A text in runs of one face each; a letter that no face has becomes a box and is counted. */
    List<Run> runs(String text) {
        List<Run> runs = new ArrayList<>();
        StringBuilder run = new StringBuilder();
        int current = 0;
        for (int c : text.codePoints().toArray()) {
            int face = face(c);
            missing += face < 0 ? 1 : 0;
            int shown = face < 0 ? 0 : face;
            if (shown != current && !run.isEmpty()) {
                runs.add(new Run(current, run.toString()));
                run.setLength(0);
            }
            current = shown;
            run.append(face < 0 ? MISSING : Character.toString(c));
        }
        if (!run.isEmpty()) {
            runs.add(new Run(current, run.toString()));
        }
        return runs;
    }

    PDFont font(Run run, PDDocument document) throws IOException {
        One one = faces.get(run.face);
        if (one.font == null) {
            one.font = PDType0Font.load(document, one.source, true);
        }
        return one.font;
    }

    /** Number of missing letters so far. */
    int missing() {
        return missing;
    }

    /** Resets the count to an earlier one, after a text that was only measured. */
    void forget(int count) {
        missing = count;
    }

    @Override
    public void close() throws IOException {
        for (One one : faces) {
            one.source.close();
        }
    }
}

package org.epiglyph.documents.base;

import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.Shape;
import java.awt.font.FontRenderContext;
import java.awt.font.TextLayout;
import java.awt.geom.AffineTransform;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.text.BreakIterator;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/**
 * The typefaces that ship with the program, under the SIL Open Font License 1.1; the fixed-pitch one under its own free
 * licence.
 */
public enum Typeface {
    INTERFACE("AtkinsonHyperlegibleNext_400Regular.ttf"),
    INTERFACE_STRONG("AtkinsonHyperlegibleNext_600SemiBold.ttf"),
    SERIF("SourceSerif4-Regular.ttf"),
    SERIF_STRONG("SourceSerif4-Semibold.ttf"),
    SERIF_ITALIC("SourceSerif4-It.ttf"),
    FIXED_PITCH("DejaVuSansMono.ttf"),
    HEBREW("NotoSerifHebrew_400Regular.ttf"),
    ARABIC("NotoNaskhArabic_400Regular.ttf");

    private static final FontRenderContext EXACT = new FontRenderContext(new AffineTransform(), true, true);
    private static final double MEASURED = 1000;
    /** The most letters on a line as long as the type size; the narrowest have about a fifth of it. */
    private static final double MOST_LETTERS_A_SIZE = 20;
    private static final char FIRST_RIGHT_TO_LEFT = 0x0590;
    private static final char FIRST_PUNCTUATION = 0x2000;
    private static final char FIRST_BEHIND = 0x2100;
    private final String file;
    private final float[] advances = new float[FIRST_BEHIND];
    private Font font;
    private TrueTypeFont trueType;

    Typeface(String file) {
        this.file = file;
    }

    /** The typeface as a TrueType file; the caller closes it. */
    public InputStream open() {
        return Typeface.class.getResourceAsStream("typefaces/" + file);
    }

    /**
     * The outlines of one line of text, base line at 0, y down, in the unit of the size. Other installed typefaces
     * provide missing letters.
     */
    public Shape outline(String line, double size) {
        return line.isEmpty()
                ? new java.awt.geom.Path2D.Double()
                : new TextLayout(line, helpfulFont(line, size), EXACT).getOutline(null);
    }

    /** The width of the longest of the lines, in the unit of the size. */
    public double width(String lines, double size) {
        return lines.lines().filter(l -> !l.isEmpty()).mapToDouble(l -> lineWidth(l, size)).max().orElse(0);
    }

    /** The widths of letters that neither join nor stack can be added; others have to be laid out. */
    private double lineWidth(String line, double size) {
        double sum = 0;
        for (int i = 0; i < line.length(); i++) {
            double advance = advance(line.charAt(i));
            if (Double.isNaN(advance)) {
                return new TextLayout(line, helpfulFont(line, size), EXACT).getAdvance();
            }
            sum += advance;
        }
        return sum * size;
    }

    /** At size 1; NaN if the letter has to be laid out with its neighbours, or comes from another typeface. */
    private double advance(char letter) {
        if (letter >= advances.length) {
            return Double.NaN;
        }
        if (advances[letter] == 0) { // two threads that arrive here compute the same
            advances[letter] = isUnjoined(letter) && has(letter)
                    ? (float) (new TextLayout(String.valueOf(letter), helpfulFont(String.valueOf(letter), MEASURED),
                            EXACT)
                            .getAdvance() / MEASURED)
                    : Float.NaN;
        }
        return advances[letter];
    }

    private static boolean isUnjoined(char letter) {
        return switch (Character.getType(letter)) {
            case Character.CONTROL, Character.FORMAT, Character.NON_SPACING_MARK, Character.ENCLOSING_MARK,
                    Character.COMBINING_SPACING_MARK, Character.SURROGATE ->
                false;
            default -> letter < FIRST_RIGHT_TO_LEFT || letter >= FIRST_PUNCTUATION;
        };
    }

    /**
     * The typeface as parsed by PDFBox, parsed once and shared, as PDFBox shares those of the system; nobody closes it.
     * Ligatures are disabled, so it is for scripts that do not join letters.
     */
    public synchronized TrueTypeFont trueType() throws IOException {
        if (trueType == null) {
            try (InputStream in = open()) {
                trueType = new TTFParser().parse(new RandomAccessReadBuffer(in));
                trueType.setEnableGsub(false);
            }
        }
        return trueType;
    }

    /**
     * The text wrapped into lines no wider than a column. A line feed always breaks; a word wider than the column is
     * broken between letters, at least one of which is on each line.
     */
    public List<String> lines(String text, double size, double column) {
        List<String> lines = new ArrayList<>();
        for (String paragraph : text.split("\n", -1)) {
            String line = "";
            for (String word : paragraph.split(" ")) {
                String longer = line.isEmpty() ? word : line + " " + word;
                if (fits(longer, size, column)) {
                    line = longer;
                } else {
                    if (!line.isEmpty()) {
                        lines.add(line);
                    }
                    List<String> parts = fits(word, size, column) ? List.of(word) : parts(word, size, column);
                    lines.addAll(parts.subList(0, parts.size() - 1));
                    line = parts.getLast();
                }
            }
            lines.add(line);
        }
        return lines;
    }

    /**
     * Measuring takes long if letters have to be laid out: of a text that is far too long only the beginning is
     * measured.
     */
    private boolean fits(String line, double size, double column) {
        int most = (int) Math.min(line.length(), MOST_LETTERS_A_SIZE * column / size + 1);
        return most == line.length() && width(line, size) <= column;
    }

    /** A word in parts no wider than the column, each with at least one letter and its accents. */
    private List<String> parts(String word, double size, double column) {
        List<String> parts = new ArrayList<>();
        BreakIterator letters = BreakIterator.getCharacterInstance(Locale.ROOT);
        letters.setText(word);
        int from = 0;
        while (!fits(word.substring(from), size, column)) {
            int end = letters.following(from);
            int step = 1; // doubled while the addition fits, then halved
            for (boolean growing = true; step > 0; step = growing ? step * 2 : step / 2) {
                int further = end;
                for (int i = 0; i < step && further < word.length(); i++) {
                    further = letters.following(further);
                }
                boolean adds = further > end && fits(word.substring(from, further), size, column);
                end = adds ? further : end;
                growing &= adds;
            }
            parts.add(word.substring(from, end));
            from = end;
            if (from == word.length()) {
                return parts;
            }
        }
        parts.add(word.substring(from));
        return parts;
    }

    /** True if the typeface itself has the letter. */
    public boolean has(int codePoint) {
        return font().canDisplay(codePoint);
    }

    private Font helpfulFont(String line, double size) {
        Font own = font();
        Font chosen = own.canDisplayUpTo(line) < 0 ? own : new Font(Font.SERIF, Font.PLAIN, 1);
        return chosen.deriveFont((float) size);
    }

    private synchronized Font font() {
        if (font == null) {
            try (InputStream in = open()) {
                font = Font.createFont(Font.TRUETYPE_FONT, in);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            } catch (FontFormatException e) {
                throw new IllegalStateException("The shipped typeface " + file + " is damaged", e);
            }
        }
        return font;
    }
}

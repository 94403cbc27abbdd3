package org.epiglyph.documents;

import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.Shape;
import java.awt.font.FontRenderContext;
import java.awt.font.TextLayout;
import java.awt.geom.AffineTransform;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;

/** The typefaces that ship with the program, under the SIL Open Font License 1.1; the fixed-pitch one under its own free licence. */
public enum Typeface {
    INTERFACE("AtkinsonHyperlegibleNext_400Regular.ttf"), INTERFACE_STRONG(
            "AtkinsonHyperlegibleNext_600SemiBold.ttf"), SERIF("SourceSerif4_400Regular.ttf"), SERIF_STRONG(
                    "SourceSerif4_600SemiBold.ttf"), SERIF_ITALIC(
                            "SourceSerif4_400Regular_Italic.ttf"), FIXED_PITCH("DejaVuSansMono.ttf"), HEBREW(
                                    "NotoSerifHebrew_400Regular.ttf"), ARABIC("NotoNaskhArabic_400Regular.ttf");

    private static final FontRenderContext EXACT = new FontRenderContext(new AffineTransform(), true, true);
    private final String file;
    private Font font;

    Typeface(String file) {
        this.file = file;
    }

    /** The typeface as a TrueType file; the caller closes it. */
    public InputStream open() {
        return Typeface.class.getResourceAsStream("typefaces/" + file);
    }

    /** The outlines of one line of words, base line at 0, y down, in the unit of the size. Other installed typefaces help out where a letter is missing. */
    public Shape outline(String line, double size) {
        return line.isEmpty()
                ? new java.awt.geom.Path2D.Double()
                : new TextLayout(line, helpfulFont(line, size), EXACT).getOutline(null);
    }

    /** The width of the longest of the lines, in the unit of the size. */
    public double width(String lines, double size) {
        return lines.lines()
                .filter(l -> !l.isEmpty())
                .mapToDouble(l -> new TextLayout(l, helpfulFont(l, size), EXACT).getAdvance())
                .max()
                .orElse(0);
    }

    /**
     * The words broken into lines no wider than a column. A line feed always breaks; a word that is wider than the
     * column stands alone.
     */
    public List<String> lines(String words, double size, double column) {
        List<String> lines = new ArrayList<>();
        for (String paragraph : words.split("\n", -1)) {
            StringBuilder line = new StringBuilder();
            for (String word : paragraph.split(" ")) {
                String longer = line.isEmpty() ? word : line + " " + word;
                if (!line.isEmpty() && width(longer, size) > column) {
                    lines.add(line.toString());
                    line.setLength(0);
                    line.append(word);
                } else {
                    line.setLength(0);
                    line.append(longer);
                }
            }
            lines.add(line.toString());
        }
        return lines;
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

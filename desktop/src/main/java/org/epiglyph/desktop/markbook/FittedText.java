package org.epiglyph.desktop.markbook;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.text.Font;
import javafx.scene.text.Text;
import org.epiglyph.desktop.frame.Form;

/** Shortens text to fit into cells. Results are cached, since measuring takes long. */
final class FittedText {
    /** More letters than fit into any column. */
    private static final int MOST_LETTERS = 300;
    private final Map<Fitting, List<String>> fitted = new HashMap<>();
    private final Map<Heading, Double> widest = new HashMap<>();

    private record Heading(String text, Font font) {}

    /** @param lines how many there may be */
    private record Fitting(String text, Font font, int width, int lines) {}

    /** The text on one line, shortened if necessary. */
    String line(String text, Font font, double width) {
        return fitted
                .computeIfAbsent(new Fitting(text, font, (int) width, 1), _ -> List.of(shortened(text, font, width)))
                .getFirst();
    }

    /** At most two lines; the second may be too long. */
    List<String> lines(String text, Font font, double width) {
        return fitted.computeIfAbsent(new Fitting(text, font, (int) width, 2), _ -> broken(text, font, width));
    }

    /** The width of the widest word. */
    double widestWord(String text, Font font) {
        return widest.computeIfAbsent(new Heading(text, font),
                _ -> Arrays.stream(Form.line(text, MOST_LETTERS).split(" "))
                        .mapToDouble(word -> length(word, font))
                        .max()
                        .orElse(0));
    }

    /** Text in brackets at the end distinguishes students of the same name, and stays. */
    private static String shortened(String text, Font font, double width) {
        String line = Form.line(text, MOST_LETTERS);
        if (length(line, font) <= width) {
            return line;
        }
        int bracket = line.endsWith(")") ? line.lastIndexOf(" (") : -1;
        String end = bracket < 0 ? "" : line.substring(bracket);
        int fits = 1;
        int tooMany = line.length() - end.length();
        while (tooMany - fits > 1) {
            int middle = (fits + tooMany) / 2;
            if (length(startOf(line, middle) + end, font) <= width) {
                fits = middle;
            } else {
                tooMany = middle;
            }
        }
        return startOf(line, fits) + end;
    }

    private static String startOf(String line, int letters) {
        return Form.letters(line, letters).stripTrailing() + "\u2026";
    }

    private static List<String> broken(String text, Font font, double width) {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : Form.line(text, MOST_LETTERS).split(" ")) {
            boolean fits = line.isEmpty() || length(line + " " + word, font) <= width;
            if (!fits && lines.isEmpty()) {
                lines.add(line.toString());
                line.setLength(0);
            }
            line.append(line.isEmpty() ? "" : " ").append(word);
        }
        lines.add(line.toString());
        return lines;
    }

    private static double length(String words, Font font) {
        Text text = new Text(words);
        text.setFont(font);
        return text.getLayoutBounds().getWidth();
    }
}

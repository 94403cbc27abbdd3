package org.epiglyph.desktop.markbook;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.text.Font;
import javafx.scene.text.Text;
import org.epiglyph.desktop.frame.Form;

/** Words as there is room for them in a cell. What was fitted once is kept, since measuring takes long. */
final class FittedWords {
    /** More than there is room for in any column. */
    private static final int MOST_LETTERS = 300;
    private final Map<Fitting, List<String>> fitted = new HashMap<>();

    /** @param lines how many there may be */
    private record Fitting(String words, Font font, int width, int lines) {}

    /** The words on one line, or as many letters of them as there is room for. */
    String line(String words, Font font, double width) {
        return fitted
                .computeIfAbsent(new Fitting(words, font, (int) width, 1), _ -> List.of(shortened(words, font, width)))
                .getFirst();
    }

    /** At most two lines; the second may be too long. */
    List<String> lines(String words, Font font, double width) {
        return fitted.computeIfAbsent(new Fitting(words, font, (int) width, 2), _ -> broken(words, font, width));
    }

    /** What stands in brackets at the end tells two of one name apart, and stays. */
    private static String shortened(String words, Font font, double width) {
        String line = Form.line(words, MOST_LETTERS);
        if (length(line, font) <= width) {
            return line;
        }
        int bracket = line.endsWith(")") ? line.lastIndexOf(" (") : -1;
        String end = bracket < 0 ? "" : line.substring(bracket);
        int fits = 1;
        int tooMany = line.length() - end.length();
        while (tooMany - fits > 1) {
            int middle = (fits + tooMany) / 2;
            if (length(begun(line, middle) + end, font) <= width) {
                fits = middle;
            } else {
                tooMany = middle;
            }
        }
        return begun(line, fits) + end;
    }

    private static String begun(String line, int letters) {
        return Form.letters(line, letters).stripTrailing() + "\u2026";
    }

    private static List<String> broken(String words, Font font, double width) {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : Form.line(words, MOST_LETTERS).split(" ")) {
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

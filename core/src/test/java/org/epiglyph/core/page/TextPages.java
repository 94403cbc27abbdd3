package org.epiglyph.core.page;

import java.util.ArrayList;
import java.util.List;

/** Pages of text for tests. */
public final class TextPages {
    private TextPages() {}

    /** A page of lines, each of words separated by single spaces. */
    public static PageText page(String... lines) {
        List<PageWord> words = new ArrayList<>();
        for (int line = 0; line < lines.length; line++) {
            for (String word : lines[line].split(" ")) {
                words.add(new PageWord(word, new PageBox(0, line * 12, 10, 10), line));
            }
        }
        return new PageText(words);
    }
}

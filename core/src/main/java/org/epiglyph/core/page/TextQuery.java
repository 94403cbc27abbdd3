package org.epiglyph.core.page;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.epiglyph.core.page.PageText.Selection;

/**
 * A search on pages.
 *
 * @param text    as typed
 * @param similar true to also find words with the same stem and misspelt words
 */
public record TextQuery(String text, boolean similar) {
    private static final Pattern AROUND = Pattern.compile("^[^\\p{L}\\p{N}]+|[^\\p{L}\\p{N}]+$");
    /** The least number of letters of a stem. */
    private static final int STEM = 3;
    private static final int ENDING = 3;
    /** From this many letters on, a word may have one slip. */
    private static final int ONE_SLIP = 5;
    private static final int TWO_SLIPS = 9;

    public boolean isBlank() {
        return text.isBlank();
    }

    /** All matches on a page. */
    public List<Selection> in(PageText page) {
        return similar ? similarIn(page) : page.find(text);
    }

    private List<Selection> similarIn(PageText page) {
        List<String> wanted = List.of(text.strip().split("\\s+")).stream().map(TextQuery::plain).toList();
        if (wanted.stream().allMatch(String::isEmpty)) {
            return page.find(text);
        }
        List<String> there = page.words().stream().map(w -> plain(w.text())).toList();
        List<Selection> found = new ArrayList<>();
        for (int at = 0; at + wanted.size() <= there.size(); at++) {
            boolean alike = true;
            for (int i = 0; i < wanted.size() && alike; i++) {
                alike = isSimilar(wanted.get(i), there.get(at + i));
            }
            if (alike) {
                found.add(page.select(at, at + wanted.size() - 1));
                at += wanted.size() - 1;
            }
        }
        return found;
    }

    private static String plain(String word) {
        return AROUND.matcher(PageText.plain(word)).replaceAll("");
    }

    private static boolean isSimilar(String one, String other) {
        if (one.equals(other)) {
            return true;
        }
        int shorter = Math.min(one.length(), other.length());
        int common = 0;
        while (common < shorter && one.charAt(common) == other.charAt(common)) {
            common++;
        }
        boolean sameStem = common >= STEM && common >= shorter - 2 && one.length() - common <= ENDING
                && other.length() - common <= ENDING && shorter > STEM;
        int slips = shorter >= TWO_SLIPS ? 2 : shorter >= ONE_SLIP ? 1 : 0;
        return sameStem || slips > 0 && distance(one, other, slips) <= slips;
    }

    /**
     * Letters left out, inserted, replaced or swapped (Damerau 1964, Levenshtein 1966); anything above the maximum is
     * the maximum plus one.
     */
    private static int distance(String a, String b, int most) {
        if (Math.abs(a.length() - b.length()) > most) {
            return most + 1;
        }
        int[][] d = new int[a.length() + 1][b.length() + 1];
        for (int i = 0; i <= a.length(); i++) {
            for (int j = 0; j <= b.length(); j++) {
                if (i == 0 || j == 0) {
                    d[i][j] = i + j;
                    continue;
                }
                int other = a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1;
                d[i][j] = Math.min(Math.min(d[i - 1][j] + 1, d[i][j - 1] + 1), d[i - 1][j - 1] + other);
                boolean changed = i > 1 && j > 1 && a.charAt(i - 1) == b.charAt(j - 2)
                        && a.charAt(i - 2) == b.charAt(j - 1);
                if (changed) {
                    d[i][j] = Math.min(d[i][j], d[i - 2][j - 2] + 1);
                }
            }
        }
        return d[a.length()][b.length()];
    }
}

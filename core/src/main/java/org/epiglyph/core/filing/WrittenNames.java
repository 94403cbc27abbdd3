package org.epiglyph.core.filing;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.BiConsumer;

/**
 * Spellings of names, to be searched for those within a few slips of a text. Nearly all comparisons are ruled out
 * before the exact one: a slip changes the length by at most one, and at most two of the letter counts by one.
 */
final class WrittenNames {
    private static final int LETTERS = 27;
    private final Spelling spelling;
    private final int most;
    private final List<Form> gathered = new ArrayList<>();
    private Form[] forms = {};
    private int[] sets = {};
    private int[] firstOfLength = {0};

    /**
     * One spelling of a name.
     *
     * @param counts how often each letter occurs in it
     * @param set    which letters occur, one bit each
     */
    private record Form(Names names, String text, byte[] counts, int set) {
        static Form of(Names names, String text) {
            byte[] counts = new byte[LETTERS];
            int set = 0;
            for (int i = 0; i < text.length(); i++) {
                char c = text.charAt(i);
                int letter = c >= 'a' && c <= 'z' ? c - 'a' : LETTERS - 1; // all digits together
                counts[letter]++;
                set |= 1 << letter;
            }
            return new Form(names, text, counts, set);
        }

        boolean isFar(Form other, int most) {
            int apart = 0;
            for (int i = 0; i < LETTERS && apart <= 2 * most; i++) {
                apart += Math.abs(counts[i] - other.counts[i]);
            }
            return apart > 2 * most;
        }
    }

    /** @param most the most slips that are searched for */
    WrittenNames(Spelling spelling, int most) {
        this.spelling = spelling;
        this.most = most;
    }

    void add(Names names, String text) {
        gathered.add(Form.of(names, text));
        forms = null;
    }

    private void order() {
        gathered.sort(Comparator.comparingInt(f -> f.text.length()));
        forms = gathered.toArray(Form[]::new);
        sets = gathered.stream().mapToInt(Form::set).toArray();
        int longest = forms.length == 0 ? 0 : forms[forms.length - 1].text.length();
        firstOfLength = new int[longest + 2];
        int at = 0;
        for (int length = 0; length < firstOfLength.length; length++) {
            while (at < forms.length && forms[at].text.length() < length) {
                at++;
            }
            firstOfLength[length] = at;
        }
    }

    /** Reports every name within the allowed slips, with the number of slips. */
    void near(String text, BiConsumer<Names, Integer> found) {
        if (forms == null) {
            order();
        }
        Form written = Form.of(null, text);
        int from = firstOfLength[Math.clamp(text.length() - most, 0, firstOfLength.length - 1)];
        int to = firstOfLength[Math.clamp(text.length() + most + 1, 0, firstOfLength.length - 1)];
        for (int i = from; i < to; i++) {
            if (Integer.bitCount(sets[i] ^ written.set) <= 2 * most && !forms[i].isFar(written, most)) {
                int slips = spelling.slips(forms[i].text, text);
                if (slips <= most) {
                    found.accept(forms[i].names, slips);
                }
            }
        }
    }
}

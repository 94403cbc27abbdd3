package org.epiglyph.core.filing;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Finds names that were written with slips. A set of the letters in a word rules out nearly all comparisons before the
 * exact one: a slip changes at most two letters of it.
 */
final class Slips {
    private static final int MOST = 2;
    private static final int SHORTEST = 5;
    private final List<Form> forms = new ArrayList<>();
    private final List<Form> families = new ArrayList<>();
    private final List<Form> shortened = new ArrayList<>();
    private final Spelling spelling;

    private record Form(Names names, String text, long letters) {}

    private record Near(Names names, int slips) {}

    Slips(List<Names> everybody, Spelling spelling) {
        this.spelling = spelling;
        for (Names names : everybody) {
            names.whole.forEach(w -> forms.add(new Form(names, w, letters(w))));
            names.family.forEach(f -> families.add(new Form(names, f, letters(f))));
            if (!names.firstGiven.equals(names.given)) {
                for (String family : names.family) {
                    for (String first : names.firstGiven) {
                        shortened.add(new Form(names, first + family, letters(first + family)));
                        shortened.add(new Form(names, family + first, letters(family + first)));
                    }
                }
            }
        }
    }

    private static long letters(String text) {
        long letters = 0;
        for (int i = 0; i < text.length(); i++) {
            letters |= 1L << (text.charAt(i) & 63);
        }
        return letters;
    }

    private int slips(Form form, String text, long letters) {
        boolean far = Math.abs(form.text.length() - text.length()) > MOST
                || Long.bitCount(form.letters ^ letters) > 2 * MOST;
        return far ? Integer.MAX_VALUE : spelling.slips(form.text, text);
    }

    /** Whether no other student's name, in full or as people shorten it, is within two slips of this one. */
    boolean standsApart(Names names) {
        for (String own : names.whole) {
            long letters = letters(own);
            for (Form form : forms) {
                if (form.names != names && slips(form, own, letters) <= MOST) {
                    return false;
                }
            }
            for (Form form : names.given.isEmpty() ? families : shortened) {
                if (form.names != names && slips(form, own, letters) <= MOST) {
                    return false;
                }
            }
        }
        return true;
    }

    /** The student whose whole name is nearest to a run of words in the path. */
    Optional<Match> nearest(PathWords read) {
        List<Near> near = new ArrayList<>();
        int best = MOST;
        for (String run : read.runs) {
            if (run.length() < SHORTEST) {
                continue;
            }
            long letters = letters(run);
            for (Form form : forms) {
                int slips = slips(form, run, letters);
                if (slips <= Math.min(best, Math.max(1, form.text.length() / SHORTEST))) {
                    if (slips < best) {
                        near.clear();
                        best = slips;
                    }
                    near.add(new Near(form.names, slips));
                }
            }
        }
        List<Names> named = near.stream().map(Near::names).distinct().toList();
        if (named.isEmpty()) {
            return Optional.empty();
        }
        String why = best == 1 ? "one slip away from the name " : best + " slips away from the name ";
        if (named.size() == 1) {
            return Optional.of(Match.likely(named.getFirst().student.key(), why + named.getFirst().student.name()));
        }
        return Optional.of(Match.possible(named.stream().map(n -> n.student.key()).toList(),
                "as near to the names of " + named.size() + " students"));
    }
}

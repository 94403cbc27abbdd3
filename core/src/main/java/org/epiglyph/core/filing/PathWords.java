package org.epiglyph.core.filing;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * The words of a received path in plain letters, split at punctuation, at capitals within a word and between letters
 * and digits.
 */
final class PathWords {
    private static final int LONGEST_RUN = 8;
    private static final Pattern BREAK = Pattern.compile(
            "[^\\p{L}\\p{N}\\p{M}'\u2019]+|(?<=\\p{Ll})(?=\\p{Lu})|(?<=[\\p{L}\\p{M}])(?=\\p{N})|(?<=\\p{N})(?=\\p{L})");
    final String path;
    final List<String> tokens = new ArrayList<>();
    final Set<String> words;
    /** Neighbouring words written together, up to eight of them. */
    final Set<String> runs = new LinkedHashSet<>();

    PathWords(String path, Spelling spelling) {
        this.path = path;
        int name = path.lastIndexOf('/') + 1;
        String text = path.substring(0, name) + FilingRule.stem(path.substring(name));
        for (String part : BREAK.split(text)) {
            if (!part.isEmpty()) {
                tokens.addAll(Names.wordsOf(spelling.plain(part).getFirst()));
            }
        }
        words = new HashSet<>(tokens);
        for (int from = 0; from < tokens.size(); from++) {
            StringBuilder run = new StringBuilder();
            for (int to = from; to < Math.min(tokens.size(), from + LONGEST_RUN); to++) {
                runs.add(run.append(tokens.get(to)).toString());
            }
        }
    }
}

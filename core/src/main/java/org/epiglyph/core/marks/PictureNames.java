package org.epiglyph.core.marks;

import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Finds the marker's own pictures in text: a CommonMark image whose address is "picture:", a digest and ".png". */
public final class PictureNames {
    private static final Pattern PICTURE = Pattern.compile("]\\(picture:([0-9a-f]+\\.png)\\)");

    private PictureNames() {}

    /** The file names of the pictures, each once. */
    public static Set<String> in(String text) {
        return PICTURE.matcher(text).results().map((MatchResult r) -> r.group(1)).collect(Collectors.toSet());
    }
}

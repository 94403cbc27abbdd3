package org.epiglyph.exchange.table;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;

/** Finds a column by its heading; case, spaces and punctuation are ignored. */
public final class Columns {
    private final List<String> header;

    public Columns(List<String> header) {
        this.header = header.stream().map(Columns::plain).toList();
    }

    /** The first column with one of the headings, in the headings' order of preference. */
    public OptionalInt find(String... headings) {
        return Arrays.stream(headings).map(Columns::plain).mapToInt(header::indexOf).filter(i -> i >= 0).findFirst();
    }

    private static String plain(String heading) {
        return heading.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
    }
}

package org.epiglyph.exchange.sheet;

/**
 * A name split into parts.
 *
 * @param given  may be empty
 * @param family or the single name
 */
record PersonName(String given, String family) {
    /** "Family, Given" as written; otherwise the last word is taken as the family name. */
    static PersonName of(String written) {
        String name = written.strip().replaceAll("\\s+", " ");
        int comma = name.indexOf(',');
        if (comma > 0) {
            return new PersonName(name.substring(comma + 1).strip(), name.substring(0, comma).strip());
        }
        int blank = name.lastIndexOf(' ');
        return blank < 0
                ? new PersonName("", name)
                : new PersonName(name.substring(0, blank), name.substring(blank + 1));
    }
}

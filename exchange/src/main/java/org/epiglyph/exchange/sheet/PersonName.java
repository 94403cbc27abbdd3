package org.epiglyph.exchange.sheet;

/**
 * A written name taken apart.
 *
 * @param given  may be empty
 * @param family or the single name
 */
record PersonName(String given, String family) {
    /** "Family, Given" as it says; of other names the last word is taken for the family name. */
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

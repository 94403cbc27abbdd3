package org.epiglyph.exchange.table;

/** Text from a file of unknown encoding. */
public final class ReadText {
    private ReadText() {}

    /** The text, its encoding found out as that of a sheet is, without a byte order mark. */
    public static String of(byte[] bytes) {
        String text = new String(bytes, Dialect.of(bytes).charset());
        return text.startsWith("\uFEFF") ? text.substring(1) : text;
    }
}

package org.epiglyph.exchange.table;

/** Text from a file of unknown encoding. */
public final class ReadText {
    private ReadText() {}

    /** The text without a byte order mark; its encoding is detected like that of a sheet. */
    public static String of(byte[] bytes) {
        String text = new String(bytes, Dialect.of(bytes).charset());
        return text.startsWith("\uFEFF") ? text.substring(1) : text;
    }
}

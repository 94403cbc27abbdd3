package org.epiglyph.exchange.table;

import java.util.regex.Pattern;

/**
 * Escapes text in a table of separated values that a spreadsheet program would take for a formula: what starts with = +
 * - @ or a control character (common practice, no source). A leading apostrophe escapes it. Figures stay figures, and a
 * name that merely begins with a dash or an at sign stays as it is: without a bracket, a bar or an operator it calls
 * nothing.
 */
public final class Disarmed {
    private static final Pattern NUMBER = Pattern.compile("[+-]?\\d+([.,]\\d+)?");
    private static final Pattern NAME = Pattern.compile("[-@][\\p{L}\\p{M} .'\u2019-]*");
    private static final String STARTS = "=+-@\t\r\n\uFF1D\uFF0B\uFF0D\uFF20";

    private Disarmed() {}

    public static String of(String value) {
        boolean armed = !value.isEmpty() && STARTS.indexOf(value.charAt(0)) >= 0
                && !NUMBER.matcher(value).matches() && !NAME.matcher(value).matches();
        return armed ? "'" + value : value;
    }

    /** Reverts {@link #of}. */
    public static String back(String value) {
        return value.startsWith("'") && !of(value.substring(1)).equals(value.substring(1)) ? value.substring(1) : value;
    }
}

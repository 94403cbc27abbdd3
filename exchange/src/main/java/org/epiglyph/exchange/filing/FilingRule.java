package org.epiglyph.exchange.filing;

/**
 * How a handed-back file is named. The received name identifies the student from its start, so it comes back
 * unchanged up to its ending, folders included; what is added follows it (common practice, no source).
 */
public final class FilingRule {
    private static final String ADDED = "_marked.pdf";

    private FilingRule() {}

    /** The path of the marked copy for a received path, for example K-4417_h1_workbook.pdf gives K-4417_h1_workbook_marked.pdf. */
    public static String handedBack(String received) {
        int slash = received.lastIndexOf('/');
        int dot = received.lastIndexOf('.');
        return (dot > slash + 1 ? received.substring(0, dot) : received) + ADDED;
    }
}

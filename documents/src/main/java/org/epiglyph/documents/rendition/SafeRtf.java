package org.epiglyph.documents.rendition;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Set;
import org.epiglyph.core.Message;

/**
 * An RTF text (Rich Text Format 1.9.1), rewritten without the groups that fetch, embed or run something. A group is
 * removed with everything in it.
 */
final class SafeRtf {
    private static final Set<String> LEFT_OUT = Set.of("object", "objdata", "objemb", "objautlink", "objlink",
            "objupdate",
            "template", "linkval", "mailmerge", "datastore", "subdocument", "nextfile", "private", "passwordhash",
            "xmlopen",
            "datafield", "ddeexec", "hlinkbase");
    private static final int DEEPEST = 500;
    private final byte[] rtf;
    private final ByteArrayOutputStream out = new ByteArrayOutputStream();
    private int at;
    private int depth;
    private int leftOut;

    private SafeRtf(byte[] rtf) {
        this.rtf = rtf;
    }

    /**
     * The text without references to outside.
     *
     * @param rtf     the new text
     * @param leftOut number of removed groups
     */
    record Safe(byte[] rtf, int leftOut) {}

    static Safe of(byte[] rtf) throws Unreadable {
        SafeRtf safe = new SafeRtf(rtf);
        while (safe.at < rtf.length) {
            safe.step();
        }
        return new Safe(safe.out.toByteArray(), safe.leftOut);
    }

    private void step() throws Unreadable {
        byte b = rtf[at];
        if (b == '{') {
            if (++depth > DEEPEST) {
                throw new Unreadable(
                        Message.of(SafeRtf.class, "tooDeep"));
            }
            if (isLeftOut()) {
                skipGroup();
                depth--;
                leftOut++;
                return;
            }
        } else if (b == '}') {
            depth = Math.max(0, depth - 1);
        } else if (b == '\\' && word(at).equals("bin")) {
            skipBinary();
            return;
        } else if (b == '\\' && LEFT_OUT.contains(word(at))) {
            at = afterWord(at);
            leftOut++;
            return;
        }
        int end = b == '\\' ? Math.max(at + 2, afterWord(at)) : at + 1;
        out.write(rtf, at, Math.min(end, rtf.length) - at);
        at = end;
    }

    /** Examines the words with which a group begins, and in a field's instruction the field's name. */
    private boolean isLeftOut() {
        int look = at + 1;
        String word = "";
        while (look < rtf.length && (isBlank(rtf[look]) || rtf[look] == '\\')) {
            if (rtf[look] == '\\') {
                word = look + 1 < rtf.length && rtf[look + 1] == '*' ? "*" : word(look);
                if (LEFT_OUT.contains(word)) {
                    return true;
                }
                if (word.equals("fldinst")) {
                    return SafePackage.field(plain(afterWord(look))).isEmpty();
                }
                look = word.equals("*") ? look + 2 : Math.max(look + 2, afterWord(look));
            } else {
                look++;
            }
        }
        return false;
    }

    /** The first letters of a group without its control words, as a reader would join them. */
    private String plain(int from) {
        StringBuilder plain = new StringBuilder();
        int groups = 0;
        for (int i = from; i < rtf.length && plain.length() < 200; i++) {
            if (rtf[i] == '{') {
                groups++;
            } else if (rtf[i] == '}') {
                if (groups-- == 0) {
                    break;
                }
            } else if (rtf[i] == '\\') {
                if (i + 1 < rtf.length && (rtf[i + 1] == '\'' || rtf[i + 1] == 'u')) {
                    return ""; // a field's name has no escaped characters
                }
                i = Math.max(i + 1, afterWord(i) - 1);
            } else if (rtf[i] != '\r' && rtf[i] != '\n') {
                plain.append((char) (rtf[i] & 0xFF));
            }
        }
        return plain.toString();
    }

    private void skipGroup() {
        int groups = 0;
        while (at < rtf.length) {
            if (rtf[at] == '\\') {
                if (word(at).equals("bin")) {
                    skipBinary();
                } else {
                    at += 2;
                }
                continue;
            }
            groups += rtf[at] == '{' ? 1 : rtf[at] == '}' ? -1 : 0;
            at++;
            if (groups == 0) {
                return;
            }
        }
    }

    private void skipBinary() {
        int start = at + "\\bin".length();
        int end = start;
        while (end < rtf.length && Character.isDigit(rtf[end])) {
            end++;
        }
        long length = end == start || end - start > 9
                ? 0
                : Long.parseLong(new String(rtf, start, end - start, StandardCharsets.US_ASCII));
        at = (int) Math.min(rtf.length, end + 1 + length);
        leftOut++;
    }

    /** The letters of the control word at a backslash; empty for a control symbol. */
    private String word(int backslash) {
        int end = backslash + 1;
        while (end < rtf.length && isLetter(rtf[end])) {
            end++;
        }
        return new String(rtf, backslash + 1, Math.max(0, end - backslash - 1), StandardCharsets.US_ASCII);
    }

    private int afterWord(int backslash) {
        int end = backslash + 1;
        while (end < rtf.length && isLetter(rtf[end])) {
            end++;
        }
        if (end < rtf.length && rtf[end] == '-') {
            end++;
        }
        while (end < rtf.length && Character.isDigit(rtf[end])) {
            end++;
        }
        return end < rtf.length && rtf[end] == ' ' && end > backslash + 1 ? end + 1 : end;
    }

    private static boolean isLetter(byte b) {
        return b >= 'a' && b <= 'z' || b >= 'A' && b <= 'Z';
    }

    private static boolean isBlank(byte b) {
        return b == ' ' || b == '\r' || b == '\n' || b == '\t';
    }
}

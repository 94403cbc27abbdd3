package org.epiglyph.exchange.archive;

import java.util.Arrays;
import java.util.Optional;
import java.util.regex.Pattern;

/** What is wrong or odd about a name from outside. */
public final class PathCheck {
    private static final int LONG_NAME = 200;
    private static final int SHOWN = 200;
    private static final Pattern DRIVE = Pattern.compile("^[A-Za-z]:.*");
    private static final Pattern DEVICE = Pattern.compile("(?i)(con|prn|aux|nul|com[0-9]|lpt[0-9])(\\..*)?");
    private static final Pattern LITTER = Pattern
            .compile("(?i)(^|.*/)(__MACOSX(/.*)?|\\._[^/]*|\\.DS_Store|Thumbs\\.db|desktop\\.ini|~\\$[^/]*)");

    private PathCheck() {}

    /** Why the path cannot be a submission's; empty where it can. */
    static Optional<String> refusal(String path) {
        String[] parts = path.split("/", -1);
        if (path.startsWith("/") || path.startsWith("\\") || DRIVE.matcher(path).matches()) {
            return Optional.of(
                    "Its name points to a fixed place on a disk. Ask where this archive came from; rename the file to collect it.");
        }
        if (Arrays.stream(path.split("[/\\\\]", -1)).anyMatch(p -> p.equals("..")) || Arrays.stream(parts)
                .anyMatch(p -> p.equals(".") || p.isEmpty())) {
            return Optional.of(
                    "Its name points outside its folder. Do not trust this archive without asking where it came from.");
        }
        if (LITTER.matcher(path).matches()) {
            return Optional.of("It is a system file, not a student's work.");
        }
        return Optional.empty();
    }

    /** What is odd about a path that can be taken, in a sentence; empty where nothing is. */
    static String caution(String path) {
        String[] parts = path.split("/", -1);
        if (path.codePoints().anyMatch(PathCheck::isHidden)) {
            return "Its name has characters that cannot be seen or that turn the direction of reading; read it with care.";
        }
        if (Arrays.stream(parts).anyMatch(p -> DEVICE.matcher(p).matches())) {
            return "Its name is reserved on some systems, so it is stored under another name.";
        }
        if (Arrays.stream(parts).anyMatch(p -> p.length() > LONG_NAME)) {
            return "Its name is longer than " + LONG_NAME + " characters; it is kept under a shorter one on this disk.";
        }
        return "";
    }

    /** The path with everything that cannot be seen shown as a sign, cut where it is very long. */
    public static String printable(String path) {
        StringBuilder out = new StringBuilder();
        path.codePoints().limit(SHOWN).forEach(c -> out.appendCodePoint(isHidden(c) ? '\uFFFD' : c));
        return path.codePointCount(0, path.length()) > SHOWN ? out + "\u2026" : out.toString();
    }

    private static boolean isHidden(int c) {
        int type = Character.getType(c);
        boolean direction = c >= 0x202A && c <= 0x202E || c >= 0x2066 && c <= 0x2069 || c == 0x200E || c == 0x200F;
        return type == Character.CONTROL || direction || type == Character.LINE_SEPARATOR
                || type == Character.PARAGRAPH_SEPARATOR;
    }
}

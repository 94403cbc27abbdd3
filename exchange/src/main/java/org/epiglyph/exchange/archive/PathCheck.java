package org.epiglyph.exchange.archive;

import java.util.Arrays;
import java.util.Optional;
import java.util.regex.Pattern;

/** Whether a name from outside may be taken. */
final class PathCheck {
    private static final int LONGEST_NAME = 200;
    private static final Pattern DRIVE = Pattern.compile("^[A-Za-z]:.*");
    private static final Pattern DEVICE = Pattern.compile("(?i)(con|prn|aux|nul|com[0-9]|lpt[0-9])(\\..*)?");

    private PathCheck() {}

    /** Why the path is not taken; empty where it may be. */
    static Optional<String> refusal(String path) {
        String[] parts = path.split("/", -1);
        if (path.startsWith("/") || DRIVE.matcher(path).matches() || path.indexOf('\\') >= 0) {
            return Optional.of("Its name points to a fixed place on a disk. Rename it in the archive.");
        }
        if (Arrays.stream(parts).anyMatch(p -> p.equals("..") || p.equals(".") || p.isEmpty())) {
            return Optional.of(
                    "Its name points outside its folder. Do not trust this archive without asking where it came from.");
        }
        if (path.codePoints().anyMatch(PathCheck::isHidden)) {
            return Optional.of("Its name has characters that cannot be seen. Rename it in the archive.");
        }
        if (Arrays.stream(parts).anyMatch(p -> p.length() > LONGEST_NAME)) {
            return Optional.of("Its name is longer than " + LONGEST_NAME + " characters. Rename it in the archive.");
        }
        if (Arrays.stream(parts).anyMatch(p -> DEVICE.matcher(p).matches())) {
            return Optional.of("Its name is that of a device. Rename it in the archive.");
        }
        return Optional.empty();
    }

    /** The path with everything that cannot be seen shown as a question mark. */
    static String printable(String path) {
        StringBuilder out = new StringBuilder();
        path.codePoints().limit(LONGEST_NAME).forEach(c -> out.appendCodePoint(isHidden(c) ? '?' : c));
        return out.toString();
    }

    private static boolean isHidden(int c) {
        int type = Character.getType(c);
        boolean direction = c >= 0x202A && c <= 0x202E || c >= 0x2066 && c <= 0x2069 || c == 0x200E || c == 0x200F;
        return type == Character.CONTROL || direction || type == Character.LINE_SEPARATOR
                || type == Character.PARAGRAPH_SEPARATOR;
    }
}

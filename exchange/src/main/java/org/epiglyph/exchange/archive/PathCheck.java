package org.epiglyph.exchange.archive;

import java.util.Arrays;
import java.util.Optional;
import java.util.regex.Pattern;
import org.epiglyph.core.Message;

/** Detects invalid and odd names from outside. */
public final class PathCheck {
    private static final int LONG_NAME = 200;
    private static final int SHOWN = 200;
    private static final Pattern DRIVE = Pattern.compile("^[A-Za-z]:.*");
    private static final Pattern DEVICE = Pattern.compile("(?i)(con|prn|aux|nul|com[0-9]|lpt[0-9])(\\..*)?");
    private static final Pattern LITTER = Pattern
            .compile("(?i)(^|.*/)(__MACOSX(/.*)?|\\._[^/]*|\\.DS_Store|Thumbs\\.db|desktop\\.ini|~\\$[^/]*)");

    private PathCheck() {}

    /** Why the path cannot be a submission's; empty if it can. */
    static Optional<Message> refusal(String path) {
        String[] parts = path.split("/", -1);
        if (path.startsWith("/") || path.startsWith("\\") || DRIVE.matcher(path).matches()) {
            return Optional.of(Message.of(PathCheck.class, "fixedPlace"));
        }
        if (Arrays.stream(path.split("[/\\\\]", -1)).anyMatch(p -> p.equals("..")) || Arrays.stream(parts)
                .anyMatch(p -> p.equals(".") || p.isEmpty())) {
            return Optional.of(Message.of(PathCheck.class, "outside"));
        }
        if (LITTER.matcher(path).matches()) {
            return Optional.of(Message.of(PathCheck.class, "systemFile"));
        }
        return Optional.empty();
    }

    /** What is odd about an acceptable path; empty if nothing is. */
    static Optional<Message> caution(String path) {
        String[] parts = path.split("/", -1);
        if (path.codePoints().anyMatch(PathCheck::isHidden)) {
            return Optional.of(Message.of(PathCheck.class, "hidden"));
        }
        if (Arrays.stream(parts).anyMatch(p -> DEVICE.matcher(p).matches())) {
            return Optional.of(Message.of(PathCheck.class, "reserved"));
        }
        if (Arrays.stream(parts).anyMatch(p -> p.length() > LONG_NAME)) {
            return Optional.of(Message.of(PathCheck.class, "long", LONG_NAME));
        }
        return Optional.empty();
    }

    /** The path with invisible characters made visible, truncated if it is very long. */
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

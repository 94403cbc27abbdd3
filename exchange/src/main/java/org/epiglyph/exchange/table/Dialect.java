package org.epiglyph.exchange.table;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * How a table of separated values is written.
 *
 * @param charset   the encoding; a byte order mark belongs to the text
 * @param separator between two cells
 * @param quote     around a cell that contains a separator
 */
public record Dialect(Charset charset, char separator, char quote) {
    private static final char[] SEPARATORS = {',', ';', '\t', '|'};
    private static final int LINES_LOOKED_AT = 40;
    private static final int BYTES_LOOKED_AT = 4096;
    private static final int LETTERS_LOOKED_AT = 65_536;

    /** Detects how a table is written. What cannot be detected is assumed to follow RFC 4180. */
    static Dialect of(byte[] bytes) {
        Charset charset = charset(bytes);
        String text = new String(bytes, charset);
        char quote = quote(text);
        return new Dialect(charset, separator(text, quote), quote);
    }

    /** A description, for example "UTF-8, separated by semicolons". */
    public String describe() {
        String sign = switch (separator) {
            case ',' -> "commas";
            case ';' -> "semicolons";
            case '\t' -> "tabs";
            default -> "'" + separator + "'";
        };
        return charset.name() + ", separated by " + sign + (quote == '"' ? "" : ", quoted with " + quote);
    }

    /**
     * A byte order mark decides; else zeros in every other byte; else UTF-8 if the bytes are valid; else Windows-1252.
     */
    private static Charset charset(byte[] bytes) {
        if (bytes.length >= 2 && bytes[0] == (byte) 0xFF && bytes[1] == (byte) 0xFE) {
            return StandardCharsets.UTF_16LE;
        }
        if (bytes.length >= 2 && bytes[0] == (byte) 0xFE && bytes[1] == (byte) 0xFF) {
            return StandardCharsets.UTF_16BE;
        }
        int[] zeros = new int[2];
        int looked = Math.min(bytes.length, BYTES_LOOKED_AT) & ~1;
        for (int i = 0; i < looked; i++) {
            zeros[i & 1] += bytes[i] == 0 ? 1 : 0;
        }
        if (Math.max(zeros[0], zeros[1]) * 4 > looked && looked > 0) {
            return zeros[1] > zeros[0] ? StandardCharsets.UTF_16LE : StandardCharsets.UTF_16BE;
        }
        try {
            StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes));
            return StandardCharsets.UTF_8;
        } catch (CharacterCodingException e) {
            Charset western = Charset.forName("windows-1252");
            boolean exact = Arrays.equals(new String(bytes, western).getBytes(western), bytes);
            return exact ? western : StandardCharsets.ISO_8859_1;
        }
    }

    /** Single quotes if cells begin and end with them and none begins with a double quote. */
    private static char quote(String text) {
        String head = head(text);
        boolean single = head.matches("(?s).*(^|[,;\t|\n])'[^'\n]*'([,;\t|\r\n]|$).*");
        return single && !head.matches("(?s).*(^|[,;\t|\n])\".*") ? '\'' : '"';
    }

    private static String head(String text) {
        return String.join("\n",
                text.substring(0, Math.min(text.length(), LETTERS_LOOKED_AT)).lines().limit(LINES_LOOKED_AT).toList());
    }

    /** The separator that occurs equally often in the most lines; lines above the header may have none. */
    private static char separator(String text, char quote) {
        List<String> lines = new ArrayList<>();
        head(text).replaceAll("(?s)" + quote + "[^" + quote + "]*" + quote, "")
                .lines()
                .filter(l -> !l.isEmpty())
                .forEach(lines::add);
        char best = ',';
        long most = 0;
        for (char candidate : SEPARATORS) {
            Map<Long, Integer> lengths = new HashMap<>();
            for (String line : lines) {
                long count = line.chars().filter(c -> c == candidate).count();
                if (count > 0) {
                    lengths.merge(count, 1, Integer::sum);
                }
            }
            long weight = lengths.entrySet()
                    .stream()
                    .mapToLong(e -> 1000L * e.getValue() + Math.min(999, e.getKey()))
                    .max()
                    .orElse(0);
            if (weight > most) {
                best = candidate;
                most = weight;
            }
        }
        return best;
    }
}

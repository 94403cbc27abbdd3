package org.epiglyph.exchange.archive;

import java.lang.Character.UnicodeScript;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;

/**
 * Detects the encoding of names in archives that do not declare one. Some old code pages are tried, and the one that
 * gives the likeliest letters is chosen: letters of one script within a word, no box-drawing characters, no capital
 * within a word.
 */
public final class NameEncoding {
    private static final List<String> CANDIDATES = List.of("IBM437", "windows-1252", "IBM850", "IBM852", "IBM866",
            "windows-1251", "windows-1250", "Shift_JIS", "GBK", "EUC-KR", "Big5");
    private static final double SIGN = 3;
    private static final double OTHER_SCRIPT = 3;
    private static final double CAPITAL_WITHIN = 1.5;
    private static final double TWO_ACCENTS = 0.8;
    private static final double KANA = 0.5;
    private static final double UNCOMMON_LETTER = 0.4;
    private static final double LATER_CANDIDATE = 0.05;

    private NameEncoding() {}

    /** The encodings that a marker may choose, the standard's own first (APPNOTE.TXT 6.3.10, appendix D: IBM 437). */
    public static List<Charset> choices() {
        return CANDIDATES.stream().filter(Charset::isSupported).map(Charset::forName).toList();
    }

    /** The likeliest encoding for all names together. */
    static Charset likeliest(List<byte[]> names) {
        Charset best = StandardCharsets.ISO_8859_1;
        double least = Double.MAX_VALUE;
        double handicap = 0;
        for (Charset candidate : choices()) {
            double total = handicap;
            for (byte[] name : names) {
                total += decoded(name, candidate).map(NameEncoding::penalty).orElse(1e6);
            }
            if (total < least) {
                least = total;
                best = candidate;
            }
            handicap += LATER_CANDIDATE;
        }
        return best;
    }

    static Optional<String> decoded(byte[] name, Charset charset) {
        try {
            return Optional.of(charset.newDecoder().decode(ByteBuffer.wrap(name)).toString());
        } catch (CharacterCodingException e) {
            return Optional.empty();
        }
    }

    private static double penalty(String name) {
        double oddity = 0;
        UnicodeScript before = UnicodeScript.COMMON;
        boolean lower = false;
        boolean accentBefore = false;
        for (int c : name.codePoints().toArray()) {
            UnicodeScript script = UnicodeScript.of(c);
            boolean letter = Character.isLetter(c) && script != UnicodeScript.COMMON;
            if (c > 127 && !letter) {
                oddity += Character.getType(c) == Character.NON_SPACING_MARK ? 0 : SIGN;
            }
            if (letter && before != UnicodeScript.COMMON && script != before && !isJapanese(script, before)) {
                oddity += OTHER_SCRIPT;
            }
            if (letter && Character.isUpperCase(c) && c > 127 && lower) {
                oddity += CAPITAL_WITHIN;
            }
            if (c > 127 && letter && (script == UnicodeScript.LATIN ? c > 0x17F : isRare(c))) {
                oddity += UNCOMMON_LETTER;
            }
            boolean accented = letter && script == UnicodeScript.LATIN && c > 127;
            oddity += accented && accentBefore ? TWO_ACCENTS : 0;
            accentBefore = accented;
            oddity -= script == UnicodeScript.HIRAGANA || script == UnicodeScript.KATAKANA && !isRare(c) ? KANA : 0;
            before = letter ? script : UnicodeScript.COMMON;
            lower = letter && Character.isLowerCase(c);
        }
        return oddity;
    }

    private static boolean isJapanese(UnicodeScript one, UnicodeScript other) {
        return isEastAsian(one) && isEastAsian(other);
    }

    private static boolean isEastAsian(UnicodeScript script) {
        return script == UnicodeScript.HAN || script == UnicodeScript.HIRAGANA || script == UnicodeScript.KATAKANA;
    }

    /** Half-width kana and the rarer half of the Han block indicate a wrong guess. */
    private static boolean isRare(int c) {
        return c >= 0xFF61 && c <= 0xFF9F || c >= 0x8F00 && c <= 0x9FFF;
    }
}

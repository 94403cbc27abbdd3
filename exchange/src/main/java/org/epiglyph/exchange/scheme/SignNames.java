package org.epiglyph.exchange.scheme;

import java.util.Arrays;
import java.util.Locale;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;
import org.epiglyph.core.marks.Sign;

/** The names of stamp signs in a table: "tick", "half tick". */
public final class SignNames {
    private SignNames() {}

    /** @throws IllegalArgumentException if there is no such sign; lists the existing ones */
    public static String of(String text) {
        String wanted = text.strip().toUpperCase(Locale.ROOT).replace(' ', '_');
        return Arrays.stream(Sign.values())
                .map(Sign::name)
                .filter(n -> n.equals(wanted))
                .findFirst()
                .orElseThrow(() -> new InvalidValue(Message.of(SignNames.class, "noSign", text)));
    }

    public static String text(String name) {
        return name.toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}

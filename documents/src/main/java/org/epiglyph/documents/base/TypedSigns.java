package org.epiglyph.documents.base;

import java.util.Set;
import org.commonmark.node.Text;
import org.commonmark.parser.beta.InlineContentParser;
import org.commonmark.parser.beta.InlineContentParserFactory;
import org.commonmark.parser.beta.ParsedInline;
import org.commonmark.parser.beta.Scanner;

/**
 * Reads two CommonMark characters as typed: an ampersand begins no entity, and a backslash is literal, as in paths and
 * formulas, unless it escapes a formatting character.
 */
final class TypedSigns implements InlineContentParserFactory {
    private static final char BACKSLASH = '\\';
    private static final Set<Character> FORM = Set.of('*', '`', '[', ']');

    @Override
    public Set<Character> getTriggerCharacters() {
        return Set.of('&', BACKSLASH);
    }

    @Override
    public InlineContentParser create() {
        return state -> {
            Scanner scanner = state.scanner();
            char sign = scanner.peek();
            scanner.next();
            if (sign == BACKSLASH && FORM.contains(scanner.peek())) {
                sign = scanner.peek();
                scanner.next();
            }
            return ParsedInline.of(new Text(String.valueOf(sign)), scanner.position());
        };
    }
}

package org.epiglyph.exchange.filing;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.filing.FilingRule;

/** A filing rule as a small text file that a colleague can read, edit and share. */
public final class RuleFile {
    private static final long LONGEST = 100_000;

    private RuleFile() {}

    /** The rule as text: comments begin with #, every other line is a name, an equals sign and a value. */
    static String text(FilingRule rule) {
        String where = rule.level() == FilingRule.FILE ? "file name" : "folder " + (rule.level() + 1);
        return """
                # A filing rule: how the files of a record system are named.
                # %s
                # Parts: <key> <family> <given> <initials> <section> <hand-in> <any>, and <free> at the end.
                name = %s
                where = %s
                reads = %s
                """.formatted(rule.describe(), rule.name(), where, rule.written());
    }

    /** @throws IOException if the disk fails */
    public static void write(FilingRule rule, Path file) throws IOException {
        if (file.getParent() != null) {
            Files.createDirectories(file.getParent());
        }
        Files.writeString(file, text(rule));
    }

    /** @throws Problem naming the file and the error */
    public static FilingRule read(Path file) throws Problem {
        try {
            if (Files.size(file) > LONGEST) {
                throw new Problem(Message.of(RuleFile.class, "tooLong", file.getFileName()));
            }
            return parse(Files.readString(file, StandardCharsets.UTF_8), file.getFileName().toString());
        } catch (IOException e) {
            throw new Problem(Message.of(RuleFile.class, "unreadable", file), e);
        }
    }

    private static FilingRule parse(String text, String called) throws Problem {
        Map<String, String> values = new HashMap<>();
        for (String line : text.lines().toList()) {
            int equals = line.indexOf('=');
            if (!line.startsWith("#") && equals > 0) {
                values.put(line.substring(0, equals).strip(), line.substring(equals + 1).strip());
            }
        }
        String reads = values.get("reads");
        if (reads == null) {
            throw new Problem(Message.of(RuleFile.class, "noReads", called));
        }
        try {
            return FilingRule.of(values.getOrDefault("name", called), level(values.getOrDefault("where", "file name")),
                    reads);
        } catch (IllegalArgumentException e) {
            throw new Problem(Message.of(RuleFile.class, "wrong", called, InvalidValue.asMessage(e)), e);
        }
    }

    private static int level(String where) {
        if (where.matches("folder [1-9]")) {
            return Integer.parseInt(where.substring(7)) - 1;
        }
        if (!where.equals("file name")) {
            throw new InvalidValue(Message.of(RuleFile.class, "badPlace", where));
        }
        return FilingRule.FILE;
    }
}

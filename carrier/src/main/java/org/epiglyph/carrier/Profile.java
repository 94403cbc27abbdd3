package org.epiglyph.carrier;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.epiglyph.core.Problem;
import org.epiglyph.documents.MarkedPdf;

/**
 * What students are handed; kept beside the batch as a text file that can be given to others.
 *
 * @param form  what marked copies look like
 * @param sheet the feedback sheet that goes with them
 */
public record Profile(MarkedPdf.Form form, Sheet sheet) {
    /** Open annotations alone, which is what receipts of all versions know. */
    public static final Profile USUAL = new Profile(MarkedPdf.Form.ANNOTATIONS, Sheet.NONE);
    private static final long LONGEST = 64 * 1024;

    /** The feedback sheet: none, or a file of its own. */
    public enum Sheet {
        NONE(""), PDF(".pdf"), HTML(".html"), TEXT(".txt");

        private final String ending;

        Sheet(String ending) {
            this.ending = ending;
        }

        String ending() {
            return ending;
        }
    }

    public Profile withForm(MarkedPdf.Form other) {
        return new Profile(other, sheet);
    }

    public Profile withSheet(Sheet other) {
        return new Profile(form, other);
    }

    /** What differs from the usual, for the fingerprint. */
    List<String> deciding() {
        List<String> deciding = new ArrayList<>();
        if (form != MarkedPdf.Form.ANNOTATIONS) {
            deciding.add("pages " + form);
        }
        if (sheet != Sheet.NONE) {
            deciding.add("feedback sheet " + sheet);
        }
        return deciding;
    }

    // --- as a text file

    private static String written(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    /** The profile as text: comments begin with #, every other line is a word, an equals sign and a value. */
    public String text() {
        return """
                # What students are handed back.
                # pages: annotations, printed margin, or flattened
                # feedback sheet: none, pdf, html or text
                pages = %s
                feedback sheet = %s
                """.formatted(written(form), written(sheet));
    }

    /** Keeps it in a file, in one step. */
    public void write(Path file) throws IOException {
        Path beside = file.resolveSibling(file.getFileName() + ".part");
        Files.writeString(beside, text());
        Files.move(beside, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
    }

    /**
     * Reads a profile.
     *
     * @throws Problem naming the file and what is wrong in it
     */
    public static Profile read(Path file) throws Problem {
        try {
            if (Files.size(file) > LONGEST) {
                throw new Problem(file.getFileName() + " is far too long for a profile. Choose another file.");
            }
            return parse(Files.readString(file, StandardCharsets.UTF_8), file.getFileName().toString());
        } catch (IOException e) {
            throw new Problem("The profile " + file
                    + " cannot be read. Check that it is there, and that it is plain text in UTF-8.", e);
        }
    }

    /** The profile that is kept there; the usual one where none is. */
    public static Profile kept(Path file) throws Problem {
        return Files.exists(file) ? read(file) : USUAL;
    }

    private static Profile parse(String text, String called) throws Problem {
        Map<String, String> values = new HashMap<>();
        for (String line : text.lines().map(String::strip).filter(l -> !l.isEmpty() && !l.startsWith("#")).toList()) {
            int equals = line.indexOf('=');
            String name = equals < 0 ? line : line.substring(0, equals).strip();
            if (!List.of("pages", "feedback sheet").contains(name)) {
                throw new Problem(called + " has a line '" + line
                        + "' that no profile has. Lines begin with 'pages =' or 'feedback sheet ='.");
            }
            values.put(name, line.substring(equals + 1).strip());
        }
        return new Profile(
                value(MarkedPdf.Form.values(), values.getOrDefault("pages", written(USUAL.form)), "pages", called),
                value(Sheet.values(), values.getOrDefault("feedback sheet", written(USUAL.sheet)), "feedback sheet",
                        called));
    }

    private static <E extends Enum<E>> E value(E[] all, String value, String name, String called) throws Problem {
        return Arrays.stream(all)
                .filter(e -> written(e).equalsIgnoreCase(value))
                .findFirst()
                .orElseThrow(() -> new Problem(called + ": '" + name + "' must be "
                        + Arrays.stream(all).map(Profile::written).collect(Collectors.joining(" or ")) + ", not '"
                        + value
                        + "'."));
    }
}

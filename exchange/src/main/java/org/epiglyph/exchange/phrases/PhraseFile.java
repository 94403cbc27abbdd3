package org.epiglyph.exchange.phrases;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.epiglyph.core.InvalidValue;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Decimal;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.exchange.scheme.SignNames;
import org.epiglyph.exchange.table.CellTable;
import org.epiglyph.exchange.table.Columns;
import org.epiglyph.exchange.table.CsvTable;
import org.epiglyph.exchange.table.NewTable;
import org.epiglyph.exchange.table.Table;
import org.epiglyph.exchange.table.TableRow;
import org.epiglyph.exchange.table.Worksheet;

/**
 * Phrases as files: a table as CSV or XLSX, JSON, or Markdown. Criteria are given by name, so that a file fits every
 * batch whose scheme has criteria of those names. The kind of a file is detected from its first bytes.
 */
public final class PhraseFile {
    /** Headings, in the order in which they are written. */
    private static final List<String> HEADINGS = List.of("code", "title", "words", "criterion", "effect", "tags",
            "for", "mark");
    private static final ObjectMapper MAPPER = new ObjectMapper();
    private final MarkScheme scheme;
    private final String called;

    private PhraseFile(MarkScheme scheme, String called) {
        this.scheme = scheme;
        this.called = called;
    }

    /**
     * Reads phrases.
     *
     * @param called the file's name in error messages
     * @param scheme the scheme whose criteria the file names; unknown names make general phrases
     * @throws Problem naming the line and the reason
     */
    public static Phrasebook read(byte[] bytes, String called, MarkScheme scheme) throws Problem {
        PhraseFile file = new PhraseFile(scheme, called);
        if (bytes.length > 1 && bytes[0] == 'P' && bytes[1] == 'K') {
            return file.table(Worksheet.all(bytes, called).getFirst());
        }
        String text = new String(bytes, StandardCharsets.UTF_8).replace("\uFEFF", "").strip();
        if (text.startsWith("{")) {
            return file.json(bytes);
        }
        return text.startsWith("#") ? file.markdown(text) : file.table(CsvTable.read(bytes, called));
    }

    /**
     * Writes phrases in the format given by the file name's extension: .csv, .xlsx, .json or .md.
     *
     * @param title the collection's name
     * @throws Problem for another extension
     */
    public static byte[] write(List<Phrase> phrases, String title, MarkScheme scheme, String name) throws Problem {
        List<Map<String, String>> rows = phrases.stream().map(p -> cells(p, scheme)).toList();
        return switch (name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT)) {
            case "csv" -> NewTable.csv(HEADINGS, rows);
            case "xlsx" -> NewTable.xlsx("Phrases", HEADINGS, rows);
            case "json" -> json(title, rows);
            case "md" -> markdown(title, rows).getBytes(StandardCharsets.UTF_8);
            default -> throw new Problem(Message.of(PhraseFile.class, "unknownFormat", name));
        };
    }

    // --- rows

    private static Map<String, String> cells(Phrase phrase, MarkScheme scheme) {
        return CellTable.cells("code", phrase.code(), "title", phrase.title(), "words", phrase.text(), "criterion",
                scheme.findCriterion(phrase.criterion()).map(Criterion::name).orElse(""), "effect",
                phrase.effect().map(Criterion::format).orElse(""), "tags", String.join(", ", phrase.tags()), "for",
                phrase.audience() == Audience.PRIVATE ? "private" : "", "mark",
                phrase.mark()
                        .map(m -> m.sign().map(s -> SignNames.text(s.name())).orElse("highlight") + " in "
                                + m.ink().name().toLowerCase(Locale.ROOT))
                        .orElse(""));
    }

    private Phrasebook table(Table table) throws Problem {
        Columns columns = new Columns(table.rowCount() == 0 ? List.of() : table.row(0));
        if (columns.find("words", "phrase", "remark").isEmpty()) {
            throw new Problem(Message.of(PhraseFile.class, "noWords", called));
        }
        List<Phrase> phrases = new ArrayList<>();
        for (int at = 1; at < table.rowCount(); at++) {
            TableRow row = new TableRow(table, at, called);
            Map<String, String> cells = new LinkedHashMap<>();
            for (String heading : HEADINGS) {
                String[] names = switch (heading) {
                    case "words" -> new String[]{"words", "phrase", "remark"};
                    case "effect" -> new String[]{"effect", "points"};
                    default -> new String[]{heading};
                };
                cells.put(heading, row.text(columns.find(names)));
            }
            if (!cells.get("words").isEmpty()) {
                phrases.add(phrase(cells, phrases.size() + 1, "line " + (at + 1)));
            }
        }
        return new Phrasebook(phrases);
    }

    private Phrase phrase(Map<String, String> cells, int number, String where) throws Problem {
        try {
            String effect = cells.getOrDefault("effect", "");
            List<String> tags = Arrays.stream(cells.getOrDefault("tags", "").split(","))
                    .map(String::strip)
                    .filter(t -> !t.isEmpty())
                    .toList();
            return new Phrase("p" + number, cells.getOrDefault("code", ""), cells.get("words"),
                    criterion(cells.getOrDefault("criterion", "")),
                    effect.isEmpty() ? Optional.empty() : Optional.of(Decimal.of(effect)),
                    cells.getOrDefault("title", ""), tags,
                    cells.getOrDefault("for", "").equalsIgnoreCase("private") ? Audience.PRIVATE : Audience.STUDENT,
                    mark(cells.getOrDefault("mark", "")), "", "");
        } catch (NumberFormatException e) {
            throw new Problem(Message.of(PhraseFile.class, "effectNoNumber", called, where, cells.get("effect")), e);
        } catch (IllegalArgumentException e) {
            throw new Problem(Message.of(PhraseFile.class, "wrongLine", called, where, InvalidValue.asMessage(e)), e);
        }
    }

    private String criterion(String name) {
        return scheme.criteria()
                .stream()
                .filter(c -> c.name().equalsIgnoreCase(name))
                .map(Criterion::id)
                .findFirst()
                .orElse("");
    }

    /** "cross in madder", "highlight in ochre"; the ink may be missing. */
    private static Optional<Phrase.With> mark(String text) {
        if (text.isBlank()) {
            return Optional.empty();
        }
        String[] parts = text.strip().toLowerCase(Locale.ROOT).split("\\s+in\\s+", 2);
        Ink ink = parts.length < 2
                ? Ink.MADDER
                : Arrays.stream(Ink.values())
                        .filter(i -> i.name().equalsIgnoreCase(parts[1]))
                        .findFirst()
                        .orElseThrow(() -> new InvalidValue(Message.of(PhraseFile.class, "noInk", parts[1])));
        return Optional.of(parts[0].equals("highlight")
                ? new Phrase.With(Optional.empty(), ink)
                : new Phrase.With(Optional.of(Sign.valueOf(SignNames.of(parts[0]))), ink));
    }

    // --- JSON

    private static byte[] json(String title, List<Map<String, String>> rows) throws Problem {
        ObjectNode all = MAPPER.createObjectNode();
        all.put("title", title);
        ArrayNode phrases = all.putArray("phrases");
        rows.forEach(r -> phrases.add(MAPPER.valueToTree(r)));
        try {
            return MAPPER.writerWithDefaultPrettyPrinter().writeValueAsBytes(all);
        } catch (JsonProcessingException e) {
            throw new Problem(Message.of(PhraseFile.class, "noJson"), e);
        }
    }

    private Phrasebook json(byte[] bytes) throws Problem {
        JsonNode all;
        try {
            all = MAPPER.readTree(bytes);
        } catch (IOException e) {
            throw new Problem(
                    Message.of(PhraseFile.class, "badJson", called), e);
        }
        if (!all.path("phrases").isArray()) {
            throw new Problem(Message.of(PhraseFile.class, "noPhrases", called));
        }
        List<Phrase> phrases = new ArrayList<>();
        for (JsonNode phrase : all.path("phrases")) {
            Map<String, String> cells = new LinkedHashMap<>();
            phrase.properties().forEach(e -> cells.put(e.getKey(), e.getValue().asText("")));
            if (!cells.getOrDefault("words", "").isBlank()) {
                phrases.add(phrase(cells, phrases.size() + 1, "phrase " + (phrases.size() + 1)));
            }
        }
        return new Phrasebook(phrases);
    }

    // --- Markdown: a heading of code and title, a line of properties in asterisks, then the text

    private static String markdown(String title, List<Map<String, String>> rows) {
        StringBuilder out = new StringBuilder("# " + title + "\n");
        for (Map<String, String> row : rows) {
            out.append("\n## ").append(row.getOrDefault("code", ""));
            if (row.containsKey("title")) {
                out.append(": ").append(row.get("title"));
            }
            List<String> about = row.entrySet()
                    .stream()
                    .filter(e -> !List.of("code", "title", "words").contains(e.getKey()))
                    .map(e -> e.getKey() + " = " + e.getValue())
                    .toList();
            if (!about.isEmpty()) {
                out.append("\n\n*").append(String.join("; ", about)).append('*');
            }
            out.append("\n\n").append(row.get("words")).append('\n');
        }
        return out.toString();
    }

    private Phrasebook markdown(String text) throws Problem {
        List<Phrase> phrases = new ArrayList<>();
        String[] parts = ("\n" + text).split("\n## ");
        for (int i = 1; i < parts.length; i++) {
            int end = (parts[i] + "\n").indexOf('\n');
            String[] head = parts[i].substring(0, Math.min(end, parts[i].length())).strip().split(":\\s*", 2);
            String rest = parts[i].substring(Math.min(end, parts[i].length())).strip();
            Map<String, String> cells = CellTable.cells("code", head[0], "title", head.length > 1 ? head[1] : "");
            if (rest.startsWith("*") && rest.lines().findFirst().orElse("").matches("\\*[^*]+ = [^*]*\\*")) {
                String about = rest.lines().findFirst().orElse("");
                for (String pair : about.substring(1, about.length() - 1).split(";\\s*")) {
                    String[] sides = pair.split("\\s*=\\s*", 2);
                    cells.put(sides[0].strip(), sides.length > 1 ? sides[1].strip() : "");
                }
                rest = rest.substring(about.length()).strip();
            }
            if (!rest.isEmpty()) {
                cells.put("words", rest);
                phrases.add(phrase(cells, phrases.size() + 1, "phrase '" + head[0] + "'"));
            }
        }
        if (phrases.isEmpty()) {
            throw new Problem(Message.of(PhraseFile.class, "noHeading", called));
        }
        return new Phrasebook(phrases);
    }
}

package org.epiglyph.core.phrases;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.epiglyph.core.roster.Student;

/**
 * Text with slots for what differs from student to student: {@code {name}} for the given name, {@code {number}}, {@code
 * {words}}, {@code {one of: a, b, c}}. A colon is followed by what is asked, as in {@code {number: metres}}. Braces
 * around anything else are plain text.
 *
 * @param parts in order
 */
public record Slots(List<Part> parts) {
    private static final Pattern SLOT = Pattern
            .compile("\\{(name|number|words|one of)(?::\\s*([^{}]*?))?\\s*\\}", Pattern.CASE_INSENSITIVE);

    public Slots {
        parts = List.copyOf(parts);
    }

    /** Fixed text, or a slot. */
    public sealed interface Part {}

    /** Text that stays the same. */
    record Text(String text) implements Part {}

    /** The student's given name. */
    record Name() implements Part {}

    /** A number that is asked for. */
    public record Number(String asked) implements Part {}

    /** Any text that is asked for. */
    public record FreeText(String asked) implements Part {}

    /** One of several, at least one. */
    public record OneOf(List<String> choices) implements Part {
        public OneOf {
            choices = List.copyOf(choices);
        }
    }

    /** Parses a phrase's text. */
    public static Slots of(String text) {
        List<Part> parts = new ArrayList<>();
        Matcher slot = SLOT.matcher(text);
        int end = 0;
        while (slot.find()) {
            Optional<Part> part = part(slot.group(1).toLowerCase(java.util.Locale.ROOT),
                    Optional.ofNullable(slot.group(2)).orElse(""));
            if (part.isPresent()) {
                add(parts, text.substring(end, slot.start()));
                parts.add(part.get());
                end = slot.end();
            }
        }
        add(parts, text.substring(end));
        return new Slots(parts);
    }

    private static void add(List<Part> parts, String text) {
        if (!text.isEmpty()) {
            parts.add(new Text(text));
        }
    }

    private static Optional<Part> part(String kind, String asked) {
        return switch (kind) {
            case "name" -> Optional.of(new Name());
            case "number" -> Optional.of(new Number(asked));
            case "words" -> Optional.of(new FreeText(asked));
            default -> {
                List<String> choices = Arrays.stream(asked.split(","))
                        .map(String::strip)
                        .filter(c -> !c.isEmpty())
                        .toList();
                yield choices.isEmpty() ? Optional.empty() : Optional.of(new OneOf(choices));
            }
        };
    }

    /** True if it has no slots left to fill. */
    public boolean isFilled() {
        return parts.stream().allMatch(p -> p instanceof Text);
    }

    /** The slots whose content is asked for when the phrase is placed, in order. */
    public List<Part> asked() {
        return parts.stream().filter(p -> !(p instanceof Text) && !(p instanceof Name)).toList();
    }

    /**
     * The text for one student.
     *
     * @param givenName the student's
     * @param answers   one for each slot that is asked, in order
     */
    public String filled(String givenName, List<String> answers) {
        int[] next = {0};
        return parts.stream().map(p -> switch (p) {
            case Text(String text) -> text;
            case Name _ -> givenName;
            default -> answers.get(next[0]++);
        }).collect(Collectors.joining());
    }

    /**
     * The answers from which a text was made of this phrase, and what was added after it.
     *
     * @return empty if the text was not made of this phrase
     */
    public Optional<Placed> placed(String text) {
        Matcher matcher = pattern(Optional.empty()).matcher(text);
        if (!matcher.lookingAt()) {
            return Optional.empty();
        }
        List<String> answers = new ArrayList<>();
        for (int i = 0; i < asked().size(); i++) {
            answers.add(matcher.group(i + 1));
        }
        return Optional.of(new Placed(answers, text.substring(matcher.end())));
    }

    /**
     * The text with this phrase, if it contains it, replaced by another one; what is around it stays.
     *
     * @param other     the other phrase; it has the same slots as this one
     * @param student   whom the text is about
     * @param addressed the name in the other phrase
     * @return empty if the text does not contain the phrase
     */
    public Optional<String> exchanged(String text, Slots other, String student, String addressed) {
        Matcher matcher = pattern(Optional.of(student)).matcher(text);
        if (!matcher.find() || other.asked().size() != asked().size()) {
            return Optional.empty();
        }
        List<String> answers = new ArrayList<>();
        for (int i = 0; i < asked().size(); i++) {
            answers.add(matcher.group(i + 1));
        }
        return Optional.of(text.substring(0, matcher.start()) + other.filled(addressed, answers)
                + text.substring(matcher.end()));
    }

    /** True if a text about the student with the given name contains the phrase. */
    public boolean isIn(String text, String givenName) {
        return !text.isEmpty() && pattern(Optional.of(givenName)).matcher(text).find();
    }

    /**
     * A placed phrase.
     *
     * @param answers  what was asked, in order
     * @param addition the marker's own text after the phrase; may be empty
     */
    public record Placed(List<String> answers, String addition) {
        public Placed {
            answers = List.copyOf(answers);
        }
    }

    private Pattern pattern(Optional<String> givenName) {
        StringBuilder pattern = new StringBuilder();
        for (int i = 0; i < parts.size(); i++) {
            boolean last = i == parts.size() - 1;
            pattern.append(switch (parts.get(i)) {
                case Text(String text) -> Pattern.quote(text);
                case Name _ ->
                    givenName.map(n -> "(?:" + Pattern.quote(n) + "|" + Pattern.quote(Student.NAMED_LATER) + ")")
                            .orElse(last ? "\\S*" : ".*?");
                case Number _ -> "([-+\u2212]?\\d+(?:[.,]\\d+)?)";
                case FreeText _ -> last ? "(.*)" : "(.*?)";
                case OneOf(List<String> choices) ->
                    "(" + choices.stream()
                            .sorted((a, b) -> b.length() - a.length())
                            .map(Pattern::quote)
                            .collect(Collectors.joining("|")) + ")";
            });
        }
        return Pattern.compile(pattern.toString(), Pattern.DOTALL);
    }
}

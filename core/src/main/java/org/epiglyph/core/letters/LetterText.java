package org.epiglyph.core.letters;

import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.task.Lateness;

/**
 * A letter to all recipients, with slots in braces for what differs. Unknown text in braces is reported, so that no
 * student reads it.
 *
 * @param subject one line
 * @param body    any number of lines
 */
public record LetterText(String subject, String body) {
    private static final Pattern SLOT = Pattern.compile("\\{([^{}\\n]*)}");
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("EEEE d MMMM yyyy, HH:mm",
            Locale.ENGLISH);

    public LetterText {
        subject = subject.replaceAll("\\p{Cntrl}+", " ").strip();
    }

    /** What differs from student to student. */
    public enum Slot {
        NAME("name"),
        FULL_NAME("full name"),
        KEY("key"),
        TASK("task"),
        MODULE("module"),
        DUE("due"),
        LATE("late"),
        RESULT("result"),
        MAXIMUM("maximum"),
        GRADE("grade");

        private final String written;

        Slot(String written) {
            this.written = written;
        }

        /** The slot as written in a letter, with its braces. */
        public String written() {
            return "{" + written + "}";
        }

        private static Optional<Slot> find(String name) {
            return Arrays.stream(values())
                    .filter(s -> s.written.equals(name.strip().toLowerCase(Locale.ROOT)))
                    .findFirst();
        }
    }

    /** Text in braces that is no slot, as written. */
    public Set<String> unknown() {
        Set<String> unknown = new LinkedHashSet<>();
        for (String text : List.of(subject, body)) {
            SLOT.matcher(text)
                    .results()
                    .filter(r -> Slot.find(r.group(1)).isEmpty())
                    .map(MatchResult::group)
                    .forEach(unknown::add);
        }
        return unknown;
    }

    /** True if there is nothing to read. */
    public boolean isEmpty() {
        return subject.isBlank() || body.isBlank();
    }

    /** The letter to one student. */
    public Letter to(Batch batch, Submission submission) {
        List<String> missing = new ArrayList<>();
        return new Letter(submission.student(), filled(subject, batch, submission, missing).replace('\n', ' '),
                filled(body, batch, submission, missing), missing.stream().distinct().toList());
    }

    private static String filled(String text, Batch batch, Submission submission, List<String> missing) {
        return SLOT.matcher(text).replaceAll(r -> {
            Optional<Slot> slot = Slot.find(r.group(1));
            Optional<String> value = slot.flatMap(s -> value(s, batch, submission));
            if (slot.isPresent() && value.isEmpty()) {
                missing.add(slot.get().written());
            }
            return Matcher.quoteReplacement(value.orElse(r.group()));
        });
    }

    private static Optional<String> value(Slot slot, Batch batch, Submission submission) {
        var key = submission.student().key();
        return switch (slot) {
            case NAME -> Optional.of(submission.student().givenName());
            case FULL_NAME -> Optional.of(submission.student().name());
            case KEY -> Optional.of(key.value());
            case TASK -> Optional.of(batch.task().title());
            case MODULE -> Optional.of(batch.task().module()).filter(m -> !m.isBlank());
            case DUE -> batch.task().due(key).map(due -> WHEN.format(due.atZone(batch.task().zone())));
            case LATE -> batch.lateness(submission).map(Lateness::describe);
            case MAXIMUM -> Optional.of(Criterion.format(batch.task().maximum()));
            case RESULT -> Optional.of(batch.result(key).value())
                    .filter(_ -> isFinal(batch, submission))
                    .map(Criterion::format);
            case GRADE -> batch.result(key).grade().filter(_ -> isFinal(batch, submission));
        };
    }

    /** True if the marking is finished, so that the result may be told. */
    static boolean isFinal(Batch batch, Submission submission) {
        return submission.sealed() && !submission.scores().isEmpty()
                && submission.scores().isComplete(batch.scheme());
    }
}

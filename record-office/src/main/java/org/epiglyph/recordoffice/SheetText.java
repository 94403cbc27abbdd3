package org.epiglyph.recordoffice;

import java.io.IOException;
import java.time.ZoneId;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The current grade sheet of a task as CSV (RFC 4180). */
final class SheetText {
    private static final List<String> HEADER = List.of("student key", "given name", "family name", "section", "status",
            "handed in", "score", "maximum",
            "feedback", "office note");

    private SheetText() {}

    static String of(OfficeFolder office, Shapes.Task task) throws IOException {
        List<Shapes.Submission> submissions = office.submissions(task.sourcedId());
        StringBuilder out = new StringBuilder(line(HEADER.stream()));
        for (Shapes.Person person : office.roster(task.sourcedId())) {
            Shapes.Held held = office.record(task.sourcedId(), person.sourcedId());
            Optional<Shapes.Submission> last = submissions.stream()
                    .filter(s -> s.student().equals(person.sourcedId()))
                    .reduce((_, b) -> b);
            String at = last.map(s -> s.handedInAt().atZone(ZoneId.of(task.zone())).toOffsetDateTime().toString())
                    .orElse("");
            String status = last.isPresent() ? "submitted" : "not submitted";
            out.append(line(
                    Stream.of(person.sourcedId(), person.givenName(), person.familyName(), person.section(), status, at,
                            Objects.toString(held.score(), ""), task.resultValueMax().toPlainString(), held.comment(),
                            "kept by the office")));
        }
        return out.toString();
    }

    private static String line(Stream<String> cells) {
        return cells.map(SheetText::cell).collect(Collectors.joining(",", "", "\r\n"));
    }

    private static String cell(String value) {
        return value.matches("(?s).*[\",\\r\\n].*") ? '"' + value.replace("\"", "\"\"") + '"' : value;
    }
}

package org.epiglyph.core.feedback;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;

/** The text for the student's record. It cannot contain private text: only marks for the student are read. */
public final class Feedback {
    private Feedback() {}

    /**
     * The remark on the whole, the scores by criterion, the remarks on criteria, the text of spoken remarks, and a line
     * that says which pages have remarks.
     */
    public static String text(Batch batch, Submission submission) {
        return Stream
                .of(submission.onTheWhole().strip(),
                        String.join("\n", batch.result(submission.student().key()).derivation()),
                        onCriteria(batch, submission), spoken(batch, submission), pointerToPages(submission),
                        legend(submission))
                .filter(part -> !part.isEmpty())
                .collect(Collectors.joining("\n\n"));
    }

    private static String onCriteria(Batch batch, Submission submission) {
        return batch.scheme()
                .criteria()
                .stream()
                .filter(c -> !submission.scores().remark(c.id()).isEmpty())
                .map(c -> c.name() + ": " + submission.scores().remark(c.id()))
                .collect(Collectors.joining("\n"));
    }

    private static String spoken(Batch batch, Submission submission) {
        return Heard.of(submission, batch.scheme())
                .stream()
                .map(h -> h.title() + (h.remark().text().isEmpty() ? "" : ": " + h.remark().text()))
                .collect(Collectors.joining("\n"));
    }

    /** For example "Inks: madder for units, plum for reasoning."; empty where no mark for the student has a meaning. */
    static String legend(Submission submission) {
        Set<String> meanings = new LinkedHashSet<>();
        for (Mark mark : submission.marksForStudent()) {
            if (!mark.head().meaning().isEmpty()) {
                meanings.add(Message.of(Feedback.class, "inkFor", mark.ink().name().toLowerCase(Locale.ROOT),
                        mark.head().meaning()).text());
            }
        }
        return meanings.isEmpty() ? "" : Message.of(Feedback.class, "inks", String.join(", ", meanings)).text();
    }

    /** For example "Remarks on pages 1, 2 and 4."; names the documents if there are several; empty without marks. */
    public static String pointerToPages(Submission submission) {
        List<Mark> marks = submission.marksForStudent();
        List<String> places = new ArrayList<>();
        for (Document document : submission.documents()) {
            SortedSet<Integer> pages = marks.stream()
                    .filter(m -> m.page().document().equals(document.id()))
                    .map(m -> m.page().number())
                    .collect(Collectors.toCollection(TreeSet::new));
            if (!pages.isEmpty()) {
                Message where = pages.size() == 1
                        ? Message.of(Feedback.class, "page", listed(pages))
                        : Message.of(Feedback.class, "pages", listed(pages));
                places.add(submission.documents().size() == 1
                        ? where.text()
                        : Message.of(Feedback.class, "of", where, submission.displayName(document)).text());
            }
        }
        return places.isEmpty() ? "" : Message.of(Feedback.class, "where", String.join("; ", places)).text();
    }

    private static String listed(SortedSet<Integer> numbers) {
        List<String> words = numbers.stream().map(String::valueOf).toList();
        return words.size() == 1
                ? words.getFirst()
                : Message.of(Feedback.class, "and", String.join(", ", words.subList(0, words.size() - 1)),
                        words.getLast()).text();
    }
}

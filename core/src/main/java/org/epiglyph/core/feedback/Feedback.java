package org.epiglyph.core.feedback;

import java.util.ArrayList;
import java.util.List;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;

/** The text that goes into the student's record. Private words have no way in: only marks for the student are read. */
public final class Feedback {
    private Feedback() {}

    /** The remark on the whole, the scores by criterion, and a line that says on which pages to look. */
    public static String text(Batch batch, Submission submission) {
        List<String> parts = new ArrayList<>();
        if (!submission.onTheWhole().isBlank()) {
            parts.add(submission.onTheWhole().strip());
        }
        parts.add(String.join("\n", batch.result(submission.student().key()).derivation()));
        String where = whereToLook(submission);
        if (!where.isEmpty()) {
            parts.add(where);
        }
        return String.join("\n\n", parts);
    }

    /** For example "Remarks on pages 1, 2 and 4."; names the documents where there are several; empty without marks. */
    public static String whereToLook(Submission submission) {
        List<Mark> marks = submission.marksForStudent();
        List<String> places = new ArrayList<>();
        for (Document document : submission.documents()) {
            SortedSet<Integer> pages = marks.stream()
                    .filter(m -> m.page().document().equals(document.id()))
                    .map(m -> m.page().number())
                    .collect(Collectors.toCollection(TreeSet::new));
            if (!pages.isEmpty()) {
                String words = (pages.size() == 1 ? "page " : "pages ") + listed(pages);
                places.add(submission.documents().size() == 1 ? words : words + " of " + document.name());
            }
        }
        return places.isEmpty() ? "" : "Remarks on " + String.join("; ", places) + ".";
    }

    private static String listed(SortedSet<Integer> numbers) {
        List<String> words = numbers.stream().map(String::valueOf).toList();
        return words.size() == 1
                ? words.getFirst()
                : String.join(", ", words.subList(0, words.size() - 1)) + " and " + words.getLast();
    }
}

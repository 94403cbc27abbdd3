package org.epiglyph.core.feedback;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;

/**
 * A spoken remark that the student hears.
 *
 * @param number from 1, as the feedback names it
 * @param place  for example "on page 2" or "on the whole"
 */
public record Heard(int number, SpokenRemark remark, String place) {
    /**
     * The spoken remarks of a submission: on marks in page order, then on criteria, then on the whole. Remarks about
     * private marks, about marks or criteria that are gone, or about a hand-in that does not count are left out.
     */
    public static List<Heard> of(Submission submission, MarkScheme scheme) {
        List<Heard> heard = new ArrayList<>();
        if (submission.spoken().isEmpty()) {
            return heard; // most have none, and this is called often
        }
        for (Mark mark : FeedbackSheet.inReadingOrder(submission)) {
            add(heard, submission, s -> s.isOnMark(mark.id()), where(submission, mark));
        }
        for (Criterion criterion : scheme.criteria()) {
            add(heard, submission, s -> s.isOnCriterion(criterion.id()),
                    Message.of(Heard.class, "onCriterion", criterion.name()));
        }
        add(heard, submission, SpokenPlace.WHOLE::equals, Message.of(Heard.class, "onWhole"));
        return heard;
    }

    private static void add(List<Heard> heard, Submission submission, Predicate<SpokenPlace> at,
            Message place) {
        submission.spoken()
                .stream()
                .filter(s -> at.test(s.place()))
                .forEach(s -> heard.add(new Heard(heard.size() + 1, s, place.text())));
    }

    private static Message where(Submission submission, Mark mark) {
        int page = mark.page().number();
        Optional<Document> document = submission.findDocument(mark.page().document());
        return submission.documents().size() == 1
                ? Message.of(Heard.class, "onPage", page)
                : document.map(d -> Message.of(Heard.class, "onPageOf", page, submission.displayName(d)))
                        .orElseGet(() -> Message.of(Heard.class, "onPageOfSome", page));
    }

    /** For example "Spoken remark 2, on page 3 (0:12)". */
    public String title() {
        return Message.of(Heard.class, "title", number, place, remark.heard().format()).text();
    }
}

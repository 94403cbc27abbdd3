package org.epiglyph.workspace;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.epiglyph.core.batch.Acceptance;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Correspondence;
import org.epiglyph.core.batch.Delivered;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Identity;
import org.epiglyph.core.batch.LetterSent;
import org.epiglyph.core.batch.Marked;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.batch.Received;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.spoken.SpokenRemark;

/** A submission as stored in a checkpoint; empty components are left out. */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
record StoredSubmission(Student student, List<HandIn> handIns, Optional<Integer> counting, List<Attached> attached,
        List<Turn> turns, List<Mark> marks, Scorecard scores, String onTheWhole, String privately, List<PageRef> seen,
        @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean sealed, List<Receipt> receipts,
        @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean handedBack,
        List<Acceptance> accepted,
        List<LetterSent> letters,
        List<Answer> answers,
        Optional<Instant> opened,
        String marker,
        @JsonInclude(JsonInclude.Include.NON_DEFAULT) int script,
        List<SpokenRemark> spoken) {
    private static final Comparator<PageRef> IN_ORDER = Comparator.comparing(PageRef::document)
            .thenComparing(PageRef::index);

    StoredSubmission {
        handIns = orNone(handIns);
        counting = Objects.requireNonNullElse(counting, Optional.empty());
        attached = orNone(attached);
        turns = orNone(turns);
        marks = orNone(marks);
        onTheWhole = Objects.requireNonNullElse(onTheWhole, "");
        privately = Objects.requireNonNullElse(privately, "");
        seen = orNone(seen);
        receipts = orNone(receipts);
        accepted = orNone(accepted);
        letters = orNone(letters);
        answers = orNone(answers);
        opened = Objects.requireNonNullElse(opened, Optional.empty());
        marker = Objects.requireNonNullElse(marker, "");
        spoken = orNone(spoken);
    }

    private static <T> List<T> orNone(List<T> list) {
        return Objects.requireNonNullElse(list, List.of());
    }

    /** @param degrees by which the page was turned clockwise */
    record Turn(PageRef page, int degrees) {}

    static StoredSubmission of(Submission s) {
        List<Turn> turns = s.turns()
                .entrySet()
                .stream()
                .map(e -> new Turn(e.getKey(), e.getValue()))
                .sorted(Comparator.comparing(Turn::page, IN_ORDER))
                .toList();
        return new StoredSubmission(s.whose().owner(), s.handIns(), s.counting(), s.attached(), turns, s.marks(),
                s.scores(),
                s.onTheWhole(), s.privately(), s.seen().stream().sorted(IN_ORDER).toList(), s.sealed(), s.receipts(),
                s.handedBack(), s.accepted(), s.correspondence().letters(), s.correspondence().answers(), s.opened(),
                s.marker(),
                s.student().script(), s.spoken());
    }

    Submission submission() {
        Map<PageRef, Integer> turned = turns.stream().collect(Collectors.toMap(Turn::page, Turn::degrees));
        return new Submission(script == 0 ? Identity.of(student) : Identity.of(student).covered(script),
                new Received(handIns, counting, attached, turned),
                new Marked(marks, scores, onTheWhole, privately, java.util.Set.copyOf(seen), marker, spoken),
                new Delivered(sealed, receipts, handedBack, accepted, opened), new Correspondence(letters, answers));
    }
}

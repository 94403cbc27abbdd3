package org.epiglyph.core.lookover;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.batch.Aids;
import org.epiglyph.core.batch.Answer;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.MarkCount;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.Heard;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.phrases.Slots;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Decimal;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Scorecard;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.core.task.Task;

/**
 * Checks a batch and caches the findings: after an edit only the submissions that changed are checked again. What only
 * the disk can tell (originals, page sizes) is added by the caller. Not thread-safe.
 */
public final class LookOver {
    /** Words by which markers say that something is for themselves or a colleague (common practice, no source). */
    private static final Pattern PRIVATE = Pattern.compile(
            "\\b(note to self|for me only|my eyes only|not for (the|this) student|(do not|don['\u2019]t) (show|tell|send)"
                    + "|to ?do\\b|tbd\\b|fixme|confidential|internal(ly)? only|off the record"
                    + "|(ask|check with|discuss with|refer to) (the )?(second marker|moderator|lead marker|module leader|office)"
                    + "|plagiari[sz]\\w*|academic misconduct|cheat\\w*|colluded|collusion)",
            Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
    private static final int MOST_WORDS = 5;
    private static final int MOST_TEXTS = 100_000;
    private final Dictionary dictionary;
    private final Map<String, List<String>> unknown = new ConcurrentHashMap<>();
    private final Map<StudentKey, Looked> looked = new HashMap<>();
    private Optional<Ground> ground = Optional.empty();

    public LookOver(Dictionary dictionary) {
        this.dictionary = dictionary;
    }

    /** What findings depend on besides the submission itself. */
    private record Ground(MarkScheme scheme, Task task, Phrasebook phrasebook, Aids aids, int students,
            ClassNames names) {
        boolean isOf(Batch batch) {
            return hasNamesOf(batch) && phrasebook == batch.phrasebook() && aids == batch.aids();
        }

        boolean hasNamesOf(Batch batch) {
            return scheme == batch.scheme() && task == batch.task() && students == batch.submissions().size();
        }
    }

    private record Looked(Submission submission, List<Finding> findings) {}

    /** All findings of a batch, in roster order, accepted ones included. */
    public List<Finding> findings(Batch batch) {
        useBasis(batch);
        return batch.submissions().stream().flatMap(s -> of(batch, s).stream()).toList();
    }

    /** All findings about one student, accepted ones included. */
    public List<Finding> findings(Batch batch, StudentKey student) {
        useBasis(batch);
        return of(batch, batch.submission(student));
    }

    /** True unless the marker has accepted it. */
    public static boolean isOpen(Finding finding, Submission submission) {
        return submission.accepted().stream().noneMatch(a -> a.isSameThing(finding.accepted("")));
    }

    /** Findings based on another scheme, task, phrasebook or class are recomputed. */
    private void useBasis(Batch batch) {
        if (ground.filter(g -> g.isOf(batch)).isEmpty()) {
            looked.clear();
            unknown.clear(); // perhaps another language
            ClassNames names = ground.filter(g -> g.hasNamesOf(batch))
                    .map(Ground::names)
                    .orElseGet(() -> new ClassNames(batch, dictionary));
            ground = Optional.of(new Ground(batch.scheme(), batch.task(), batch.phrasebook(), batch.aids(),
                    batch.submissions().size(), names));
        }
    }

    private List<Finding> of(Batch batch, Submission submission) {
        Looked before = looked.get(submission.student().key());
        if (before == null || before.submission != submission) {
            before = new Looked(submission, new Look(batch, submission).findings());
            looked.put(submission.student().key(), before);
        }
        return before.findings;
    }

    /** One check of one submission. */
    private final class Look {
        private final Batch batch;
        private final Submission submission;
        private final List<Finding> findings = new ArrayList<>();

        Look(Batch batch, Submission submission) {
            this.batch = batch;
            this.submission = submission;
        }

        List<Finding> findings() {
            if (submission.stage(batch.scheme()) == Stage.NOTHING_RECEIVED) {
                add(Finding.Kind.NOTHING_RECEIVED, "");
                answers();
                return List.copyOf(findings);
            }
            unfinished();
            handIns();
            pages();
            marks();
            criteria();
            spoken();
            texts();
            boundary();
            answers();
            return List.copyOf(findings);
        }

        private void add(Finding.Kind kind, String thing, String... details) {
            add(kind, Finding.Where.SUBMISSION, "", thing, details);
        }

        private void add(Finding.Kind kind, Finding.Where where, String subject, String thing, String... details) {
            findings.add(
                    new Finding(submission.student().key(), kind, where, subject, List.of(details), thing));
        }

        private void unfinished() {
            Scorecard scores = submission.scores();
            if (scores.scoredOf(batch.scheme()) == 0 && Scorecard.askedBy(batch.scheme()) > 0) {
                add(Finding.Kind.NOTHING_SCORED, "");
            } else if (!scores.isComplete(batch.scheme())) {
                List<Criterion> left = scores.left(batch.scheme());
                add(Finding.Kind.NOT_SCORED, Finding.Where.CRITERION, left.getFirst().id(), "",
                        String.join(", ", left.stream().map(Criterion::name).toList()));
            } else if (!submission.sealed()) {
                add(Finding.Kind.NOT_SEALED, "");
            }
        }

        private void answers() {
            List<String> waiting = submission.correspondence()
                    .answers()
                    .stream()
                    .filter(Answer::isWaiting)
                    .map(Answer::id)
                    .toList();
            if (!waiting.isEmpty()) {
                add(Finding.Kind.ANSWER_WAITS, String.join(" ", waiting), String.valueOf(waiting.size()));
            }
        }

        private void handIns() {
            if (submission.hasNewer()) {
                String newest = String.valueOf(submission.handIns().getLast().number());
                add(Finding.Kind.NEWER_HAND_IN, newest, newest);
            }
            long behind = submission.marksForStudent().stream().filter(Predicate.not(this::isHandedBack)).count();
            if (behind > 0) {
                add(Finding.Kind.MARKS_LEFT_BEHIND, String.valueOf(behind), String.valueOf(behind));
            }
        }

        private boolean isHandedBack(Mark mark) {
            return submission.documents().stream().anyMatch(d -> d.id().equals(mark.page().document()));
        }

        private void pages() {
            if (submission.stage(batch.scheme()) == Stage.UNTOUCHED) {
                return;
            }
            List<String> unseen = new ArrayList<>();
            List<String> ranges = new ArrayList<>();
            for (Document document : submission.documents()) {
                String name = submission.documents().size() > 1 ? submission.displayName(document) + " " : "";
                if (document.pages() instanceof Pages.Awaited) {
                    unseen.add(submission.displayName(document));
                    ranges.add(submission.displayName(document));
                }
                List<Integer> numbers = Submission.pages(List.of(document))
                        .stream()
                        .filter(p -> !submission.seen().contains(p))
                        .map(PageRef::number)
                        .toList();
                numbers.forEach(n -> unseen.add(name + n));
                ranges(numbers).forEach(r -> ranges.add(name + r));
            }
            if (!unseen.isEmpty()) {
                add(Finding.Kind.PAGES_UNSEEN, String.join(", ", unseen), String.join(", ", ranges));
            }
        }

        /** Ascending page numbers, three or more in a row as a range: 2, 4–7. */
        private static List<String> ranges(List<Integer> numbers) {
            List<String> ranges = new ArrayList<>();
            int from = 0;
            for (int i = 1; i <= numbers.size(); i++) {
                if (i == numbers.size() || numbers.get(i) != numbers.get(i - 1) + 1) {
                    if (i - from > 2) {
                        ranges.add(numbers.get(from) + "–" + numbers.get(i - 1));
                    } else {
                        numbers.subList(from, i).forEach(n -> ranges.add(String.valueOf(n)));
                    }
                    from = i;
                }
            }
            return ranges;
        }

        private void marks() {
            for (Mark mark : submission.marksForStudent()) {
                String criterion = mark.head().criterion();
                if (!criterion.isEmpty() && batch.scheme().findCriterion(criterion).isEmpty()) {
                    add(Finding.Kind.EVIDENCE_GONE, Finding.Where.MARK, mark.id(), criterion,
                            String.valueOf(mark.page().number()));
                }
                if (mark instanceof Note && mark.remark().isEmpty() && isHandedBack(mark)) {
                    add(Finding.Kind.EMPTY_REMARK, Finding.Where.MARK, mark.id(), "",
                            String.valueOf(mark.page().number()));
                }
            }
        }

        private void criteria() {
            List<Mark> there = submission.marks().stream().filter(this::isHandedBack).toList();
            for (Criterion criterion : batch.scheme().criteria()) {
                Optional<BigDecimal> score = submission.scores().score(criterion.id());
                if (score.isEmpty()) {
                    continue;
                }
                counted(criterion, there).filter(c -> c.compareTo(score.get()) != 0)
                        .ifPresent(c -> add(Finding.Kind.COUNT_DIFFERS, Finding.Where.CRITERION, criterion.id(),
                                Criterion.format(c) + " " + Criterion.format(score.get()), criterion.name(),
                                Criterion.format(c), Criterion.format(score.get())));
                if (wantsRemark(criterion, score.get())) {
                    add(Finding.Kind.WORDS_WANTED, Finding.Where.CRITERION, criterion.id(),
                            Criterion.format(score.get()), criterion.name(), Criterion.format(score.get()));
                }
            }
        }

        private void spoken() {
            List<Heard> heard = Heard.of(submission, batch.scheme());
            for (SpokenRemark remark : submission.spoken()) {
                String length = remark.heard().format();
                if (heard.stream().noneMatch(h -> h.remark() == remark)) {
                    add(Finding.Kind.SPOKEN_LEFT_BEHIND, Finding.Where.SPOKEN, remark.id(), length, length);
                } else if (remark.text().isEmpty()) {
                    add(Finding.Kind.SPOKEN_WITHOUT_WORDS, Finding.Where.SPOKEN, remark.id(), length, length);
                }
            }
        }

        /** What signs, stamps, or else numbers typed as evidence add up to for a criterion. */
        private Optional<BigDecimal> counted(Criterion criterion, List<Mark> marks) {
            return MarkCount.of(criterion, marks, batch.phrasebook())
                    .map(MarkCount::points)
                    .or(() -> written(criterion, marks));
        }

        private Optional<BigDecimal> written(Criterion criterion, List<Mark> marks) {
            return marks.stream()
                    .filter(m -> !m.isPrivate() && m.head().criterion().equals(criterion.id()))
                    .flatMap(m -> m instanceof TypedText text ? number(text.text()).stream() : Stream.of())
                    .reduce(BigDecimal::add);
        }

        /** "4" or "4/6". */
        private static Optional<BigDecimal> number(String typed) {
            try {
                return Optional.of(Decimal.of(typed.strip().replaceFirst("\\s*/\\s*\\d+$", "")));
            } catch (NumberFormatException e) {
                return Optional.empty(); // text
            }
        }

        private boolean wantsRemark(Criterion criterion, BigDecimal score) {
            return criterion.maximum().signum() > 0 && submission.scores().remark(criterion.id()).isBlank()
                    && batch.aids()
                            .limits()
                            .remarkBelow()
                            .filter(p -> score.multiply(BigDecimal.valueOf(100))
                                    .compareTo(p.multiply(criterion.maximum())) < 0)
                            .isPresent();
        }

        private void texts() {
            for (TextForStudent text : TextForStudent.in(submission, batch.scheme())) {
                names().other(text.text(), submission.student())
                        .ifPresent(name -> addTextFinding(Finding.Kind.NAMES_ANOTHER, text, name));
                var looksPrivate = PRIVATE.matcher(text.text());
                if (looksPrivate.find()) {
                    addTextFinding(Finding.Kind.LOOKS_PRIVATE, text, looksPrivate.group());
                }
                if (!Slots.of(text.text()).isFilled()) {
                    addTextFinding(Finding.Kind.SLOT_UNFILLED, text, text.text());
                }
                if (unknown.size() > MOST_TEXTS) {
                    unknown.clear(); // text typed letter by letter would fill it
                }
                List<String> strange = unknown.computeIfAbsent(text.text(), this::unknownWords);
                if (!strange.isEmpty()) {
                    addTextFinding(Finding.Kind.UNKNOWN_WORDS, text, String.join(", ", strange));
                }
            }
        }

        private void addTextFinding(Finding.Kind kind, TextForStudent text, String detail) {
            add(kind, text.where(), text.subject(), text.text(), detail);
        }

        private List<String> unknownWords(String text) {
            return dictionary.unknown(text)
                    .stream()
                    .filter(w -> !names().knows(w))
                    .distinct()
                    .limit(MOST_WORDS)
                    .toList();
        }

        private ClassNames names() {
            return ground.orElseThrow().names;
        }

        private void boundary() {
            Optional<BigDecimal> width = batch.aids().limits().nearBoundary();
            Optional<GradeScale> grades = batch.scheme().rules().grades();
            if (width.isEmpty() || grades.isEmpty() || !submission.scores().isComplete(batch.scheme())) {
                return;
            }
            Result result = batch.result(submission.student().key());
            for (GradeScale.Boundary boundary : grades.get().near(result, width.get())) {
                String at = Criterion.format(boundary.at(result.maximum()));
                String value = Criterion.format(result.value());
                add(Finding.Kind.NEAR_BOUNDARY, value + " " + at, value, boundary.grade(), at);
            }
        }
    }
}

package org.epiglyph.core.markbook;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Moderation;
import org.epiglyph.core.scoring.Result;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.task.Lateness;

/** A column of the mark book. */
public sealed interface Column {
    /** The cell of a submission, as far as the batch knows. */
    Cell cell(Batch batch, Submission submission);

    /**
     * The cell of a submission.
     *
     * @param context what is known besides the batch
     */
    default Cell cell(Batch batch, Submission submission, Context context) {
        return this == Fact.WORDS
                ? context.wordCount(submission).map(Cell::count).orElse(Cell.EMPTY)
                : cell(batch, submission);
    }

    /** The scores on a criterion. */
    record OfCriterion(String id) implements Column {
        @Override
        public Cell cell(Batch batch, Submission submission) {
            return submission.scores()
                    .score(id)
                    .map(Cell::figure)
                    .or(() -> submission.scores().standing(id).map(s -> Cell.text(letter(s))))
                    .orElse(Cell.EMPTY);
        }

        /** As it is typed. */
        private static String letter(Standing standing) {
            return standing == Standing.EXCUSED ? "x" : "n";
        }
    }

    /** The sum of a section of the scheme. */
    record OfSection(String id) implements Column {
        @Override
        public Cell cell(Batch batch, Submission submission) {
            boolean any = batch.scheme().criteriaOf(id).stream().anyMatch(c -> submission.scores().isSettled(c.id()));
            return any
                    ? submission.scores().sum(batch.scheme(), id).map(Cell::figure).orElse(Cell.EMPTY)
                    : Cell.EMPTY;
        }
    }

    /** Other facts about a submission. */
    enum Fact implements Column {
        KEY,
        SECTION,
        TOTAL,
        RESULT,
        PERCENT,
        GRADE,
        STATE,
        RECEIVED,
        LATENESS,
        HAND_INS,
        PAGES,
        WORDS,
        REMARKS,
        PRIVATE_NOTE,
        MARKER,
        MODERATED,
        HANDED_BACK,
        OPENED;

        private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d MMM, HH:mm", Locale.ENGLISH);

        @Override
        public Cell cell(Batch batch, Submission submission) {
            return switch (this) {
                case KEY -> Cell.text(submission.student().shownKey());
                case SECTION -> Cell.text(submission.student().section());
                case STATE -> {
                    var stage = submission.stage(batch.scheme());
                    yield Cell.ranked(stage.label(), stage.ordinal());
                }
                case RECEIVED -> submission.current().flatMap(HandIn::at).map(at -> time(batch, at)).orElse(Cell.EMPTY);
                case LATENESS -> batch.lateness(submission).map(l -> late(l, submission)).orElse(Cell.EMPTY);
                case HAND_INS -> Cell.count(submission.handIns().size());
                case PAGES -> Cell.count(submission.documents().stream().mapToInt(d -> d.pageCount()).sum());
                case WORDS -> Cell.EMPTY; // not known from the batch
                case REMARKS ->
                    Cell.count(submission.marksForStudent().stream().filter(m -> !m.remark().isEmpty()).count());
                case PRIVATE_NOTE -> Cell.text(submission.privately().isBlank() ? "" : "yes");
                case MARKER -> Cell.text(submission.marker());
                case MODERATED ->
                    submission.scores().moderation().map(Moderation::points).map(Cell::figure).orElse(Cell.EMPTY);
                case TOTAL -> submission.scores().isEmpty()
                        ? Cell.EMPTY
                        : Cell.figure(submission.scores().total(batch.scheme()));
                case RESULT -> result(batch, submission).map(Result::value).map(Cell::figure).orElse(Cell.EMPTY);
                case PERCENT -> result(batch, submission).map(r -> Cell.figure(r.percent())).orElse(Cell.EMPTY);
                case GRADE -> result(batch, submission).flatMap(Result::grade)
                        .map(g -> grade(batch, g))
                        .orElse(Cell.EMPTY);
                case HANDED_BACK -> submission.handedBack()
                        ? submission.receipt().map(r -> time(batch, r.at())).orElse(Cell.EMPTY)
                        : Cell.EMPTY;
                case OPENED -> submission.opened().map(at -> time(batch, at)).orElse(Cell.EMPTY);
            };
        }

        private static Cell time(Batch batch, Instant at) {
            return Cell.ranked(WHEN.format(at.atZone(batch.task().zone())), at.getEpochSecond());
        }

        private static Cell late(Lateness lateness, Submission submission) {
            String own = submission.scores()
                    .lateness()
                    .map(o -> ", costs " + Criterion.format(o.percent()) + " %")
                    .orElse("");
            return Cell.ranked(lateness.describe() + own, lateness.sinceDue().toSeconds());
        }

        /** Before everything is scored there is no result, and a blank is not 0. */
        private static Optional<Result> result(Batch batch, Submission submission) {
            return Optional.of(batch.result(submission.student().key()))
                    .filter(r -> r.complete() && !submission.scores().isEmpty());
        }

        /** Grades sort in the order of their scale, lowest first. */
        private static Cell grade(Batch batch, String grade) {
            List<String> grades = batch.scheme()
                    .rules()
                    .grades()
                    .map(g -> g.boundaries().reversed().stream().map(b -> b.grade()).toList())
                    .orElse(List.of());
            return Cell.ranked(grade, grades.indexOf(grade));
        }
    }

    /**
     * A random order, against order effects; used for sorting only.
     *
     * @param seed of the shuffle
     */
    record Drawn(long seed) implements Column {
        @Override
        public Cell cell(Batch batch, Submission submission) {
            return Cell.ranked("lot",
                    new SplittableRandom(seed ^ submission.student().key().value().hashCode()).nextLong());
        }
    }

    /** Its name in files, parsed by {@link #named}. */
    default String code() {
        return switch (this) {
            case OfCriterion(String id) -> "criterion " + id;
            case OfSection(String id) -> "section " + id;
            case Drawn(long seed) -> "drawn " + seed;
            case Fact fact -> fact.name();
        };
    }

    /** The column with a name in a file; empty if this version does not know it. */
    static Optional<Column> named(String code) {
        int space = code.indexOf(' ');
        String kind = space < 0 ? "" : code.substring(0, space);
        String rest = code.substring(space + 1);
        return switch (kind) {
            case "criterion" -> Optional.of(new OfCriterion(rest));
            case "section" -> Optional.of(new OfSection(rest));
            case "drawn" ->
                rest.matches("-?\\d{1,18}") ? Optional.of(new Drawn(Long.parseLong(rest))) : Optional.empty();
            default -> Stream.of(Fact.values()).filter(f -> f.name().equals(code)).<Column>map(f -> f).findFirst();
        };
    }

    /** The maximum of its scores; empty if it has none. */
    default Optional<BigDecimal> maximum(Batch batch) {
        return switch (this) {
            case OfCriterion(String id) ->
                batch.scheme().findCriterion(id).filter(Criterion::isScored).map(Criterion::maximum);
            case OfSection(String id) -> Optional.of(batch.scheme().maximumOf(id));
            case Fact.TOTAL -> Optional.of(batch.scheme().maximum());
            case Fact.RESULT -> Optional.of(batch.task().maximum());
            case Fact.PERCENT -> Optional.of(BigDecimal.valueOf(100));
            case Fact _,Drawn _ -> Optional.empty();
        };
    }

    /**
     * The columns of a scheme: criteria that take a score in order, each section followed by its sum.
     *
     * @param folded ids of sections of which only the sum is shown
     */
    static List<Column> of(MarkScheme scheme, java.util.Set<String> folded) {
        return scheme.criteria()
                .stream()
                .map(Criterion::section)
                .distinct()
                .flatMap(s -> ofSection(scheme, s, folded.contains(s)))
                .toList();
    }

    private static Stream<Column> ofSection(MarkScheme scheme, String section, boolean folded) {
        Stream<Column> criteria = folded
                ? Stream.of()
                : scheme.criteriaOf(section).stream().filter(Criterion::isScored).map(c -> new OfCriterion(c.id()));
        Optional<Section> known = scheme.findSection(section);
        return known.isPresent() ? Stream.concat(criteria, Stream.of(new OfSection(section))) : criteria;
    }
}

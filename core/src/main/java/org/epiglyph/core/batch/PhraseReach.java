package org.epiglyph.core.batch;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.marks.Correction;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.marks.TextMarkup;
import org.epiglyph.core.phrases.Likeness;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Slots;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;

/** Where phrases are used in a batch, what a change of one would affect, and where one is missing. Changes nothing. */
public final class PhraseReach {
    private static final int OFTEN = 3;

    private PhraseReach() {}

    /**
     * Where a phrase is used, or could be.
     *
     * @param mark      the mark that carries it; empty for a remark on a criterion or on the whole
     * @param criterion id of the criterion that is remarked on; empty for the whole, and for marks
     */
    public record Place(Submission submission, Optional<Mark> mark, String criterion) {
        Place(Submission submission, Mark mark) {
            this(submission, Optional.of(mark), "");
        }
    }

    /** Where a phrase is used, in roster and mark order; remarks on criteria and on the whole follow the marks. */
    public static List<Place> places(Batch batch, String phrase) {
        List<Place> places = new ArrayList<>();
        Optional<Slots> slots = batch.phrasebook().find(phrase).map(p -> Slots.of(p.text()));
        for (Submission submission : batch.submissions()) {
            String name = submission.whose().owner().givenName();
            submission.marks()
                    .stream()
                    .filter(m -> m.remark().phrase().equals(phrase))
                    .forEach(m -> places.add(new Place(submission, m)));
            submission.scores()
                    .remarks()
                    .forEach((criterion, text) -> slots.filter(s -> s.isIn(text, name))
                            .ifPresent(_ -> places.add(new Place(submission, Optional.empty(), criterion))));
            slots.filter(s -> s.isIn(submission.onTheWhole(), name))
                    .ifPresent(_ -> places.add(new Place(submission, Optional.empty(), "")));
        }
        return places;
    }

    /**
     * What changing a phrase would do where it is used.
     *
     * @param open   places on open submissions
     * @param sealed places on sealed ones, handed back or not
     * @param moved  results that would change
     * @param edit   all changes as one edit
     */
    public record Plan(List<Place> open, List<Place> sealed, List<SchemeChange.Moved> moved, Edit edit) {}

    /**
     * Plans a change of a phrase.
     *
     * @param changed    the phrase as it will be
     * @param everywhere false to change future uses only
     * @param sealedToo  true to change sealed submissions as well
     */
    public static Plan plan(Batch batch, Phrase changed, boolean everywhere, boolean sealedToo) {
        Optional<Phrase> before = batch.phrasebook().find(changed.id());
        List<Place> all = places(batch, changed.id());
        List<Place> open = all.stream().filter(p -> !p.submission().sealed()).toList();
        List<Place> sealed = all.stream().filter(p -> p.submission().sealed()).toList();
        List<Place> reached = !everywhere ? List.of() : sealedToo ? all : open;
        List<Edit.Rewording> rewordings = new ArrayList<>();
        List<Edit.Respoken> respoken = new ArrayList<>();
        for (Place place : reached) {
            before.ifPresent(b -> reword(place, b, changed, rewordings, respoken));
        }
        Edit keep = new Edit.KeepPhrase(changed);
        Batch then = batch.apply(keep);
        List<Edit.Rescore> rescores = rescores(batch, then,
                reached.stream().map(Place::submission).distinct().toList());
        Edit edit = rewordings.isEmpty() && respoken.isEmpty() && rescores.isEmpty()
                ? keep
                : new Edit.Together(List.of(keep, new Edit.Reword(rewordings, respoken, rescores)));
        return new Plan(open, sealed, SchemeChange.moved(batch, batch.apply(edit)), edit);
    }

    /**
     * The new text with the answers and the addition that were there; nothing if the text is no longer the phrase's.
     */
    private static void reword(Place place, Phrase before, Phrase after, List<Edit.Rewording> rewordings,
            List<Edit.Respoken> respoken) {
        Submission submission = place.submission();
        String name = submission.whose().owner().givenName();
        String there = place.mark()
                .map(m -> m.remark().text())
                .orElseGet(() -> BatchChange.spoken(submission, place.criterion()));
        Optional<String> text = Slots.of(before.text())
                .exchanged(there, Slots.of(after.text()), name, submission.student().givenName())
                .filter(w -> !w.equals(there));
        text.ifPresent(w -> place.mark()
                .ifPresentOrElse(
                        m -> rewordings.add(new Edit.Rewording(submission.student().key(), m.id(), m.remark(),
                                m.remark().withText(w))),
                        () -> respoken
                                .add(new Edit.Respoken(submission.student().key(), place.criterion(), there, w))));
    }

    /** Scores that came from counting and now differ. */
    private static List<Edit.Rescore> rescores(Batch batch, Batch then, List<Submission> reached) {
        List<Edit.Rescore> rescores = new ArrayList<>();
        for (Submission submission : reached) {
            for (Criterion criterion : batch.scheme().criteria()) {
                Judgement from = submission.scores().judgement(criterion.id());
                Optional<MarkCount> was = MarkCount.of(criterion, submission.marks(), batch.phrasebook());
                Optional<MarkCount> will = MarkCount.of(criterion, submission.marks(), then.phrasebook());
                boolean taken = from.points().isPresent() && was.isPresent() && will.isPresent()
                        && from.points().get().compareTo(was.get().points()) == 0
                        && was.get().points().compareTo(will.get().points()) != 0
                        && criterion.refusal(will.get().points()).isEmpty();
                if (taken) {
                    rescores.add(new Edit.Rescore(submission.student().key(), criterion.id(), from,
                            Judgement.of(will.get().points())));
                }
            }
        }
        return rescores;
    }

    /**
     * A mark on which a phrase may be missing.
     *
     * @param likeness similarity of its text, 0 to 1; 1 for an error sign without text
     */
    public record Missing(Submission submission, Mark mark, double likeness) {}

    /**
     * Marks of open submissions on which a phrase may be missing: those that say much the same in other words, and
     * error signs without text that are linked to the phrase's criterion. Most similar first.
     */
    public static List<Missing> missing(Batch batch, Phrase phrase) {
        List<Missing> missing = new ArrayList<>();
        Set<String> pieces = Likeness.pieces(phrase.text());
        for (Submission submission : batch.submissions()) {
            for (Mark mark : submission.sealed() ? List.<Mark>of() : submission.marks()) {
                if (!mark.remark().phrase().equals(phrase.id())) {
                    double likeness = likeness(mark, phrase, pieces);
                    if (likeness >= Likeness.ALIKE) {
                        missing.add(new Missing(submission, mark, likeness));
                    }
                }
            }
        }
        missing.sort(Comparator.comparingDouble(Missing::likeness).reversed());
        return missing;
    }

    private static double likeness(Mark mark, Phrase phrase, Set<String> pieces) {
        if (!mark.remark().isEmpty()) {
            return Likeness.of(Likeness.pieces(mark.remark().text()), pieces);
        }
        boolean error = mark instanceof Stamp stamp && (stamp.face() == Sign.CROSS || stamp.face() == Sign.QUERY);
        return error && !phrase.criterion().isEmpty() && mark.head().criterion().equals(phrase.criterion()) ? 1 : 0;
    }

    /** The students' own words on which a phrase is placed, each once, most frequent first. */
    public static List<String> errorPlaces(Batch batch, String phrase) {
        Map<String, Integer> counts = new LinkedHashMap<>();
        for (Place place : places(batch, phrase)) {
            String text = place.mark().map(PhraseReach::below).orElse("").strip().replaceAll("\\s+", " ");
            if (!text.isEmpty()) {
                counts.merge(text, 1, Integer::sum);
            }
        }
        return counts.entrySet()
                .stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue().reversed())
                .map(Map.Entry::getKey)
                .toList();
    }

    private static String below(Mark mark) {
        return switch (mark) {
            case TextMarkup markup -> markup.text();
            case Correction correction -> correction.text();
            default -> "";
        };
    }

    /** Adds a phrase to marks of several submissions, as one edit. */
    public static Edit place(Phrase phrase, List<Missing> where) {
        Slots slots = Slots.of(phrase.text());
        List<String> asked = slots.asked().stream().map(_ -> "\u2026").toList();
        return new Edit.Reword(where.stream()
                .map(m -> new Edit.Rewording(m.submission().student().key(), m.mark().id(), m.mark().remark(),
                        new Remark(slots.filled(m.submission().student().givenName(), asked), phrase.audience(),
                                phrase.id())))
                .toList(), List.of(), List.of());
    }

    /**
     * Remarks that were typed repeatedly.
     *
     * @param text  the first of them
     * @param marks where similar text is
     */
    public record Repeated(String text, List<Place> marks) {}

    /** Remarks that belong to no phrase and were typed three or more times in similar words, most frequent first. */
    public static List<Repeated> repeated(Batch batch) {
        Map<String, List<Place>> groups = new HashMap<>();
        Map<String, Set<String>> heads = new LinkedHashMap<>();
        for (Submission submission : batch.submissions()) {
            for (Mark mark : submission.marks()) {
                String text = mark.remark().text();
                if (!text.isEmpty() && mark.remark().phrase().isEmpty()) {
                    Set<String> pieces = Likeness.pieces(text);
                    String head = heads.entrySet()
                            .stream()
                            .filter(h -> Likeness.of(h.getValue(), pieces) >= Likeness.SAME)
                            .findFirst()
                            .map(Map.Entry::getKey)
                            .orElse(text);
                    heads.putIfAbsent(head, pieces);
                    groups.computeIfAbsent(head, _ -> new ArrayList<>()).add(new Place(submission, mark));
                }
            }
        }
        return heads.keySet()
                .stream()
                .map(h -> new Repeated(h, groups.get(h)))
                .filter(r -> r.marks().size() >= OFTEN)
                .sorted(Comparator.comparingInt((Repeated r) -> r.marks().size()).reversed())
                .toList();
    }
}

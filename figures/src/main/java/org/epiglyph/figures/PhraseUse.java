package org.epiglyph.figures;

import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.StudentKey;

/**
 * How a phrase was used.
 *
 * @param times     how often it is on the pages
 * @param students  on how many students' pages it is
 * @param criterion how often it is evidence for each criterion, by id; under "" without one
 */
public record PhraseUse(Phrase phrase, int times, int students, Map<String, Integer> criterion) {
    public PhraseUse {
        criterion = Map.copyOf(criterion);
    }

    /** The used phrases of a phrasebook, most used first. */
    static List<PhraseUse> of(Phrasebook phrasebook, Collection<Submission> submissions) {
        Map<String, Map<String, Integer>> uses = new HashMap<>();
        Map<String, Set<StudentKey>> students = new HashMap<>();
        for (Submission submission : submissions) {
            for (Mark mark : submission.marks()) {
                String phrase = mark.remark().phrase();
                if (!phrase.isEmpty()) {
                    uses.computeIfAbsent(phrase, _ -> new TreeMap<>()).merge(mark.head().criterion(), 1, Integer::sum);
                    students.computeIfAbsent(phrase, _ -> new HashSet<>()).add(submission.student().key());
                }
            }
        }
        return phrasebook.phrases()
                .stream()
                .filter(p -> uses.containsKey(p.id()))
                .map(p -> new PhraseUse(p,
                        uses.get(p.id()).values().stream().mapToInt(Integer::intValue).sum(),
                        students.get(p.id()).size(), uses.get(p.id())))
                .sorted(Comparator.comparingInt((PhraseUse u) -> -u.times))
                .toList();
    }

    /** How often it is evidence for a criterion. */
    public int under(String criterionId) {
        return criterion.getOrDefault(criterionId, 0);
    }
}

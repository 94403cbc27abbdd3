package org.epiglyph.bench;

import java.math.BigDecimal;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;

/** Measures results of 1,000 students by 40 criteria, and candidates out of 2,000 phrases. Times in milliseconds. */
final class ScoringBench {
    private static final int STUDENTS = 1_000;
    private static final int CRITERIA = 40;
    private static final int PHRASES = 2_000;
    private static final int WARM_UP = 15;
    private static final int ROUNDS = 25;
    private final Task task = new Task("", "", "Measure", "", Optional.empty(), ZoneId.of("UTC"),
            BigDecimal.valueOf(100));
    private final MarkScheme scheme;
    private final Batch batch;

    ScoringBench() {
        List<Criterion> criteria = new ArrayList<>();
        for (int i = 0; i < CRITERIA; i++) {
            criteria.add(new Criterion("c" + i, "Criterion " + i, "", BigDecimal.TEN, new BigDecimal("0.5")));
        }
        scheme = new MarkScheme(criteria);
        List<Submission> submissions = new ArrayList<>();
        for (int i = 0; i < STUDENTS; i++) {
            submissions
                    .add(Submission.untouched(new Student(new StudentKey("K" + i), "", "Student " + i, ""), List.of()));
        }
        Random random = new Random(7);
        Batch scored = Batch.collected(task, scheme, Phrasebook.EMPTY, submissions);
        List<Edit> edits = new ArrayList<>();
        for (Submission submission : submissions) {
            for (Criterion criterion : criteria) {
                edits.add(new Edit.SetScore(submission.student().key(), criterion.id(),
                        Optional.of(new BigDecimal("0.5").multiply(BigDecimal.valueOf(random.nextInt(21))))));
            }
            if (edits.size() > 2_000) {
                scored = scored.apply(new Edit.Together(edits));
                edits.clear();
            }
        }
        batch = edits.isEmpty() ? scored : scored.apply(new Edit.Together(edits));
    }

    /** Receives each figure, with its baseline. */
    interface Figures {
        void report(String what, String baseline, double ours, double theirs, String unit);
    }

    void report(Figures figures) {
        double all = results();
        figures.report("results of 1,000 students by 40 criteria, derivations on demand",
                "a plain loop adding the same numbers", all, plainLoop(), "ms");
        figures.report("all results after one score has changed", "all results, none cached", oneChanged(), all,
                "ms");
        figures.report("candidates for three letters out of 2,000 phrases", "a frame at 60 Hz", candidates(),
                1000.0 / 60,
                "ms");
    }

    private interface Work {
        Object run();
    }

    private static double median(Work work) {
        List<Double> times = new ArrayList<>();
        for (int i = 0; i < WARM_UP + ROUNDS; i++) {
            long began = System.nanoTime();
            Object made = work.run();
            double taken = (System.nanoTime() - began) / 1e6;
            if (i >= WARM_UP && made != null) {
                times.add(taken);
            }
        }
        return times.stream().sorted().toList().get(ROUNDS / 2);
    }

    private static Object all(Batch of) {
        BigDecimal sum = BigDecimal.ZERO;
        for (Submission submission : of.submissions()) {
            sum = sum.add(of.result(submission.student().key()).value());
        }
        return sum;
    }

    /** All results, each with its derivation, none cached. */
    private double results() {
        return median(() -> all(batch.apply(new Edit.ChangeTask(task)))); // another task drops every cached result
    }

    /** A plain loop that adds the same numbers. */
    private double plainLoop() {
        return median(() -> {
            BigDecimal sum = BigDecimal.ZERO;
            for (Submission submission : batch.submissions()) {
                BigDecimal total = BigDecimal.ZERO;
                for (Criterion criterion : scheme.criteria()) {
                    total = total.add(submission.scores().points().get(criterion.id()));
                }
                sum = sum.add(total);
            }
            return sum;
        });
    }

    /** One score changed, then all results requested again. */
    private double oneChanged() {
        all(batch);
        int[] round = {0};
        return median(() -> all(batch.apply(new Edit.SetScore(new StudentKey("K7"), "c3",
                Optional.of(BigDecimal.valueOf(round[0]++ % 10))))));
    }

    /** Candidates for a few letters out of 2,000 phrases, with known uses. */
    private double candidates() {
        String[] words = {"range", "height", "tide", "unit", "chart", "sketch", "margin", "draught", "why", "show"};
        Random random = new Random(5);
        List<Phrase> phrases = new ArrayList<>();
        Map<String, Integer> uses = new HashMap<>();
        for (int i = 0; i < PHRASES; i++) {
            StringBuilder said = new StringBuilder();
            for (int w = 0; w < 14; w++) {
                said.append(words[random.nextInt(words.length)]).append(' ');
            }
            phrases.add(new Phrase("p" + i, "c" + i, said + String.valueOf(i), "c" + i % CRITERIA, Optional.empty()));
            uses.put("p" + i, random.nextInt(30));
        }
        Phrasebook book = new Phrasebook(phrases);
        return median(() -> book.search("mar", "c3", uses));
    }
}

package org.epiglyph.core.markbook;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.EditRefused;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.GradeScale;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.Manner;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.scoring.Role;
import org.epiglyph.core.scoring.Rules;
import org.epiglyph.core.scoring.Section;
import org.epiglyph.core.scoring.Standing;
import org.epiglyph.core.task.Task;

/** Random classes from a seed. */
final class Classes {
    static final Instant DUE = Instant.parse("2026-03-13T18:00:00Z");

    private Classes() {}

    static BigDecimal number(String text) {
        return new BigDecimal(text);
    }

    /** Two criteria in a section, one with levels, out of 22; letters as grades. */
    static MarkScheme scheme() {
        Criterion method = new Criterion("c1", "Method", "", number("8"), number("0.5")).inSection("s1", "");
        Criterion units = new Criterion("c2", "Units", "", number("4"), BigDecimal.ONE).inSection("s1", "");
        Criterion plot = new Criterion("c3", "Plot", "", BigDecimal.ZERO, number("0.5"),
                new Manner.Levels(List.of(new Manner.Level("l1", "Sound", "", number("7"), number("10")),
                        new Manner.Level("l2", "Weak", "", BigDecimal.ZERO, number("6.5")))),
                BigDecimal.ONE, Role.COUNTS, "", "", Optional.empty());
        return new MarkScheme(List.of(method, units, plot),
                List.of(new Section("s1", "Working", BigDecimal.ONE, Optional.empty(), Optional.empty())),
                Rules.USUAL.withGrades(Optional.of(GradeScale.READY.getFirst())));
    }

    /** A class whose members have random scores and standings, none, or are sealed. */
    static Batch of(long seed, int size) {
        Random chance = new Random(seed);
        List<Submission> submissions = new ArrayList<>();
        for (int i = 0; i < size; i++) {
            Student student = new Student(new StudentKey("K-" + (100 + i)), "Given" + i, "Family" + i % 7,
                    i % 2 == 0 ? "A" : "B");
            submissions.add(Submission.untouched(student, chance.nextInt(6) == 0
                    ? List.of()
                    : List.of(new HandIn(1, Optional.of(DUE.plusSeconds(chance.nextInt(7200) - 3600)), "",
                            List.of(new Document("d" + i, "d" + i + ".pdf", "0".repeat(64), 100,
                                    new Pages.Ready(2, ""), "a test says so"))))));
        }
        Batch batch = Batch.collected(
                new Task("t", "Tides", "Workbook", "", Optional.of(DUE), ZoneId.of("UTC"), number("22")), scheme(),
                Phrasebook.EMPTY, submissions);
        for (Submission submission : batch.submissions()) {
            for (Criterion criterion : batch.scheme().criteria()) {
                batch = batch.apply(new Edit.Judge(submission.student().key(), criterion.id(),
                        judgement(criterion, chance)));
            }
            batch = chance.nextInt(4) == 0 ? sealed(batch, submission.student().key()) : batch;
        }
        return batch;
    }

    private static Batch sealed(Batch batch, StudentKey student) {
        try {
            return batch.apply(new Edit.Seal(student));
        } catch (EditRefused e) {
            return batch;
        }
    }

    private static Judgement judgement(Criterion criterion, Random chance) {
        BigDecimal points = BigDecimal.valueOf(chance.nextInt(criterion.maximum().intValue() + 1));
        return switch (chance.nextInt(8)) {
            case 0 -> Judgement.NONE;
            case 1 -> Judgement.standing(Standing.NOT_ATTEMPTED);
            case 2 -> Judgement.standing(Standing.EXCUSED);
            default -> criterion.manner() instanceof Manner.Levels levels
                    ? levels.holding(points).map(l -> Judgement.level(l, points)).orElse(Judgement.NONE)
                    : Judgement.of(points);
        };
    }
}

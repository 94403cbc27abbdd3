package org.epiglyph.desktop.desk;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import javafx.stage.Stage;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageWord;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.InWindow;
import org.epiglyph.desktop.SmallBatch;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.workspace.NewBatch;
import org.testfx.api.FxRobot;

/** A small class at the desk, each with the same typed paper, to be marked with one input device only. */
abstract class SeveralPapers extends InWindow {
    /** Six in a real window; without one two are enough to see that the second is like the first. */
    private static final int PAPERS = "real".equals(System.getProperty("window")) ? 6 : 2;
    /** Two consecutive words on the first page. */
    PageWord first;
    PageWord second;

    final void showPapers(Stage stage) throws Exception {
        Path typed = SmallBatch.make(newWorld()).typed();
        Path folder = Files.createDirectories(world.resolve("shelf")).resolve("six papers");
        try (NewBatch batch = NewBatch.at(folder)) {
            for (int i = 0; i < PAPERS; i++) {
                batch.add(new Student(key(i), "", "Student " + i, ""),
                        List.of(new HandIn(1, Optional.empty(), "",
                                List.of(SmallBatch.document(batch, "d" + i, typed)))));
            }
            batch.place(
                    new Task("", "", "Several papers", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.valueOf(16)),
                    new MarkScheme(List.of(new Criterion("c1", "Method", "", BigDecimal.valueOf(8), BigDecimal.ONE),
                            new Criterion("c2", "Units", "", BigDecimal.valueOf(8), BigDecimal.ONE))),
                    new Phrasebook(List.of(new Phrase("p1", "un", "Units are missing.", "", Optional.empty()),
                            new Phrase("p2", "gd", "Set out well.", "", Optional.empty()))));
        }
        try (OpenDocument document = OpenDocument.open(typed)) {
            List<PageWord> words = document.text(0).words();
            first = words.get(8);
            second = words.get(9);
        }
        show(stage, folder.getParent(), start -> start);
        program.toDesk(folder);
    }

    private static StudentKey key(int number) {
        return new StudentKey("K-" + number);
    }

    final Submission submission(int paper) {
        return program.openBatch().orElseThrow().batch().submission(key(paper));
    }

    /** From the first stroke to the seal, paper after paper. */
    final void markAll(FxRobot robot) {
        for (int paper = 0; paper < PAPERS; paper++) {
            bring(robot, paper);
            ink(robot, paper);
            highlight(robot, paper);
            note(robot, paper);
            tick(robot, paper);
            readOn(robot, paper);
            score(robot, paper);
            seal(robot, paper);
        }
    }

    abstract void bring(FxRobot robot, int paper);

    abstract void ink(FxRobot robot, int paper);

    abstract void highlight(FxRobot robot, int paper);

    abstract void note(FxRobot robot, int paper);

    abstract void tick(FxRobot robot, int paper);

    abstract void readOn(FxRobot robot, int paper);

    abstract void score(FxRobot robot, int paper);

    abstract void seal(FxRobot robot, int paper);
}

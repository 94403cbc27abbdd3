package org.epiglyph.desktop.marking;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;

/** A batch on disk for tests that show no pages: three students, the first of whom handed in nothing. */
public final class BareBatch {
    public static final StudentKey SECOND = new StudentKey("K-2");
    public static final Criterion METHOD = new Criterion("c1", "Method", "", BigDecimal.valueOf(8),
            new BigDecimal("0.5"));

    private BareBatch() {}

    /** Creates the batch in a folder that does not exist yet. */
    public static Path at(Path target) throws Exception {
        try (NewBatch batch = NewBatch.at(target)) {
            for (int i = 1; i <= 3; i++) {
                Originals.Stored stored = batch.store("d" + i, "work.pdf", new ByteArrayInputStream(new byte[]{1}));
                Document document = new Document("d" + i, "work.pdf", stored.sha256(), 1, new Pages.Ready(2, ""),
                        "test");
                List<HandIn> handIns = i == 1
                        ? List.of()
                        : List.of(new HandIn(1, Optional.empty(), "", List.of(document)));
                batch.add(new Student(new StudentKey("K-" + i), "", "Student " + i, ""), handIns);
            }
            Phrase phrase = new Phrase("p1", "un", "Units!", "c1", Optional.of(new BigDecimal("-0.5")));
            batch.place(new Task("", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.valueOf(8)),
                    new MarkScheme(List.of(METHOD)), new Phrasebook(List.of(phrase)));
        }
        return target;
    }
}

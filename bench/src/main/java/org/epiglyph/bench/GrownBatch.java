package org.epiglyph.bench;

import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;

/** A batch as large and as old as asked, of invented students and random scores. */
final class GrownBatch {
    private static final int CRITERIA = 12;

    private GrownBatch() {}

    static StudentKey key(int number) {
        return new StudentKey("S-" + (10_000 + number));
    }

    private static Student student(int number) {
        return new Student(key(number), "Given", "Name " + number, "ABCDEFGH".substring(number % 8, number % 8 + 1));
    }

    private static MarkScheme scheme() {
        return new MarkScheme(IntStream.range(0, CRITERIA)
                .mapToObj(i -> new Criterion("c" + i, "Criterion " + i, "", BigDecimal.TEN, BigDecimal.ONE))
                .toList());
    }

    private static Task task() {
        return new Task("t", "", "Growth", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.valueOf(120));
    }

    static Batch inMemory(int students) {
        return Batch.collected(task(), scheme(), Phrasebook.EMPTY, IntStream.range(0, students)
                .mapToObj(i -> Submission.untouched(student(i), List.of()))
                .toList());
    }

    static Edit score(Random random, int students) {
        return new Edit.Judge(key(random.nextInt(students)), "c" + random.nextInt(CRITERIA),
                Judgement.of(BigDecimal.valueOf(random.nextInt(11))));
    }

    /** @param pdf what the first student handed in; empty if nobody handed in anything */
    static Path make(Path folder, int students, int changes, Optional<Path> pdf) throws Exception {
        Files.createDirectories(folder.getParent());
        try (NewBatch batch = NewBatch.at(folder)) {
            batch.add(student(0), pdf.isEmpty() ? List.of() : List.of(handIn(batch, pdf.get())));
            for (int i = 1; i < students; i++) {
                batch.add(student(i), List.of());
            }
            batch.place(task(), scheme(), Phrasebook.EMPTY);
        }
        grow(folder, students, changes);
        return folder;
    }

    private static HandIn handIn(NewBatch batch, Path pdf) throws Exception {
        try (InputStream bytes = Files.newInputStream(pdf); PDDocument document = Loader.loadPDF(pdf.toFile())) {
            Originals.Stored stored = batch.store("d0", "work.pdf", bytes);
            return new HandIn(1, Optional.empty(), "", List.of(new Document("d0", "work.pdf", stored.sha256(),
                    stored.bytes(), new Pages.Ready(document.getNumberOfPages(), ""), "")));
        }
    }

    private static void grow(Path folder, int students, int changes) throws Exception {
        Random random = new Random(changes);
        try (Workspace workspace = Workspace.open(folder, Clock.systemUTC())) {
            for (int done = 0; done < changes; done += 1_000) {
                List<Edit> edits = new ArrayList<>();
                for (int i = 0; i < Math.min(1_000, changes - done); i++) {
                    edits.add(score(random, students));
                }
                workspace.editAll(edits);
            }
        }
    }
}

package org.epiglyph.workspace;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.ink.InkFit;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Stroke;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;

/** A small batch on disk for tests. */
final class Examples {
    static final StudentKey ADA = new StudentKey("K-1");
    static final MarkScheme SCHEME = new MarkScheme(
            List.of(new Criterion("c1", "Method", "", BigDecimal.valueOf(100_000), BigDecimal.ONE)));

    private Examples() {}

    static Path batch(Path folder) throws Exception {
        Path target = folder.resolve("batch");
        try (NewBatch batch = NewBatch.at(target)) {
            Originals.Stored stored = batch.store("d1", "K-1 work.pdf",
                    new ByteArrayInputStream("not really a PDF".getBytes()));
            Document document = new Document("d1", "K-1 work.pdf", stored.sha256(), stored.bytes(),
                    new Pages.Ready(2, ""), "test");
            batch.add(new Student(ADA, "Ada", "Example", "A"),
                    List.of(new HandIn(1, Optional.empty(), "", List.of(document))));
            Task task = new Task("", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.valueOf(100_000));
            batch.place(task, SCHEME, Phrasebook.EMPTY);
        }
        return target;
    }

    /** The batch with strokes "m0", "m1" and so on, each placed by an edit. */
    static Path marked(Path folder, int strokes) throws Exception {
        Path batch = batch(folder);
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            for (int i = 0; i < strokes; i++) {
                workspace.edit(new Edit.PlaceMark(ADA, stroke("m" + i)));
            }
        }
        return batch;
    }

    /** Changes a database as another program could. */
    static void sql(Path database, String... statements) throws SQLException {
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + database);
                Statement statement = connection.createStatement()) {
            for (String one : statements) {
                statement.execute(one);
            }
        }
    }

    /** Copies a batch as it is on the disk now, including the write-ahead log, without the files named. */
    static Path copy(Path batch, Path to, String... except) throws IOException {
        try (Stream<Path> all = Files.walk(batch)) {
            for (Path path : all.filter(p -> !List.of(except).contains(p.getFileName().toString())).toList()) {
                Path at = to.resolve(batch.relativize(path).toString());
                if (Files.isDirectory(path)) {
                    Files.createDirectories(at);
                } else {
                    Files.copy(path, at, StandardCopyOption.COPY_ATTRIBUTES);
                }
            }
        }
        return to;
    }

    static Stroke stroke(String id) {
        return new Stroke(new Head(id, new PageRef("d1", 0), Ink.MADDER, 0, Remark.of("Why?")),
                InkFit.smooth(List.of(new PagePoint(1, 1), new PagePoint(5, 9), new PagePoint(12, 3)), 0.25), 1.5,
                Stroke.Nib.FINE);
    }
}

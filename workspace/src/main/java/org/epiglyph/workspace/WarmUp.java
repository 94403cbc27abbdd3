package org.epiglyph.workspace;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.sqlite.SQLiteConfig;

/** Reads a batch in memory that nobody sees, so that the first real one does not wait for class loading. */
public final class WarmUp {
    private WarmUp() {}

    /** Takes some tenths of a second on a freshly started program. */
    public static void run() {
        StudentKey student = new StudentKey("K");
        Document document = new Document("d", "d.pdf", "00", 1, new Pages.Ready(1, ""), "");
        BatchJson.Collected collected = new BatchJson.Collected(
                new Task("", "", "Nothing", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY, List.of(new BatchJson.Received(
                        new Student(student, "", "Nobody", ""),
                        List.of(new HandIn(1, Optional.empty(), "", List.of(document))))));
        Note note = new Note(new Head("m", new PageRef("d", 0), Ink.MADDER, 0, Remark.of("Nothing")),
                new PagePoint(1, 1));
        try (Connection connection = new SQLiteConfig().createConnection("jdbc:sqlite::memory:");
                Statement statement = connection.createStatement()) {
            statement.execute("SELECT 1");
            BatchJson.read(BatchJson.write(collected), BatchJson.Collected.class);
            for (Edit edit : List.of(new Edit.PlaceMark(student, note),
                    new Edit.Judge(student, "c1", Judgement.of(BigDecimal.ONE)))) {
                StoredLine.of(new Entry(1, Instant.EPOCH, Entry.Kind.DONE, edit)).entry();
            }
        } catch (SQLException | JsonProcessingException e) {
            throw new IllegalStateException("What was just written cannot be read", e);
        }
    }
}

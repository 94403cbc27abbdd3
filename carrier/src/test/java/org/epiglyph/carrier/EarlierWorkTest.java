package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.ShelfNote;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a student was told in other batches of the same course. */
class EarlierWorkTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    @TempDir
    private Path shelf;

    private Path batch(String title, String module, String due, Edit... edits) throws Exception {
        Path folder = shelf.resolve(title);
        try (NewBatch batch = NewBatch.at(folder)) {
            batch.add(new Student(ADA, "Ada", "Example", ""), List.of());
            batch.place(new Task("", module, title, "", Optional.of(Instant.parse(due)), ZoneId.of("UTC"),
                    BigDecimal.TEN), MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY);
        }
        try (Workspace workspace = Workspace.open(folder, Clock.systemUTC())) {
            workspace.editAll(List.of(edits));
        }
        return folder;
    }

    private static Batch open(Path folder) throws Exception {
        try (Workspace workspace = Workspace.open(folder, Clock.systemUTC())) {
            return workspace.batch();
        }
    }

    @Test
    void listsOtherBatchesOfTheCourseNewestFirstWithoutPrivateNotes() throws Exception {
        batch("First", "Tides", "2026-01-10T00:00:00Z",
                new Edit.SetScore(ADA, "c1", Optional.of(new BigDecimal("6.5"))),
                new Edit.WriteOnTheWhole(ADA, "Mind the units."), new Edit.WritePrivately(ADA, "copied?"),
                new Edit.WriteOnCriterion(ADA, "c1", "Say which table."));
        batch("Second", "Tides", "2026-02-10T00:00:00Z");
        batch("Elsewhere", "Knots", "2026-02-11T00:00:00Z");
        Path here = batch("Third", "Tides", "2026-03-10T00:00:00Z");
        Files.createDirectories(shelf.resolve("broken"));
        Files.writeString(shelf.resolve("broken/batch.sqlite"), "no database");
        List<EarlierWork> work = EarlierWork.beside(here, open(here), ADA);
        assertThat(work.stream().map(EarlierWork::task).toList()).containsExactly("Second", "First");
        assertThat(work.getLast().result()).isEqualTo("6.5 of 10");
        assertThat(work.getLast().onTheWhole()).isEqualTo("Mind the units.");
        assertThat(work.getLast().remarks()).containsExactly("Say which table.");
        assertThat(work.getLast().criteria()).containsExactly(new EarlierWork.Line("Score", "6.5 of 10"));
        assertThat(work.toString()).doesNotContain("copied?");
        assertThat(work.getFirst().result()).isEmpty();
    }

    @Test
    void aCoveredBatchRevealsNoResults() throws Exception {
        batch("First", "Tides", "2026-01-10T00:00:00Z", new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.ONE)),
                new Edit.CoverNames(List.of(ADA), Set.of(ADA)), new Edit.WriteOnTheWhole(ADA, "Good, [name]."));
        Path here = batch("Third", "Tides", "2026-03-10T00:00:00Z");
        assertThat(EarlierWork.beside(here, open(here), ADA)).isEmpty();
        assertThat(CourseReading.of(here, open(here)).folders()).containsExactly(here);
        try (Workspace workspace = Workspace.open(shelf.resolve("First"), Clock.systemUTC())) {
            workspace.edit(new Edit.UncoverNames(Set.of(ADA), "marked"));
        }
        assertThat(EarlierWork.beside(here, open(here), ADA)).singleElement()
                .satisfies(w -> assertThat(w.onTheWhole()).isEqualTo("Good, Ada."));
        assertThat(CourseReading.of(here, open(here)).folders()).hasSize(2);
    }

    @Test
    void combinesTheCourseByItsWeights() throws Exception {
        Path first = batch("First", "Tides", "2026-01-10T00:00:00Z",
                new Edit.SetScore(ADA, "c1", Optional.of(new BigDecimal("6"))));
        Path here = batch("Third", "Tides", "2026-03-10T00:00:00Z",
                new Edit.SetScore(ADA, "c1", Optional.of(new BigDecimal("9"))));
        batch("Elsewhere", "Knots", "2026-02-11T00:00:00Z");
        ShelfNote.NONE.withWeight(new BigDecimal("2")).keep(first);
        Files.writeString(here.resolve("shelf.json"), "{\"archived\": true, \"weight\": -3}");
        CourseReading.Read read = CourseReading.of(here, open(here));
        assertThat(read.folders()).containsExactly(first, here);
        assertThat(read.course().average(ADA)).contains(new BigDecimal("70.0")); // (2 * 60 + 90) / 3
    }

    @Test
    void findsNothingForOthersOrWithoutACourse() throws Exception {
        batch("First", "", "2026-01-10T00:00:00Z");
        Path here = batch("Third", "", "2026-03-10T00:00:00Z");
        assertThat(EarlierWork.beside(here, open(here), ADA)).isEmpty();
        batch("Fourth", "Tides", "2026-01-10T00:00:00Z");
        Path there = batch("Fifth", "Tides", "2026-03-10T00:00:00Z");
        assertThat(EarlierWork.beside(there, open(there), new StudentKey("K-9"))).isEmpty();
    }

    private static Edit note(String id, Remark remark) {
        return new Edit.PlaceMark(ADA,
                new Note(new Head(id, new PageRef("d1", 0), Ink.MADDER, 0, remark), new PagePoint(100, 100)));
    }

    @Test
    void showsRemarksUnlessPrivateOrEmpty() throws Exception {
        batch("First", "Tides", "2026-01-10T00:00:00Z",
                new Edit.ReceiveHandIn(ADA, new HandIn(1, Optional.empty(), "", List.of(
                        new Document("d1", "w.pdf", "00", 1, new Pages.Ready(1, ""), "")))),
                note("n1", Remark.of("Units, please.")), note("n2", Remark.NONE),
                note("n3", Remark.of("copied?").withAudience(Audience.PRIVATE)));
        Path here = batch("Third", "Tides", "2026-03-10T00:00:00Z");
        assertThat(EarlierWork.beside(here, open(here), ADA)).singleElement()
                .satisfies(w -> assertThat(w.remarks()).containsExactly("Units, please."));
    }
}

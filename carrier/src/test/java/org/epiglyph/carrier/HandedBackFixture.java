package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.feedback.ClassWords;
import org.epiglyph.core.feedback.FeedbackSheet;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Note;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.documents.rendition.FeedbackPages;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;

/** One sealed submission with something private in every possible place, handed back with a profile. */
abstract class HandedBackFixture {
    static final StudentKey ADA = new StudentKey("K-1");
    static final Clock CLOCK = Clock.fixed(Instant.parse("2026-03-20T20:00:00Z"), ZoneOffset.UTC);
    /** A word that nobody would write, for each private place. */
    static final List<String> PLANTED = List.of("zquince", "zmedlar", "zdamson", "zsorb", "zbullace");
    @TempDir
    Path folder;
    Path batch;

    @BeforeEach
    void make() throws Exception {
        batch = folder.resolve("batch");
        Path pdf = folder.resolve("work.pdf");
        FeedbackPages.pdf(
                new FeedbackSheet("", "A student's own work", "Ada", "K-1", Optional.empty(), Optional.empty(),
                        Optional.empty(), "The range is 3.9 m.", List.of(), List.of(), List.of(), List.of(), "",
                        List.of()),
                CLOCK.instant(), pdf);
        try (NewBatch made = NewBatch.at(batch)) {
            Originals.Stored stored = made.store("d1", "K-1_work.pdf",
                    new ByteArrayInputStream(Files.readAllBytes(pdf)));
            made.add(new Student(ADA, "Ada", "Example", ""), List.of(new HandIn(1, Optional.empty(), "", List.of(
                    new Document("d1", "K-1_work.pdf", stored.sha256(), stored.bytes(), new Pages.Ready(1, ""), "")))));
            made.place(new Task("", "", "Tides", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                    MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY);
        }
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            plant(workspace);
            workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(BigDecimal.valueOf(7))));
            workspace.edit(new Edit.WriteOnTheWhole(ADA, "A careful plan."));
            workspace.edit(new Edit.Seal(ADA));
        }
    }

    static Head head(String id, Remark remark) {
        return new Head(id, new PageRef("d1", 0), Ink.MADDER, 0, remark);
    }

    static Remark privately(String text) {
        return Remark.of(text).withAudience(Audience.PRIVATE);
    }

    static void plant(Workspace workspace) {
        workspace.edit(
                new Edit.PlaceMark(ADA, new Note(head("n1", Remark.of("Units, please.")), new PagePoint(200, 200))));
        workspace.edit(
                new Edit.PlaceMark(ADA, new Note(head("n2", privately(PLANTED.get(0))), new PagePoint(250, 300))));
        workspace.edit(new Edit.PlaceMark(ADA,
                new TypedText(head("t1", privately("hm")), new PagePoint(100, 400), PLANTED.get(1), 12, 60)));
        workspace.edit(new Edit.WritePrivately(ADA, PLANTED.get(2)));
        workspace.edit(new Edit.AcceptFinding(ADA, new Finding(ADA, Finding.Kind.EMPTY_REMARK, Finding.Where.MARK, "n1",
                List.of(), "").accepted(PLANTED.get(3))));
        workspace.edit(new Edit.KeepPhrase(new Phrase("p1", "pr", PLANTED.get(4), "", Optional.empty(), "", List.of(),
                Audience.PRIVATE, Optional.empty(), "", "")));
    }

    final Map<String, byte[]> handedBack(Profile profile) throws Exception {
        Path out = folder.resolve("out " + profile.form() + profile.sheet());
        try (Workspace workspace = Workspace.open(batch, CLOCK)) {
            Report report = new HandingBack(workspace, CLOCK, new Choices("Marker", false, profile, Map.of()))
                    .toFolder(out, Progress.NONE);
            assertThat(report.isWhole()).isTrue();
        }
        Map<String, byte[]> files = new TreeMap<>();
        files.put("grade-sheet.csv", Files.readAllBytes(out.resolve("grade-sheet.csv")));
        try (ZipFile zip = new ZipFile(out.resolve("handed-back.zip").toFile())) {
            for (ZipEntry entry : zip.stream().toList()) {
                files.put(entry.getName(), zip.getInputStream(entry).readAllBytes());
            }
        }
        return files;
    }

    final BundleCheck.Found checked(Profile profile, Path bundle) throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            return BundleCheck.of(workspace, new Choices("Marker", false, profile, Map.of()), bundle, Progress.NONE);
        }
    }

    static final Profile RICH = new Profile(MarkedPdf.Form.FLATTENED, Profile.Sheet.TEXT,
            Profile.SheetPlace.OWN_FILE,
            Set.of(FeedbackSheet.Part.DERIVATION, FeedbackSheet.Part.ON_THE_WHOLE),
            Set.of(Profile.Addition.MARKED, Profile.Addition.SCORE), Profile.Layout.BOTH, Profile.Meeting.REFUSE, true,
            Set.of(Profile.Column.SCORE, Profile.Column.PERCENT, Profile.Column.POINTER, Profile.Column.CRITERIA),
            Set.of(ClassWords.Figure.AVERAGE));
}

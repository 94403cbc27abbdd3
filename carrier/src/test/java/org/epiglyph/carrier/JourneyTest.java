package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.awt.image.BufferedImage;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.batch.Stage;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.exchange.record.Ability;
import org.epiglyph.exchange.record.RecordClient;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** From a zip and a sheet to a batch, and from the batch to a folder or a record. */
class JourneyTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final StudentKey BAO = new StudentKey("K-2");
    private static final Clock CLOCK = Clock.fixed(Instant.parse("2026-03-20T20:00:00Z"), ZoneOffset.UTC);
    private static final String SHEET = "key,given name,family name,score,maximum,feedback,other\r\nK-1,Ada,Example,,10,,\"=A1\"\r\nK-2,Bao,Example,,10,,\r\nK-3,Cy,Example,,10,,\r\n";
    @TempDir
    private Path folder;
    private Path zip;
    private Path sheet;

    @BeforeEach
    void source() throws Exception {
        zip = folder.resolve("class.zip");
        sheet = Files.writeString(folder.resolve("sheet.csv"), SHEET);
        try (OutputStream file = Files.newOutputStream(zip); ZipOutputStream out = new ZipOutputStream(file)) {
            out.putNextEntry(new ZipEntry("K-1_work.png"));
            ImageIO.write(new BufferedImage(300, 400, BufferedImage.TYPE_INT_RGB), "png", out);
            out.closeEntry();
            out.putNextEntry(new ZipEntry("K-2_broken.pdf"));
            out.write("%PDF-1.7 and then nothing".getBytes());
            out.closeEntry();
            out.putNextEntry(new ZipEntry("Example notes.txt"));
            out.write("whose?".getBytes());
            out.closeEntry();
        }
    }

    private CollectPlan plan() throws Problem {
        return Planning.fromFiles(Planning.FromFiles.of(zip, Optional.of(sheet), "Class")
                .due(Optional.empty(),
                        ZoneId.of("UTC"), Duration.ZERO),
                Optional.empty(), Progress.NONE);
    }

    private Path collect() throws Exception {
        Path target = folder.resolve("shelf/batch");
        try (CollectPlan plan = plan()) {
            Collecting.run(plan.withQuestionsAside(), MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY, target,
                    Progress.NONE);
        }
        try (Workspace workspace = Workspace.open(target, CLOCK)) {
            PageMaking.all(workspace, Progress.NONE);
        }
        return target;
    }

    private static void score(Workspace workspace, StudentKey student, String points) {
        workspace.edit(new Edit.SetScore(student, "c1", Optional.of(new BigDecimal(points))));
        workspace.edit(new Edit.Seal(student));
    }

    private static void tick(Workspace workspace) {
        Head head = new Head("m1", new PageRef(workspace.batch().submission(ADA).documents().getFirst().id(), 0),
                Ink.MADDER, 0, Remark.NONE);
        workspace.edit(new Edit.PlaceMark(ADA, new Stamp(head, Sign.TICK, new PagePoint(100, 100), 20)));
    }

    @Test
    void keepsOriginalsAndExplainsABrokenFile() throws Exception {
        try (Workspace workspace = Workspace.open(collect(), CLOCK)) {
            Submission ada = workspace.batch().submission(ADA);
            assertThat(ada.documents().getFirst().pages()).isInstanceOf(Pages.Ready.class);
            assertThat(workspace.changedOriginals()).isEmpty();
            Submission bao = workspace.batch().submission(BAO);
            assertThat(bao.documents().getFirst().pages()).isInstanceOf(Pages.None.class);
            assertThat(Files.readAllBytes(workspace.folder().original(bao.documents().getFirst())))
                    .isEqualTo("%PDF-1.7 and then nothing".getBytes());
            assertThat(workspace.batch().submission(new StudentKey("K-3")).stage(workspace.batch().scheme()))
                    .isEqualTo(Stage.NOTHING_RECEIVED);
            score(workspace, BAO, "0");
        }
    }

    @Test
    void aCancelledCollectLeavesNothingHalfDone() throws Exception {
        Path shelf = Files.createDirectories(folder.resolve("shelf"));
        try (CollectPlan plan = plan()) {
            assertThatThrownBy(() -> Collecting.run(plan, MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY,
                    shelf.resolve("batch"), (_, done, _) -> {
                        if (done == 2) {
                            throw new CancellationException();
                        }
                    })).isInstanceOf(CancellationException.class);
        }
        try (Stream<Path> left = Files.list(shelf)) {
            assertThat(left).isEmpty();
        }
    }

    @Test
    void writesAZipNamedByTheRuleAndASheetWithOnlyItsCellsChanged() throws Exception {
        Path out = folder.resolve("out");
        try (Workspace workspace = Workspace.open(collect(), CLOCK)) {
            tick(workspace);
            workspace.edit(new Edit.WritePrivately(ADA, "secret"));
            score(workspace, ADA, "7.5");
            score(workspace, BAO, "0");
            List<Outcome> outcomes = new HandingBack(workspace, CLOCK, new Choices("Marker", false))
                    .toFolder(out, Progress.NONE)
                    .outcomes();
            assertThat(outcomes).hasSize(2).allMatch(o -> o instanceof Outcome.Done);
            assertThat(workspace.batch().submission(ADA).stage(workspace.batch().scheme()))
                    .isEqualTo(Stage.HANDED_BACK);
        }
        try (ZipFile handed = new ZipFile(out.resolve("handed-back.zip").toFile())) {
            assertThat(handed.stream().map(ZipEntry::getName)).containsExactly("K-1_work_marked.pdf");
        }
        assertThat(Files.readString(out.resolve("grade-sheet.csv"))).isEqualTo(SHEET
                .replace("K-1,Ada,Example,,10,,",
                        "K-1,Ada,Example,7.5,10,\"Score: 7.5 of 10\nSum: 7.5 of 10\nPercent: 75 %\n\nRemarks on page 1.\",")
                .replace("K-2,Bao,Example,,10,,",
                        "K-2,Bao,Example,0,10,\"Score: 0 of 10\nSum: 0 of 10\nPercent: 0 %\","));
    }

    @Test
    void theProofEqualsWhatIsSentAndOnlySelectedStudentsAreSent() throws Exception {
        Path out = folder.resolve("out");
        try (Workspace workspace = Workspace.open(collect(), CLOCK)) {
            tick(workspace);
            workspace.edit(new Edit.WritePrivately(ADA, "secret"));
            score(workspace, ADA, "7.5");
            score(workspace, BAO, "0");
            HandingBack handingBack = new HandingBack(workspace, CLOCK, new Choices("Marker", false));
            Proof proof = Proof.of(workspace.batch(), workspace.folder(), new Choices("Marker", false), ADA,
                    CLOCK.instant(), folder.resolve("proof"));
            assertThat(handingBack.toFolder(out, List.of(ADA), Progress.NONE).outcomes()).hasSize(1);
            assertThat(workspace.batch().submission(BAO).receipt()).as("was not chosen").isEmpty();
            try (ZipFile handed = new ZipFile(out.resolve("handed-back.zip").toFile())) {
                assertThat(proof.files()).hasSize(1)
                        .allSatisfy(f -> assertThat(Files.readAllBytes(f.file()))
                                .isEqualTo(handed.getInputStream(handed.getEntry(f.name())).readAllBytes()));
            }
            assertThat(proof.row()).extracting(GradeSheet.Cell::value)
                    .containsExactly("K-1", "Ada", "Example", "7.5", "10", proof.feedback(), "=A1");
            assertThat(Files.readString(out.resolve("grade-sheet.csv"))).contains(proof.feedback())
                    .contains("K-2,Bao,Example,,10,,");
            assertThat(proof.trouble()).isEmpty();
            workspace.edit(new Edit.OpenAgain(ADA));
            assertThat(handingBack.toFolder(out, List.of(ADA), Progress.NONE).outcomes()).as("opened since")
                    .singleElement()
                    .isInstanceOf(Outcome.Failed.class);
        }
    }

    @Test
    void anInterruptedHandBackResumesAndSendsNothingTwice() throws Exception {
        RecordClient client = mock(RecordClient.class);
        try (Workspace workspace = Workspace.open(collect(), CLOCK)) {
            score(workspace, ADA, "7.5");
            score(workspace, BAO, "3");
            when(client.address()).thenReturn("https://records.example.org");
            when(client.abilities()).thenReturn(EnumSet.allOf(Ability.class));
            HandingBack handingBack = new HandingBack(workspace, CLOCK, new Choices("Marker", false));
            when(client.handBack(any(), any())).thenAnswer(call -> {
                RecordClient.Parcel parcel = call.getArgument(1);
                if (parcel.student().equals(BAO)) {
                    throw new Problem("The network is gone.");
                }
                return new Receipt("R-1", Instant.EPOCH, parcel.digest(), "\"v1\"");
            });
            assertThat(handingBack.toRecord(client, "t", Progress.NONE).outcomes()).satisfiesExactly(
                    o -> assertThat(o).isInstanceOf(Outcome.Done.class),
                    o -> assertThat(o).isEqualTo(new Outcome.Failed(BAO, Message.literal("The network is gone."))));
            assertThat(handingBack.toRecord(client, "t", Progress.NONE).outcomes()).satisfiesExactly(
                    o -> assertThat(o).isInstanceOf(Outcome.AlreadyThere.class),
                    o -> assertThat(o).isInstanceOf(Outcome.Failed.class));
            verify(client, times(3)).handBack(any(), any());
            workspace.edit(new Edit.OpenAgain(ADA));
            workspace.edit(new Edit.SetScore(ADA, "c1", Optional.of(new BigDecimal("8"))));
            workspace.edit(new Edit.Seal(ADA));
            handingBack.toRecord(client, "t", Progress.NONE);
            verify(client).handBack(any(), org.mockito.ArgumentMatchers
                    .argThat(p -> p.student().equals(ADA) && p.knownTag().equals("\"v1\"")));
        }
    }
}

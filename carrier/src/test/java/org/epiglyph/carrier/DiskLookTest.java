package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.feedback.FeedbackSheet;
import org.epiglyph.core.lookover.Finding;
import org.epiglyph.core.marks.Audience;
import org.epiglyph.core.marks.Head;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Remark;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.marks.Stamp;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.documents.rendition.FeedbackPages;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DiskLookTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    @TempDir
    private Path folder;
    private Workspace workspace;

    @BeforeEach
    void open() throws Exception {
        Path pdf = folder.resolve("work.pdf");
        FeedbackPages.pdf(new FeedbackSheet("", "Work", "Ada", "K-1", Optional.empty(), Optional.empty(),
                Optional.empty(), "The range is 3.9 m.", List.of(), List.of(), List.of(), List.of(), "", List.of()),
                Instant.EPOCH,
                pdf);
        Path batch = folder.resolve("batch");
        try (NewBatch made = NewBatch.at(batch)) {
            Originals.Stored stored = made.store("d1", "work.pdf", new ByteArrayInputStream(Files.readAllBytes(pdf)));
            Originals.Stored other = made.store("d2", "more.pdf", new ByteArrayInputStream(Files.readAllBytes(pdf)));
            made.add(new Student(ADA, "Ada", "Example", ""), List.of(new HandIn(1, Optional.empty(), "", List.of(
                    new Document("d1", "work.pdf", stored.sha256(), stored.bytes(), new Pages.Ready(1, ""), ""),
                    new Document("d2", "more.pdf", other.sha256(), other.bytes(), new Pages.Ready(1, ""), "")))));
            made.place(new Task("", "", "Tides", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                    MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY);
        }
        workspace = Workspace.open(batch, Clock.systemUTC());
    }

    @AfterEach
    void close() throws Exception {
        workspace.close();
    }

    private Submission ada() {
        return workspace.batch().submission(ADA);
    }

    private void tick(String id, double x, double y) {
        workspace.edit(new Edit.PlaceMark(ADA, new Stamp(new Head(id, new PageRef("d1", 0), Ink.MADDER, 0, Remark.NONE),
                Sign.TICK, new PagePoint(x, y), 20)));
    }

    private List<Finding> looked(DiskLook disk) {
        disk.look(ada());
        return disk.known(ada());
    }

    @Test
    void findsAMarkOutsideThePageButNotOneAtItsEdge() {
        DiskLook disk = new DiskLook(workspace);
        tick("edge", 590, 5);
        assertThat(looked(disk)).isEmpty();
        tick("off", 700, 100);
        assertThat(disk.known(ada())).as("not looked at since").isEmpty();
        assertThat(looked(disk)).singleElement()
                .extracting(Finding::kind, Finding::subject)
                .containsExactly(Finding.Kind.OUTSIDE_PAGE, "off");
    }

    @Test
    void findsAChangedOriginal() throws Exception {
        DiskLook disk = new DiskLook(workspace);
        assertThat(looked(disk)).isEmpty();
        Path original = workspace.folder().original(ada().documents().getFirst());
        original.toFile().setWritable(true);
        Files.write(original, "changed".getBytes());
        workspace.edit(new Edit.WritePrivately(ADA, "look again"));
        assertThat(looked(disk)).singleElement()
                .extracting(Finding::kind, Finding::details)
                .containsExactly(Finding.Kind.ORIGINAL_CHANGED, List.of("work.pdf"));
        Choices choices = new Choices("Marker", false);
        assertThat(HandingBack.askAbout(workspace, ADA, choices)).as("asked").isPresent();
        workspace.edit(new Edit.AcceptFinding(ADA, disk.known(ada()).getFirst().accepted("known")));
        assertThat(HandingBack.askAbout(workspace, ADA, choices)).as("asked once is enough").isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"-31, 400, true", "-29, 400, true", "-19, 400, true", "300, -40, true", "300, 880, true",
            "640, 400, true",
            "300, 400, false", "0, 0, false"})
    void decidesByTheMarksCentre(double x, double y, boolean off) {
        DiskLook disk = new DiskLook(workspace);
        tick("m", x, y);
        PagePoint middle = ada().findMark("m").orElseThrow().bounds().centre();
        assertThat(middle.x() < 0 || middle.y() < 0 || middle.x() > 595.28 || middle.y() > 841.89)
                .as("A4 in points, ISO 216")
                .isEqualTo(off);
        assertThat(looked(disk)).hasSize(off ? 1 : 0);
    }

    @Test
    void aCentreExactlyOnTheEdgeIsOnThePage() throws Exception {
        tick("first", 100, 100);
        PagePoint middle = ada().findMark("first").orElseThrow().bounds().centre();
        PageGeometry page;
        try (OpenDocument open = OpenDocument.open(workspace.folder().pages(ada().documents().getFirst()))) {
            page = open.geometry(0);
        }
        double x = 100 - middle.x();
        double y = 100 - middle.y();
        tick("top left", x, y);
        tick("bottom right", x + page.width(), y + page.height());
        PagePoint corner = ada().findMark("bottom right").orElseThrow().bounds().centre();
        assertThat(corner).isEqualTo(new PagePoint(page.width(), page.height()));
        assertThat(looked(new DiskLook(workspace))).isEmpty();
    }

    @Test
    void findsAMarkOnAMissingPageUnlessItIsPrivate() {
        DiskLook disk = new DiskLook(workspace);
        workspace.edit(new Edit.MakePages(ADA, "d1", new Pages.Ready(3, "")));
        place("far", 2, Remark.NONE);
        place("own", 2, Remark.of("mine").withAudience(Audience.PRIVATE));
        assertThat(looked(disk)).singleElement()
                .extracting(Finding::subject, Finding::details)
                .containsExactly("far", List.of("3"));
    }

    private void place(String id, int page, Remark remark) {
        workspace.edit(new Edit.PlaceMark(ADA, new Stamp(new Head(id, new PageRef("d1", page), Ink.MADDER, 0, remark),
                Sign.TICK, new PagePoint(100, 100), 20)));
    }

    @Test
    void rereadsOnlyAfterAChange() throws Exception {
        DiskLook disk = new DiskLook(workspace);
        tick("off", 700, 100);
        assertThat(looked(disk)).hasSize(1);
        Path pages = workspace.folder().pages(ada().documents().getFirst());
        byte[] bytes = Files.readAllBytes(pages);
        assertThat(pages.toFile().setWritable(true)).isTrue();
        Files.write(pages, "no more".getBytes());
        assertThat(looked(disk)).as("known").extracting(Finding::kind).containsExactly(Finding.Kind.OUTSIDE_PAGE);
        workspace.edit(new Edit.WritePrivately(ADA, "look again"));
        assertThat(looked(disk)).as("a document that cannot be opened says so when it is built")
                .extracting(Finding::kind)
                .containsExactly(Finding.Kind.ORIGINAL_CHANGED);
        Files.write(pages, bytes);
        assertThat(looked(disk)).hasSize(1);
    }
}

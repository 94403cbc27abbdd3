package org.epiglyph.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Judgement;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.Progress;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.workspace.NewBatch;
import org.epiglyph.workspace.Originals;
import org.epiglyph.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * What the marker does with files rather than pages, without a toolkit: results are delivered to the test as to the
 * window.
 */
class DocumentFilesTest {
    private static final StudentKey ADA = new StudentKey("K-1");
    private static final StudentKey BEN = new StudentKey("K-2");
    @TempDir
    private Path folder;
    private final LinkedBlockingQueue<Runnable> ends = new LinkedBlockingQueue<>();
    private Workspace workspace;
    private DeskModel desk;
    private DocumentFiles files;
    private Path opened;

    @BeforeEach
    void open() throws Exception {
        Path target = folder.resolve("batch");
        try (NewBatch batch = NewBatch.at(target)) {
            Originals.Stored model = batch.store("d1", "K-1_model.xyz",
                    new ByteArrayInputStream("as received".getBytes()));
            Originals.Stored locked = batch.store("d2", "K-1_plan.pdf", new ByteArrayInputStream(lockedPdf()));
            batch.add(new Student(ADA, "Ada", "Example", ""), List.of(new HandIn(1, Optional.empty(), "", List.of(
                    new Document("d1", "in/K-1_model.xyz", model.sha256(), model.bytes(),
                            new Pages.None(Message.literal("of an unknown kind")), "test"),
                    new Document("d2", "in/K-1_plan.pdf", locked.sha256(), locked.bytes(),
                            new Pages.Locked(Message.literal("locked")),
                            "test")))));
            Originals.Stored his = batch.store("d3", "K-2_plan.pdf", new ByteArrayInputStream(lockedPdf()));
            batch.add(new Student(BEN, "Ben", "Example", ""),
                    List.of(new HandIn(1, Optional.empty(), "", List.of(new Document("d3", "in/K-2_plan.pdf",
                            his.sha256(), his.bytes(), new Pages.Locked(Message.literal("locked")), "test")))));
            batch.place(new Task("", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                    MarkScheme.single(BigDecimal.TEN),
                    Phrasebook.EMPTY);
        }
        workspace = Workspace.open(target, Clock.systemUTC());
        desk = new DeskModel(workspace, Progress.of(workspace), new Settings(folder.resolve("settings")),
                Clock.systemUTC(), Runnable::run,
                Runnable::run);
        files = new DocumentFiles(desk, null, new Settings(folder.resolve("settings")), file -> opened = file,
                ends::add);
    }

    private static byte[] lockedPdf() throws Exception {
        try (PDDocument document = new PDDocument(); ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            document.addPage(new PDPage());
            document.protect(new StandardProtectionPolicy("owner", "ebb", new AccessPermission()));
            document.save(out);
            return out.toByteArray();
        }
    }

    @AfterEach
    void close() throws Exception {
        desk.close();
        workspace.close();
    }

    private void finished() throws InterruptedException {
        Runnable end = ends.poll(20, TimeUnit.SECONDS);
        assertThat(end).as("the work came to an end").isNotNull();
        end.run();
    }

    private Document document(int number) {
        return desk.submission().documents().get(number);
    }

    @Test
    void opensAnEditableCopyOfTheOriginal() throws Exception {
        files.openOutside(document(0));
        finished();
        assertThat(opened).as("asked first").isNull();
        assertThat(desk.noticeProperty().get()).contains("your system\u2019s program for xyz files");
        files.openOutside(document(0));
        finished();
        assertThat(opened).hasFileName("K-1_model.xyz").hasContent("as received");
        Files.writeString(opened, "as the marker changed it");
        opened = null;
        files.openOutside(document(0));
        finished();
        assertThat(opened).as("what was changed in it is still there").hasContent("as the marker changed it");
        assertThat(workspace.folder().original(document(0))).hasContent("as received");
        assertThat(desk.noticeProperty().get()).startsWith("A copy is open: ");
    }

    @Test
    void attachesAChangedDocumentAndUndoesIt() throws Exception {
        Path changed = Files.writeString(folder.resolve("my version.odt"), "changed");
        files.attach(ADA, document(0), changed);
        finished();
        Attached attached = desk.submission().attached().getFirst();
        assertThat(attached.to()).isEqualTo("d1");
        assertThat(attached.document().path()).isEqualTo("in/K-1_model.odt");
        assertThat(workspace.folder().original(attached.document())).hasContent("changed");
        Files.delete(changed);
        files.detach(attached);
        assertThat(desk.submission().attached()).isEmpty();
        desk.past().undo();
        assertThat(desk.submission().attached()).containsExactly(attached);
        assertThat(workspace.folder().original(attached.document())).hasContent("changed");
    }

    @Test
    void explainsWhatCannotBeAttached() throws Exception {
        files.attach(ADA, document(0), folder.resolve("gone.docx"));
        finished();
        assertThat(desk.noticeProperty().get()).contains("gone.docx could not be attached");
        assertThat(desk.submission().attached()).isEmpty();
    }

    @Test
    void sealedWorkAcceptsNoAttachment() throws Exception {
        desk.scores().judge("c1", Judgement.of(BigDecimal.ONE));
        desk.seal();
        files.attach(ADA, document(0), Files.writeString(folder.resolve("x.odt"), "x"));
        finished();
        assertThat(desk.noticeProperty().get()).contains("sealed");
        assertThat(desk.submission().attached()).isEmpty();
    }

    @Test
    void retriesALockedDocumentUntilThePasswordFits() throws Exception {
        files.unlock(Optional.of(ADA), document(1), "guess");
        finished();
        assertThat(((Pages.Locked) document(1).pages()).reason().text()).startsWith("This is not the password");
        files.unlock(Optional.of(ADA), document(1), "ebb");
        finished();
        assertThat(document(1).pageCount()).isEqualTo(1);
        assertThat(workspace.folder().pages(document(1))).exists();
        assertThat(Files.readAllBytes(workspace.folder().original(document(1)))).as("the original stays locked")
                .isEqualTo(lockedAsStored());
    }

    /**
     * A classmate's work is beside the pages when passages are compared, and the marker may have moved on meanwhile.
     */
    @Test
    void aDocumentActionAppliesToItsOwnStudent() throws Exception {
        Document his = desk.batch().submission(BEN).documents().getFirst();
        assertThat(desk.submission().student().key()).isEqualTo(ADA);
        files.attach(BEN, his, Files.writeString(folder.resolve("his plan.odt"), "changed"));
        finished();
        files.unlock(Optional.of(BEN), his, "ebb");
        finished();
        assertThat(desk.batch().submission(BEN).attached()).singleElement()
                .satisfies(a -> assertThat(a.to()).isEqualTo("d3"));
        assertThat(desk.batch().submission(BEN).documents().getFirst().pageCount()).isEqualTo(1);
        assertThat(desk.submission().attached()).isEmpty();
    }

    @Test
    void opensALockedDocumentBesideThePages() throws Exception {
        files.addAid(Files.write(folder.resolve("model answer.pdf"), lockedPdf()));
        finished();
        Document laid = desk.batch().aids().documents().getFirst();
        assertThat(laid.pages()).isInstanceOf(Pages.Locked.class);
        files.unlock(Optional.empty(), laid, "guess");
        finished();
        assertThat(desk.batch().aids().find(laid.id()).orElseThrow().pages())
                .isInstanceOfSatisfying(Pages.Locked.class,
                        l -> assertThat(l.reason().text()).startsWith("This is not the password"));
        files.unlock(Optional.empty(), laid, "ebb");
        finished();
        assertThat(desk.batch().aids().find(laid.id()).orElseThrow().pageCount()).isEqualTo(1);
    }

    private byte[] lockedAsStored() throws Exception {
        assertThat(workspace.changedOriginals()).isEmpty();
        return Files.readAllBytes(workspace.folder().originals().resolve("d2/K-1_plan.pdf"));
    }

    @Test
    void reportsPagesThatCannotBeStored() throws Exception {
        Files.delete(workspace.folder().renditions());
        Files.writeString(workspace.folder().renditions(), "a file where the folder should be");
        files.unlock(Optional.of(ADA), document(1), "ebb");
        finished();
        assertThat(desk.noticeProperty().get()).contains("could not be written");
        assertThat(document(1).pages()).isInstanceOf(Pages.Locked.class);
    }

    @Test
    void showsAndRemovesADocumentBesideThePages() throws Exception {
        Path answer = Files.writeString(folder.resolve("model answer.txt"), "The height is 3.9 m.");
        files.addAid(answer);
        ends.take().run();
        Document laid = desk.batch().aids().documents().getFirst();
        assertThat(laid.name()).isEqualTo("model answer.txt");
        assertThat(laid.pages()).isInstanceOf(Pages.Ready.class);
        assertThat(workspace.folder().pages(laid)).exists();
        files.removeAid(laid.id());
        assertThat(desk.batch().aids().documents()).isEmpty();
        files.addAid(folder.resolve("gone.txt"));
        ends.take().run();
        assertThat(desk.noticeProperty().get()).contains("could not be attached");
    }

    @Test
    void reportsABrokenPenCaseAndStoresAPictureWithTheBatch() throws Exception {
        Path broken = Files.writeString(folder.resolve("case.json"), "no case");
        StringBuilder said = new StringBuilder();
        files.takePenCase(broken, _ -> {}, said::append);
        ends.take().run();
        assertThat(said.toString()).startsWith("case.json is no pen case.");
        Path svg = Files.writeString(folder.resolve("star.svg"),
                "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'><circle cx='4' cy='4' r='4'/></svg>");
        StringBuilder name = new StringBuilder();
        files.ownPicture(svg, face -> name.append(((Face.Picture) face).name()));
        ends.take().run();
        assertThat(workspace.folder().pictures().resolve(name.toString())).exists();
        Path elsewhere = workspace.folder().pictures().resolve(name.toString());
        Files.delete(elsewhere);
        files.copyPictures(PenCase.fresh()
                .withAnother(Slot
                        .stamp(new Face.Picture(name.toString(), 1),
                                Ink.MADDER, 20)),
                Phrasebook.EMPTY);
        ends.take().run();
        assertThat(elsewhere).as("brought from the pen case").exists();
        Files.delete(elsewhere);
        Phrase phrase = new Phrase("p1", "st", "As here: ![a star](picture:" + name + ")", "", Optional.empty());
        files.copyPictures(PenCase.fresh(), new Phrasebook(List.of(phrase)));
        ends.take().run();
        assertThat(elsewhere).as("brought for a phrase").exists();
    }
}

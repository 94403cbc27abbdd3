package org.epiglyph.desktop.desk;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executor;
import java.util.function.Consumer;
import javafx.stage.Window;
import org.epiglyph.carrier.PageMaking;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Aids;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.PictureNames;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.paper.RemarkField;
import org.epiglyph.desktop.settings.Settings;
import org.epiglyph.documents.IntakeProcess;
import org.epiglyph.documents.OwnPicture;
import org.epiglyph.documents.Startable;
import org.epiglyph.places.WholeFile;
import org.epiglyph.workspace.BatchFolder;
import org.epiglyph.workspace.Originals;

/**
 * Operations on a document's file rather than its pages: opening it in another program, attaching the changed file,
 * unlocking. Works off the interface thread.
 */
final class DocumentFiles {
    private final DeskModel model;
    private final Consumer<Path> opener;
    private final Set<String> asked = ConcurrentHashMap.newKeySet();
    private final Executor onInterface;

    private final PageImages images;
    private final Settings settings;

    /** @param opener opens a file in the system's program for it */
    DocumentFiles(DeskModel model, PageImages images, Settings settings, Consumer<Path> opener, Executor onInterface) {
        this.images = images;
        this.settings = settings;
        this.model = model;
        this.opener = opener;
        this.onInterface = onInterface;
    }

    private interface Work {
        Runnable run() throws IOException, Problem;
    }

    private void runInBackground(Work work, String failure) {
        Thread.ofVirtual().start(() -> {
            Runnable then;
            try {
                then = work.run();
            } catch (IOException e) {
                then = () -> model.refuse(failure);
            } catch (Problem e) {
                then = () -> model.refuse(e.getMessage());
            }
            onInterface.execute(then);
        });
    }

    /** The path of a copy that the marker may change in another program; the original stays as it was received. */
    static Path copyFor(BatchFolder folder, Document document) {
        return folder.outgoing()
                .resolve("for you")
                .resolve(BatchFolder.plain(document.id()))
                .resolve(folder.original(document).getFileName());
    }

    /**
     * Opens a copy of a document in the system's program for it, after asking once; what would run is refused. An
     * earlier copy is kept, with the changes made in it.
     */
    void openOutside(Document document) {
        BatchFolder folder = model.workspace().folder();
        if (model.submission().student().isCovered()) {
            model.refuse(UiText.of("Desk.coveredOutside"));
            return;
        }
        runInBackground(() -> {
            Optional<Message> refusal = Startable.refusal(folder.original(document), document.name());
            if (refusal.isPresent()) {
                return () -> model.refuse(UiText.of("Desk.notStarted", document.name(), refusal.get().text()));
            }
            if (asked.add(document.id())) {
                return () -> model
                        .refuse(UiText.of("Desk.askOutside", document.name(), Startable.kind(document.name()).text()));
            }
            Path copy = copyFor(folder, document);
            if (!Files.exists(copy)) {
                copy(folder, document, copy);
            }
            return () -> {
                opener.accept(copy);
                model.report(UiText.of("Desk.openedOutside", copy));
            };
        }, UiText.of("Desk.notOpened", document.name()));
    }

    private static void copy(BatchFolder folder, Document document, Path copy) throws IOException {
        folder.make(copy.getParent());
        WholeFile.write(copy, beside -> {
            Files.copy(folder.original(document), beside, StandardCopyOption.REPLACE_EXISTING);
            if (!beside.toFile().setWritable(true)) {
                throw new IOException("The copy cannot be made writable");
            }
        });
    }

    /** Lets the marker choose a picture for a remark. */
    void choosePicture(Window window, Consumer<RemarkField.PictureChooser.Chosen> then) {
        new FileDialog(window, UiText.of("Desk.pictureFile")).open().ifPresent(chosen -> {
            String name = String.valueOf(chosen.getFileName()).replaceAll("[\\[\\]]|\\.[^.]*$", "");
            ownPicture(chosen, face -> then
                    .accept(new RemarkField.PictureChooser.Chosen(name, ((Face.Picture) face).name())));
        });
    }

    /** Attaches a changed document to the submission of its student; it is stored, and handed back with the others. */
    void attach(StudentKey student, Document to, Path changed) {
        String id = "a" + UUID.randomUUID();
        runInBackground(() -> {
            String name = String.valueOf(changed.getFileName());
            Originals.Stored stored;
            try (InputStream bytes = Files.newInputStream(changed)) {
                stored = new Originals(model.workspace().folder()).store(id, attachedName(to, name), bytes);
            }
            String folders = to.path().substring(0, to.path().length() - to.name().length());
            Document document = new Document(id, folders + attachedName(to, name), stored.sha256(), stored.bytes(),
                    new Pages.None(), "attached by you");
            return () -> model.edit(new Edit.AttachFile(student, new Attached(to.id(), document)));
        }, UiText.of("Desk.notAttached", changed));
    }

    /** The received name with the file's present extension: the part that identifies the student stays. */
    private static String attachedName(Document to, String name) {
        return FilingRule.stem(to.name()) + name.substring(FilingRule.stem(name).length());
    }

    void detach(Attached attached) {
        model.edit(new Edit.DetachFile(model.submission().student().key(), attached.document().id()));
    }

    /** Adds a document beside the pages of the whole batch: a model answer, a table, a text. */
    void addAid(Path file) {
        String id = "b" + UUID.randomUUID();
        BatchFolder folder = model.workspace().folder();
        runInBackground(() -> {
            String name = String.valueOf(file.getFileName());
            Originals.Stored stored;
            try (InputStream bytes = Files.newInputStream(file)) {
                stored = new Originals(folder).store(id, name, bytes);
            }
            Document bare = new Document(id, name, stored.sha256(), stored.bytes(), new Pages.Awaited(),
                    "laid here by you");
            Document document;
            try (IntakeProcess intake = new IntakeProcess()) {
                document = bare.withPages(
                        intake.examine(folder.original(bare), folder.rendition(id)));
            }
            return () -> {
                Aids aids = model.batch().aids();
                List<Document> more = new ArrayList<>(aids.documents());
                more.add(document);
                model.edit(new Edit.ChangeAids(aids.withDocuments(more)));
            };
        }, UiText.of("Desk.notAttached", file));
    }

    void removeAid(String id) {
        Aids aids = model.batch().aids();
        model.edit(new Edit.ChangeAids(
                aids.withDocuments(aids.documents().stream().filter(d -> !d.id().equals(id)).toList())));
    }

    /**
     * Reads a picture of the marker's own and stores it with the batch.
     *
     * @param then receives the face of a stamp with it
     */
    void ownPicture(Path file, Consumer<Face> then) {
        runInBackground(() -> {
            OwnPicture picture = OwnPicture.read(file);
            picture.storeIn(model.workspace().folder().pictures());
            picture.storeIn(settings.pictures());
            return () -> then.accept(new Face.Picture(picture.name(), picture.aspect()));
        }, UiText.of("Desk.notAttached", file));
    }

    /**
     * Copies every picture that the pen case stamps or a phrase shows into the batch, so that it can always be drawn.
     */
    void copyPictures(PenCase penCase, Phrasebook phrases) {
        Set<String> names = new HashSet<>();
        for (Slot slot : penCase.slots()) {
            if (slot.face() instanceof Face.Picture(String name, double _)) {
                names.add(name);
            }
        }
        phrases.phrases().forEach(p -> names.addAll(PictureNames.in(p.text())));
        runInBackground(() -> {
            model.workspace().folder().copyPictures(names, settings.pictures());
            return () -> {};
        }, UiText.of("Desk.picturesMissing"));
    }

    /** @param said receives what went wrong */
    void sharePenCase(PenCase penCase, Path file, Consumer<String> said) {
        runInBackground(() -> {
            try {
                settings.sharePenCase(penCase, file);
                return () -> said.accept(UiText.of("Case.shared", file.getFileName()));
            } catch (Problem e) {
                return () -> said.accept(e.getMessage());
            }
        }, "");
    }

    /**
     * Finds the pages that are blank.
     *
     * @param then receives them, in order
     */
    void blankPages(List<PageRef> pages, Consumer<List<PageRef>> then) {
        runInBackground(() -> {
            List<PageRef> blank = new ArrayList<>();
            for (PageRef page : pages) {
                if (images.isBlank(page)) {
                    blank.add(page);
                }
            }
            return () -> then.accept(blank);
        }, UiText.of("Desk.noBlankPage"));
    }

    /**
     * @param then receives the pen case that was read
     * @param said receives what went wrong
     */
    void takePenCase(Path file, Consumer<PenCase> then, Consumer<String> said) {
        runInBackground(() -> {
            try {
                PenCase taken = settings.takePenCase(file);
                return () -> then.accept(taken);
            } catch (Problem e) {
                return () -> said.accept(e.getMessage());
            }
        }, "");
    }

    /**
     * Tries a password on a locked document; it is used once and stored nowhere.
     *
     * @param whose empty for a document beside the whole batch
     */
    void unlock(Optional<StudentKey> whose, Document document, String password) {
        String called = whose.map(s -> model.batch().submission(s).displayName(document)).orElse(document.name());
        runInBackground(() -> {
            Pages pages = PageMaking.unlock(model.workspace(), document, called, password);
            return () -> model.edit(whose.<Edit>map(s -> new Edit.MakePages(s, document.id(), pages))
                    .orElseGet(() -> new Edit.ChangeAids(model.batch().aids().with(document.withPages(pages)))));
        }, UiText.of("Desk.notOpened", called));
    }
}

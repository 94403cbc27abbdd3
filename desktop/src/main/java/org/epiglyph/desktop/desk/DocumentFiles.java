package org.epiglyph.desktop.desk;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.UUID;
import java.util.concurrent.Executor;
import java.util.function.Consumer;
import org.epiglyph.carrier.PageMaking;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.workspace.BatchFolder;
import org.epiglyph.workspace.Originals;

/** What is done with a document's file rather than its pages: opened outside, attached back, unlocked. Works off the interface thread. */
final class DocumentFiles {
    private final DeskModel model;
    private final Consumer<Path> opener;
    private final Executor onInterface;

    /** @param opener opens a file in the program that the system has for it */
    DocumentFiles(DeskModel model, Consumer<Path> opener, Executor onInterface) {
        this.model = model;
        this.opener = opener;
        this.onInterface = onInterface;
    }

    private interface Work {
        Runnable run() throws IOException, Problem;
    }

    private void away(Work work, String failure) {
        Thread.ofVirtual().start(() -> {
            Runnable then;
            try {
                then = work.run();
            } catch (IOException e) {
                then = () -> model.say(failure);
            } catch (Problem e) {
                then = () -> model.say(e.getMessage());
            }
            onInterface.execute(then);
        });
    }

    /** Where a copy lies that the marker may change in another program; the original stays as it was received. */
    static Path copyFor(BatchFolder folder, Document document) {
        return folder.outgoing()
                .resolve("for you")
                .resolve(document.id())
                .resolve(folder.original(document).getFileName());
    }

    /** Opens a copy of a document in the program that the system has for it. An earlier copy is kept, with what was changed in it. */
    void openOutside(Document document) {
        BatchFolder folder = model.workspace().folder();
        away(() -> {
            Path copy = copyFor(folder, document);
            if (!Files.exists(copy)) {
                Files.createDirectories(copy.getParent());
                Path beside = copy.resolveSibling("copying.part");
                Files.copy(folder.original(document), beside, StandardCopyOption.REPLACE_EXISTING);
                if (!beside.toFile().setWritable(true)) {
                    throw new IOException("The copy cannot be made writable");
                }
                Files.move(beside, copy, StandardCopyOption.ATOMIC_MOVE);
            }
            return () -> {
                opener.accept(copy);
                model.say(Words.of("Desk.openedOutside", copy));
            };
        }, Words.of("Desk.notOpened", document.name()));
    }

    /** Attaches a changed document to the student's submission; it is stored, and goes back with the others. */
    void attach(Document to, Path changed) {
        StudentKey student = model.submission().student().key();
        String id = "a" + UUID.randomUUID();
        away(() -> {
            String name = String.valueOf(changed.getFileName());
            Originals.Stored stored;
            try (InputStream bytes = Files.newInputStream(changed)) {
                stored = new Originals(model.workspace().folder()).store(id, attachedName(to, name), bytes);
            }
            String folders = to.path().substring(0, to.path().length() - to.name().length());
            Document document = new Document(id, folders + attachedName(to, name), stored.sha256(), stored.bytes(),
                    new Pages.None(""), "attached by you");
            return () -> model.edit(new Edit.AttachFile(student, new Attached(to.id(), document)));
        }, Words.of("Desk.notAttached", changed));
    }

    /** The received name with the ending that the file has now: the part that identifies the student stays. */
    private static String attachedName(Document to, String name) {
        return FilingRule.stem(to.name()) + name.substring(FilingRule.stem(name).length());
    }

    void detach(Attached attached) {
        model.edit(new Edit.DetachFile(model.submission().student().key(), attached.document().id()));
    }

    /** Tries a password on a locked document; it is used once and kept nowhere. */
    void unlock(Document document, String password) {
        StudentKey student = model.submission().student().key();
        away(() -> {
            Edit edit = PageMaking.unlock(model.workspace(), student, document, password);
            return () -> model.edit(edit);
        }, Words.of("Desk.notOpened", document.name()));
    }
}

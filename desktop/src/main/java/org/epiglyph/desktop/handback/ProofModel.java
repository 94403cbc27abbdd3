package org.epiglyph.desktop.handback;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.epiglyph.carrier.Choices;
import org.epiglyph.carrier.LetterDraft;
import org.epiglyph.carrier.Proof;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.feedback.Difference;
import org.epiglyph.core.letters.Letter;
import org.epiglyph.core.letters.LetterText;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.pages.PageCover;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.documents.MarkedPdf;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.documents.WrittenRemark;
import org.epiglyph.places.TemporaryFolder;
import org.epiglyph.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The proof of the selected student, without any node: built off the interface thread; only the last request counts.
 */
final class ProofModel {
    private static final Logger LOG = LoggerFactory.getLogger(ProofModel.class);
    private final Workspace workspace;
    private final Clock clock;
    private final SerialExecutor executor;
    private final Supplier<Choices> choices;
    private final ReadOnlyObjectWrapper<Optional<Shown>> shown = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyBooleanWrapper building = new ReadOnlyBooleanWrapper();
    private final ReadOnlyStringWrapper trouble = new ReadOnlyStringWrapper("");
    private volatile Optional<StudentKey> wanted = Optional.empty();

    /** @param choices the present options */
    ProofModel(Workspace workspace, Clock clock, SerialExecutor executor, Supplier<Choices> choices) {
        this.workspace = workspace;
        this.clock = clock;
        this.executor = executor;
        this.choices = choices;
    }

    /**
     * A proof with what is needed to show it.
     *
     * @param pages      all pages of all files, in order; a file that is not PDF has none
     * @param readBeside true if remarks are read only by opening annotations, so that they are shown beside the page
     * @param since      what differs from the last hand-back; empty if nothing does, or there was none
     * @param earlier    the pages as they were then; empty if they were the same, or cannot be made any more
     * @param letter     the letter being written, as this student reads it; empty if there is none
     * @param images     draws pages; documents are named by the index of their file
     */
    record Shown(Proof proof, List<Page> pages, boolean readBeside, Optional<Difference> since,
            Optional<Earlier> earlier, Optional<Letter> letter, PageImages images, TemporaryFolder folder) {
        void close() {
            images.close();
            earlier.ifPresent(e -> e.images.close());
            try {
                folder.close();
            } catch (IOException e) {
                LOG.info("The copies of a proof stay until the next start");
            }
        }
    }

    /**
     * The pages as they were handed back last, in the form chosen now.
     *
     * @param names of their files
     */
    record Earlier(List<Page> pages, List<String> names, PageImages images) {
        Optional<Page> page(String file, int index) {
            return pages.stream().filter(p -> p.index == index && names.get(p.file).equals(file)).findFirst();
        }
    }

    /**
     * A page as it is sent.
     *
     * @param file    index of its file, from 0
     * @param index   its index in the file, from 0
     * @param remarks the text of its annotations, from top to bottom
     */
    record Page(int file, int index, PageGeometry shape, List<WrittenRemark> remarks) {}

    ReadOnlyObjectProperty<Optional<Shown>> shownProperty() {
        return shown.getReadOnlyProperty();
    }

    /** True while the requested proof is being built. */
    ReadOnlyBooleanProperty buildingProperty() {
        return building.getReadOnlyProperty();
    }

    /** Why there is no proof; else empty. */
    ReadOnlyStringProperty troubleProperty() {
        return trouble.getReadOnlyProperty();
    }

    /** Builds a student's proof of the batch as it is now. */
    void show(StudentKey student) {
        wanted = Optional.of(student);
        Batch batch = workspace.batch().named(student);
        Choices chosen = choices.get();
        if (workspace.batch().submission(student).student().isCovered()) {
            close();
            trouble.set(UiText.of("HandBack.proof.covered"));
            return;
        }
        building.set(true);
        executor.start(() -> isWanted(student) ? Optional.of(build(batch, chosen, student)) : Optional.<Shown>empty(),
                built -> built.ifPresent(b -> arrived(student, b)), why -> {
                    if (isWanted(student)) {
                        building.set(false);
                        trouble.set(why);
                    }
                });
    }

    private boolean isWanted(StudentKey student) {
        return wanted.equals(Optional.of(student));
    }

    private void arrived(StudentKey student, Shown built) {
        if (!isWanted(student)) {
            built.close();
            return;
        }
        Optional<Shown> before = shown.get();
        building.set(false);
        trouble.set("");
        shown.set(Optional.of(built));
        before.ifPresent(Shown::close);
    }

    private Shown build(Batch batch, Choices chosen, StudentKey student) throws IOException, Problem {
        TemporaryFolder folder = TemporaryFolder.make("proof");
        try {
            Proof proof = Proof.of(batch, workspace.folder(), chosen, student, clock.instant(), folder.path());
            boolean beside = chosen.profile().form() == MarkedPdf.Form.ANNOTATIONS;
            Optional<Difference> since = since(batch, student, proof.feedback());
            return new Shown(proof, pages(proof.files()), beside, since,
                    since.filter(d -> d.added() + d.removed() + d.changed() > 0)
                            .flatMap(d -> earlier(d, chosen, student, folder.path())),
                    letter(batch, student),
                    images(proof.files()), folder);
        } catch (Problem | RuntimeException | Error e) {
            folder.close();
            throw e;
        }
    }

    private static List<Page> pages(List<Proof.Outgoing> files) {
        List<Page> pages = new ArrayList<>();
        for (int i = 0; i < files.size(); i++) {
            if (isPdf(files.get(i).name())) {
                addPages(pages, i, files.get(i).file());
            }
        }
        return List.copyOf(pages);
    }

    private PageImages images(List<Proof.Outgoing> of) {
        List<Path> files = of.stream().map(Proof.Outgoing::file).toList();
        return new PageImages(number -> files.get(Integer.parseInt(number)), workspace.folder().pictures(),
                _ -> PageCover.NONE, _ -> Optional.empty());
    }

    /** If they cannot be made any more, only text and figures are compared. */
    private Optional<Earlier> earlier(Difference since, Choices chosen, StudentKey student, Path folder) {
        try {
            List<Proof.Outgoing> files = Proof.documents(since.then(), workspace.folder(), chosen, student,
                    since.at(), Files.createDirectory(folder.resolve("then")));
            return Optional.of(new Earlier(pages(files), files.stream().map(Proof.Outgoing::name).toList(),
                    images(files)));
        } catch (IOException | Problem | RuntimeException e) {
            LOG.info("The pages of an earlier hand-back cannot be made ({})", e.getClass());
            return Optional.empty();
        }
    }

    private Optional<Letter> letter(Batch batch, StudentKey student) {
        try {
            LetterText draft = LetterDraft.read(workspace.folder());
            return draft.isEmpty() ? Optional.empty() : Optional.of(draft.to(batch, batch.submission(student)));
        } catch (IOException e) {
            LOG.info("The draft of a letter could not be read");
            return Optional.empty();
        }
    }

    private Optional<Difference> since(Batch batch, StudentKey student, String feedback) throws Problem {
        return batch.submission(student).receipts().isEmpty()
                ? Optional.empty()
                : Difference.since(batch, workspace.collected(), workspace.lines(student), student)
                        .filter(d -> !d.isNone(feedback));
    }

    static boolean isPdf(String name) {
        return name.toLowerCase(Locale.ROOT).endsWith(".pdf");
    }

    /** A file that cannot be opened has no pages here, and does not stop the others. */
    private static void addPages(List<Page> pages, int file, Path pdf) {
        List<Page> own = new ArrayList<>();
        try (OpenDocument document = OpenDocument.open(pdf)) {
            for (int i = 0; i < document.pageCount(); i++) {
                own.add(new Page(file, i, document.geometry(i), document.remarks(i)));
            }
            pages.addAll(own);
        } catch (Problem e) {
            LOG.info("A file of a proof cannot be shown", e.getCause());
        }
    }

    /** Clears the proof; what was built for it is deleted. */
    void close() {
        wanted = Optional.empty();
        building.set(false);
        shown.get().ifPresent(Shown::close);
        shown.set(Optional.empty());
    }
}

package org.epiglyph.desktop.desk;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.PasswordField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.desktop.frame.Words;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.paper.Piece;
import org.epiglyph.documents.OpenDocument;

/** What the roll shows of a hand-in: its pages, and where a document has none, why, and what can be done with its file. */
final class Pieces {
    private final DeskModel model;
    private final PageImages images;
    private final DocumentFiles files;

    Pieces(DeskModel model, PageImages images, DocumentFiles files) {
        this.model = model;
        this.images = images;
        this.files = files;
    }

    /** Reads the shapes of all pages, so not for the interface thread. */
    List<Piece> of(Submission submission, Optional<HandIn> handIn) {
        List<Piece> pieces = new ArrayList<>();
        List<Document> documents = handIn.map(HandIn::documents).orElse(List.of());
        if (documents.isEmpty()) {
            pieces.add(new Piece.InPlace(() -> words(Words.of("Desk.nothingReceived"))));
        }
        for (Document document : documents) {
            add(pieces, document, documents.size() > 1, Optional.of(submission));
        }
        for (Attached attached : submission.attached()) {
            pieces.add(new Piece.InPlace(() -> attached(attached)));
        }
        return pieces;
    }

    /**
     * The pages of documents alone. Reads their shapes, so not for the interface thread.
     *
     * @param whose whose they are; empty for documents that no student handed in
     */
    List<Piece> of(List<Document> documents, Optional<Submission> whose) {
        List<Piece> pieces = new ArrayList<>();
        documents.forEach(d -> add(pieces, d, documents.size() > 1, whose));
        return pieces;
    }

    private void add(List<Piece> pieces, Document document, boolean oneOfSeveral, Optional<Submission> whose) {
        String name = whose.map(s -> s.called(document)).orElseGet(document::name);
        switch (document.pages()) {
            case Pages.None(var reason) ->
                pieces.add(new Piece.InPlace(() -> noPages(document, name, reason.inWords())));
            case Pages.Locked(var reason) ->
                pieces.add(new Piece.InPlace(() -> locked(document, name, reason.inWords())));
            case Pages.Awaited() ->
                pieces.add(new Piece.InPlace(
                        () -> words(name + "\n\n" + Words.of("Desk.pagesAwaited"))));
            case Pages.Ready ready -> addPages(pieces, document, ready, oneOfSeveral, whose);
        }
    }

    private void addPages(List<Piece> pieces, Document document, Pages.Ready ready, boolean oneOfSeveral,
            Optional<Submission> whose) {
        String name = whose.map(s -> s.called(document)).orElseGet(document::name);
        String note = Message.inWords(ready.notes());
        String divider = (oneOfSeveral ? name : "") + (oneOfSeveral && !note.isEmpty() ? "  \u00b7  " : "") + note;
        if (!divider.isEmpty()) {
            pieces.add(new Piece.Divider(divider));
        }
        for (int i = 0; i < ready.count(); i++) {
            PageRef page = new PageRef(document.id(), i);
            try {
                int turn = whose.map(s -> s.turn(page)).orElse(0);
                pieces.add(new Piece.Leaf(page, images.geometry(page).turnedBy(turn), turn));
            } catch (Problem e) { // whose own words name the file, and so perhaps a student whose name is covered
                String why = Words.of(e instanceof OpenDocument.Missing ? "Desk.pagesMissing" : "Desk.pagesUnreadable");
                pieces.add(new Piece.InPlace(() -> noPages(document, name, why)));
                return;
            }
        }
    }

    private static Region words(String words) {
        Label label = new Label(words);
        label.setWrapText(true);
        label.getStyleClass().add("no-pages");
        return label;
    }

    private Region noPages(Document document, String name, String reason) {
        Label words = new Label(name + "  \u00b7  " + size(document.bytes()) + "\n\n" + reason);
        words.setWrapText(true);
        VBox box = new VBox(words, acts(document));
        box.getStyleClass().add("no-pages");
        return box;
    }

    private static String size(long bytes) {
        return bytes < 1024
                ? Words.of("Desk.bytes", bytes)
                : bytes < 1 << 20 ? Words.of("Desk.kilobytes", bytes >> 10) : Words.of("Desk.megabytes", bytes >> 20);
    }

    private HBox acts(Document document) {
        Button open = button("Desk.openOutside", () -> files.openOutside(document));
        open.setId("open-outside");
        Button attach = button("Desk.attach", () -> chooseChanged(document).ifPresent(f -> files.attach(document, f)));
        HBox line = new HBox(open, attach);
        line.getStyleClass().add("field-line");
        return line;
    }

    private static Button button(String key, Runnable act) {
        Button button = new Button(Words.of(key));
        button.getStyleClass().add("plain-button");
        button.setOnAction(_ -> act.run());
        return button;
    }

    /** Asks for the changed copy; where one was opened from here, its folder is shown first. */
    Optional<Path> chooseChanged(Document document) {
        FileChooser chooser = new FileChooser();
        Path copy = DocumentFiles.copyFor(model.workspace().folder(), document);
        if (Files.exists(copy)) {
            chooser.setInitialDirectory(copy.getParent().toFile());
            chooser.setInitialFileName(String.valueOf(copy.getFileName()));
        }
        File chosen = chooser.showOpenDialog(null);
        return Optional.ofNullable(chosen).map(File::toPath);
    }

    private Region locked(Document document, String name, String reason) {
        Label words = new Label(name + "\n\n" + reason);
        words.setWrapText(true);
        PasswordField password = new PasswordField();
        password.setId("document-password");
        password.setAccessibleText(Words.of("Desk.password"));
        password.setPromptText(Words.of("Desk.password"));
        Button unlock = button("Desk.unlock", () -> files.unlock(document, password.getText()));
        unlock.setId("unlock");
        password.setOnAction(_ -> unlock.fire());
        HBox line = new HBox(password, unlock);
        line.getStyleClass().add("field-line");
        VBox box = new VBox(words, line, acts(document));
        box.getStyleClass().add("no-pages");
        return box;
    }

    private Region attached(Attached attached) {
        Label words = new Label(
                Words.of("Desk.attached", model.submission().called(attached.document()),
                        size(attached.document().bytes())));
        words.setWrapText(true);
        words.getStyleClass().add("document-divider");
        Button away = button("Desk.detach", () -> files.detach(attached));
        away.getStyleClass().setAll("button", "link-button");
        HBox line = new HBox(words, away);
        line.getStyleClass().add("field-line");
        return line;
    }
}

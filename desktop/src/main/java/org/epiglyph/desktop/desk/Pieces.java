package org.epiglyph.desktop.desk;

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
import javafx.stage.Window;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Attached;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.pages.PageImages;
import org.epiglyph.desktop.paper.Piece;
import org.epiglyph.documents.OpenDocument;

/**
 * What the roll shows of a hand-in: its pages, and for a document without pages, why, and what can be done with its
 * file.
 */
final class Pieces {
    private final DeskModel model;
    private final PageImages images;
    private final DocumentFiles files;

    Pieces(DeskModel model, PageImages images, DocumentFiles files) {
        this.model = model;
        this.images = images;
        this.files = files;
    }

    /** Reads the geometries of all pages, so not for the interface thread. */
    List<Piece> of(Submission submission, Optional<HandIn> handIn) {
        List<Piece> pieces = new ArrayList<>();
        List<Document> documents = handIn.map(HandIn::documents).orElse(List.of());
        if (documents.isEmpty()) {
            pieces.add(new Piece.InPlace(() -> text(UiText.of("Desk.nothingReceived"))));
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
     * Only the pages of documents. Reads their geometries, so not for the interface thread.
     *
     * @param whose whose they are; empty for documents that no student handed in
     */
    List<Piece> of(List<Document> documents, Optional<Submission> whose) {
        List<Piece> pieces = new ArrayList<>();
        documents.forEach(d -> add(pieces, d, documents.size() > 1, whose));
        return pieces;
    }

    private void add(List<Piece> pieces, Document document, boolean oneOfSeveral, Optional<Submission> whose) {
        String name = whose.map(s -> s.displayName(document)).orElseGet(document::name);
        switch (document.pages()) {
            case Pages.None(var reason) ->
                pieces.add(new Piece.InPlace(() -> noPages(document, name, reason.text(), whose)));
            case Pages.Locked(var reason) ->
                pieces.add(new Piece.InPlace(() -> locked(document, name, reason.text(), whose)));
            case Pages.Awaited() ->
                pieces.add(new Piece.InPlace(
                        () -> text(name + "\n\n" + UiText.of("Desk.pagesAwaited"))));
            case Pages.Ready ready -> addPages(pieces, document, ready, oneOfSeveral, whose);
        }
    }

    private void addPages(List<Piece> pieces, Document document, Pages.Ready ready, boolean oneOfSeveral,
            Optional<Submission> whose) {
        String name = whose.map(s -> s.displayName(document)).orElseGet(document::name);
        String note = Message.text(ready.notes());
        String divider = (oneOfSeveral ? name : "") + (oneOfSeveral && !note.isEmpty() ? "  \u00b7  " : "") + note;
        if (!divider.isEmpty()) {
            pieces.add(new Piece.Divider(divider));
        }
        for (int i = 0; i < ready.count(); i++) {
            PageRef page = new PageRef(document.id(), i);
            try {
                int turn = whose.map(s -> s.turn(page)).orElse(0);
                pieces.add(new Piece.Leaf(page, images.geometry(page).turnedBy(turn), turn));
            } catch (Problem e) { // whose message names the file, and so perhaps a student whose name is covered
                String why = UiText
                        .of(e instanceof OpenDocument.Missing ? "Desk.pagesMissing" : "Desk.pagesUnreadable");
                pieces.add(new Piece.InPlace(() -> noPages(document, name, why, whose)));
                return;
            }
        }
    }

    private static Region text(String text) {
        Label label = new Label(text);
        label.setWrapText(true);
        label.getStyleClass().add("no-pages");
        return label;
    }

    private Region noPages(Document document, String name, String reason, Optional<Submission> whose) {
        Label label = new Label(name + "  \u00b7  " + size(document.bytes()) + "\n\n" + reason);
        label.setWrapText(true);
        VBox box = new VBox(label, acts(document, whose));
        box.getStyleClass().add("no-pages");
        return box;
    }

    private static String size(long bytes) {
        return bytes < 1024
                ? UiText.of("Desk.bytes", bytes)
                : bytes < 1 << 20 ? UiText.of("Desk.kilobytes", bytes >> 10) : UiText.of("Desk.megabytes", bytes >> 20);
    }

    /** What can be done with its file; nothing for one of another batch. */
    private HBox acts(Document document, Optional<Submission> whose) {
        HBox line = new HBox();
        if (whose.isPresent() || isAid(document)) {
            Button open = button("Desk.openOutside", () -> files.openOutside(document));
            open.setId("open-outside");
            line.getChildren().add(open);
        }
        whose.map(s -> s.student().key())
                .ifPresent(student -> line.getChildren()
                        .add(button("Desk.attach",
                                () -> attachChanged(student, document, line.getScene().getWindow()))));
        line.getStyleClass().add("field-line");
        return line;
    }

    private boolean isAid(Document document) {
        return model.batch().aids().find(document.id()).isPresent();
    }

    private static Button button(String key, Runnable act) {
        Button button = new Button(UiText.of(key));
        button.getStyleClass().add("plain-button");
        button.setOnAction(_ -> act.run());
        return button;
    }

    /** Asks for the changed copy, first where one was opened from here, and attaches it to its student. */
    void attachChanged(StudentKey student, Document document, Window over) {
        FileDialog dialog = new FileDialog(over, UiText.of("Desk.attach"));
        Path copies = DocumentFiles.copyFor(model.workspace().folder(), document).getParent();
        if (Files.isDirectory(copies)) {
            dialog.in(copies);
        }
        dialog.open().ifPresent(file -> files.attach(student, document, file));
    }

    private Region locked(Document document, String name, String reason, Optional<Submission> whose) {
        if (whose.isEmpty() && !isAid(document)) {
            return text(name + "\n\n" + reason);
        }
        Label label = new Label(name + "\n\n" + reason);
        label.setWrapText(true);
        PasswordField password = new PasswordField();
        password.setId("document-password");
        password.setAccessibleText(UiText.of("Desk.password"));
        password.setPromptText(UiText.of("Desk.password"));
        Button unlock = button("Desk.unlock",
                () -> files.unlock(whose.map(o -> o.student().key()), document, password.getText()));
        unlock.setId("unlock");
        password.setOnAction(_ -> unlock.fire());
        HBox line = new HBox(password, unlock);
        line.getStyleClass().add("field-line");
        VBox box = new VBox(label, line, acts(document, whose));
        box.getStyleClass().add("no-pages");
        return box;
    }

    private Region attached(Attached attached) {
        Label label = new Label(
                UiText.of("Desk.attached", model.submission().displayName(attached.document()),
                        size(attached.document().bytes())));
        label.setWrapText(true);
        label.getStyleClass().add("document-divider");
        Button away = button("Desk.detach", () -> files.detach(attached));
        away.getStyleClass().setAll("button", "link-button");
        HBox line = new HBox(label, away);
        line.getStyleClass().add("field-line");
        return line;
    }
}

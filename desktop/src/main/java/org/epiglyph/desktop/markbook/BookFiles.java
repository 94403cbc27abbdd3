package org.epiglyph.desktop.markbook;

import java.nio.file.Path;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.stage.Window;
import org.epiglyph.core.markbook.Foot;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;

/** Writes the sheet as shown into files, and prints it. */
final class BookFiles {
    private final BookModel model;
    private final SerialExecutor executor;
    private final Consumer<Path> opener;
    private final Supplier<String> shown;

    /**
     * @param opener opens a file in the system's program for it
     * @param shown  says who is shown, in which order
     */
    BookFiles(BookModel model, SerialExecutor executor, Consumer<Path> opener, Supplier<String> shown) {
        this.model = model;
        this.executor = executor;
        this.opener = opener;
        this.shown = shown;
    }

    /** Asks for a file over a window, and writes it. */
    void export(Window over) {
        new FileDialog(over, UiText.of("MarkBook.act.export")).kind("XLSX", "*.xlsx")
                .kind("CSV", "*.csv")
                .kind("PDF", "*.pdf")
                .save(UiText.of("MarkBook.fileName") + ".xlsx")
                .ifPresent(
                        file -> write(file, path -> model.report(UiText.of("MarkBook.written", path.getFileName()))));
    }

    /** Prints by means of a PDF beside the batch, which the system opens. */
    void print() {
        write(model.workspace().folder().root().resolve(UiText.of("MarkBook.fileName") + ".pdf"), path -> {
            opener.accept(path);
            model.report(UiText.of("MarkBook.printed", path));
        });
    }

    private void write(Path file, Consumer<Path> done) {
        BookExport export = new BookExport(model.batch(), model.rows(), model.columns(),
                new Foot(model.batch(), model.rows(), model.columns()), model.context(), shown.get());
        executor.start(() -> {
            export.write(file);
            return file;
        }, done, model::refuse);
    }
}

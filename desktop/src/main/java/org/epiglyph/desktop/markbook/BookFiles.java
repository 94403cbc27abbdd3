package org.epiglyph.desktop.markbook;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import org.epiglyph.core.markbook.Foot;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.Words;

/** Writes the sheet as it is shown into files, and prints it. */
final class BookFiles {
    private final BookModel model;
    private final SerialExecutor executor;
    private final Consumer<Path> opener;
    private final Supplier<String> shown;

    /**
     * @param opener opens a file in the program that the system has for it
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
        FileChooser chooser = new FileChooser();
        chooser.setInitialFileName(Words.of("MarkBook.fileName") + ".xlsx");
        for (String kind : List.of("xlsx", "csv", "pdf")) {
            chooser.getExtensionFilters()
                    .add(new FileChooser.ExtensionFilter(kind.toUpperCase(Locale.ROOT), "*." + kind));
        }
        File file = chooser.showSaveDialog(over);
        if (file != null) {
            write(file.toPath(), path -> model.tell(Words.of("MarkBook.written", path.getFileName())));
        }
    }

    /** Prints by way of a PDF beside the batch, which the system opens. */
    void print() {
        write(model.workspace().folder().root().resolve(Words.of("MarkBook.fileName") + ".pdf"), path -> {
            opener.accept(path);
            model.tell(Words.of("MarkBook.printed", path));
        });
    }

    private void write(Path file, Consumer<Path> done) {
        BookExport export = new BookExport(model.batch(), model.rows(), model.columns(),
                new Foot(model.batch(), model.rows(), model.columns()), model.context(), shown.get());
        executor.start(() -> {
            export.write(file);
            return file;
        }, done, model::say);
    }
}

package org.epiglyph.desktop.collect;

import java.io.IOException;
import java.io.InputStream;
import java.nio.IntBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.scene.image.Image;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.documents.IntakeProcess;
import org.epiglyph.documents.OpenDocument;
import org.epiglyph.documents.PageImage;
import org.epiglyph.exchange.archive.ReceivedFile;
import org.epiglyph.places.TemporaryFolder;
import org.slf4j.LoggerFactory;

/**
 * Makes the picture of a file's first page before the file is collected, off the interface thread; the last request
 * wins.
 */
final class FirstPage implements AutoCloseable {
    private static final long LARGEST = 200L << 20;
    private static final double WIDTH = 560;
    private static final double HEIGHT = 560;
    private final IntakeProcess intake = new IntakeProcess();
    private final ReadOnlyObjectWrapper<Seen> seen = new ReadOnlyObjectWrapper<>(new Seen.Text(""));
    private final ExecutorService maker = Executors
            .newSingleThreadExecutor(Thread.ofPlatform().daemon().name("first page").factory());
    private volatile long wish;

    /** What is shown. */
    sealed interface Seen {
        record Picture(Image image, String text) implements Seen {}

        record Text(String text) implements Seen {}
    }

    ReadOnlyObjectProperty<Seen> seenProperty() {
        return seen.getReadOnlyProperty();
    }

    /** Shows another file's first page as soon as it is made. */
    void show(ReceivedFile file) {
        long mine = ++wish;
        seen.set(new Seen.Text(UiText.of("Collect.previewMaking")));
        maker.execute(() -> {
            if (mine == wish) {
                Seen made = made(file);
                Platform.runLater(() -> {
                    if (mine == wish) {
                        seen.set(made);
                    }
                });
            }
        });
    }

    void showNothing(String text) {
        wish++;
        seen.set(new Seen.Text(text));
    }

    private Seen made(ReceivedFile file) {
        if (file.size() > LARGEST) {
            return new Seen.Text(UiText.of("Collect.previewLarge"));
        }
        try (TemporaryFolder folder = TemporaryFolder.make("first-page")) {
            String name = file.path().substring(file.path().lastIndexOf('/') + 1);
            String ending = name.replaceAll("(?s)^.*(\\.[A-Za-z0-9]{1,8})$", "$1");
            Path copy = folder.path().resolve("document" + (ending.equals(name) ? "" : ending));
            try (InputStream in = file.open()) {
                Files.copy(in, copy);
            }
            Path rendition = folder.path().resolve("pages.pdf");
            return switch (intake.examine(copy, rendition)) {
                case Pages.Ready ready -> picture(ready.rendition().isEmpty() ? copy : rendition, ready);
                case Pages.None(var why) -> new Seen.Text(why.text());
                case Pages.Locked(var why) -> new Seen.Text(why.text());
                case Pages.Awaited() -> new Seen.Text("");
            };
        } catch (IOException e) {
            return new Seen.Text(UiText.of("Collect.previewFailed"));
        } catch (Problem e) {
            return new Seen.Text(e.getMessage());
        } catch (RuntimeException | Error e) {
            LoggerFactory.getLogger(FirstPage.class).error("A first page could not be made", e);
            return new Seen.Text(UiText.of("Collect.previewFailed"));
        }
    }

    private static Seen picture(Path pdf, Pages.Ready ready) throws Problem {
        try (OpenDocument document = OpenDocument.open(pdf)) {
            PageGeometry shape = document.geometry(0);
            double scale = Math.min(WIDTH / shape.shownWidth(), HEIGHT / shape.shownHeight());
            PageImage drawn = document.render(0, scale);
            PixelBuffer<IntBuffer> pixels = new PixelBuffer<>(drawn.width(), drawn.height(),
                    IntBuffer.wrap(drawn.argb()), PixelFormat.getIntArgbPreInstance());
            String pages = UiText.of("Collect.previewPages", ready.count());
            return new Seen.Picture(new WritableImage(pixels),
                    ready.notes().isEmpty() ? pages : pages + "  \u00b7  " + Message.text(ready.notes()));
        }
    }

    @Override
    public void close() {
        wish++;
        maker.shutdownNow();
        Thread.ofVirtual().start(() -> {
            try {
                intake.close();
            } catch (IOException e) {
                LoggerFactory.getLogger(FirstPage.class).info("A folder for temporary files stays behind");
            }
        });
    }
}

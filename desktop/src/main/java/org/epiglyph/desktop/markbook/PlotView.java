package org.epiglyph.desktop.markbook;

import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.scene.control.Button;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.Clipboard;
import javafx.scene.input.DataFormat;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import org.epiglyph.core.Problem;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.documents.DrawnPdf;
import org.epiglyph.documents.base.Typeface;
import org.epiglyph.figures.plot.Look;
import org.epiglyph.figures.plot.Plot;
import org.epiglyph.places.WholeFile;

/**
 * A plot, drawn off the interface thread, with its figures as a table and buttons to copy and save it. One without
 * figures takes no space.
 */
final class PlotView extends VBox {
    private static final double WIDTH = 368;
    private static final double HEIGHT = 190;
    private static final float LETTERS = 11;
    private final Plot plot;
    private final Drawing drawing;
    private final Consumer<String> say;
    private final ImageView view = new ImageView();
    private BiConsumer<String, BigDecimal> boundary = (_, _) -> {};

    /**
     * How plots are drawn.
     *
     * @param executor draws them, one after the other
     * @param look     the present colours of the window, with a font
     * @param pixels   screen pixels per unit
     * @param newest   incremented when earlier requests are cancelled
     */
    record Drawing(SerialExecutor executor, Function<Font, Look> look, double pixels, AtomicInteger newest) {}

    /** @param say receives what was done, or why it could not be */
    PlotView(Plot plot, String sentence, Drawing drawing, Consumer<String> say) {
        this.plot = plot;
        this.drawing = drawing;
        this.say = say;
        if (plot.isEmpty()) {
            Form.show(this, false);
            return;
        }
        view.setFitWidth(WIDTH);
        view.setFitHeight(HEIGHT);
        view.setAccessibleText(plot.name() + ". " + sentence);
        GridPane figures = FiguresTable.of(plot.table(), "plot-table");
        Form.show(figures, false);
        Button table = Form.button("Figures.asTable", "link-button", () -> Form.show(figures, !figures.isVisible()));
        table.setId("figures-table");
        Button copy = Form.button("Figures.copy", "link-button", this::copy);
        copy.setId("figures-copy");
        Button save = Form.button("Figures.save", "link-button", this::save);
        save.setId("figures-save");
        getChildren().addAll(view, new FlowPane(table, copy, save), figures);
        draw();
    }

    /**
     * Makes boundaries draggable.
     *
     * @param moved receives the grade, and the points at which it was released
     */
    PlotView withBoundaries(BiConsumer<String, BigDecimal> moved) {
        boundary = moved;
        return this;
    }

    private record Drawn(BufferedImage image, Plot.Scale scale) {}

    private void draw() {
        int wanted = drawing.newest.get();
        drawing.executor.start(() -> {
            if (wanted != drawing.newest.get()) {
                return Optional.<Drawn>empty();
            }
            Look look = drawing.look.apply(letters());
            return Optional.of(
                    new Drawn(plot.image(WIDTH, HEIGHT, drawing.pixels, look), plot.scale(WIDTH, HEIGHT, look)));
        }, found -> found.ifPresent(drawn -> {
            view.setImage(image(drawn.image));
            new BoundaryDrag(view, plot, drawn.scale, boundary);
        }), say);
    }

    private static Font letters() throws IOException {
        try (InputStream in = Typeface.INTERFACE.open()) {
            return Font.createFont(Font.TRUETYPE_FONT, in).deriveFont(LETTERS);
        } catch (FontFormatException e) {
            throw new IllegalStateException("A typeface of our own cannot be read", e);
        }
    }

    private static Image image(BufferedImage drawn) {
        int width = drawn.getWidth();
        int height = drawn.getHeight();
        WritableImage image = new WritableImage(width, height);
        image.getPixelWriter()
                .setPixels(0, 0, width, height, PixelFormat.getIntArgbInstance(),
                        drawn.getRGB(0, 0, width, height, null, 0, width), 0, width);
        return image;
    }

    private void copy() {
        drawing.executor.start(() -> plot.image(WIDTH, HEIGHT, 2, Look.paper(letters())), drawn -> {
            Clipboard.getSystemClipboard().setContent(Map.of(DataFormat.IMAGE, image(drawn)));
            say.accept(UiText.of("Figures.copied"));
        }, say);
    }

    private void save() {
        FileDialog dialog = new FileDialog(getScene().getWindow(), UiText.of("Figures.save"));
        dialog.kind("SVG", "*.svg")
                .kind("PDF", "*.pdf")
                .save(plot.name() + ".svg")
                .ifPresent(file -> drawing.executor.start(() -> {
                    write(plot, Look.paper(letters()), file);
                    return file.getFileName();
                }, name -> say.accept(UiText.of("Figures.saved", name)), say));
    }

    /** @param file its extension decides the format: .pdf, or else SVG */
    static void write(Plot plot, Look look, Path file) throws Problem, IOException {
        if (file.getFileName().toString().toLowerCase(Locale.ROOT).endsWith(".pdf")) {
            DrawnPdf.write((float) WIDTH, (float) HEIGHT, plot.name(), g -> plot.draw(g, WIDTH, HEIGHT, look), file);
        } else {
            String svg = plot.svg(WIDTH, HEIGHT, look);
            WholeFile.write(file, beside -> Files.writeString(beside, svg));
        }
    }
}

package org.epiglyph.documents;

import java.awt.geom.AffineTransform;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSFloat;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.epiglyph.core.ink.Cubic;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Drawn;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.marks.TypedText;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.documents.base.Typeface;
import org.slf4j.LoggerFactory;

/**
 * A mark's appearance stream: a form whose box is the annotation's rectangle, so that readers need not scale it. Text
 * is drawn as outlines, which look the same everywhere and need no embedded typeface; the annotation has it as text.
 */
final class Appearance {
    private final PDDocument document;
    private final PageGeometry geometry;
    private final Ink ink;
    private final Path pictures;
    private final COSDictionary images = new COSDictionary();
    private final ContentWriter content;

    private Appearance(PDDocument document, PageGeometry geometry, Ink ink, Path pictures) {
        this.document = document;
        this.geometry = geometry;
        this.content = new ContentWriter(geometry);
        this.ink = ink;
        this.pictures = pictures;
    }

    /**
     * The stream for a drawing.
     *
     * @param box      the annotation's rectangle in page space
     * @param pictures the folder of the marker's own pictures
     */
    static COSStream of(PDDocument document, PageGeometry geometry, Ink ink, List<Drawn> drawing, PageBox box,
            Path pictures) throws IOException {
        Appearance appearance = new Appearance(document, geometry, ink, pictures);
        boolean wash = false;
        for (Drawn drawn : drawing) {
            wash |= appearance.draw(drawn);
        }
        COSStream form = document.getDocument().createCOSStream();
        form.setItem(COSName.TYPE, COSName.XOBJECT);
        form.setItem(COSName.SUBTYPE, COSName.FORM);
        form.setItem(COSName.BBOX, Annotations.rectangle(geometry, box));
        COSDictionary resources = wash ? washResources() : new COSDictionary();
        if (appearance.images.size() > 0) {
            resources.setItem(COSName.XOBJECT, appearance.images);
        }
        form.setItem(COSName.RESOURCES, resources);
        if (wash) {
            COSDictionary group = new COSDictionary();
            group.setItem(COSName.S, COSName.TRANSPARENCY);
            form.setItem(COSName.GROUP, group);
        }
        try (OutputStream out = form.createOutputStream(COSName.FLATE_DECODE)) {
            out.write(appearance.content.bytes());
        }
        return form;
    }

    private static COSDictionary washResources() {
        COSDictionary state = new COSDictionary();
        state.setItem(COSName.TYPE, COSName.EXT_G_STATE);
        state.setItem(COSName.BM, COSName.MULTIPLY);
        state.setItem(COSName.CA, new COSFloat((float) Mark.WASH_STRENGTH));
        state.setItem(COSName.CA_NS, new COSFloat((float) Mark.WASH_STRENGTH));
        COSDictionary states = new COSDictionary();
        states.setItem("Wash", state);
        COSDictionary resources = new COSDictionary();
        resources.setItem(COSName.EXT_G_STATE, states);
        return resources;
    }

    private void lines(Drawn.Lines lines) throws IOException {
        if (lines.translucent()) {
            content.append("/Wash gs\n");
        }
        content.colour(ink.rgb(), "RG");
        content.append("1 J 1 j ");
        content.lineWidth(lines.width());
        lines.paths().forEach(this::line);
    }

    private void area(List<InkPath> outlines) throws IOException {
        content.colour(ink.rgb(), "rg");
        for (InkPath outline : outlines) {
            trace(outline);
            content.append("h\n");
        }
        content.append("f\n");
    }

    /** Draws one part; true if it needs the wash's graphics state. */
    private boolean draw(Drawn drawn) throws IOException {
        return switch (drawn) {
            case Drawn.Lines lines -> {
                lines(lines);
                yield lines.translucent();
            }
            case Drawn.Wash(var boxes) -> {
                content.append("/Wash gs\n");
                content.colour(ink.rgb(), "rg");
                boxes.forEach(content::area);
                content.append("f\n");
                yield true;
            }
            case Drawn.Area(var outlines) -> {
                area(outlines);
                yield false;
            }
            case Drawn.Ground(PageBox box) -> {
                content.colour(Drawn.Ground.PAPER, "rg");
                content.area(box);
                content.append("f\n");
                yield false;
            }
            case Drawn.Picture picture -> {
                picture(picture);
                yield false;
            }
            case Drawn.Text text -> {
                content.colour(ink.textRgb(), "rg");
                text(text);
                yield false;
            }
        };
    }

    private void line(InkPath path) {
        content.point(path.start(), "m");
        if (path.curves().isEmpty()) {
            content.point(path.start(), "l"); // a dot: round ends give it its width
        }
        curves(path);
        content.append("S\n");
    }

    private void trace(InkPath path) {
        content.point(path.start(), "m");
        curves(path);
    }

    private void curves(InkPath path) {
        for (Cubic curve : path.curves()) {
            content.coordinates(curve.first());
            content.coordinates(curve.second());
            content.point(curve.end(), "c");
        }
    }

    /** The picture's unit square is mapped to its place (ISO 32000-2, 8.9.5.1). A missing picture leaves nothing. */
    private void picture(Drawn.Picture picture) throws IOException {
        Path file = pictures.resolve(picture.name());
        if (!Files.isRegularFile(file)) {
            LoggerFactory.getLogger(Appearance.class).warn("A picture of a stamp is missing");
            return;
        }
        COSName name = COSName.getPDFName("Picture" + images.size());
        images.setItem(name, PDImageXObject.createFromByteArray(document, Files.readAllBytes(file), picture.name()));
        PagePoint c = picture.centre();
        double w = picture.width() / 2;
        double h = picture.height() / 2;
        PagePoint origin = c.movedBy(-w, h).turnedAbout(c, picture.turn());
        PagePoint right = c.movedBy(w, h).turnedAbout(c, picture.turn());
        PagePoint up = c.movedBy(-w, -h).turnedAbout(c, picture.turn());
        double x = geometry.toPdfX(origin);
        double y = geometry.toPdfY(origin);
        content.append("q ");
        for (double value : new double[]{geometry.toPdfX(right) - x, geometry.toPdfY(right) - y,
                geometry.toPdfX(up) - x, geometry.toPdfY(up) - y, x, y}) {
            content.append(ContentWriter.number(value)).append(" ");
        }
        content.append("cm /").append(name.getName()).append(" Do Q\n");
    }

    private void text(Drawn.Text text) {
        double y = 0;
        for (String line : text.text().split("\n", -1)) {
            AffineTransform place = AffineTransform.getTranslateInstance(text.at().x(), text.at().y());
            place.rotate(Math.toRadians(text.turn()));
            place.translate(0, y);
            content.text(line, Typeface.SERIF_ITALIC, text.size(), place);
            y += text.size() * TypedText.LEADING;
        }
    }
}

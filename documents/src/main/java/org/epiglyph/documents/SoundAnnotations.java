package org.epiglyph.documents;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.filespecification.PDComplexFileSpecification;
import org.apache.pdfbox.pdmodel.common.filespecification.PDEmbeddedFile;
import org.epiglyph.core.ink.InkPath;
import org.epiglyph.core.marks.Drawn;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;

/**
 * Spoken remarks as files attached to the page beside their marks (ISO 32000-2, 12.5.6.15 and 7.11.4). The standard's own
 * annotation for sound knows uncompressed sound alone and is deprecated.
 */
final class SoundAnnotations {
    private static final double WIDTH = 13;
    private static final double HEIGHT = 11;
    private static final double GAP = 3;
    private static final double LINE = 1.3;
    /** How high each line of the sign is, of its height. */
    private static final double[] LOUD = {0.25, 0.7, 1, 0.45, 0.8};
    private final Annotations annotations;
    private final Path pictures;

    SoundAnnotations(Annotations annotations, Path pictures) {
        this.annotations = annotations;
        this.pictures = pictures;
    }

    /** @param sounds of marks that stand on the page; several of one mark stand beside each other */
    List<COSDictionary> of(PDDocument document, PDPage page, List<Mark> marks, List<AttachedSound> sounds)
            throws IOException {
        PageGeometry geometry = Geometries.of(page);
        List<COSDictionary> all = new ArrayList<>();
        for (Mark mark : marks) {
            int beside = 0;
            for (AttachedSound sound : sounds.stream().filter(s -> s.mark().equals(mark.id())).toList()) {
                all.add(of(document, page, geometry, mark, sound, beside++));
            }
        }
        return all;
    }

    private COSDictionary of(PDDocument document, PDPage page, PageGeometry geometry, Mark mark, AttachedSound sound,
            int beside) throws IOException {
        PagePoint corner = corner(geometry, mark, beside);
        PageBox box = PageBox.between(geometry.fromShown(corner), geometry.fromShown(corner.movedBy(WIDTH, HEIGHT)));
        COSDictionary a = annotations.bare(page, geometry, mark, box);
        a.setItem(COSName.SUBTYPE, COSName.getPDFName("FileAttachment"));
        a.setString(COSName.NM, mark.id() + "-spoken-" + (beside + 1));
        a.setString(COSName.CONTENTS, sound.words().isEmpty() ? sound.title() : sound.title() + "\n" + sound.words());
        a.removeItem(COSName.getPDFName("RC"));
        a.setString(COSName.getPDFName("Subj"), sound.title());
        a.setName(COSName.NAME, "Paperclip");
        a.setItem(COSName.getPDFName("FS"), file(document, sound));
        COSDictionary appearances = new COSDictionary();
        appearances.setItem(COSName.N,
                Appearance.of(document, geometry, mark.ink(), sign(geometry, corner), box.grownBy(1), pictures));
        a.setItem(COSName.AP, appearances);
        return a;
    }

    /** At the right of the mark as the page is shown, or as near to it as the page reaches. */
    private static PagePoint corner(PageGeometry geometry, Mark mark, int beside) {
        PageBox shown = geometry.toShown(mark.bounds());
        double x = shown.right() + GAP + beside * (WIDTH + GAP);
        double most = geometry.shownWidth() - WIDTH - 1;
        double lowest = geometry.shownHeight() - HEIGHT - 1;
        return new PagePoint(Math.max(1, Math.min(x, most)), Math.max(1, Math.min(shown.top(), lowest)));
    }

    private static List<Drawn> sign(PageGeometry geometry, PagePoint corner) {
        List<InkPath> lines = new ArrayList<>();
        double step = (WIDTH - LINE) / (LOUD.length - 1);
        for (int i = 0; i < LOUD.length; i++) {
            double x = corner.x() + LINE / 2 + i * step;
            double half = (HEIGHT - LINE) * LOUD[i] / 2;
            double middle = corner.y() + HEIGHT / 2;
            lines.add(InkPath.through(geometry.fromShown(new PagePoint(x, middle - half)),
                    geometry.fromShown(new PagePoint(x, middle + half))));
        }
        return List.of(new Drawn.Lines(lines, LINE, false));
    }

    private static PDComplexFileSpecification file(PDDocument document, AttachedSound sound) throws IOException {
        PDComplexFileSpecification file = new PDComplexFileSpecification();
        file.setFile(sound.name());
        file.setFileUnicode(sound.name());
        file.setFileDescription(sound.title());
        try (InputStream bytes = Files.newInputStream(sound.file())) {
            PDEmbeddedFile embedded = new PDEmbeddedFile(document, bytes);
            embedded.setSubtype("audio/ogg");
            embedded.setSize((int) Files.size(sound.file()));
            file.setEmbeddedFile(embedded);
            file.setEmbeddedFileUnicode(embedded);
        }
        file.getCOSObject().setName(COSName.getPDFName("AFRelationship"), "Supplement");
        return file;
    }
}

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
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.spoken.SpokenSign;

/**
 * Spoken remarks as files attached to the page beside their marks (ISO 32000-2, 12.5.6.15 and 7.11.4). The standard's
 * sound annotation supports uncompressed sound only and is deprecated.
 */
final class SoundAnnotations {
    private final Annotations annotations;
    private final Path pictures;

    SoundAnnotations(Annotations annotations, Path pictures) {
        this.annotations = annotations;
        this.pictures = pictures;
    }

    /** @param sounds of marks on the page; several of one mark are placed beside each other */
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
        SpokenSign sign = SpokenSign.of(geometry, mark, beside);
        COSDictionary a = annotations.bare(page, geometry, mark, sign.box());
        a.setItem(COSName.SUBTYPE, COSName.getPDFName("FileAttachment"));
        a.setString(COSName.NM, mark.id() + "-spoken-" + (beside + 1));
        a.setString(COSName.CONTENTS, sound.text().isEmpty() ? sound.title() : sound.title() + "\n" + sound.text());
        a.removeItem(COSName.getPDFName("RC"));
        a.setString(COSName.getPDFName("Subj"), sound.title());
        a.setName(COSName.NAME, "Paperclip");
        a.setItem(COSName.getPDFName("FS"), file(document, sound));
        COSDictionary appearances = new COSDictionary();
        appearances.setItem(COSName.N,
                Appearance.of(document, geometry, mark.ink(), sign.drawing(), sign.box().expandedBy(1), pictures));
        a.setItem(COSName.AP, appearances);
        return a;
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

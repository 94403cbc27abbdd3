package org.epiglyph.documents;

import java.io.IOException;
import java.io.OutputStream;
import java.util.Set;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSObjectKey;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.io.RandomAccessRead;
import org.apache.pdfbox.pdfparser.PDFXRefStream;
import org.apache.pdfbox.pdfparser.xref.NormalXReference;
import org.apache.pdfbox.pdfwriter.COSWriter;
import org.apache.pdfbox.pdmodel.PDDocument;

/**
 * Writes an incremental update. A cross-reference stream has an entry for itself (ISO 32000-2, 7.5.8.2), which the
 * library's writer omits.
 */
final class UpdateWriter extends COSWriter {
    private final PDDocument document;

    private UpdateWriter(OutputStream out, RandomAccessRead source, Set<COSDictionary> changed, PDDocument document)
            throws IOException {
        super(out, source, changed);
        this.document = document;
    }

    /** @param changed dictionaries that are written even if the library does not see their change */
    static void write(PDDocument document, RandomAccessRead source, Set<COSDictionary> changed, OutputStream out)
            throws IOException {
        new UpdateWriter(out, source, changed, document).write(document);
    }

    @Override
    public void doWriteObject(COSBase object) throws IOException {
        boolean xref = object instanceof COSStream stream && COSName.XREF.equals(stream.getCOSName(COSName.TYPE));
        super.doWriteObject(xref ? withItself((COSStream) object) : object);
    }

    private COSStream withItself(COSStream xref) throws IOException {
        long size = xref.getLong(COSName.SIZE);
        PDFXRefStream stream = new PDFXRefStream(document.getDocument());
        getXRefEntries().forEach(stream::addEntry);
        stream.addEntry(new NormalXReference(getStartxref(), new COSObjectKey(size - 1, 0), xref));
        stream.addTrailerInfo(document.getDocument().getTrailer());
        stream.setSize(size);
        return stream.getStream();
    }
}

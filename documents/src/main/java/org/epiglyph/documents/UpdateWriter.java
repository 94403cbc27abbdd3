package org.epiglyph.documents;

import java.io.IOException;
import java.io.OutputStream;
import java.util.Set;
import java.util.concurrent.Future;
import java.util.concurrent.FutureTask;
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
    /**
     * The library goes from annotation to page and on to the next annotation, a few calls deeper for each mark: the
     * usual stack suffices for a thousand marks or so. Memory is used only as far as the calls go.
     */
    private static final long STACK_BYTES = 256L << 20;
    private final PDDocument document;

    private UpdateWriter(OutputStream out, RandomAccessRead source, Set<COSDictionary> changed, PDDocument document)
            throws IOException {
        super(out, source, changed);
        this.document = document;
    }

    /** @param changed dictionaries that are written even if the library does not see their change */
    static void write(PDDocument document, RandomAccessRead source, Set<COSDictionary> changed, OutputStream out)
            throws IOException {
        FutureTask<Void> writing = new FutureTask<>(() -> {
            new UpdateWriter(out, source, changed, document).write(document);
            return null;
        });
        Thread deep = new Thread(null, writing, "writing an update", STACK_BYTES);
        try {
            deep.start();
        } catch (OutOfMemoryError e) {
            writing.run(); // no room for such a thread: the usual stack suffices for most papers
        }
        boolean interrupted = false;
        while (deep.isAlive()) {
            try {
                deep.join();
            } catch (InterruptedException e) {
                interrupted = true; // the document is in use until it is written
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
        if (writing.state() == Future.State.FAILED) {
            rethrow(writing.exceptionNow());
        }
    }

    private static void rethrow(Throwable thrown) throws IOException {
        switch (thrown) {
            case IOException e -> throw e;
            case RuntimeException e -> throw e;
            case Error e -> throw e;
            default -> throw new IllegalStateException(thrown);
        }
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

package org.epiglyph.documents.rendition;

import com.openhtmltopdf.bidi.support.ICUBidiReorderer;
import com.openhtmltopdf.bidi.support.ICUBidiSplitter;
import com.openhtmltopdf.pdfboxout.PdfBoxRenderer;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.GregorianCalendar;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.jsoup.helper.W3CDom;
import org.jsoup.nodes.Document;

/** Pages of our own markup: tagged, with title and language, byte for byte the same at the same time. */
final class SetPages {
    private SetPages() {}

    /** @param at the time that the document carries */
    static void draw(Document page, Instant at, Path target) throws IOException {
        PDDocument document = Rendition.newDocument(); // closed with the renderer
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.usePDDocument(document);
        builder.usePdfUaAccessibility(true);
        builder.usePdfVersion(1.7f);
        MarkupPages.prepare(builder, document, page, "");
        builder.useUnicodeBidiSplitter(new ICUBidiSplitter.ICUBidiSplitterFactory());
        builder.useUnicodeBidiReorderer(new ICUBidiReorderer());
        builder.useUriResolver((_, _) -> null);
        page.outputSettings().syntax(Document.OutputSettings.Syntax.xml);
        builder.withW3cDocument(new W3CDom().fromJsoup(page), null);
        try (PdfBoxRenderer renderer = builder.buildPdfRenderer()) {
            renderer.layout();
            renderer.createPDFWithoutClosing();
            date(document, at);
            document.save(target.toFile(), CompressParameters.NO_COMPRESSION);
        }
    }

    private static void date(PDDocument document, Instant at) {
        GregorianCalendar when = GregorianCalendar.from(at.atZone(ZoneOffset.UTC));
        document.getDocumentInformation().setCreationDate(when);
        document.getDocumentInformation().setModificationDate(when);
        document.setDocumentId(at.toEpochMilli());
    }
}
